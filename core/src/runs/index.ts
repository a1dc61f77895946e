import { entryOf, must } from '../lookups/index.ts';
import { isBoxless, kindsIn } from '../boxes/index.ts';
import type { Member } from '../framing/index.ts';
import type { XYZ } from '../geometry/index.ts';
import { idsOf, markView, query, viewOf } from '../incremental/index.ts';
import type { Plan, Run } from '../plan/index.ts';
import { framingKinds, isData } from '../materials/index.ts';
import type { RuleBook, RuleId } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';
import {
  boresOfWay,
  cableLine,
  type CableLine,
  type ClosedSpace,
  type Laid,
  type WayBore,
} from './cableLine.ts';
import type { Ways } from './ends.ts';
import type { RouteGraph } from './graph.ts';
import { drillHoles, type Bore, type DrilledHole } from './holes.ts';
import { endsOfRun, wayOfRun } from './laying.ts';
import { cutLength, type CutLength } from './lengths.ts';
import { groovesOf, guardedAlong, type Groove } from './lying.ts';
import { openSpaces } from './openSpaces.ts';
import { closedMinutes, closedSpaceMinutes } from './route.ts';
import type { Staple } from './staples.ts';
import { longLoopsOf, staplesOfRun, type HeldBy, type LongLoop } from './support.ts';
import { bitsOf, largestFor } from './boreLimits.ts';
import { routeGraph } from './routeGraph.ts';
import { placing } from './framed.ts';
import { tightBends, type TightBend } from './bends.ts';
import { missedStops } from './through.ts';

export { hasWay } from './hasWay.ts';
export { drilledOnce, toDrill, type Bore } from './holes.ts';
export type { Staple } from './staples.ts';
export type { CutLength } from './lengths.ts';
export { cableCents } from './price.ts';
export { openedInches } from './openedStrips.ts';
export { closedMinutes } from './route.ts';
export type { Ways } from './ends.ts';
export type { RouteGraph } from './graph.ts';

export interface LaidRun {
  readonly id: string;
  readonly cable: string;
  readonly path: readonly XYZ[];
  readonly way: CableLine['way'] | null;
  readonly bores: readonly Bore[];
  readonly joists: number;
  readonly staples: number;
  /** Where they are driven. */
  readonly stapled: readonly Staple[];
  /** Boxes where its loop is longer than the code lets it run to the first staple, and how long it may be there. */
  readonly longLoops: readonly LongLoop[];
  readonly length: CutLength;
  /** Closed walls the run goes through: how, past how many studs, and the minutes either way would take. */
  readonly closed: readonly ClosedPassage[];
  /** Inches of it over or under the walls. */
  readonly outside: number;
  /** Inches of that in attics, and in crawl spaces. */
  readonly attic: number;
  readonly crawl: number;
  /** Closed ceilings and floors it goes across, and the minutes either way would take. */
  readonly ceilings: readonly (ClosedSpace & {
    readonly fishMinutes: number;
    readonly openMinutes: number;
  })[];
  /** Grooves it lies in, by wall of foam block: how long, with how many wedges, and whether steel guards it along them. */
  readonly grooves: readonly Groove[];
  /** Boxes and panels it turns too near to: how much room its bend has there, and how much it needs. Inches. */
  readonly tight: readonly TightBend[];
  /** Places it is told to go through that it does not come to, by their numbers. */
  readonly missed: readonly number[];
  /** Furring it lies in, by wall, where steel guards it along its length: NEC 300.4(D). Inches. */
  readonly guarded: readonly { readonly wall: string; readonly inches: number }[];
}

export interface ClosedPassage {
  readonly wall: string;
  readonly how: 'fish' | 'open';
  readonly studs: number;
  readonly fishMinutes: number;
  readonly openMinutes: number;
}

export interface RunLayout {
  /** The framing as a graph; built when first asked for. */
  readonly graph: () => RouteGraph;
  readonly runs: Readonly<Record<string, LaidRun>>;
  /** The holes of each wall, each once: as the last of its cables meets it. */
  readonly holes: Readonly<Record<string, readonly Bore[]>>;
}

/** The rules as data cable keeps them: its line of holes is its own. */
const dataRules = query(
  'rules for data',
  (rules: RuleBook): RuleBook =>
    ((id: RuleId) =>
      id === 'drill.line' ? 'fixed' : rules(id === 'drill.height' ? 'drill.data' : id)) as RuleBook,
  Object.is,
);

