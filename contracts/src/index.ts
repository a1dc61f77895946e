import { z } from 'zod';
import { planSchema } from '@fieldchalk/core';

/** What crosses the API, in and out: shared by server and web. The OpenAPI page is made from these. */
const id = z.string().regex(/^[A-Za-z0-9_-]{1,60}$/, 'must be 1 to 60 letters, digits, “-” or “_”');

export const patchSchema = z.strictObject({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string(), z.number()])),
  value: z.unknown().optional(),
});
const patches = z.array(patchSchema).max(20_000);

export const newJobSchema = z.strictObject({
  name: z.string().trim().min(1, 'must not be empty').max(200),
  kind: z.enum(['new', 'addition', 'renovation']).default('addition'),
  plan: planSchema.optional(),
});
export const changeSchema = z.strictObject({
  id,
  base: z.number().int().min(0),
  name: z.string().max(80),
  client: id,
  patches,
  inverse: patches,
});
export const sinceSchema = z.object({ since: z.coerce.number().int().min(0).default(0) });
export const newShareSchema = z.strictObject({ label: z.string().trim().max(80).default('Crew') });
/** What the crew ticks off. */
export const markKinds = ['box', 'hole', 'pull', 'staple', 'makeup'] as const;
export const newMarksSchema = z.strictObject({
  marks: z
    .array(
      z.strictObject({
        id,
        kind: z.enum(markKinds),
        about: z.string().min(1).max(120),
        done: z.boolean(),
        by: z.string().trim().max(60).default(''),
      }),
    )
    .min(1)
    .max(500),
});

/** One length from a laser meter, in whichever unit it speaks. It goes to the windows of the job and is not stored. */
export const measurementSchema = z.union([
  z.strictObject({ metres: z.number().positive().max(300), device: z.string().max(60).default('meter') }),
  z.strictObject({ inches: z.number().positive().max(12_000), device: z.string().max(60).default('meter') }),
]);
export const importQuerySchema = z.object({
  file: z.string().trim().min(1, 'is the file’s name; its ending tells the format').max(300),
  unit: z.enum(['inches', 'feet', 'millimetres', 'centimetres', 'metres']).optional(),
  /** Names of the layers that hold walls, each given once. */
  layer: z
    .union([z.string(), z.array(z.string())])
    .transform((v) => [v].flat())
    .optional(),
});
const place = z.object({ x: z.number(), y: z.number() });
export const importSchema = z.object({
  plan: planSchema,
  counts: z.object({ walls: z.number(), doors: z.number(), windows: z.number(), rooms: z.number() }),
  rooms: z.array(
    z.object({
      name: z.string(),
      room: z.string().nullable(),
      written: z.array(z.number()).nullable(),
      measured: z.array(z.number()).nullable(),
    }),
  ),
  doubts: z.array(z.object({ about: z.string(), says: z.string(), level: z.string(), at: place.nullable() })),
  scale: z
    .object({
      inchesPerUnit: z.number(),
      unit: z.string().nullable(),
      header: z.string().nullable(),
      why: z.string(),
      doubtful: z.boolean(),
    })
    .optional(),
  layers: z.array(z.object({ name: z.string(), lines: z.number(), walls: z.boolean() })).optional(),
});

export const jobSummarySchema = z.object({
  id,
  name: z.string(),
  revision: z.number(),
  changedAt: z.number(),
});
export const jobSchema = jobSummarySchema.extend({ plan: planSchema });
export const storedChangeSchema = changeSchema
  .omit({ base: true, inverse: true })
  .extend({ revision: z.number() });
export const shareSchema = z.object({ token: z.string(), label: z.string(), madeAt: z.number() });
export const markSchema = z.object({
  sequence: z.number(),
  id,
  kind: z.string(),
  about: z.string(),
  done: z.boolean(),
  by: z.string(),
  at: z.number(),
});

/** What a share link opens: the job, with what has been ticked off. */
export const crewJobSchema = jobSchema.extend({ marks: z.array(markSchema) });

/** An error in the window, for the log. */
export const windowErrorSchema = z.strictObject({
  message: z.string().max(2000),
  where: z.string().max(300).default(''),
  stack: z.string().max(8000).default(''),
});

export type NewJob = z.infer<typeof newJobSchema>;
export type JobSummary = z.infer<typeof jobSummarySchema>;
export type Job = z.infer<typeof jobSchema>;
export type ChangeRequest = z.infer<typeof changeSchema>;
export type StoredChange = z.infer<typeof storedChangeSchema>;
export type Share = z.infer<typeof shareSchema>;
export type NewMarks = z.infer<typeof newMarksSchema>;
export type MarkRecord = Omit<z.infer<typeof markSchema>, 'kind'> & { readonly kind: MarkKind };
export type CrewJob = Job & { readonly marks: readonly MarkRecord[] };
export type MarkKind = (typeof markKinds)[number];
export type Measurement = z.infer<typeof measurementSchema>;
export type WindowError = z.input<typeof windowErrorSchema>;
