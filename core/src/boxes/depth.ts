import type { Layer } from '../plan/index.ts';
import { formatLength } from '../units/index.ts';
import type { PlacedBox, WallSetting } from './place.ts';

/** How far a box's face must stand ahead of the framing, and what that takes with a given box in a given wall. Inches. */
export interface DepthPlan {
  /** Face of the finish ahead of the framing. */
  readonly finish: number;
  readonly parts: readonly { readonly what: string; readonly thickness: number }[];
  /** Where the box's face will be: the finish's face, less what non-combustible finish lets it stay back. */
  readonly setback: number;
  /** What is needed beyond nailing the box ahead by its setback. */
  readonly needs: 'nothing' | 'extension' | 'recess' | 'pack' | 'another-box';
  /** Depth of the extension ring, the recess or the pack; 0 when none is needed. */
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

/** A layer that a box outside is screwed to rather than let into the wall. */
const isSheathing = ({ name }: Layer) => /sheath/i.test(name);

/**
 * An outside box that stands on the sheathing (common practice, no source): its own depth against the layers over it. Too deep, and it is
 * let into the sheathing by boring that layer through and packing behind it; too shallow, and it is packed out.
 */
function onSheathing(layers: readonly Layer[], box: { readonly depth: number }): DepthPlan {
  const sheathing = layers.filter(isSheathing).reduce((sum, l) => sum + l.thickness, 0);
  const finish = layers.reduce((sum, l) => sum + l.thickness, 0);
  const parts = layers.map((l) => ({ what: l.name, thickness: l.thickness }));
  const over = finish - sheathing;
  const proud = box.depth - over;
  const base = { finish, parts, setback: finish };
  const [deep, cover] = [formatLength(box.depth), formatLength(over)];
  if (Math.abs(proud) < 1 / 32)
    return {
      ...base,
      needs: 'nothing',
      by: 0,
      says: `On the sheathing: ${deep} deep, flush with what goes over it.`,
    };
  if (proud < 0)
    return {
      ...base,
      needs: 'pack',
      by: -proud,
      says: `On the sheathing it is ${deep} deep behind ${cover}: pack it out ${formatLength(-proud)}, or add a ring that deep.`,
    };
  if (proud <= sheathing + 1e-9)
    return {
      ...base,
      needs: 'recess',
      by: proud,
      says: `Let it ${formatLength(proud)} into the sheathing: bore that layer through and pack ${formatLength(sheathing - proud)} behind.`,
    };
  return {
    ...base,
    needs: 'another-box',
    by: proud,
    says: `On the sheathing it is ${deep} deep behind ${cover} and would stand ${formatLength(proud)} proud, more than the sheathing gives: choose a shallower box, or set it in the wall.`,
  };
}

/** How far ahead of the framing a box on a wall goes, and what that takes. */
export function depthOfBox(p: PlacedBox, { finish, layers, visible, frame }: WallSetting): DepthPlan {
  const own = layers[p.side];
  const isOutside = visible[p.side] === null && own.some(isSheathing);
  return isOutside ? onSheathing(own, p) : depthPlan(finish[p.side], own, p, { depth: frame.line.depth });
}
