import { z } from 'zod';
import { isRuleId, ruleCatalogue, heightSchema } from '../rules/index.ts';
import { problemsFrom } from './problems.ts';
import { ampsByFeeder, boxModels, cables, framingKinds, type Catalogue } from './stock.ts';

/**
 * The plan: what people decided or measured, and nothing derived. Lengths in inches, angles in degrees,
 * money in cents, loads in volt-amperes; x right, y up, z above the level's subfloor.
 * Names are part of the open format (docs/plan-format.md): extend by adding, never rename.
 */

const coordinate = z.number().min(-1e6).max(1e6);
const span = z.number().positive().max(1e5);
const position = z.number().min(-1e5).max(1e5);
const keysOf = <K extends string>(record: Record<K, unknown>) => Object.keys(record) as [K, ...K[]];

export const idPattern = /^[A-Za-z0-9_-]{1,40}$/;
export const idSchema = z.string().regex(idPattern, 'must be 1 to 40 letters, digits, “-” or “_”');
const collection = <S extends z.ZodType>(entry: S) => z.record(idSchema, entry).default({});
const text = z.string().max(200);

const side = z.enum(['left', 'right']);
const end = z.enum(['from', 'to']);
const finish = z.number().min(0).max(6);

export const roomUses = [
  'kitchen', 'dining', 'living', 'family', 'bedroom', 'office', 'den', 'library', 'sunroom', 'recreation', 'bath', 'powder',
  'laundry', 'hall', 'foyer', 'stair', 'closet', 'pantry', 'garage', 'workshop', 'basement', 'utility', 'mud', 'storage', 'porch', 'outdoor',
] as const; // prettier-ignore

export const deviceKinds = [
  'receptacle', 'gfci', 'counter-receptacle', 'appliance-receptacle', 'switch', 'switch-3way', 'switch-4way', 'dimmer', 'light',
  'wafer-light', 'fan', 'bath-fan', 'smoke-alarm', 'co-alarm', 'opener', 'data', 'tv', 'thermostat', 'doorbell', 'splice', 'disconnect',
] as const; // prettier-ignore

export const openingKinds = [
  'door', 'sliding-door', 'cased', 'garage-door', 'window', 'fixed-glass', 'fireplace', 'cabinet',
] as const; // prettier-ignore

export const fixtureKinds = [
  'counter', 'island', 'peninsula', 'cabinet', 'sink', 'basin', 'tub', 'shower', 'toilet', 'range', 'cooktop', 'oven', 'hood',
  'microwave', 'refrigerator', 'freezer', 'dishwasher', 'disposal', 'washer', 'dryer', 'water-heater', 'furnace', 'television',
  'bench', 'bed', 'desk', 'other',
] as const; // prettier-ignore

/** One layer of a finish, from the framing outwards. */
const layer = z.strictObject({
  name: text,
  thickness: finish,
  combustible: z.boolean().default(false),
});

const level = z.strictObject({
  name: text.default(''),
  ceiling: span.default(97.125),
  above: z.enum(['attic', 'joists', 'truss', 'closed']).default('attic'),
  below: z.enum(['crawl', 'basement', 'slab', 'joists']).default('crawl'),
  floorFinish: z.number().min(0).max(12).default(0.75),
  /** Named layers that make up `floorFinish`, and the ceiling's finish, from the framing outwards. */
  floorLayers: z.array(layer).default([]),
  ceilingLayers: z.array(layer).default([]),
  /** Height of this level's subfloor above the lowest level's. */
  elevation: coordinate.default(0),
  joists: z
    .strictObject({ direction: z.number().default(0), spacing: span.default(16), depth: span.default(9.25) })
    .prefault({}),
});

const point = z.strictObject({ level: idSchema.default('L1'), x: coordinate, y: coordinate });

const wall = z.strictObject({
  from: idSchema,
  to: idSchema,
  framing: z.enum(keysOf(framingKinds)).default('2x4'),
  spacing: z.number().min(6).max(48).default(16),
  layoutFrom: end.default('from'),
  bearing: z.boolean().default(false),
  exterior: z.boolean().default(false),
  cover: z.enum(['open', 'closed']).default('open'),
  /** What may be done with a closed wall: leave it alone, fish cable through it, or open a strip of it. */
  access: z.enum(['leave', 'fish', 'open']).default('leave'),
  /** Top of a wall that stops below the ceiling; the level's ceiling when not given. */
  height: span.optional(),
  /** Rated for fire or built against sound: boxes on its two sides keep apart. */
  rated: z.enum(['none', 'fire', 'sound']).default('none'),
  locked: z.boolean().default(false),
  layers: z
    .strictObject({ left: z.array(layer).default([]), right: z.array(layer).default([]) })
    .prefault({}),
  finish: z.strictObject({ left: finish.default(0.5), right: finish.default(0.5) }).prefault({}),
});

