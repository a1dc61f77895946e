import { z } from 'zod';
import { coordinate, idSchema } from './fields.ts';

/** A place walls run between, on one level. */
export const pointSchema = z.strictObject({ level: idSchema.default('L1'), x: coordinate, y: coordinate });
export type Point = z.infer<typeof pointSchema>;
