import { fastestMs } from './timing.ts';
import { Computer, compute } from '../src/compute/index.ts';
import { makeEdit, proposed, type EditArgs, type EditName } from '../src/edits/index.ts';
import { changeOf } from '../src/incremental/index.ts';
import { patched } from '../src/plan/patches.ts';
import { isOnWall, type Plan } from '../src/plan/index.ts';
import { frozen } from '../src/plan/settled.ts';
import type { ProposalKind } from '../src/proposals/index.ts';
import { connectedHouse, wired } from './wired.ts';

/** What was measured: `ratio` times what `of` says, in the same run. */
export interface Figure {
  readonly id: string;
  readonly ratio: number;
  readonly of: string;
}

type Made = (plan: Plan, round: number) => Plan;

const made =
  <N extends EditName>(name: N, args: (round: number) => EditArgs<N>): Made =>
  (plan, round) => {
    const done = makeEdit(plan, name, args(round));
    if (!done.ok)
      throw new Error(`${name}: ${done.problems.map((p) => `${p.path} ${p.message}`).join('; ')}`);
    return done.plan;
  };

/** The middle one of a list. */
const middle = <T>(list: readonly T[]): T => list[Math.floor(list.length / 2)]!;

/** So many boxes are moved, to and fro. */
const movedBoxes = 7;

/** Edits of every part of a house, each somewhat different from round to round. */
function editsOf(house: Plan): Record<string, Made> {
  // Boxes all over the house, one after another: what one costs to move hangs on how many cables go by.
  const onWalls = Object.keys(house.boxes).filter((id) => isOnWall(house.boxes[id]!.on));
  const boxes = Array.from(
    { length: movedBoxes },
    (_, i) => onWalls[Math.floor(((i + 0.5) * onWalls.length) / movedBoxes)]!,
  );
  const boxAt = (i: number) => boxes[i % boxes.length]!;
  const on = (i: number) => house.boxes[boxAt(i)]!.on as { at: number };
  /** Away from the nearer end of its wall, past a stud each time. */
  const placeAt = (i: number) =>
    on(i).at + (on(i).at > 72 ? -18 : 18) * (1 + (Math.floor(i / boxes.length) % 2));
  const device = middle(Object.keys(house.devices));
  const opening = middle(Object.keys(house.openings));
  const { at } = house.openings[opening]!;
  const wall = middle(Object.keys(house.walls).filter((id) => id.startsWith('v')));
  return {
    box: made('moveBox', (i) => ({ box: boxAt(i), at: placeAt(i) })),
    device: made('setDevice', (i) => ({ device, changes: { va: 200 + (i % 2) * 60 } })),
    opening: made('setOpening', (i) => ({ opening, changes: { at: at + (i % 2 ? 2 : 4) } })),
    wall: made('moveWall', (i) => ({ wall, offset: i % 2 ? 2 : -2 })),
    rename: made('renameJob', (i) => ({ name: `Job ${i}` })),
    rule: made('setRule', (i) => ({
      rule: 'height.receptacle',
      value: { value: 15 + (i % 2), to: 'center', from: 'finished' },
    })),
    foreign: (plan, i) =>
      patched(plan, [{ op: 'replace', path: ['boxes', boxAt(i), 'on', 'at'], value: placeAt(i) }]),
  };
}

/** From an edit's start through the gate to the whole result; a share of a full compute. */
function editShares(house: Plan, full: number, rooms: number): Figure[] {
  return Object.entries(editsOf(house)).map(([name, make]) => {
    const computer = new Computer();
    let plan = house;
    computer.compute(plan);
    const one = (round: number) => {
      plan = make(plan, round);
      computer.compute(plan);
    };
    const isOfBoxes = name === 'box' || name === 'foreign';
    const ms = isOfBoxes ? fastestMs(2 * movedBoxes, 6, one) : fastestMs(2, 8, one);
    return { id: `edit.${name} ${rooms}`, ratio: ms / full, of: 'full compute' };
  });
}

/** What crosses to the window when one box is moved, as a share of the whole result. */
function transfer(house: Plan, rooms: number): Figure {
  const computer = new Computer();
  const before = computer.compute(house);
  const after = computer.compute(editsOf(house)['box']!(house, 1));
  const bytes = (value: unknown) => JSON.stringify(value).length;
  return { id: `transfer ${rooms}`, ratio: bytes(changeOf(before, after)) / bytes(after), of: 'the result' };
}

/** Every part proposed into the drawn house by one kept computer, one after the other, as a share of a full compute of the house they make. */
function proposing(rooms: number, full: number): Figure[] {
  const computer = new Computer();
  let plan = frozen(connectedHouse(rooms));
  const parts: ProposalKind[] = ['boxes', 'circuits', 'runs'];
  const shares = parts.map((part) => {
    const start = performance.now();
    const done = proposed(plan, { only: [part] }, { computer });
    if (!done.ok) throw new Error(`proposing ${part} was refused`);
    plan = done.plan;
    return { id: `propose.${part} ${rooms}`, ratio: (performance.now() - start) / full, of: 'full compute' };
  });
  const all = shares.reduce((sum, s) => sum + s.ratio, 0);
  const laid = shares[parts.indexOf('runs')]!;
  return [
    ...shares,
    { id: `propose.all ${rooms}`, ratio: all, of: 'full compute' },
    { ...laid, id: `lay.all ${rooms}` },
  ];
}

const sizes = [1, 8, 30, 60];

/** Everything measured, for houses of each size whose rooms share walls. */
export function figures(): Figure[] {
  const list: Figure[] = [];
  const fulls: number[] = [];
  for (const rooms of sizes) {
    const house = wired(connectedHouse(rooms));
    const full = fastestMs(1, rooms > 8 ? 5 : 15, () => compute(house));
    fulls.push(full);
    list.push(...editShares(house, full, rooms), transfer(house, rooms), ...proposing(rooms, full));
  }
  const [first, last] = [fulls[0]!, fulls.at(-1)!];
  const exponent = Math.log(last / first) / Math.log(sizes.at(-1)! / sizes[0]!);
  list.push({ id: 'growth', ratio: exponent, of: 'exponent of a full compute, 1 to 60 rooms' });
  const house = wired(connectedHouse(60));
  const before = memory();
  const computer = new Computer();
  computer.compute(house);
  list.push({ id: 'memory 60', ratio: (memory() - before) / 2 ** 20, of: 'MiB of a kept house' });
  return list;
}

/** Bytes of the heap, collected first where that can be asked for. */
function memory(): number {
  (globalThis as { gc?: () => void }).gc?.();
  return process.memoryUsage().heapUsed;
}

export const bench = (): string[] =>
  figures().map(({ id, ratio, of }) => `${id.padEnd(24)} ${ratio.toFixed(4).padStart(10)} × ${of}`);