const opening = z.strictObject({
  wall: idSchema,
  kind: z.enum(openingKinds).default('door'),
  at: position,
  width: span.default(32),
  sill: z.number().min(0).max(600).default(0),
  head: span.default(82),
  hinge: end.default('from'),
  swing: side.default('left'),
});

const member = z.strictObject({
  wall: idSchema,
  role: z
    .enum([
      'stud',
      'king',
      'jack',
      'cripple',
      'header',
      'sill',
      'bottom-plate',
      'top-plate',
      'corner',
      'partition',
      'block',
    ])
    .default('stud'),
  at: position,
});

const obstacle = z.strictObject({
  wall: idSchema,
  at: position,
  width: span.default(1.5),
  low: z.number().min(0).max(600).default(0),
  high: z.number().min(0).max(600).default(97),
  kind: text.default('duct'),
});

const room = z.strictObject({
  level: idSchema.default('L1'),
  x: coordinate,
  y: coordinate,
  name: text.default(''),
  use: z.enum(roomUses).default('living'),
  /** What lies over or under this room where it differs from the rest of its level. */
  above: z.enum(['attic', 'joists', 'truss', 'closed']).optional(),
  below: z.enum(['crawl', 'basement', 'slab', 'joists']).optional(),
  /** The walk of a room still open, as it was typed; gone once its walls close. `own`: the walls it made, leg by leg. */
  walk: z
    .strictObject({
      x: coordinate,
      y: coordinate,
      heading: z.number(),
      framing: z.enum(keysOf(framingKinds)).default('2x4'),
      legs: z.array(z.strictObject({ length: span, turn: z.number(), own: z.array(idSchema).default([]) })),
    })
    .optional(),
});

const fixture = z.strictObject({
  room: idSchema,
  kind: z.enum(fixtureKinds).default('other'),
  wall: idSchema.optional(),
  side: side.default('left'),
  at: position.default(0),
  width: span.default(24),
  depth: span.default(24),
  /** Where a fixture that stands on no wall has its middle, and how it is turned, in degrees. */
  x: coordinate.optional(),
  y: coordinate.optional(),
  turn: z.number().default(0),
  va: z.number().min(0).max(1e6).default(0),
  label: text.default(''),
});

const onWall = z.strictObject({
  wall: idSchema,
  side: side.default('left'),
  at: position,
  height: heightSchema.optional(),
});
const onCeiling = z.strictObject({ ceiling: idSchema, x: coordinate, y: coordinate });
const onFloor = z.strictObject({ floor: idSchema, x: coordinate, y: coordinate });

