import { z } from 'zod';
import { Computer } from '../compute/index.ts';
import { distance, type XYZ } from '../geometry/index.ts';
import { entryOf, must, nth } from '../lookups/index.ts';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, mostStops, runSchema, type Plan, type RunPlace } from '../plan/index.ts';
import { settled } from '../plan/settled.ts';
import { isData } from '../materials/index.ts';
import { growBoxes } from '../proposals/grown.ts';
import { between, keepSame } from '../proposals/sameAgain.ts';
import { addRuns, guardFirst } from '../proposals/runs/index.ts';
import { pathBetween } from '../proposals/runs/links.ts';
import { splicePlace } from '../proposals/runs/splicePlace.ts';
import { ruleBook } from '../rules/index.ts';
import { stopAt } from '../runs/through.ts';
import type { House } from '../stages/index.ts';
import { circuitTree, fitCables, sourcesOf } from '../wiring/index.ts';
import { need } from './need.ts';
import { id, verb, whole } from './verb.ts';

const placeSchema = whole(runSchema.shape.through.unwrap().element);

const computers = new WeakMap<Plan, Computer>();

/** What follows from a draft as it is now, by one computer for all of an edit. */
function houseOf(draft: Plan): House {
  const computer = computers.get(draft) ?? new Computer();
  computers.set(draft, computer);
  return computer.take(settled(draft));
}

const isOn = (draft: Plan, circuit: string, box: string) =>
  Object.values(draft.devices).some((d) => d.box === box && d.circuit === circuit);

/** A box of a circuit, or its panel; refused otherwise. */
function needEnd(draft: Plan, circuit: string, end: string, field: string): void {
  if (entryOf(draft.circuits, circuit).panel === end) return;
  need(draft.boxes, end, field);
  if (!isOn(draft, circuit, end))
    throw new EditRefused(field, 'has nothing on this circuit; put a device of it on the circuit first');
}

const isBetween = (run: { from: string; to: string | null }, a: string, b: string) =>
  (run.from === a && run.to === b) || (run.from === b && run.to === a);

/** The power cables of a circuit that end in boxes. */
const cablesOf = (draft: Plan, circuit: string) =>
  Object.entries(draft.runs).filter(([, r]) => r.circuit === circuit && r.to !== null && !isData(r.cable));

/** Lays what a circuit still lacks, gives all its cables the conductors they need and its boxes the room, and pins those between some pairs of ends. */
function layRest(draft: Plan, circuit: string, pairs: readonly (readonly [string, string])[]): void {
  addRuns(draft, houseOf(draft), { only: [circuit] });
  fitCables(draft, [circuit], ruleBook(draft.rules.values)('control.neutral'));
  for (const [, run] of cablesOf(draft, circuit))
    if (pairs.some(([a, b]) => isBetween(run, a, b))) run.pinned = true;
  growBoxes(draft, circuit, () => houseOf(draft));
}

/** Where the cable of a circuit starts: at its panel; of one that was there before, at the old box that is tapped, or the first there is. Null where there is neither. */
function startOf(draft: Plan, circuit: string): string | null {
  const { panel, existing } = entryOf(draft.circuits, circuit);
  if (!existing) return panel;
  const plan = settled(draft);
  const old = sourcesOf(plan, circuit).filter((box) => box !== panel);
  return circuitTree(plan, circuit).stretches.find((s) => old.includes(s.from))?.from ?? old[0] ?? panel;
}

/** Adds a cable between two ends of a circuit, or uses the one that is there. */
function link(draft: Plan, circuit: string, from: string, to: string): void {
  if (cablesOf(draft, circuit).some(([, r]) => isBetween(r, from, to))) return;
  draft.runs[nextId(draft, 'runs')] = entrySchemas.runs.parse({ from, to, circuit });
}

