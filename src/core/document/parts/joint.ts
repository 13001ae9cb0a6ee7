import { z } from 'zod';
import { portRefSchema } from './partBase';

/** Two ports that are joined: one place. */
export const jointSchema = z.strictObject({ from: portRefSchema, to: portRefSchema });
export type Joint = z.infer<typeof jointSchema>;
