import { z } from 'zod';
import { day, idSchema, longText, text } from './fields.ts';

/** Stages of the work that take hours. */
export const workStages = ['boxes', 'holes', 'closed walls', 'pull', 'staple', 'make-up', 'trim'] as const;
export type WorkStage = (typeof workStages)[number];

const told = { on: day.default(''), by: text.default(''), note: longText.default('') };
const feet = z.number().min(0).max(1e5);
/** The house’s figure that was expected by: minutes of the first rule of a stage, inches of margin on a cut; null where nobody said. */
const basis = z.number().min(0).max(1e5).nullable().default(null);

/**
 * What a job really took. Each keeps what was expected when it was told, so that it stands whatever the plan becomes: a cable by the foot marks printed on its
 * jacket at both ends, hours of a stage or a part of it, material beyond the list.
 */
export const actualSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('length'),
    run: idSchema,
    /** The cable as the list names it, and how long it was told to be cut, feet. */
    item: text,
    expected: feet,
    /** The marks read at its ends, whichever is the higher. */
    from: feet,
    to: feet,
    basis,
    ...told,
  }),
  z.strictObject({
    kind: z.literal('hours'),
    stage: z.enum(workStages),
    hours: z.number().min(0).max(1e4),
    expected: z.number().min(0).max(1e4),
    basis,
    ...told,
  }),
  z.strictObject({
    kind: z.literal('material'),
    item: text.min(1, 'must say what it is'),
    feet: feet.optional(),
    count: z.number().int().min(0).max(1e6).optional(),
    ...told,
  }),
]);
export type Actual = z.infer<typeof actualSchema>;
export type ActualOf<K extends Actual['kind']> = Extract<Actual, { kind: K }>;
