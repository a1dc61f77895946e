import { listUnder } from '../lookups/index.ts';
import { wallLetter } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';

/** The letters of a room’s stretches of wall, in their order: by that order, or as they were given before a wall was taken away; new walls come after those. */
export function lettersOf(
  plan: Plan,
  room: string,
  stretches: readonly { readonly wall: string }[],
): string[] {
  const kept = plan.rooms[room]?.letters;
  if (!kept) return stretches.map((_, i) => wallLetter(i));
  const places = new Map<string, number[]>();
  kept.forEach((wall, i) => listUnder(places, wall).push(i));
  let next = kept.length;
  return stretches.map(({ wall }) => wallLetter(places.get(wall)?.shift() ?? next++));
}

/** A room’s walls by their letters, to be kept when one of them goes: those it has, and after them those that have come since. */
export function lettersToKeep(
  plan: Plan,
  room: string,
  stretches: readonly { readonly wall: string }[],
): string[] {
  const walls = [...(plan.rooms[room]?.letters ?? [])];
  const left = [...walls];
  for (const { wall } of stretches) {
    const at = left.indexOf(wall);
    if (at >= 0) left.splice(at, 1);
    else walls.push(wall);
  }
  return walls;
}
