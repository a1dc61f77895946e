import { z } from 'zod';
import { idSchema, longText, text } from './fields.ts';
import { circuitFaults } from './kinds.ts';

/** What an audit found on a circuit that is there already. */
const foundCircuit = z.strictObject({
  serves: z.string().max(500).default(''),
  outlets: z.number().int().min(0).max(200).default(0),
  va: z.number().min(0).max(1e5).optional(),
  supply: z.enum(['normal', 'standby', 'both', 'unknown']).default('normal'),
  faults: z.array(z.enum(circuitFaults)).max(20).default([]),
  /** Whether new outlets may go on it. */
  extend: z.boolean().default(false),
  note: longText.default(''),
});

/** A circuit: its place in a panel, its breaker, wire and protection. */
export const circuitSchema = z.strictObject({
  panel: idSchema.nullable().default(null),
  space: z.number().int().min(1).max(84).nullable().default(null),
  amps: z.number().positive().max(400).default(15),
  poles: z.union([z.literal(1), z.literal(2)]).default(1),
  volts: z.number().positive().max(600).default(120),
  gauge: z.union([z.literal(14), z.literal(12), z.literal(10), z.literal(8), z.literal(6)]).default(14),
  protection: z.enum(['none', 'gfci', 'afci', 'dual']).default('none'),
  protectAt: z.enum(['breaker', 'first-device']).default('breaker'),
  name: text.default(''),
  shape: z.enum(['chain', 'tree']).default('chain'),
  existing: z.boolean().default(false),
  /** Which half of a space with two breakers in it. */
  half: z.enum(['A', 'B']).nullable().default(null),
  /** Its devices stay on it when circuits are proposed anew. */
  pinned: z.boolean().default(false),
  /** Serves a motor or air conditioner, whose breaker may be larger: NEC 240.4(G). */
  motor: z.boolean().default(false),
  /** Why it is as it is, where a person or the proposal said so. */
  reason: longText.default(''),
  found: foundCircuit.optional(),
});
export type Circuit = z.infer<typeof circuitSchema>;
export type FoundCircuit = z.infer<typeof foundCircuit>;
