import type { Layer } from '../plan/index.ts';
import { formatLength } from '../units/index.ts';

/** How far a box's face must stand ahead of the framing, and what that takes with a given box in a given wall. Inches. */
export interface DepthPlan {
  /** Face of the finish ahead of the framing. */
  readonly finish: number;
  readonly parts: readonly { readonly what: string; readonly thickness: number }[];
  /** Where the box's face will be: the finish's face, less what non-combustible finish lets it stay back. */
  readonly setback: number;
  /** What is needed beyond nailing the box ahead by its setback. */
  readonly needs: 'nothing' | 'extension' | 'recess' | 'another-box';
  /** Depth of the extension ring or of the recess; 0 when neither is needed. */
  readonly by: number;
  readonly says: string;
}

/** Farthest a box of this kind can be nailed ahead of a stud and still be held. Common practice, no source. */
const farthestAhead = 1.25;
/** Wood or space kept behind a box. Common practice, no source. */
const behind = 0.25;

/**
 * Works a finish build-up through to the box: NEC 314.20 (from memory) wants the face flush with a combustible finish, and not over
 * 1/4 in. back in one that does not burn. A stack too thick to nail ahead of takes an extension ring; a box deeper than what is left of the
 * wall is let into the sheathing behind (`sheathing` inches of it) or another box is chosen.
 */
export function depthPlan(
  finish: number,
  layers: readonly Layer[],
  box: { readonly depth: number },
  wall: { readonly depth: number; readonly sheathing?: number },
): DepthPlan {
  const parts =
    layers.length > 0
      ? layers.map((l) => ({ what: l.name, thickness: l.thickness }))
      : [{ what: 'finish', thickness: finish }];
  const burns = layers.some((l) => l.combustible);
  const base = { finish, parts };
  const ahead = Math.min(finish, farthestAhead);
  if (finish > farthestAhead + 1e-9) {
    const by = finish - ahead;
    return {
      ...base,
      setback: ahead,
      needs: 'extension',
      by,
      says: `Nail it ${formatLength(ahead)} ahead and add a ${formatLength(by)} extension ring${burns ? ': the finish burns, so the ring must end flush' : ''}.`,
    };
  }
  const room = wall.depth + finish - behind;
  const tooDeep = box.depth - room;
  if (tooDeep <= 1e-9)
    return {
      ...base,
      setback: finish,
      needs: 'nothing',
      by: 0,
      says: `Nail it ${formatLength(finish)} ahead: flush with the finish.`,
    };
  const sheathing = wall.sheathing ?? 0;
  if (tooDeep <= sheathing)
    return {
      ...base,
      setback: finish,
      needs: 'recess',
      by: tooDeep,
      says: `Let it ${formatLength(tooDeep)} into the sheathing: bore that layer through and pack ${formatLength(sheathing - tooDeep)} behind.`,
    };
  return {
    ...base,
    setback: finish,
    needs: 'another-box',
    by: tooDeep,
    says: `It is ${formatLength(tooDeep)} too deep for this wall; choose a shallower box.`,
  };
}