/** The same ways as data cable goes them. */
const dataWays = query(
  'ways for data',
  (w: Ways): Ways => markView({ ...waysOf(w), rules: dataRules(w.rules) }),
  Object.is,
);
const waysOf = ({ plan, framing, rooms, layout, rules }: Ways): Ways => ({
  plan,
  framing,
  rooms,
  layout,
  rules,
});

/** Cable of the kind a run is goes these ways. */
const waysFor = (w: Ways, run: Run): Ways => (isData(run.cable) ? dataWays(w) : w);

/** How a run goes; null where there is no way, and nothing for one that is not there. */
const wayOf = (w: Ways, id: string): Laid | null | undefined => {
  const run = w.plan.runs[id];
  return run && wayOfRun(waysFor(w, run), id);
};

/** The holes of a run as the search put them. */
const boresThrough = query('bores of way', (w: Ways, id: string): readonly WayBore[] => {
  const way = wayOf(w, id);
  if (!way || typeof way === 'string' || entryOf(w.plan.runs, id).way === 'surface') return [];
  return boresOfWay(way);
});

/** Runs by where they bore: within a wall, or in a joint of walls; in the order of their ids. */
interface BoredPlaces {
  readonly runs: ReadonlyMap<string, readonly string[]>;
  /** For each wall the joints where it is bored together with others. */
  readonly joints: ReadonlyMap<string, readonly string[]>;
}

const boredPlaces = query('bored places', (w: Ways): BoredPlaces => {
  const runs = new Map<string, string[]>();
  const joints = new Map<string, string[]>();
  const put = (map: Map<string, string[]>, key: string, value: string) => {
    const list = map.get(key);
    if (!list) map.set(key, [value]);
    else if (!list.includes(value)) list.push(value);
  };
  for (const id of idsOf(w.plan.runs))
    for (const { drilledIn, members } of boresThrough(w, id)) {
      put(runs, drilledIn, id);
      for (const { wall } of members) if (wall !== drilledIn) put(joints, wall, drilledIn);
    }
  return { runs, joints };
});
const runsThrough = query(
  'runs through place',
  (w: Ways, place: string) => boredPlaces(w).runs.get(place) ?? [],
);
const jointsOf = query(
  'bored joints of wall',
  (w: Ways, wall: string): readonly string[] => boredPlaces(w).joints.get(wall) ?? [],
);

/** The holes at a place, shared by the cables that go through together: those each run meets, by run. What is drilled in the joints of a wall is there before the rest. */
const holesAt = query(
  'holes at place',
  (w: Ways, place: string): ReadonlyMap<string, readonly DrilledHole[]> => {
    const { plan, rules } = w;
    const wanted = runsThrough(w, place).flatMap((run) => {
      const { cable } = entryOf(plan.runs, run);
      return boresThrough(w, run)
        .filter((b) => b.drilledIn === place)
        .map((b) => ({ ...b, run, cable }));
    });
    const isJoint = plan.walls[place] === undefined;
    const drilled = isJoint ? [] : jointsOf(w, place).flatMap((at) => boresAt(w, at));
    const depthOf = (wall: string) => framingKinds[entryOf(plan.walls, wall).framing].depth;
    const bits = bitsOf(w);
    const largestIn = (m: Member) => largestFor(bits, m);
    return drillHoles(wanted, { depthOf, rules, drilled, largestIn });
  },
);

/** The holes at a place, each once. */
function boresAt(w: Ways, place: string): Bore[] {
  const all = [...holesAt(w, place).values()].flatMap((own) => own.flatMap((h) => h.bores));
  return [...new Map(all.map((b) => [b.hole, b])).values()];
}

/** The holes a run goes through, in the order it meets them: the same for as long as they are, whatever is drilled beside them. */
const holesOfRun = query('holes of run', (w: Ways, id: string): readonly DrilledHole[] => {
  const places = [...new Set(boresThrough(w, id).map((b) => b.drilledIn))];
  return places.flatMap((place) => holesAt(w, place).get(id) ?? []).sort((a, b) => a.order - b.order);
});

