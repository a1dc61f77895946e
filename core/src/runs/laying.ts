import { dequal } from 'dequal';
import { idsOf, query } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entryOf, must, nth, valueIn } from '../lookups/index.ts';
import { isData } from '../materials/index.ts';
import type { Run } from '../plan/index.ts';
import type { Laid } from './cableLine.ts';
import { DrilledSteps, placesOf, sharedAt, type HolePlace, type Sharing } from './drilling.ts';
import { crowded, type Rooms, type Sought } from './search.ts';
import { openEnd, runEnd, type RunEnd, type Ways } from './ends.ts';
import type { RouteGraph } from './graph.ts';
import { isSameEnd, keptIn, type Least } from './keptWays.ts';
import { openSpaces } from './openSpaces.ts';
import { bitsOf, largestFor, type LargestBits } from './boreLimits.ts';
import { HoleChanges } from './holeChanges.ts';
import { HoleUses, type UsesByPlace } from './holeUses.ts';
import type { StepCost } from './prices.ts';
import { cableCents } from './price.ts';
import {
  costToNode,
  findWay,
  isInOneBay,
  stepBetweenEnds,
  stepCostFor,
  stepInBay,
  type Way,
} from './route.ts';
import { routeGraph } from './routeGraph.ts';
import { isOwnChanged, isStillBest } from './stillBest.ts';
import { findWayThrough, stopAt } from './through.ts';
import { wallPiece } from './wallPiece.ts';

/** A run as it was laid last, with what it was laid in and the holes it asked for. */
interface Kept {
  readonly graph: RouteGraph;
  readonly from: RunEnd;
  readonly to: RunEnd;
  readonly stepCost: StepCost;
  readonly cable: string;
  readonly through: Run['through'];
  readonly way: Way | null;
  readonly places: readonly HolePlace[];
  readonly bits: LargestBits;
}

type Runs = ReadonlyMap<string, Kept>;

/** Runs as they were laid last, and which of them go through each place. */
interface KeptLaying {
  readonly runs: Runs;
  readonly uses: UsesByPlace;
}
const nothing = (): KeptLaying => ({ runs: new Map(), uses: new Map() });

/** Runs as each was laid alone, and as it was laid once more among all others. */
interface KeptRuns {
  readonly sharing: Sharing;
  readonly first: KeptLaying;
  readonly again: KeptLaying;
}

/** The runs laid last, in their order. */
const keptRuns = new WeakMap<Ways, KeptRuns>();

/** How the runs were laid last; nothing where other numbers of cables share a hole now, as all found other room then. */
function laidBefore(w: Ways, sharing: Sharing): KeptRuns {
  const known = keptRuns.get(w);
  return known && dequal(known.sharing, sharing) ? known : { sharing, first: nothing(), again: nothing() };
}

/** Both ends of a run; null where the framing gives no way to one of them. */
export function endsOfRun(w: Ways, id: string): { from: RunEnd; to: RunEnd } | null {
  const run = w.plan.runs[id];
  if (!run) return null;
  const from = runEnd(w, run.from);
  const to = run.to === null ? openEnd(w, run) : runEnd(w, run.to);
  return from && to ? { from, to } : null;
}

/** A run that needs no way through the framing: it stays in one bay, or hangs at both ends over open ground in one space. Nothing for any other. */
function layNear(w: Ways, run: Run, { from, to }: { from: RunEnd; to: RunEnd }): Laid | undefined {
  if (run.through.length > 0) return undefined;
  const inBay = stepInBay(from, to, (wall) => wallPiece(w, wall).bays);
  if (inBay && isInOneBay(from, to, run.way) && inBay.kind !== 'groove') return 'in one bay';
  const step = stepBetweenEnds(from, to, openSpaces(w));
  if (!step) return undefined;
  const stepCost = stepCostFor(w.rules, run.way, cableCents(w.plan, run.cable, w.rules));
  return stepCost(step) < Infinity ? 'in one space' : undefined;
}

/** What all ways of one kind of cable are laid in, one by one. */
interface Round {
  readonly w: Ways;
  readonly graph: RouteGraph;
  /** The holes there were last time, by the steps of a graph; null where runs do not look for any. */
  readonly rooms: Least['rooms'] | null;
}

