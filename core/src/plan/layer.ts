import { z } from 'zod';
import { finishThickness, text } from './fields.ts';

/** One layer of a finish, from the framing outwards. */
export const layerSchema = z.strictObject({
  name: text,
  thickness: finishThickness,
  combustible: z.boolean().default(false),
});
export type Layer = z.infer<typeof layerSchema>;
