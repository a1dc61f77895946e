import { z } from 'zod';
import { type CrewView, planSchema } from '@fieldchalk/core';
import { id } from './fields.ts';
import { marksAtOnce } from './standing.ts';

/** What crosses the API, in and out: shared by server and web. The OpenAPI page is made from these. */
export const patchSchema = z.strictObject({
  op: z.enum(['add', 'remove', 'replace']),
  /** Names of parts, entries and fields. A list is given whole, so no step is a number. */
  path: z.array(z.string().max(120)).min(1).max(8),
  value: z.unknown().optional(),
});
const patches = z.array(patchSchema).max(20_000);

const jobName = z.string().trim().min(1, 'must not be empty').max(200);
const jobKind = z.enum(['new', 'addition', 'renovation']);
/** A day as 2026-11-28; empty for none. */
const day = z.union([z.literal(''), z.iso.date('must be a day, like 2027-03-01')]);
/** What is said of a job besides its name. */
const jobAbout = {
  kind: jobKind,
  address: z.string().trim().max(200),
  customer: z.string().trim().max(200),
  starts: day,
  ends: day,
};
export const newJobSchema = z.strictObject({
  name: jobName,
  kind: jobKind.default('addition'),
  plan: planSchema.optional(),
});
/** A new job as the server takes it: its plan is checked by itself, in a thread where it is large. */
export const newJobAskedSchema = newJobSchema.extend({ plan: z.unknown().optional() });
/** A change as it is sent: what it makes of the plan, and by its inverse what stood there when it was made. Its id is its window’s own. */
export const changeSchema = z.strictObject({
  id,
  /** The revision the window stands on, and the change that led there; null for none. */
  base: z.number().int().min(0),
  after: id.nullable().optional(),
  name: z.string().max(80),
  client: id,
  patches,
  inverse: patches,
});
/** Changes are answered so many at a time, and so many characters. */
export const changesAtOnce = { count: 500, characters: 4_000_000 } as const;
export const sinceSchema = z.object({
  since: z.coerce.number().int().min(0).default(0),
  /** The change that led to `since`, where the window knows it. */
  after: id.optional(),
});
/** What the crew ticks off. */
export const markKinds = ['box', 'hole', 'pull', 'staple', 'makeup'] as const;
export const newMarksSchema = z.strictObject({
  /** The phone or window they were made on; their ids and numbers are its own. */
  device: id,
  marks: z
    .array(
      z.strictObject({
        id,
        kind: z.enum(markKinds),
        about: z.string().min(1).max(120),
        done: z.boolean(),
        by: z.string().trim().max(60).default(''),
        /** What it said when it was ticked, in words; where it says something else now, what was done is no longer what is wanted. */
        stood: z.string().max(300).default(''),
        /** One more than the highest its maker had seen of this job. */
        number: z.number().int().min(0).max(1e9),
        /** By the maker’s clock, milliseconds since 1970. */
        madeAt: z.number().int().min(0).max(1e14),
      }),
    )
    .min(1)
    .max(marksAtOnce),
});
/** What the lead does with ticks that came after their link was withdrawn. */
export const lateMarksSchema = z.strictObject({
  take: z.array(z.number().int()).max(2000).default([]),
  drop: z.array(z.number().int()).max(2000).default([]),
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
  /** Walls of a drawing are two lines, or one each; a gap that nothing is drawn in is a doorway, or the wall ends there. Left out, the drawing tells. */
  walls: z.enum(['pairs', 'single']).optional(),
  gaps: z.enum(['doors', 'open']).optional(),
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
  drawn: z
    .object({ walls: z.enum(['pairs', 'single']), gaps: z.enum(['doors', 'open']), plainGaps: z.number() })
    .optional(),
});

