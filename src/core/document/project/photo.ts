import { z } from 'zod';
/** Most photos at one step or session. */
export const MOST_PHOTOS = 40;
/** Longest edge of a photo as it is kept [pixels]. */
export const PHOTO_EDGE_PX = 1600;

/** Ids that are made by the app: of this form alone, so that they are found in whatever a project is stored as. */
export const PHOTO_ID = /photo-[0-9a-f]{24}/;
const photoIdSchema = z.string().regex(new RegExp(`^${PHOTO_ID.source}$`), {
  error: 'the id of a photo is photo- and 24 digits of 0 to 9 and a to f',
});

/** A photo that lies beside the project under its id: the project itself holds no pictures. */
export const photoSchema = z.strictObject({
  id: photoIdSchema,
  on: z.iso.date(),
  widthPx: z.int().min(1).max(PHOTO_EDGE_PX),
  heightPx: z.int().min(1).max(PHOTO_EDGE_PX),
  caption: z.string().max(200).optional(),
});
export type Photo = z.infer<typeof photoSchema>;

export const photosSchema = z.array(photoSchema).max(MOST_PHOTOS);
