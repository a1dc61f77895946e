import { entryOf } from '../../lookups/index.ts';
import { type Plan, otherSide } from '../../plan/index.ts';
import { nominalBoxSize } from '../../materials/index.ts';
import type { Height, RuleBook } from '../../rules/index.ts';
import type { BoxLayout } from '../../boxes/index.ts';
import { bottomFromSubfloor } from '../../boxes/kinds.ts';
import { boxSolids } from '../../boxes/place.ts';
import { isClear, wallSolids } from '../../boxes/studFaces.ts';
import { lightVa, type ProposedLight } from './lights.ts';
import type { WayIn } from '../../rooms/ways.ts';

/** The latch edge of an opening and the way along the wall that leads on from it; a cased opening takes the right hand of who comes in. */
export function latchOf(way: Pick<WayIn, 'side' | 'opening'>, plan: Plan): { edge: number; towards: 1 | -1 } {
  const o = entryOf(plan.openings, way.opening);
  const towards = o.kind === 'door' ? (o.hinge === 'from' ? 1 : -1) : way.side === 'left' ? 1 : -1;
  return { edge: towards === 1 ? o.at + o.width : o.at, towards };
}

/** A light outside a door, its middle a set way from the inside of the jamb: exact, on a block if no stud face is there. Where framing stands in that very place it goes as little farther as clears it. */
export function outsideLight(way: WayIn, plan: Plan, layout: BoxLayout, rules: RuleBook): ProposedLight {
  const { edge, towards } = latchOf(way, plan);
  const height = rules('height.outsideLight');
  const wished = edge + towards * rules('light.beside');
  return {
    on: 'wall',
    wall: way.wall,
    side: otherSide(way.side),
    at: clearNear(way, wished, towards, height, layout) ?? wished,
    height,
    kind: 'light',
    va: lightVa,
    reason: 'Beside an outside door, about the middle of its glass.',
  };
}

const farthestNudge = 8;

function clearNear(
  way: WayIn,
  wished: number,
  towards: 1 | -1,
  height: Height,
  layout: BoxLayout,
): number | null {
  const setting = layout.settings[way.wall];
  if (!setting) return null;
  const { width, height: tall } = nominalBoxSize(1);
  const bottom = bottomFromSubfloor(height, tall, setting.floorFinish);
  const side = otherSide(way.side);
  const others = layout.onWall[way.wall] ?? [];
  const solids = [...wallSolids(setting.frame, setting.obstacles), ...boxSolids(others, side, 3, setting)];
  const clearWithin = (farthest: number, wide: number): number | null => {
    for (let by = 0; by <= farthest; by += 0.25) {
      const at = wished + towards * by;
      if (isClear(at, { width: wide, bottom, top: bottom + tall }, solids, setting.visible[side])) return at;
    }
    return null;
  };
  // First with room for the larger box a light gets when more cables come in.
  return clearWithin(farthestNudge, nominalBoxSize(2).width) ?? clearWithin(2 * farthestNudge, width);
}
