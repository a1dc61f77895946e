import { boxNumber, formatLength, must, nth, type Result } from '@fieldchalk/core';
import { facePlaces } from '@fieldchalk/core/drawing';

type Space = Result['rooms'][string]['spaces'][number];

interface Neighbourhood {
  readonly space: Space;
  readonly along: number;
  /** Farthest a point between this receptacle and what stands on that hand is from one. `to` is null for the end of the space. */
  readonly left: { readonly to: string | null; readonly gap: number };
  readonly right: { readonly to: string | null; readonly gap: number };
}

function neighbourhood(result: Result, box: string): Neighbourhood | null {
  for (const room of Object.values(result.rooms)) {
    for (const space of room.spaces) {
      const i = space.receptacles.findIndex((r) => r.box === box);
      if (i < 0) continue;
      const { along } = nth(space.receptacles, i);
      const ring = space.ring && space.receptacles.length > 1;
      const at = (k: number) =>
        nth(space.receptacles, (k + space.receptacles.length) % space.receptacles.length);
      const before = i > 0 || ring ? at(i - 1) : null;
      const after = i + 1 < space.receptacles.length || ring ? at(i + 1) : null;
      const apart = (to: number) => (to + space.length) % space.length || space.length;
      return {
        space,
        along,
        right: before ? { to: before.box, gap: apart(along - before.along) } : { to: null, gap: along },
        left: after
          ? { to: after.box, gap: apart(after.along - along) }
          : { to: null, gap: space.length - along },
      };
    }
  }
  return null;
}

/** Why a receptacle stands where it does: what it reaches on either hand. Empty for what proves nothing. Left and right as one faces the wall. */
export function whyHere(result: Result, box: string): string[] {
  const near = neighbourhood(result, box);
  if (!near || !near.space.required) return [];
  const hand = (side: 'left' | 'right') => {
    const { to, gap } = near[side];
    return to === null
      ? `${formatLength(gap)} to the ${side} end of this wall space`
      : `${formatLength(gap)} to box ${boxNumber(to)} on the ${side}: ${formatLength(gap / 2)} at the middle`;
  };
  return [hand('left'), hand('right')];
}

/** Other studs of the same wall whose faces would keep the rule with the neighbours as they are. */
export function whatElse(result: Result, box: string, limit: number): number[] {
  const near = neighbourhood(result, box);
  const mark = result.marks[box];
  if (!near || !mark || !near.space.required) return [];
  const piece = near.space.pieces.find((p) => p.wall === mark.wall && p.side === mark.side);
  if (!piece) return [];
  const towards = mark.side === 'left' ? 1 : -1;
  const reach = (hand: Neighbourhood['left'], gap: number) =>
    gap >= 0 && gap <= limit * (hand.to === null ? 1 : 2);
  const good = facePlaces(result, mark.wall, 2.25).filter((at) => {
    const moved = (at - mark.at) * towards;
    if (at < piece.start || at > piece.end || Math.abs(moved) < 0.3) return false;
    return reach(near.right, near.right.gap + moved) && reach(near.left, near.left.gap - moved);
  });
  const uprights = result.members.filter((m) => m.wall === mark.wall && m.number !== null);
  const numberAt = (at: number) =>
    must(
      uprights.reduce((a, b) => (Math.abs(b.at - at) < Math.abs(a.at - at) ? b : a)).number,
      'the number of a stud',
    );
  return [...new Set(good.map(numberAt))].sort((a, b) => a - b);
}
