import type { Member, WallFrame } from '../framing/index.ts';
import type { Obstacle, Side } from '../plan/index.ts';

/** A face of a stud that a box can be nailed to. `at` is where the box's centre comes along the wall. */
export interface StudFace {
  readonly at: number;
  readonly member: Member;
  /** +1: the face towards the wall's `to` end; −1: towards `from`. */
  readonly towards: 1 | -1;
}

/** A solid a box must keep clear of, along the wall and in height. */
export interface Solid {
  readonly start: number;
  readonly end: number;
  readonly low: number;
  readonly high: number;
}

export interface BoxBody {
  readonly width: number;
  readonly bottom: number;
  readonly top: number;
}

const slack = 1 / 64;

export function overlaps(at: number, body: BoxBody, solid: Solid): boolean {
  return (
    at + body.width / 2 > solid.start + slack &&
    at - body.width / 2 < solid.end - slack &&
    body.top > solid.low + slack &&
    body.bottom < solid.high - slack
  );
}

/** What lies beyond a wall's framing: over its top, as of a low wall, and past its ends, since where walls meet aslant a face goes on past the last stud. */
function beyondFraming({ members, top }: WallFrame): Solid[] {
  const over = { start: -Infinity, end: Infinity, low: top, high: Infinity };
  if (members.length === 0) return [over];
  const start = Math.min(...members.map((m) => m.at - m.width / 2));
  const end = Math.max(...members.map((m) => m.at + m.width / 2));
  return [
    over,
    { start: -Infinity, end: start, low: 0, high: Infinity },
    { start: end, end: Infinity, low: 0, high: Infinity },
  ];
}

/** Everything in a wall that a box cannot stand in: framing and what is past its ends and over it, the voids of openings, ducts and other obstacles. */
export function wallSolids(frame: WallFrame, obstacles: readonly Obstacle[]): Solid[] {
  return [
    ...beyondFraming(frame),
    ...frame.members.map((m) => ({
      start: m.at - m.width / 2,
      end: m.at + m.width / 2,
      low: m.low,
      high: m.high,
    })),
    ...frame.openings.map((o) => ({ start: o.start, end: o.end, low: o.low, high: o.high })),
    ...obstacles.map((x) => ({ start: x.at, end: x.at + x.width, low: x.low, high: x.high })),
  ];
}

/** Stretches of a wall's side that some room sees; null when no room lies on that side. */
export type Visible = readonly { readonly start: number; readonly end: number }[] | null;

export function isClear(at: number, body: BoxBody, solids: readonly Solid[], visible: Visible): boolean {
  const seen = (v: { start: number; end: number }) =>
    at - body.width / 2 >= v.start - slack && at + body.width / 2 <= v.end + slack;
  if (visible && !visible.some(seen)) return false;
  return !solids.some((solid) => overlaps(at, body, solid));
}

/** All stud faces that take a box of this size at this height with nothing in the way, in order along the wall. */
export function studFaces(
  frame: Pick<WallFrame, 'standing'>,
  body: BoxBody,
  solids: readonly Solid[],
  visible: Visible,
): StudFace[] {
  return frame.standing
    .filter((m) => m.low <= body.bottom && m.high >= body.top)
    .flatMap((member) =>
      ([-1, 1] as const).map((towards) => ({
        at: member.at + towards * (member.width / 2 + body.width / 2),
        member,
        towards,
      })),
    )
    .filter((face) => isClear(face.at, body, solids, visible))
    .sort((a, b) => a.at - b.at || a.towards - b.towards);
}

/** Left or right as seen by someone facing a side of the wall: on the left side the wall's `from` end is on the right hand. */
export function seenFrom(side: Side, towards: 1 | -1): Side {
  return (side === 'left') === (towards === 1) ? 'left' : 'right';
}
