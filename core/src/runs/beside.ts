import { distance3, nearestOnLine, type XYZ } from '../geometry/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { entryOf, nth } from '../lookups/index.ts';
import { isData } from '../materials/index.ts';
import type { Plan } from '../plan/index.ts';
import type { LaidRun } from './index.ts';

interface Laying {
  readonly plan: Plan;
  readonly runs: { readonly runs: Readonly<Record<string, LaidRun>> };
}

/** A straight piece of a power cable. */
interface Piece {
  readonly run: string;
  readonly a: XYZ;
  readonly b: XYZ;
}

/** Pieces are looked up by blocks of space this wide. Inches. */
const block = 36;
/** Cable is looked at in steps of this. Inches. */
const step = 2;

const keyOf = (x: number, y: number, z: number): string =>
  `${Math.floor(x / block)} ${Math.floor(y / block)} ${Math.floor(z / block)}`;

function along(a: XYZ, b: XYZ, each: (p: XYZ) => void): void {
  const count = Math.max(1, Math.ceil(distance3(a, b) / step));
  for (let k = 0; k <= count; k++) {
    const t = k / count;
    each({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t });
  }
}

/** Straight pieces of power cable by the blocks of space they pass. */
const powerPieces = query('power cable by place', ({ plan, runs }: Laying): Map<string, Set<Piece>> => {
  const pieces = new Map<string, Set<Piece>>();
  for (const run of idsOf(runs.runs)) {
    const { cable, path } = entryOf(runs.runs, run);
    if (isData(cable) || entryOf(plan.runs, run).way === 'surface') continue;
    for (let i = 1; i < path.length; i++) {
      const piece = { run, a: nth(path, i - 1), b: nth(path, i) };
      along(piece.a, piece.b, ({ x, y, z }) => {
        const key = keyOf(x, y, z);
        pieces.set(key, (pieces.get(key) ?? new Set<Piece>()).add(piece));
      });
    }
  }
  return pieces;
});

const apartFrom = ({ a, b }: Piece, p: XYZ): number => nearestOnLine([a, b], p).away;

/** Whether two straight lines run the same way, to within thirty degrees: where they cross square neither minds the other. */
function isAlongside(a: XYZ, b: XYZ, piece: Piece): boolean {
  const [u, v] = [distance3(a, b), distance3(piece.a, piece.b)];
  if (u === 0 || v === 0) return false;
  const dot =
    (b.x - a.x) * (piece.b.x - piece.a.x) +
    (b.y - a.y) * (piece.b.y - piece.a.y) +
    (b.z - a.z) * (piece.b.z - piece.a.z);
  return Math.abs(dot) / (u * v) > 0.86;
}

/** Power cable that a data cable runs alongside of nearer than it should: the longest of them, and for how many inches. */
export interface Beside {
  readonly run: string;
  readonly inches: number;
}

/** The power cable a data cable runs alongside of for the longest, nearer than `apart` inches; null where there is none. */
export function besidePower(laying: Laying, path: readonly XYZ[], apart: number): Beside | null {
  const near = new Map<string, number>();
  const pieces = powerPieces(laying);
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [nth(path, i - 1), nth(path, i)];
    const length = distance3(a, b);
    const count = Math.max(1, Math.ceil(length / step));
    for (let k = 0; k < count; k++) {
      const t = (k + 0.5) / count;
      const p = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
      const here = new Set<string>();
      for (const dx of [-apart, apart])
        for (const dy of [-apart, apart])
          for (const dz of [-apart, apart])
            for (const piece of pieces.get(keyOf(p.x + dx, p.y + dy, p.z + dz)) ?? [])
              if (isAlongside(a, b, piece) && apartFrom(piece, p) < apart - 1e-6) here.add(piece.run);
      for (const run of here) near.set(run, (near.get(run) ?? 0) + length / count);
    }
  }
  let longest: Beside | null = null;
  for (const [run, inches] of near) if (!longest || inches > longest.inches) longest = { run, inches };
  return longest;
}