/** A run whose turn it is, with how it was laid last time. */
interface Turn {
  readonly run: Run;
  readonly ends: { readonly from: RunEnd; readonly to: RunEnd };
  readonly known: Kept | undefined;
}

/** The others' holes when a run's turn comes. */
interface Others {
  readonly turn: number;
  readonly changes: HoleChanges;
  /** Holes by the steps of the graph. */
  readonly steps: DrilledSteps;
}

const isAlike = (a: HolePlace, b: HolePlace): boolean => a.most === b.most && a.largest === b.largest;
const samePlaces = (a: readonly HolePlace[], b: readonly HolePlace[]): boolean =>
  a.length === b.length &&
  a.every((p, i) => p.key === nth(b, i).key && p.step === nth(b, i).step && isAlike(p, nth(b, i)));

/** The holes a way asks for, worked out once. */
const placesOfWay = query(
  'hole places of way',
  (way: Way, bits: LargestBits): readonly HolePlace[] => placesOf(way, (m) => largestFor(bits, m)),
  Object.is,
);

/** What a way costs by the holes there are now, given the places it goes through. */
function costNow(
  way: Way,
  { stepCost, cable, places }: Kept,
  { graph, ends }: Pick<Round, 'graph'> & Pick<Turn, 'ends'>,
  { changes, turn }: Others,
): number {
  const rooms = new Map(places.map((p) => [p.step, changes.roomFor(p.key, cable, turn)]));
  const along = way.steps.reduce((sum, step, i) => {
    const room = rooms.get(i);
    return sum + (room === 'none' ? stepCost(step, 'beside') + crowded : stepCost(step, room));
  }, 0);
  const [first, last] = [nth(way.nodes, 0), nth(way.nodes, way.nodes.length - 1)];
  return along + costToNode(ends.from, first, graph, stepCost) + costToNode(ends.to, last, graph, stepCost);
}

/** What a step of a run costs, and its way of last time as it is in the graph of now; null where it is asked for otherwise, or is gone. */
function standing({ w, graph, rooms }: Round, { run, ends, known }: Turn) {
  const cents = cableCents(w.plan, run.cable, w.rules);
  const stepCost = stepCostFor(w.rules, run.way, cents);
  const isSame =
    known?.stepCost === stepCost &&
    known.cable === run.cable &&
    known.through === run.through &&
    (run.through.length === 0 || known.graph === graph) &&
    isSameEnd(known.from, ends.from, known.graph, graph) &&
    isSameEnd(known.to, ends.to, known.graph, graph);
  if (!isSame) return { stepCost, kept: null };
  // Whatever way is asked for, its steps cost what they do anywhere or more; on the surface holes cost nothing.
  const least =
    rooms && run.way !== 'surface' ? { stepCost: stepCostFor(w.rules, 'auto', cents), rooms } : null;
  return { stepCost, kept: keptIn(graph, { ...known, ...ends }, least) };
}

/** The cheapest way of a run, `among` the holes there are; by new ones alone where none are told. */
function searched(
  { w, graph }: Round,
  { run, ends }: Turn,
  stepCost: StepCost,
  among: Pick<Sought, 'rooms' | 'atMost'>,
): Way | null {
  if (run.through.length === 0) return findWay(ends, graph, stepCost, among);
  return wayThrough(w, run, ends, graph, { stepCost, rooms: among.rooms });
}

/** The way of last time where the one found is just the same, so that nothing beyond it is worked out again. */
function asBefore(before: Way | null | undefined, found: Way | null): Way | null {
  const isSame =
    before &&
    found &&
    before.cost === found.cost &&
    before.nodes.length === found.nodes.length &&
    before.nodes.every((node, i) => node === found.nodes[i]) &&
    dequal(before.steps, found.steps);
  return isSame ? before : found;
}

/** A run with the way found for it, and the holes it asks for: the very same as last time where they are alike. */
function laid({ w, graph }: Round, { run, ends, known }: Turn, stepCost: StepCost, found: Way | null): Kept {
  const way = asBefore(known?.way, found);
  const { from, to } = ends;
  const { cable, through } = run;
  const bits = bitsOf(w);
  const kept = { from, to, graph, stepCost, cable, through, way, bits };
  if (known?.way === way && known.bits === bits && known.stepCost === stepCost)
    return { ...kept, places: known.places };
  const places = way && run.way !== 'surface' ? placesOfWay(way, bits) : [];
  return { ...kept, places: known && samePlaces(known.places, places) ? known.places : places };
}

