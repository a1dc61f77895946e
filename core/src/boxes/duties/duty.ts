import { entryOf } from '../../lookups/index.ts';
import { distancePointSegment } from '../../geometry/index.ts';
import { compareIds } from '../../plan/ids.ts';
import { entriesIn, type DeviceKind, type Fixture, type Side, type Thing } from '../../plan/index.ts';
import type { FloorLine, FoundRoom } from '../../rooms/index.ts';
import type { Height } from '../../rules/index.ts';
import { receptacleCandidates, type Candidate, type CandidateOptions } from '../candidates.ts';
import { facePoint } from '../../framing/faces.ts';
import type { Site } from '../index.ts';
import { kindsIn } from '../kinds.ts';
import type { PlacedBox } from '../place.ts';

/** What a room owes beside wall spacing, by its use and by what stands in it: NEC 210.52(C) to (I), 210.50(C) (from memory). */
export type DutyRule =
  | 'counter.maxGap'
  | 'bath.basin'
  | 'laundry.none'
  | 'hall.none'
  | 'foyer.wall'
  | 'garage.bay'
  | 'basement.none'
  | 'outdoor.none'
  | 'appliance.far'
  | 'density.gap'
  | 'density.wall'
  | 'bench.row';

export interface DutyBox {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  readonly exact: boolean;
  readonly kind: DeviceKind;
  readonly height: Height | null;
  readonly gangs: number;
  readonly va?: number;
  readonly label?: string;
  readonly reason?: string;
}

/** A duty not met: what it is about, its figures, and boxes that would meet it. Lengths in inches. */
export interface OpenDuty {
  readonly rule: DutyRule;
  readonly room: string;
  readonly about: readonly Thing[];
  /** Those the rule's finding is told from, besides the room. */
  readonly figures: Readonly<Record<string, string | number>>;
  readonly place: { readonly wall: string; readonly side: Side; readonly at: number } | null;
  readonly boxes: readonly DutyBox[];
}

/** A closed room with all that its duties are judged by. */
export interface Setting extends Site {
  readonly room: FoundRoom;
}

/** Kinds people plug anything into; an appliance's own outlet is not one. */
export const pluggable: ReadonlySet<DeviceKind> = new Set(['receptacle', 'gfci', 'counter-receptacle']);

/** Boxes that the room sees, with a receptacle of some kind in them. */
export function boxesSeen({ plan, layout, room }: Setting, kinds: ReadonlySet<DeviceKind>): PlacedBox[] {
  const faces = room.boundary?.faces ?? [];
  const walls = [...new Set(faces.flatMap((f) => f.wall ?? []))];
  return walls
    .flatMap((wall) => entryOf(layout.onWall, wall))
    .filter(
      (p) =>
        kindsIn(plan, p.id).some((kind) => kinds.has(kind)) &&
        faces.some(
          (f) =>
            f.wall === p.wall &&
            f.side === p.side &&
            p.at >= Math.min(f.startAt, f.endAt) - 1 &&
            p.at <= Math.max(f.startAt, f.endAt) + 1,
        ),
    )
    .sort((a, b) => compareIds(a.id, b.id));
}

export function aboveFloor(p: PlacedBox, { layout }: Setting): number {
  return (p.bottom + p.top) / 2 - entryOf(layout.settings, p.wall).floorFinish;
}

export const candidatesOn = (
  s: Setting,
  lines: readonly FloorLine[],
  options: CandidateOptions = {},
): Candidate[] => lines.flatMap((line) => receptacleCandidates(line, s, options));

export const boxAt = (c: Candidate, kind: DeviceKind, height: Height | null): DutyBox => ({
  wall: c.wall,
  side: c.side,
  at: c.at,
  exact: c.exact,
  kind,
  height: c.local?.height ?? height,
  gangs: 1,
  ...(c.local ? { reason: c.local.reason } : {}),
});

export function fixturesOf({ plan, room }: Setting): [string, Fixture & { wall: string }][] {
  return entriesIn(plan, 'fixturesInRoom', room.id).filter(
    (e): e is [string, Fixture & { wall: string }] => e[1].wall !== undefined,
  );
}

/** From a place on a wall's face to the nearest point of a fixture's back edge, in the plan. */
export function awayFrom(
  s: Setting,
  at: { wall: string; side: Side; at: number },
  f: Fixture & { wall: string },
): number {
  const [a, b] = [
    facePoint(s.framing, f.wall, f.side, f.at),
    facePoint(s.framing, f.wall, f.side, f.at + f.width),
  ];
  return distancePointSegment(facePoint(s.framing, at.wall, at.side, at.at), a, b);
}
