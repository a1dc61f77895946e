import { z } from 'zod';
import { cables } from '../materials/index.ts';
import { heightSchema } from '../rules/index.ts';
import { coordinate, idSchema, keysOf, longText, position, side } from './fields.ts';

/** A place on a wall: `at` is the centre line of what stands there. */
const onWall = z.strictObject({
  wall: idSchema,
  side: side.default('left'),
  at: position,
  height: heightSchema.optional(),
});
const onCeiling = z.strictObject({ ceiling: idSchema, x: coordinate, y: coordinate });
const onFloor = z.strictObject({ floor: idSchema, x: coordinate, y: coordinate });

/** A box: where it is, and how it is made. */
export const boxSchema = z.strictObject({
  on: z.union([onWall, onCeiling, onFloor]),
  gangs: z.number().int().min(1).max(8).default(1),
  /** `auto`, a generic model, or one of the plan's own `models`. */
  model: z.string().max(60).default('auto'),
  exact: z.boolean().default(false),
  pinned: z.boolean().default(false),
  existing: z.boolean().default(false),
  /** How it is held: worked out from the wall and the model unless a person says. */
  fixing: z.enum(['auto', 'nail', 'screw', 'powder']).default('auto'),
  /** Why it stands at a height, or in a place, of its own. */
  reason: longText.default(''),
  /** Whether internal clamps are as the model has them, or all taken out. */
  clamps: z.enum(['as-model', 'removed']).default('as-model'),
  /** Fixture studs and hickeys inside. */
  fittings: z.number().int().min(0).max(4).default(0),
  /** Dividers put in between supplies. */
  dividers: z.number().int().min(0).max(3).default(0),
  /** Cables besides the job's runs: those an old box has already, or that pass through uncut. */
  cables: z
    .array(
      z.strictObject({
        cable: z.enum(keysOf(cables)).default('14/2'),
        /** `through` counts its conductors once, a `loop` of uncut wire twice. */
        how: z.enum(['spliced', 'through', 'loop']).default('spliced'),
      }),
    )
    .default([]),
});
export type Box = z.infer<typeof boxSchema>;
export type WallPlace = z.infer<typeof onWall>;