const box = z.strictObject({
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
  reason: z.string().max(1000).default(''),
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

/** A box model people have added to the catalogue. Sizes in inches, volume in cubic inches as stamped. */
const model = z.strictObject({
  name: text.min(1, 'must have a name'),
  gangs: z.number().int().min(1).max(8).default(1),
  volume: z.number().min(0).max(500),
  width: z.number().positive().max(24),
  height: z.number().positive().max(24).default(3.25),
  depth: z.number().positive().max(12),
  material: z.enum(['plastic', 'metal']).default('plastic'),
  clamps: z.enum(['none', 'internal', 'external']).default('none'),
  mount: z.enum(['new-work', 'old-work', 'ceiling']).default('new-work'),
  fanRated: z.boolean().default(false),
  mostCables: z.number().int().min(1).max(20).nullable().default(null),
  lowVoltage: z.boolean().default(false),
  byHand: z.boolean().default(false),
});

const device = z.strictObject({
  box: idSchema,
  slot: z.number().int().min(0).max(7).default(0),
  kind: z.enum(deviceKinds).default('receptacle'),
  circuit: idSchema.nullable().default(null),
  va: z.number().min(0).max(1e6).optional(),
  label: text.default(''),
  /** A receptacle with its tab broken off: one half switched, the other always on. */
  half: z.boolean().default(false),
  /** Load that runs three hours or more: counts at 125 %. */
  continuous: z.boolean().default(false),
  /** Equipment fastened in place, not plugged in by hand. */
  fastened: z.boolean().default(false),
  /** Stays on its circuit when circuits are proposed anew. */
  pinned: z.boolean().default(false),
});

const control = z.strictObject({
  switches: z.array(idSchema).default([]),
  loads: z.array(idSchema).default([]),
});

const panel = z.strictObject({
  on: z.strictObject({
    wall: idSchema,
    side: side.default('left'),
    at: position,
    /** Inches of cable from where it leaves this wall to a panel that stands elsewhere; 0 when the panel is on the wall. */
    away: z.number().min(0).max(6000).default(0),
    /** Which way the cable leaves the wall for a panel that stands elsewhere. */
    leaves: z.enum(['below', 'above']).default('below'),
  }),
  name: text.default(''),
  amps: z.number().positive().max(2000).default(200),
  spaces: z.number().int().min(1).max(84).default(40),
  source: z.union([z.literal('service'), z.literal('standby'), idSchema]).default('service'),
  existing: z.boolean().default(true),
  /** 2 for 120/240 V, 1 where both poles are fed alike. */
  legs: z.union([z.literal(1), z.literal(2)]).default(2),
  /** Spaces, from the bottom up, that take a breaker with two halves. */
  tandems: z.number().int().min(0).max(84).default(0),
  /** The breaker that feeds a panel from another: its space there, its amperes and its copper. */
  feeder: z
    .strictObject({
      space: z.number().int().min(1).max(84).nullable().default(null),
      amps: z.number().positive().max(400).default(60),
      gauge: z.enum(keysOf(ampsByFeeder)).default('6'),
    })
    .optional(),
  /** Where it stands, for what the code forbids; worked out from its wall unless a person says. */
  place: z.enum(['auto', 'clear', 'bathroom', 'clothes-closet', 'over-stairs']).default('auto'),
  /** Clear space measured in front of it, inches. */
  clear: z
    .strictObject({ width: span.optional(), depth: span.optional(), height: span.optional() })
    .prefault({}),
});

/** What can be wrong with a circuit as it is found. */
export const circuitFaults = [
  'splice-without-box', 'no-connector', 'damaged-cable', 'loose-joint', 'two-wires-on-a-breaker', 'no-ground', 'supplies-mixed', 'missing-gfci', 'missing-afci', 'unknown',
] as const; // prettier-ignore

/** What an audit found on a circuit that is there already. */
const foundCircuit = z.strictObject({
  serves: z.string().max(500).default(''),
  outlets: z.number().int().min(0).max(200).default(0),
  va: z.number().min(0).max(1e5).optional(),
  supply: z.enum(['normal', 'standby', 'both', 'unknown']).default('normal'),
  faults: z.array(z.enum(circuitFaults)).default([]),
  /** Whether new outlets may go on it. */
  extend: z.boolean().default(false),
  note: z.string().max(1000).default(''),
});

const circuit = z.strictObject({
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
  reason: z.string().max(1000).default(''),
  found: foundCircuit.optional(),
});

/** What a service load is worked out from besides the plan itself. Areas in square feet, loads in volt-amperes. */
const service = z.strictObject({
  method: z.enum(['auto', 'standard', 'optional', 'existing', 'measured']).default('auto'),
  existingArea: z.number().min(0).max(1e5).default(0),
  /** Highest demand in a year of bills or a month of metering; 0 when not known. */
  measuredVa: z.number().min(0).max(1e6).default(0),
  heatingVa: z.number().min(0).max(1e6).default(0),
  coolingVa: z.number().min(0).max(1e6).default(0),
  /** Separately controlled heaters; four or more count less. */
  heatingUnits: z.number().int().min(1).max(50).default(1),
  /** Heating or cooling that this job adds to a house that stands. */
  heatingIsNew: z.boolean().default(false),
  /** Appliances of the house that the plan does not show. */
  appliances: z
    .array(
      z.strictObject({
        name: text,
        va: z.number().min(0).max(1e6),
        kind: z.enum(['fastened', 'range', 'dryer']).default('fastened'),
      }),
    )
    .default([]),
});

const run = z.strictObject({
  from: idSchema,
  to: idSchema.nullable().default(null),
  circuit: idSchema.nullable().default(null),
  cable: z.enum(keysOf(cables)).default('14/2'),
  way: z.enum(['auto', 'wall', 'over', 'under', 'surface']).default('auto'),
  pinned: z.boolean().default(false),
  endsAt: z
    .strictObject({ level: idSchema.default('L1'), x: coordinate, y: coordinate, z: coordinate })
    .optional(),
  tail: z.number().min(0).max(6000).default(0),
});

/** A finding a person has looked at and let stand: which check, what it is about, and why. */
const accepted = z.strictObject({
  rule: text,
  about: z.array(z.string().max(200)).default([]),
  /** The wall it was seen on, where the same check may find the same room wanting twice. */
  wall: idSchema.nullable().default(null),
  reason: z.string().trim().min(1, 'must say why').max(1000),
});

const stock = z.strictObject({
  item: text,
  feet: z.number().min(0).max(1e5).optional(),
  count: z.number().min(0).optional(),
});
const price = z.strictObject({
  cents: z.number().min(0).max(1e8),
  per: z.enum(['ft', 'each', 'box', 'coil', 'in']).default('each'),
  on: text.optional(),
});

/** Rule values by id, each checked against its own rule. */
export const ruleValues = z
  .record(z.string(), z.unknown())
  .default({})
  .superRefine((values, context) => {
    for (const [id, value] of Object.entries(values)) {
      if (!isRuleId(id)) {
        context.addIssue({
          code: 'custom',
          path: [id],
          message: 'is not a rule; “chalk rules” lists them all',
        });
        continue;
      }
      const read = ruleCatalogue[id].schema.safeParse(value, { reportInput: true });
      if (read.success) continue;
      for (const problem of problemsFrom(read.error.issues))
        context.addIssue({
          code: 'custom',
          path: [id, ...problem.path.split('.').filter(Boolean)],
          message: problem.message,
        });
    }
  });

/** The schema of one entry of each collection, for adding entries with their defaults. */
export const entrySchemas = {
  levels: level, points: point, walls: wall, openings: opening, members: member, obstacles: obstacle, rooms: room, fixtures: fixture,
  boxes: box, devices: device, controls: control, panels: panel, circuits: circuit, runs: run, stock: stock, accepted: accepted, models: model,
} as const; // prettier-ignore

export const planSchema = z.strictObject({
  format: z.literal('fieldchalk.plan'),
  version: z.literal(1),
  job: z
    .strictObject({
      name: text.default('Untitled job'),
      kind: z.enum(['new', 'addition', 'renovation']).default('addition'),
    })
    .prefault({}),
  rules: z
    .strictObject({
      edition: z.enum(['2014', '2017', '2020', '2023']).default('2023'),
      values: ruleValues,
      reasons: z.record(z.string(), z.string().max(1000)).default({}),
    })
    .prefault({}),
  levels: z.record(idSchema, level).default(() => ({ L1: level.parse({ name: 'Main' }) })),
  points: collection(point),
  walls: collection(wall),
  openings: collection(opening),
  members: collection(member),
  obstacles: collection(obstacle),
  rooms: collection(room),
  fixtures: collection(fixture),
  boxes: collection(box),
  devices: collection(device),
  controls: collection(control),
  panels: collection(panel),
  circuits: collection(circuit),
  runs: collection(run),
  stock: collection(stock),
  accepted: collection(accepted),
  models: collection(model),
  service: service.prefault({}),
  prices: z.record(text, price).default({}),
});

export type Plan = z.infer<typeof planSchema>;
export type PlanInput = z.input<typeof planSchema>;
export type Level = Plan['levels'][string];
export type Point = Plan['points'][string];
export type Wall = Plan['walls'][string];
export type Opening = Plan['openings'][string];
export type MeasuredMember = Plan['members'][string];
export type Obstacle = Plan['obstacles'][string];
export type Room = Plan['rooms'][string];
export type Fixture = Plan['fixtures'][string];
export type Layer = z.infer<typeof layer>;
export type Box = Plan['boxes'][string];
export type WallPlace = z.infer<typeof onWall>;
export type Device = Plan['devices'][string];
export type Panel = Plan['panels'][string];
export type Circuit = Plan['circuits'][string];
export type Run = Plan['runs'][string];
export type Service = Plan['service'];
export type FoundCircuit = z.infer<typeof foundCircuit>;
export type CircuitFault = (typeof circuitFaults)[number];
export type Price = Plan['prices'][string];
export type Side = z.infer<typeof side>;
export type RoomUse = (typeof roomUses)[number];
export type DeviceKind = (typeof deviceKinds)[number];

/** The collections keyed by id, in the order the format lists them. */
export const collections = [
  'levels', 'points', 'walls', 'openings', 'members', 'obstacles', 'rooms', 'fixtures', 'boxes', 'devices', 'controls',
  'panels', 'circuits', 'runs', 'stock', 'accepted', 'models',
] as const; // prettier-ignore
export type CollectionName = (typeof collections)[number];

/** An empty plan with one level. */
export function emptyPlan(name = 'Untitled job', kind: Plan['job']['kind'] = 'addition'): Plan {
  return planSchema.parse({ format: 'fieldchalk.plan', version: 1, job: { name, kind } });
}

const catalogues = new WeakMap<Plan['models'], Catalogue>();

/** Every box model the plan can name: the generic ones and its own. The same object while its own models stay the same. */
export function catalogueOf({ models }: Pick<Plan, 'models'>): Catalogue {
  const known = catalogues.get(models) ?? { ...boxModels, ...models };
  catalogues.set(models, known);
  return known;
}

export function isOnWall(on: Box['on']): on is WallPlace {
  return 'wall' in on;
}

/** The JSON Schema (draft 2020-12) of a plan file as people write it, defaults not yet filled in. */
export function planJsonSchema(): object {
  return z.toJSONSchema(planSchema, { io: 'input', unrepresentable: 'any' });
}
