import type { Member } from '../framing/index.ts';
import { framingKinds } from '../materials/index.ts';
import type { Wall } from '../plan/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { entryOf, valueIn } from '../lookups/index.ts';
import type { Framed } from './framed.ts';
import type { RuleBook } from '../rules/index.ts';

type Bored = Pick<Member, 'role' | 'pack'>;
type InWall = Pick<Wall, 'framing' | 'bearing' | 'exterior'>;

/** A top plate cut over half its width wants a metal tie: IRC R602.6.1 (from memory). Percent. */
const ofPlate = 50;

/**
 * How much of its depth a hole may take of an upright, or of a plate. Doubled studs of a bearing wall may lose what others may, and furring on an
 * outside wall carries nothing: IRC R602.6 (from memory). Percent.
 */
export function mostOfDepth(
  { bearing, exterior, framing }: InWall,
  { role, pack = 1 }: Bored,
  rules: RuleBook,
): number {
  if (role === 'top-plate' || role === 'bottom-plate') return ofPlate;
  return rules((bearing || (exterior && framing !== 'furring')) && pack < 2 ? 'bore.bearing' : 'bore.other');
}

/** The largest bit of the bag for a member of a wall. Inches. */
const largestBitIn = (wall: InWall, member: Bored, rules: RuleBook): number =>
  Math.min(
    rules('drill.largestBit'),
    (framingKinds[wall.framing].depth * mostOfDepth(wall, member, rules)) / 100,
  );

/** The largest bits for what stands in a wall: for a stud, for studs nailed together, and for its plates. Inches. */
interface Bits {
  readonly stud: number;
  readonly pack: number;
  readonly plate: number;
}

/** By wall. */
export type LargestBits = ReadonlyMap<string, Bits>;

/** The same for as long as no wall changes in what it may lose. */
export const bitsOf = query(
  'largest bits of walls',
  ({ plan, rules }: Pick<Framed, 'plan' | 'rules'>): LargestBits => {
    const most = (wall: string, member: Pick<Member, 'role' | 'pack'>) =>
      largestBitIn(entryOf(plan.walls, wall), member, rules);
    return new Map(
      idsOf(plan.walls).map((wall) => [
        wall,
        {
          stud: most(wall, { role: 'stud' }),
          pack: most(wall, { role: 'stud', pack: 2 }),
          plate: most(wall, { role: 'top-plate' }),
        },
      ]),
    );
  },
);

/** The largest bit for a member, of those of its wall. Inches. */
export function largestFor(
  bits: LargestBits,
  { wall, role, pack = 1 }: Pick<Member, 'wall' | 'role' | 'pack'>,
): number {
  const own = valueIn(bits, wall);
  if (role === 'top-plate' || role === 'bottom-plate') return own.plate;
  return pack > 1 ? own.pack : own.stud;
}
