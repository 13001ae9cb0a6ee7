import { z } from 'zod';
import { partIdSchema } from '../parts/partBase';

/** Most photos at one step or session. */
export const MOST_PHOTOS = 40;
/** Longest edge of a photo as it is kept [pixels]. */
export const PHOTO_EDGE_PX = 1600;

/** A photo that lies beside the project under its id: the project itself holds no pictures. */
export const photoSchema = z.strictObject({
  id: partIdSchema,
  on: z.iso.date(),
  widthPx: z.int().min(1).max(PHOTO_EDGE_PX),
  heightPx: z.int().min(1).max(PHOTO_EDGE_PX),
  caption: z.string().max(200).optional(),
});
export type Photo = z.infer<typeof photoSchema>;

export const photosSchema = z.array(photoSchema).max(MOST_PHOTOS);
