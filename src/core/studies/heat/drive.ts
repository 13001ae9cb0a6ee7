import { z } from 'zod';
import { conditionsSchema } from '../../heat/heatResult';

/** Speed and surroundings that a heat balance is asked for. */
export const driveSchema = z.strictObject({ speedRevS: z.number().min(0), ...conditionsSchema.shape });
export type DriveRequest = z.infer<typeof driveSchema>;
