import highsLoader from 'highs';
import { coilsByProgram } from '../testing/coilsByProgram.ts';
import { randomFrom } from '../testing/index.ts';
import { Computer, compute } from '../src/compute/index.ts';
import { makeEdit } from '../src/edits/index.ts';
import { packCuts, type Packing } from '../src/outputs/coils/index.ts';
import { isOnWall } from '../src/plan/index.ts';
import { cableNames } from '../src/materials/index.ts';
import { fastestMs, medianMs } from './timing.ts';
import { connectedHouse, wired } from './wired.ts';

const sizes = [8, 30, 60];

/** What is packed onto coils in a house, by cable. */
function packings(rooms: number): { packing: Packing; name: string }[] {
  const { runs } = compute(wired(connectedHouse(rooms)));
  return cableNames.flatMap((name) => {
    const cuts = Object.entries(runs)
      .filter(([, r]) => r.cable === name && r.path.length > 0)
      .map(([run, r]) => ({ run, feet: Math.round((r.length.cut / 12) * 100) / 100 }));
    const stock = [{ id: 's1', feet: 173 }];
    return cuts.length === 0 ? [] : [{ name, packing: { cuts, stock, sizes: [250], useful: 12, spare: 0 } }];
  });
}

/** The coils of houses, against working the house out; and few cuts against a mixed-integer solver that proves the least. */
export async function bench(): Promise<string[]> {
  const houses = sizes.map((rooms) => {
    const house = wired(connectedHouse(rooms));
    const full = medianMs(3, () => new Computer().compute(house));
    const own = packings(rooms);
    const ms = medianMs(5, () => own.forEach(({ packing }) => packCuts(packing)));
    const packed = own.map(({ packing }) => packCuts(packing));
    const sum = (of: (p: (typeof packed)[number]) => number) => packed.reduce((total, p) => total + of(p), 0);
    const cuts = own.reduce((total, { packing }) => total + packing.cuts.length, 0);
    const gap =
      (sum((p) => p.bought) /
        Math.max(
          1,
          sum((p) => p.boughtAtLeast),
        ) -
        1) *
      100;
    return `${rooms} rooms, ${cuts} cuts: coils in ${ms.toFixed(1)} ms, ${(ms / full).toFixed(4)} × a full compute; ${sum((p) => p.bought).toFixed(0)} ft bought, ${gap.toFixed(1)} % over the bound, ${sum((p) => p.useless).toFixed(1)} ft in useless ends`;
  });
  const edits = sizes.map((rooms) => {
    const house = wired(connectedHouse(rooms));
    const full = medianMs(3, () => compute(house));
    const [box, { on }] = Object.entries(house.boxes).find(([, b]) => isOnWall(b.on))!;
    const computer = new Computer();
    let plan = house;
    computer.compute(plan);
    const ms = fastestMs(2, 5, (round) => {
      const done = makeEdit(plan, 'moveBox', { box, at: (on as { at: number }).at + (round % 2 ? 18 : 36) });
      if (!done.ok) throw new Error('the box was not moved');
      plan = done.plan;
      computer.compute(plan);
    });
    return `${rooms} rooms: a box moved, all lists following, ${(ms / full).toFixed(4)} × a full compute`;
  });
  const highs = await highsLoader();
  const cases = Array.from({ length: 40 }, (_, seed): Packing => {
    const random = randomFrom(seed + 1);
    const feet = Array.from({ length: 7 }, () => Math.round((8 + random() * 110) * 10) / 10);
    const cuts = feet.map((f, i) => ({ run: `k${i}`, feet: f }));
    return { cuts, stock: [{ id: 's1', feet: 90 }], sizes: [250], useful: 12, spare: 0 };
  });
  const ours = medianMs(3, () => cases.forEach(packCuts));
  const theirs = medianMs(1, () => cases.forEach((c) => coilsByProgram(highs, c)));
  return [
    ...houses,
    ...edits,
    `40 packings of 7 cuts: ${(ours / 40).toFixed(2)} ms each, ${(ours / theirs).toFixed(4)} × HiGHS, both the least there is`,
  ];
}
