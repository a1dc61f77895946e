import { z } from 'zod';
import { boxSchema } from './box.ts';
import { circuitSchema } from './circuit.ts';
import { coilSchema } from './coil.ts';
import { crewPersonSchema, days } from './crew.ts';
import { scheduledSchema } from './scheduled.ts';
import { optionSchema, proposalSchema } from './option.ts';
import { sheetSetSchema } from './sheetSet.ts';
import { controlSchema } from './control.ts';
import { deviceSchema } from './device.ts';
import { fixtureSchema } from './fixture.ts';
import { levelSchema } from './level.ts';
import { memberSchema } from './member.ts';
import { modelSchema } from './model.ts';
import { obstacleSchema } from './obstacle.ts';
import { openingSchema } from './opening.ts';
import { panelSchema } from './panel.ts';
import { pointSchema } from './point.ts';
import { roomSchema } from './room.ts';
import { runSchema } from './run.ts';
import { stockSchema } from './stock.ts';
import { wallSchema } from './wall.ts';
import { acceptedSchema } from './accepted.ts';
import { actualSchema } from './actual.ts';
import { day, idSchema, longText, text } from './fields.ts';
import { highestNumber } from './ids.ts';
import { priceSchema } from './price.ts';
import { ruleValues } from './ruleValues.ts';
import { serviceSchema } from './service.ts';
import { currentVersion } from './versions.ts';
import { editions, jobKinds } from './kinds.ts';
import { collections } from './collections.ts';

/**
 * The plan: what people decided or measured, and nothing derived. Lengths in inches, angles in degrees,
 * money in cents, loads in volt-amperes; x right, y up, z above the level's subfloor.
 * Names are part of the open format (docs/plan-format.md): extend by adding, never rename.
 */

/** The schema of one entry of each collection, for adding entries with their defaults. */
export const entrySchemas = {
  levels: levelSchema,
  points: pointSchema,
  walls: wallSchema,
  openings: openingSchema,
  members: memberSchema,
  obstacles: obstacleSchema,
  rooms: roomSchema,
  fixtures: fixtureSchema,
  boxes: boxSchema,
  devices: deviceSchema,
  controls: controlSchema,
  panels: panelSchema,
  circuits: circuitSchema,
  runs: runSchema,
  stock: stockSchema,
  coils: coilSchema,
  sheetSets: sheetSetSchema,
  schedule: scheduledSchema,
  options: optionSchema,
  crew: crewPersonSchema,
  actuals: actualSchema,
  accepted: acceptedSchema,
  models: modelSchema,
} as const;

const collection = <S extends z.ZodType>(entry: S) => z.record(idSchema, entry).default({});

/** What is said of a job as a whole. */
export const jobAboutSchema = z.strictObject({
  name: text.default('Untitled job'),
  kind: z.enum(jobKinds).default('addition'),
  address: text.default(''),
  customer: text.default(''),
  /** The days the work begins and is to be done, as 2026-11-28; empty where none is set. */
  starts: day.default(''),
  ends: day.default(''),
  /** Days on which nobody works on it. */
  closed: days.default([]),
});
export type JobAbout = z.infer<typeof jobAboutSchema>;

export const planSchema = z.strictObject({
  format: z.literal('fieldchalk.plan'),
  version: z.literal(currentVersion),
  job: jobAboutSchema.prefault({}),
  rules: z
    .strictObject({
      edition: z.enum(editions).default('2023'),
      values: ruleValues,
      reasons: z.record(z.string(), longText).default({}),
    })
    .prefault({}),
  levels: z.record(idSchema, levelSchema).default(() => ({ L1: levelSchema.parse({ name: 'Main' }) })),
  points: collection(pointSchema),
  walls: collection(wallSchema),
  openings: collection(openingSchema),
  members: collection(memberSchema),
  obstacles: collection(obstacleSchema),
  rooms: collection(roomSchema),
  fixtures: collection(fixtureSchema),
  boxes: collection(boxSchema),
  devices: collection(deviceSchema),
  controls: collection(controlSchema),
  panels: collection(panelSchema),
  circuits: collection(circuitSchema),
  runs: collection(runSchema),
  stock: collection(stockSchema),
  coils: collection(coilSchema),
  /** Sheets that are made together. */
  sheetSets: collection(sheetSetSchema),
  /** What is decided of when stages are done, and by how many. */
  schedule: collection(scheduledSchema),
  /** Work the customer may choose besides, and what stands on the page they sign. */
  options: collection(optionSchema),
  proposal: proposalSchema.prefault({}),
  /** Who works on the job. */
  crew: collection(crewPersonSchema),
  /** What the job really took. */
  actuals: collection(actualSchema),
  accepted: collection(acceptedSchema),
  models: collection(modelSchema),
  service: serviceSchema.prefault({}),
  prices: z.record(text, priceSchema).default({}),
  /** The highest number of an id in a collection that was given once and stands no more: see spent.ts. */
  spent: z.partialRecord(z.enum(collections), z.number().int().min(1).max(highestNumber)).default({}),
});

export type Plan = z.infer<typeof planSchema>;
export type PlanInput = z.input<typeof planSchema>;

/** An empty plan with one level. */
export function emptyPlan(name = 'Untitled job', kind: Plan['job']['kind'] = 'addition'): Plan {
  return planSchema.parse({ format: 'fieldchalk.plan', version: currentVersion, job: { name, kind } });
}

/** The JSON Schema (draft 2020-12) of a plan file as people write it, defaults not yet filled in. */
export function planJsonSchema(): object {
  return z.toJSONSchema(planSchema, { io: 'input', unrepresentable: 'any' });
}
