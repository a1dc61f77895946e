import { entryOf } from '../lookups/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { boxNumber, entriesIn, isOnWall } from '../plan/index.ts';
import { isData } from '../materials/index.ts';
import { roomServed } from '../rooms/seeing.ts';
import { openAir } from '../rooms/ways.ts';
import type { House } from '../stages/index.ts';
import { circuitNumber } from '../circuits/spaces.ts';
import { hot, isTraveller } from '../wiring/nets.ts';

/** What is written on a cable at one of its ends. */
export interface CableLabel {
  readonly run: string;
  /** The box or panel this end is in. */
  readonly end: string;
  readonly text: string;
}

const tagWords = {
  long: { hot: 'HOT', travellers: 'TRAVELLERS', leg: 'SWITCH LEG', out: 'OUT', of: 'OF' },
  short: { hot: 'H', travellers: 'T', leg: 'SL', out: 'O', of: '/' },
} as const;

function placeName({ plan, rooms }: House, box: string): string {
  const room = roomServed(plan, rooms, box);
  return room ? entryOf(plan.rooms, room).name || room : 'Box';
}

function isOutside({ plan, rooms }: House, box: string): boolean {
  const on = plan.boxes[box]?.on;
  if (!on) return false;
  const room = roomServed(plan, rooms, box);
  if (room) return openAir.has(entryOf(plan.rooms, room).use);
  return isOnWall(on) && entryOf(plan.walls, on.wall).exterior;
}

/** Labels for both ends of a power cable, in the house's wording. */
export const labelsOf = query('labels of run', (house: House, run: string): CableLabel[] => {
  const { plan, wiring, rules } = house;
  const wording = rules('label.wording');
  const name = (end: string) => {
    if (plan.panels[end]) return plan.panels[end].name || 'Panel';
    const number = boxNumber(end);
    return wording === 'short' ? number : `${placeName(house, end)} ${number}`;
  };
  const { from, to, cable, circuit } = entryOf(plan.runs, run);
  if (isData(cable) || circuit === null || to === null) return [];
  const { tree, byRun } = entryOf(wiring.circuits, circuit);
  const nets = (byRun.get(run) ?? []).flatMap((c) => (c.net === null ? [] : [c.net]));
  const words = wording === 'short' ? tagWords.short : tagWords.long;
  const common = [
    ...(nets.some(isTraveller) ? [words.travellers] : []),
    ...(nets.some((n) => n.kind === 'switched') && !nets.some(isTraveller) ? [words.leg] : []),
  ];
  // Cables side by side between the same two ends are told apart.
  const beside = entriesIn(plan, 'runsOnCircuit', circuit).flatMap(([id, r]) =>
    (r.from === from && r.to === to) || (r.from === to && r.to === from) ? [id] : [],
  );
  const which = beside.length > 1 ? [`${beside.indexOf(run) + 1} ${words.of} ${beside.length}`] : [];
  const at = (end: string, other: string): CableLabel => {
    const feeds = tree.feedOf.get(end)?.runs.includes(run) ?? false;
    const tags = [
      ...(feeds && nets.includes(hot) ? [words.hot] : []),
      ...common,
      ...(isOutside(house, other) && !feeds ? [words.out] : []),
      ...which,
    ];
    const number = circuitNumber(plan, circuit);
    const way =
      wording === 'short' ? `${feeds ? 'F' : 'T'} ${name(other)}` : `${feeds ? 'FROM' : 'TO'} ${name(other)}`;
    const parts = wording === 'place-first' ? [way, number, ...tags] : [number, way, ...tags];
    return { run, end, text: parts.join(' · ') };
  };
  return [at(from, to), at(to, from)];
});

/** Labels for both ends of every power cable. */
export const cableLabels = query('labels', (house: House): CableLabel[] =>
  idsOf(house.plan.runs).flatMap((run) => labelsOf(house, run)),
);
