import { circuitNumber, compareIds, deadBoxes, entryOf, nth, type Plan, valueIn } from '@fieldchalk/core';

/** How a circuit looks wherever it is shown: a colour, the dashes of its ring, and its number, so that none of them is the only sign. */
export interface CircuitLook {
  readonly fill: string;
  /** Dashes of a ring, in pixels; empty for a whole one. */
  readonly dash: readonly number[];
  readonly border: 'solid' | 'dashed' | 'dotted' | 'double';
  readonly number: string;
}

/** Dark enough for white figures on them: 4.5 to 1 or better. */
const fills = [
  '#8a3b12',
  '#1f6f5c',
  '#7a2e7a',
  '#806200',
  '#2b5d8c',
  '#a3264b',
  '#4a6619',
  '#5a4a9c',
  '#00686f',
  '#6b4a2f',
] as const;
const rings = [
  { dash: [], border: 'solid' },
  { dash: [5, 2.5], border: 'dashed' },
  { dash: [1.6, 2.2], border: 'dotted' },
  { dash: [7, 2, 1.6, 2], border: 'double' },
] as const;

/** Circuits as they are read: panel by panel, space by space, those without one last. */
export function circuitsInOrder(plan: Plan): string[] {
  const key = (id: string) => {
    const c = entryOf(plan.circuits, id);
    return [c.panel ?? '~', c.space ?? 999, c.half ?? ''] as const;
  };
  return Object.keys(plan.circuits).sort((a, b) => {
    const [ka, kb] = [key(a), key(b)];
    return (
      compareIds(ka[0], kb[0]) || ka[1] - kb[1] || (ka[2] < kb[2] ? -1 : ka[2] > kb[2] ? 1 : compareIds(a, b))
    );
  });
}

/** The look of every circuit. Neighbours in the panel differ in colour, and circuits of one colour in their ring. */
export function circuitLooks(plan: Plan): Map<string, CircuitLook> {
  return new Map(
    circuitsInOrder(plan).map((id, i) => [
      id,
      {
        fill: nth(fills, i % fills.length),
        ...nth(rings, Math.floor(i / fills.length) % rings.length),
        number: circuitNumber(plan, id),
      },
    ]),
  );
}

/** What a box shows in the circuits stage: the look of its first circuit, how many more it has, and whether breakers left it dead. */
export interface BoxLook extends CircuitLook {
  readonly more: number;
  readonly dead: boolean;
  /** Whether it is on the circuit in hand. */
  readonly inHand: boolean;
}

export function boxLooks(
  plan: Plan,
  tripped: ReadonlySet<string>,
  inHand: string | null = null,
): Map<string, BoxLook> {
  const looks = circuitLooks(plan);
  const dead = new Set(deadBoxes(tripped, plan));
  const circuits = new Map<string, string[]>();
  for (const id of Object.keys(plan.devices).sort(
    (a, b) => entryOf(plan.devices, a).slot - entryOf(plan.devices, b).slot || compareIds(a, b),
  )) {
    const { box, circuit } = entryOf(plan.devices, id);
    const known = circuits.get(box) ?? [];
    if (circuit !== null && !known.includes(circuit)) circuits.set(box, [...known, circuit]);
  }
  return new Map(
    [...circuits].map(([box, own]) => [
      box,
      {
        ...valueIn(looks, nth(own, 0)),
        more: own.length - 1,
        dead: dead.has(box),
        inHand: inHand !== null && own.includes(inHand),
      },
    ]),
  );
}