/** Lays a run as if it were alone in the house: as it was, for as long as that must be the best. */
function layAlone(round: Round, at: Turn): Kept {
  const { stepCost, kept } = standing(round, at);
  const way = kept?.isBest
    ? kept.way
    : searched(round, at, stepCost, kept?.way ? { atMost: kept.way.cost } : {});
  return laid(round, at, stepCost, way);
}

/** Lays a run among the holes of all others: as it was, for as long as that must be the best. */
function layAmong(round: Round, at: Turn, others: Others): Kept {
  const { graph } = round;
  const { run, ends, known } = at;
  const { changes, turn, steps } = others;
  const { stepCost, kept } = standing(round, at);
  const changed = kept ? changes.forCable(run.cable, turn) : [];
  const isGood = kept && known && !isOwnChanged(known.places, changed);
  if (isGood && kept.isBest && isStillBest({ ...ends, stepCost, way: kept.way }, changed, graph))
    return laid(round, at, stepCost, kept.way);
  const rooms = steps.rooms((key) => changes.roomFor(key, run.cable, turn));
  // What still goes costs what it did, or what it does by the holes there are now, and the best no more.
  const atMost =
    kept?.way && known
      ? isGood
        ? kept.way.cost
        : costNow(kept.way, known, { graph, ends }, others)
      : Infinity;
  return laid(round, at, stepCost, searched(round, at, stepCost, { rooms, atMost }));
}

/** The way of a run that is told where to go through; a place that takes no cable, or no longer, is passed by. */
function wayThrough(
  w: Ways,
  run: Run,
  ends: { from: RunEnd; to: RunEnd },
  graph: RouteGraph,
  { stepCost, rooms }: { stepCost: StepCost; rooms: Rooms | undefined },
): Way | null {
  const stops = run.through.flatMap((place) => stopAt(w, place) ?? []);
  return findWayThrough(ends, stops, graph, stepCost, rooms);
}

/** Holes that were asked for last time, as the steps of a graph go through them; worked out when first asked for. */
function roomsOf(...holes: readonly HoleUses[]): (graph: RouteGraph) => Rooms {
  let known: { graph: RouteGraph; rooms: Rooms } | null = null;
  return (graph) => {
    if (known?.graph !== graph) {
      const keys = new Set(holes.flatMap((h) => [...h.keys()]));
      known = { graph, rooms: sharedAt(graph, keys) };
    }
    return known.rooms;
  };
}

/** Notes which runs go otherwise than they did, and which are gone. */
function noteAll(holes: HoleUses, before: Runs, now: Runs): void {
  for (const [id, kept] of now) holes.change(id, before.get(id), kept);
  for (const [id, kept] of before) if (!now.has(id)) holes.change(id, kept, undefined);
}

/** Runs that leave their bay and their space, with their ends, in the order of their ids. */
type Through = ReadonlyMap<string, Turn['ends']>;

const turnOf = (w: Ways, id: string, ends: Turn['ends'], before: Runs): Turn => ({
  run: entryOf(w.plan.runs, id),
  ends,
  known: before.get(id),
});

/** The turns of runs of now and of last time, in the order of their ids: one that is gone keeps where it stood. */
function turnsOf(through: Through, before: Runs): ReadonlyMap<string, number> {
  const gone = [...before.keys()].filter((id) => !through.has(id));
  const ids = gone.length === 0 ? [...through.keys()] : [...through.keys(), ...gone].sort(compareIds);
  return new Map(ids.map((id, turn) => [id, turn]));
}

/** Each run as if it were alone in the house. */
function layFirst(w: Ways, graph: RouteGraph, through: Through, { runs: before, uses }: KeptLaying) {
  const holes = new HoleUses(uses);
  const runs = new Map<string, Kept>();
  for (const [id, ends] of through)
    runs.set(id, layAlone({ w, graph, rooms: null }, turnOf(w, id, ends, before)));
  noteAll(holes, before, runs);
  return { runs, holes };
}