/** The line of a run: along its way, through its holes where they were drilled. */
const lineOf = query('line of run', (w: Ways, id: string): CableLine | null => {
  const way = wayOf(w, id);
  if (!way) return null;
  const run = entryOf(w.plan.runs, id);
  const ends = must(endsOfRun(waysFor(w, run), id), 'the ends of a run with a way');
  const holes = new Map(holesOfRun(w, id).map((h) => [h.step, h.place]));
  return cableLine(way, holes, { ...ends, asked: run.way, framing: w.framing, spaces: openSpaces(w) });
});

/** Where a run goes through wood: which hole, and whether its wall is closed. */
const holePlacesOf = query('places of holes of run', (w: Ways, id: string): readonly HeldBy[] =>
  holesOfRun(w, id).flatMap((h) => h.bores.map(({ wall, at, z }) => ({ wall, at, z }))),
);

/** What holds a run: the same for as long as it lies as it did, whatever shares its holes. */
const stapledAlong = query('staples of run', (w: Ways, id: string): readonly Staple[] => {
  const line = lineOf(w, id);
  return line ? staplesOfRun(w, entryOf(w.plan.runs, id), line, holePlacesOf(w, id)) : [];
});

/** Inches of a cable over and under the walls, those in attics and crawl spaces counted for as much more as they take. */
export const outsideEffort = ({ outside, attic, crawl }: LaidRun, rules: RuleBook): number =>
  outside + (attic * rules('minutes.attic') + crawl * rules('minutes.crawl')) / 100;

const laidRun = query('run', (w: Ways, id: string): LaidRun | undefined => {
  const { plan, rules } = w;
  const run = plan.runs[id];
  if (!run) return undefined;
  const line = lineOf(w, id);
  const path = line?.path ?? [];
  const bores = holesOfRun(w, id).flatMap((h) => h.bores);
  const stapled = stapledAlong(w, id);
  const isHanging = (box: string) => isBoxless(entryOf(plan.boxes, box), kindsIn(plan, box));
  return {
    id,
    cable: run.cable,
    path,
    way: line?.way ?? null,
    bores,
    joists: line?.joists ?? 0,
    staples: stapled.length,
    stapled,
    longLoops: line ? longLoopsOf(w, run) : [],
    length: cutLength(run, line?.length ?? 0, plan, rules, isHanging),
    closed: closedPassages(bores, plan, rules),
    outside: toDecimals(line?.outside ?? 0, 3),
    attic: toDecimals(line?.attic ?? 0, 3),
    crawl: toDecimals(line?.crawl ?? 0, 3),
    ceilings: (line?.ceilings ?? []).map((c) => {
      const minutes = closedSpaceMinutes(rules);
      const step = { length: c.inches, joists: c.joists };
      return { ...c, fishMinutes: minutes('fish', step), openMinutes: toDecimals(minutes('open', step), 1) };
    }),
    grooves: groovesOf(w, run, path, bores),
    guarded: guardedAlong(w, run, path, bores),
    missed: missedStops(w, run, path),
    tight: tightBends(run, { path, holes: bores.map((b) => placing(w, b.wall)(b.at, b.z)) }, rules),
  };
});

const holesOf = query('holes of wall', (w: Ways, wall: string): readonly Bore[] | undefined => {
  if (!w.plan.walls[wall]) return undefined;
  const places = [wall, ...jointsOf(w, wall)];
  return places.flatMap((place) => boresAt(w, place)).filter((b) => b.wall === wall);
});

/** Every run through the open framing, with its holes, staples and cut length. */
export const runsOf = query(
  'runs',
  (w: Ways): RunLayout => ({
    graph: () => routeGraph(w),
    runs: viewOf({ ids: () => idsOf(w.plan.runs), get: (id) => laidRun(w, id) }),
    holes: viewOf({ ids: () => idsOf(w.plan.walls), get: (id) => holesOf(w, id) }),
  }),
  Object.is,
);

function closedPassages(bores: readonly Bore[], plan: Plan, rules: RuleBook): ClosedPassage[] {
  const walls = [...new Set(bores.map((b) => b.wall))].filter(
    (w) => entryOf(plan.walls, w).cover === 'closed',
  );
  return walls.flatMap((wall) => {
    const studs = bores.filter((b) => b.wall === wall && b.number !== null).length;
    const how = entryOf(plan.walls, wall).access;
    if (studs === 0 || how === 'leave') return [];
    const minutes = closedMinutes(rules);
    const openMinutes = toDecimals(minutes('open', studs), 1);
    return [{ wall, how, studs, fishMinutes: minutes('fish', studs), openMinutes }];
  });
}
