import { distance3, nearestOnLine, type XYZ } from '../geometry/index.ts';
import { nth } from '../lookups/index.ts';
import { toDecimals } from '../units/index.ts';

/** Where a cable is stapled: how far along it, and the place. Inches. */
export interface Staple {
  readonly along: number;
  readonly at: XYZ;
}

/** What holds a cable, along its line. */
export interface Support {
  readonly path: readonly XYZ[];
  /** Inches from each end within which it has to be stapled; null for an end that waits open. */
  readonly first: readonly [from: number | null, to: number | null];
  /** Inches from support to support at most. */
  readonly every: number;
  /** Places where it goes through bored framing, which holds it. */
  readonly holes: readonly XYZ[];
  /** Whether it is fished through closed framing from one hole to the next, where nothing else has to hold it. */
  readonly isFished: boolean;
}

/** How a box or panel lets a cable in: what decides how near to it the cable has to be held. */
export interface Entry {
  /** A clamp or connector holds the cable; a plastic box of one gang may be without. */
  readonly isClamped: boolean;
  /** Cable looped between the entry and the first staple. */
  readonly loop: number;
}

/** NEC 314.17(B)(2), 334.30 (from memory): without a clamp 8 in. along the sheath; with one 12 in., and no more than 18 in. of cable. */
const withoutClamp = 8;
const withClamp = 12;
const cableWithClamp = 18;

/** How far from a box along its line a cable is stapled first, by the house's own distance and what the loop leaves of the code's; less than nothing where the loop is longer than that. Inches. */
export function firstStaple({ isClamped, loop }: Entry, house: number): number {
  return isClamped ? Math.min(house, withClamp, cableWithClamp - loop) : Math.min(house, withoutClamp - loop);
}

/** How far along a line each of its corners is. */
function cornersAlong(path: readonly XYZ[]): number[] {
  const along = [0];
  for (let i = 1; i < path.length; i++)
    along.push(nth(along, i - 1) + distance3(nth(path, i - 1), nth(path, i)));
  return along;
}

function placeAlong(path: readonly XYZ[], corners: readonly number[], along: number): XYZ {
  let i = 1;
  while (i < path.length - 1 && nth(corners, i) < along) i++;
  const [a, b] = [nth(path, i - 1), nth(path, i)];
  const length = nth(corners, i) - nth(corners, i - 1);
  const t = length === 0 ? 0 : (along - nth(corners, i - 1)) / length;
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
}

/** The staples next to the ends; one where both come to the same. */
function endStaples([from, to]: Support['first'], length: number): number[] {
  if (from !== null && to !== null && from + to >= length)
    return [Math.max(length - to, Math.min(from, length / 2))];
  return [
    ...(from === null ? [] : [Math.min(from, length)]),
    ...(to === null ? [] : [Math.max(0, length - to)]),
  ];
}

/**
 * Staples along a cable: next to each end, and between supports so that none are farther apart than the rule says. Bored framing supports
 * what goes through it: NEC 334.30(A) (from memory). They are counted along the cable, whatever corners it takes.
 */
export function staplesOf({ path, first, every, holes, isFished }: Support): Staple[] {
  if (path.length < 2) return [];
  const corners = cornersAlong(path);
  const length = nth(corners, corners.length - 1);
  const held = holes.map((p) => nearestOnLine(path, p).along).sort((a, b) => a - b);
  const ends = endStaples(first, length);
  const supports = [
    ...held.map((along) => ({ along, isHole: true })),
    ...ends.map((along) => ({ along, isHole: false })),
  ].sort((a, b) => a.along - b.along);
  const between = supports.slice(1).flatMap((to, i) => {
    const from = nth(supports, i);
    const gap = to.along - from.along;
    if (isFished && from.isHole && to.isHole) return [];
    const more = Math.max(0, Math.ceil(gap / every - 1e-9) - 1);
    return Array.from({ length: more }, (_, k) => from.along + (gap * (k + 1)) / (more + 1));
  });
  return [...ends, ...between]
    .sort((a, b) => a - b)
    .map((along) => ({ along: toDecimals(along, 3), at: placeAlong(path, corners, along) }));
}
