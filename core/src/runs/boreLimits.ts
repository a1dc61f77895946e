import type { Member } from '../framing/index.ts';
import { framingKinds } from '../materials/index.ts';
import type { Wall } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';

type Bored = Pick<Member, 'role' | 'pack'>;
type InWall = Pick<Wall, 'framing' | 'bearing' | 'exterior'>;

/** A top plate cut over half its width wants a metal tie: IRC R602.6.1 (from memory). Percent. */
const ofPlate = 50;

/** How much of its depth a hole may take of an upright, or of a plate. Doubled studs of a bearing wall may lose what others may: IRC R602.6 (from memory). Percent. */
export function mostOfDepth(
  { bearing, exterior }: InWall,
  { role, pack = 1 }: Bored,
  rules: RuleBook,
): number {
  if (role === 'top-plate' || role === 'bottom-plate') return ofPlate;
  return rules((bearing || exterior) && pack < 2 ? 'bore.bearing' : 'bore.other');
}

/** The largest bit of the bag for a member of a wall. Inches. */
export const largestBitIn = (wall: InWall, member: Bored, rules: RuleBook): number =>
  Math.min(
    rules('drill.largestBit'),
    (framingKinds[wall.framing].depth * mostOfDepth(wall, member, rules)) / 100,
  );