export const jobSummarySchema = z.object({
  id,
  name: z.string(),
  revision: z.number(),
  changedAt: z.number(),
});
/** A job in the list of all: what is said of it, and who changed it last; null where nobody is known to have. */
export const listedJobSchema = jobSummarySchema.extend({
  about: z.object(jobAbout),
  by: z.string().nullable(),
  isArchived: z.boolean(),
});
const doneOf = z.object({ done: z.number(), of: z.number() });
/** A job as a card shows it: a small drawing, what is done of what there is to do, the last tick, and how many findings are open. */
export const jobCardSchema = z.object({
  revision: z.number(),
  drawing: z
    .object({
      extent: z.tuple([z.number(), z.number(), z.number(), z.number()]),
      walls: z.array(z.string()),
      boxes: z.array(z.tuple([z.number(), z.number()])),
    })
    .nullable(),
  state: z.object({ box: doneOf, hole: doneOf, pull: doneOf, makeup: doneOf }),
  ticked: z.object({ by: z.string(), at: z.number() }).nullable(),
  open: z.number(),
});
/** What is said of a job anew; what is left out stays. */
export const jobAboutChangesSchema = z.strictObject({ name: jobName, ...jobAbout }).partial();
/** Whether a job is kept out of the way of those under way. */
export const archivedSchema = z.strictObject({ isArchived: z.boolean() });
export const jobCopySchema = z.strictObject({ name: jobName });
export const jobSchema = jobSummarySchema.extend({
  plan: planSchema,
  /** The change that led to this revision; null at the first. */
  lastChange: id.nullable(),
});
export const storedChangeSchema = changeSchema
  .omit({ base: true, after: true, inverse: true })
  .extend({ revision: z.number() });
export const markSchema = z.object({
  sequence: z.number(),
  id,
  kind: z.string(),
  about: z.string(),
  done: z.boolean(),
  by: z.string(),
  at: z.number(),
  stood: z.string(),
  device: z.string(),
  number: z.number(),
  madeAt: z.number(),
});
/** A tick that came after its link was withdrawn: the lead takes it or not. */
export const lateMarkSchema = markSchema.extend({ label: z.string() });

/** A job as the crew sees it: without prices and service, with what has been ticked off, and what the one who asks may do. */
export const crewJobSchema = jobSummarySchema.extend({
  marks: z.array(markSchema),
  /** The plan, what is worked out of it, and every room unrolled. */
  view: z.object({ plan: planSchema, result: z.unknown(), rooms: z.unknown(), tail: z.number() }),
  mayTick: z.boolean(),
});
/** A job that was put away, and when it goes for good. */
export const awayJobSchema = jobSummarySchema.extend({ goesAt: z.number() });

/** What the house rules say of one rule; null for the usual value, no reason for none. */
const ruleSaid = z.strictObject({ value: z.unknown(), reason: z.string().max(1000).default('') });
/** House rules set anew, each with what was seen of it. */
export const ruleChangesSchema = z.strictObject({
  changes: z
    .array(z.strictObject({ rule: z.string().max(80), saw: ruleSaid, set: ruleSaid }))
    .min(1)
    .max(500),
});

/** An error in the window, for the log. */
export const windowErrorSchema = z.strictObject({
  message: z.string().max(2000),
  where: z.string().max(300).default(''),
  stack: z.string().max(8000).default(''),
});

export type NewJobAsked = z.infer<typeof newJobAskedSchema>;
export type JobSummary = z.infer<typeof jobSummarySchema>;
export type JobAboutChanges = z.infer<typeof jobAboutChangesSchema>;
export type ListedJob = z.infer<typeof listedJobSchema>;
export type JobCardShown = z.infer<typeof jobCardSchema>;
export type Job = z.infer<typeof jobSchema>;
export type ChangeRequest = z.infer<typeof changeSchema>;
export type StoredChange = z.infer<typeof storedChangeSchema>;
export type AwayJob = z.infer<typeof awayJobSchema>;
export type NewMarks = z.infer<typeof newMarksSchema>;
export type MarkRecord = Omit<z.infer<typeof markSchema>, 'kind'> & { readonly kind: MarkKind };
export type LateMark = MarkRecord & { readonly label: string };

export type CrewJob = Omit<z.infer<typeof crewJobSchema>, 'marks' | 'view'> & {
  readonly marks: readonly MarkRecord[];
  readonly view: CrewView;
};
export type MarkKind = (typeof markKinds)[number];
export type Measurement = z.infer<typeof measurementSchema>;
export type WindowError = z.input<typeof windowErrorSchema>;

export { marksAtOnce, marksStanding, newerMark, type Numbered } from './standing.ts';
export * from './access.ts';
export * from './people.ts';
export * from './prices.ts';
export * from './quotes.ts';
export * from './sheets.ts';
export * from './labels.ts';
export * from './agreements.ts';
export * from './stock.ts';
export * from './evidence.ts';