/** Places a cable goes through with one more, where it makes the cable least longer, as the crow flies. */
function withStop(draft: Plan, id: string, place: RunPlace): RunPlace[] {
  const { through } = entryOf(draft.runs, id);
  const raised = (p: RunPlace): XYZ => ({ ...p, z: p.z + entryOf(draft.levels, p.level).elevation });
  const path = houseOf(draft).runs.runs[id]?.path ?? [];
  const [first, last] = [path[0], path.at(-1)];
  const all = [...(first ? [first] : []), ...through.map(raised), ...(last ? [last] : [])];
  const at = raised(place);
  const apart = (a: XYZ | undefined, b: XYZ | undefined) =>
    a && b ? Math.hypot(distance(a, b), b.z - a.z) : 0;
  const more = through
    .map((_, i) => i)
    .concat(through.length)
    .map((i) => apart(all[i], at) + apart(at, all[i + 1]) - apart(all[i], all[i + 1]));
  const best = more.reduce((least, m, i) => (m < nth(more, least) - 1e-9 ? i : least), 0);
  return through.toSpliced(best, 0, place);
}

/** Verbs for cables: which way, in which order, joined by hand. */
export const cableEdits = {
  goThrough: verb(
    'Has a cable go through a place one points at, beside those it goes through already, and pins it. `z` is above the subfloor.',
    z.strictObject({ run: id, place: placeSchema }),
    (draft, args) => {
      const run = need(draft.runs, args.run, 'run');
      need(draft.levels, args.place.level, 'place.level');
      if (run.through.length >= mostStops)
        throw new EditRefused('place', `is one too many: a cable goes through ${mostStops} at most`);
      run.through = withStop(draft, args.run, args.place);
      run.pinned = true;
      const house = houseOf(draft);
      if (stopAt(house, args.place) === null || house.runs.runs[args.run]?.path.length === 0)
        throw new EditRefused(
          'place',
          'takes no cable: it is closed, or nothing leads there this way; point in a wall, or over an open ceiling',
        );
    },
  ),
  orderBoxes: verb(
    'Has the cable of a circuit go from its panel, or from the old box it is tapped at, to some of its boxes in an order of one’s own, and pins that; the rest is laid on from there.',
    z.strictObject({ circuit: id, boxes: z.array(id).min(1).readonly() }),
    (draft, { circuit, boxes }) => {
      need(draft.circuits, circuit, 'circuit');
      const start = startOf(draft, circuit);
      const twice = boxes.find((b, i) => boxes.indexOf(b) !== i);
      if (twice !== undefined) throw new EditRefused('boxes', 'have one box twice');
      for (const box of boxes) needEnd(draft, circuit, box, 'boxes');
      if (start === null || boxes.includes(start))
        throw new EditRefused(
          'boxes',
          start === null
            ? 'have no panel and no old box to start from; give the circuit one first'
            : 'start after the panel, or after the old box that is tapped',
        );
      const before = settled(draft);
      const chain = [start, ...boxes];
      const pairs = boxes.map((box, i) => [nth(chain, i), box] as const);
      const given = new Set<string | null>(chain);
      const stays = (run: { from: string; to: string | null }) =>
        pairs.some(([a, b]) => isBetween(run, a, b));
      for (const [key, run] of cablesOf(draft, circuit)) {
        const isAmong = given.has(run.from) && given.has(run.to);
        if (!stays(run) && (isAmong || !run.pinned || run.from === start || run.to === start))
          delete draft.runs[key];
      }
      for (const [a, b] of pairs) link(draft, circuit, a, b);
      layRest(draft, circuit, pairs);
      keepSame(draft, before);
      guardFirst(draft, circuit, nth(boxes, 0));
    },
  ),
  joinBoxes: verb(
    'Joins two places of a circuit with a cable of their own and pins it. Where that would close a loop, the longest cable of the loop that is not pinned goes.',
    z.strictObject({ circuit: id, from: id, to: id }),
    (draft, { circuit, from, to }) => {
      need(draft.circuits, circuit, 'circuit');
      needEnd(draft, circuit, from, 'from');
      needEnd(draft, circuit, to, 'to');
      if (from === to) throw new EditRefused('to', 'must be another box');
      if (cablesOf(draft, circuit).some(([, r]) => isBetween(r, from, to)))
        throw new EditRefused('to', 'is joined to it already');
      const before = settled(draft);
      const { runs } = houseOf(draft);
      const loop = pathBetween(settled(draft), circuit, from, to) ?? [];
      const free = loop.filter((stretch) => stretch.every((run) => !entryOf(draft.runs, run).pinned));
      if (loop.length > 0 && free.length === 0)
        throw new EditRefused('to', 'closes a loop of pinned cables; let one of them go first');
      const lengthOf = (stretch: readonly string[]) => runs.runs[nth(stretch, 0)]?.length.path ?? 0;
      const longest = free.reduce<readonly string[]>(
        (best, s) => (best.length === 0 || lengthOf(s) > lengthOf(best) ? s : best),
        [],
      );
      for (const run of longest) delete draft.runs[run];
      link(draft, circuit, from, to);
      layRest(draft, circuit, [[from, to]]);
      keepSame(draft, before);
    },
  ),
  swapBoxes: verb(
    'Exchanges the places of two boxes in the order of a circuit: what came to the one comes to the other. A cable that goes elsewhere by it is a new one, in the place of the old.',
    z.strictObject({ circuit: id, a: id, b: id }),
    (draft, { circuit, a, b }) => {
      const { panel } = need(draft.circuits, circuit, 'circuit');
      for (const [end, field] of [
        [a, 'a'],
        [b, 'b'],
      ] as const) {
        if (end === panel) throw new EditRefused(field, 'is the panel, where the circuit starts');
        needEnd(draft, circuit, end, field);
      }
      if (a === b) throw new EditRefused('b', 'must be another box');
      const before = settled(draft);
      const swapped = (end: string) => (end === a ? b : end === b ? a : end);
      for (const [key, run] of cablesOf(before, circuit)) {
        const [from, to] = [swapped(run.from), swapped(must(run.to, 'the far end'))];
        if (isBetween(run, from, to)) continue;
        const fresh = between(key, nextId(draft, 'runs'));
        delete draft.runs[key];
        draft.runs[fresh] = { ...run, from, to, through: [] };
      }
      fitCables(draft, [circuit], ruleBook(draft.rules.values)('control.neutral'));
      keepSame(draft, before);
      growBoxes(draft, circuit, () => houseOf(draft));
      const first = cablesOf(draft, circuit).find(([, r]) => r.from === panel || r.to === panel)?.[1];
      if (first)
        guardFirst(draft, circuit, first.from === panel ? must(first.to, 'the first box') : first.from);
    },
  ),
  spliceRun: verb(
    'Puts a splice box with a cover on a cable, `along` inches from where it starts: in the nearest place where it stays in reach.',
    z.strictObject({ run: id, along: z.number().min(0) }),
    (draft, { run: runId, along }) => {
      const run = need(draft.runs, runId, 'run');
      if (run.circuit === null || isData(run.cable))
        throw new EditRefused('run', 'carries no circuit, so nothing of it is spliced');
      const house = houseOf(draft);
      const { path, length } = must(house.runs.runs[runId], 'the cable as it lies');
      if (path.length === 0) throw new EditRefused('run', 'has no way yet; nothing can be put on it');
      if (along > length.path)
        throw new EditRefused(
          'along',
          `is past the end of the cable, which is ${Math.floor(length.path)} in. long`,
        );
      const on = splicePlace(pointAlong(path, along), house);
      if (on === null)
        throw new EditRefused(
          'along',
          'has no place near it where a box stays in reach: a splice is never hidden',
        );
      const box = nextId(draft, 'boxes');
      const reason = 'A splice in a cable: its cover stays in reach, NEC 314.29.';
      draft.boxes[box] = entrySchemas.boxes.parse({ ...on, reason });
      draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({
        box,
        kind: 'splice',
        circuit: run.circuit,
      });
      // Cables side by side between the same two ends all come into it.
      const { from, to } = run;
      const beside =
        to === null ? [] : cablesOf(draft, run.circuit).filter(([, r]) => isBetween(r, from, to));
      for (const key of to === null ? [runId] : beside.map(([key]) => key)) {
        const first = entryOf(draft.runs, key);
        first.through = [];
        draft.runs[nextId(draft, 'runs')] = { ...first, from: box };
        delete first.endsAt;
        Object.assign(first, { to: box, tail: 0 });
      }
    },
  ),
} as const;

/** The point of a path so many inches from its start. */
function pointAlong(path: readonly XYZ[], along: number): XYZ {
  let left = along;
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [nth(path, i - 1), nth(path, i)];
    const inches = Math.hypot(distance(a, b), b.z - a.z);
    if (left <= inches && inches > 0) {
      const t = left / inches;
      return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
    }
    left -= inches;
  }
  return nth(path, path.length - 1);
}