/**
 * Each run once more among all others, in the order of their ids: a hole that is there costs less than a new one, and a full one takes no more. All
 * together never cost more than before.
 */
function layAgain(
  w: Ways,
  graph: RouteGraph,
  through: Through,
  first: { readonly runs: Runs; readonly holes: HoleUses },
  { sharing, again: { runs: before, uses } }: KeptRuns,
) {
  const holes = new HoleUses(uses);
  for (const [id, kept] of before) if (!through.has(id)) holes.change(id, kept, undefined);
  const turns = turnsOf(through, before);
  const changes = new HoleChanges(sharing, turns, first.holes, holes);
  const round = { w, graph, rooms: roomsOf(first.holes, holes) };
  const steps = new DrilledSteps(graph, new Set([...first.holes.keys(), ...holes.keys()]));
  const runs = new Map<string, Kept>();
  for (const [id, ends] of through) {
    const own = must(first.runs.get(id), 'a run that was laid');
    const at = turnOf(w, id, ends, before);
    const kept = own.way ? layAmong(round, at, { turn: valueIn(turns, id), changes, steps }) : own;
    runs.set(id, kept);
    if (!holes.change(id, at.known, kept)) continue;
    changes.forget();
    for (const { key } of kept.places) steps.note(key);
  }
  return { runs, holes };
}

/** How each run goes that is of one kind of cable: each as if it were alone, and then once more among all others. */
function layAll(w: Ways, ids: readonly string[]): Map<string, Laid | null> {
  const ways = new Map<string, Laid | null>();
  const through = new Map<string, { from: RunEnd; to: RunEnd }>();
  for (const id of ids) {
    const ends = endsOfRun(w, id);
    const laid = !ends ? null : layNear(w, entryOf(w.plan.runs, id), ends);
    if (laid === undefined) through.set(id, must(ends, 'the ends of a run'));
    ways.set(id, laid ?? null);
  }
  const graph = routeGraph(w);
  const sharing = { perHole: w.rules('drill.perHole'), perPlate: w.rules('drill.perPlate') };
  const before = laidBefore(w, sharing);
  const first = layFirst(w, graph, through, before.first);
  const again = layAgain(w, graph, through, first, before);
  for (const [id, ends] of through)
    ways.set(id, grooved(w, entryOf(w.plan.runs, id), ends, must(again.runs.get(id), 'a run that was laid')));
  for (const { holes } of [first, again]) holes.settle();
  keptRuns.set(w, {
    sharing,
    first: { runs: first.runs, uses: before.first.uses },
    again: { runs: again.runs, uses: before.again.uses },
  });
  return ways;
}

/** In foam block the groove from box to box, where no way over costs less. */
function grooved(
  w: Ways,
  run: Run,
  { from, to }: { from: RunEnd; to: RunEnd },
  { way, stepCost }: Kept,
): Laid | null {
  const step = run.through.length > 0 ? null : stepInBay(from, to, (wall) => wallPiece(w, wall).bays);
  if (step?.kind !== 'groove' || !isInOneBay(from, to, run.way)) return way;
  return way && way.cost <= stepCost(step) ? way : 'in one bay';
}

function isSameWays(a: ReadonlyMap<string, Laid | null>, b: ReadonlyMap<string, Laid | null>): boolean {
  if (a.size !== b.size) return false;
  for (const [id, way] of b) if (a.get(id) !== way || !a.has(id)) return false;
  return true;
}

/** How the runs of one kind of cable go, by run; null where there is no way. */
const waysOfKind = query(
  'ways of runs',
  (w: Ways, ofData: boolean): ReadonlyMap<string, Laid | null> =>
    layAll(
      w,
      idsOf(w.plan.runs).filter((id) => isData(entryOf(w.plan.runs, id).cable) === ofData),
    ),
  isSameWays,
);

/** How a run goes; null where there is no way, and nothing for one that is not there. `w`: as cable of its kind goes. */
export const wayOfRun = query(
  'way of run',
  (w: Ways, id: string): Laid | null | undefined => {
    const run = w.plan.runs[id];
    return run && waysOfKind(w, isData(run.cable)).get(id);
  },
  Object.is,
);
