import { entryOf } from '../lookups/index.ts';
import { alongLine, distancePointSegment } from '../geometry/index.ts';
import { isOnWall, entriesIn, type Plan } from '../plan/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { FloorLine, FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { countingKinds, devicesIn, kindsIn } from './kinds.ts';
import { countingOf } from './counting.ts';
import type { PlacedBox } from './place.ts';
import { alongLineOf, farthestPoint, type ReachPoint } from './reach.ts';

/** A floor line with the receptacles on it and its worst point. */
export interface ProvenLine {
  readonly line: FloorLine & { readonly required: boolean };
  readonly points: readonly ReachPoint[];
  readonly farthest: { readonly along: number; readonly distance: number } | null;
}

export interface RoomProof {
  readonly spaces: readonly ProvenLine[];
  readonly straight: readonly ProvenLine[];
}

function counts(placed: PlacedBox, floorFinish: number, plan: Plan, rules: RuleBook): boolean {
  const middle = (placed.bottom + placed.top) / 2 - floorFinish;
  return countingOf({ ...placed, middle }, devicesIn(plan, placed.id), plan, rules)?.does ?? false;
}

/** Floor receptacles count where they stand near enough to the line: NEC 210.52(A)(3) (from memory). */
function floorPoints(plan: Plan, line: FloorLine, room: FoundRoom, rules: RuleBook): ReachPoint[] {
  return entriesIn(plan, 'boxesHungIn', room.id).flatMap(([id, box]) => {
    if (isOnWall(box.on) || !('floor' in box.on)) return [];
    if (!kindsIn(plan, id).some((kind) => countingKinds.has(kind))) return [];
    const at = box.on;
    return (room.boundary?.faces ?? []).flatMap((face) => {
      if (face.wall === null || distancePointSegment(at, face.a, face.b) > rules('spacing.floorReach'))
        return [];
      const into = alongLine(at, face.a, face.b);
      if (into < 0 || into > face.length) return [];
      const along = alongLineOf(
        line,
        face.wall,
        face.side,
        face.side === 'left' ? face.startAt + into : face.startAt - into,
      );
      return along === null ? [] : [{ box: id, along }];
    });
  });
}

/** A room, and the boxes on its walls. */
export interface ProofInput {
  readonly room: FoundRoom;
  readonly plan: Plan;
  readonly placed: readonly PlacedBox[];
  readonly rules: RuleBook;
}

function provenLine(line: ProvenLine['line'], { room, plan, placed, rules }: ProofInput): ProvenLine {
  const floorFinish = entryOf(plan.levels, entryOf(plan.rooms, room.id).level).floorFinish;
  const onWalls = placed.flatMap((p): ReachPoint[] => {
    const along = alongLineOf(line, p.wall, p.side, p.at);
    return along !== null && counts(p, floorFinish, plan, rules) ? [{ box: p.id, along }] : [];
  });
  const points = [...onWalls, ...floorPoints(plan, line, room, rules)].sort(
    (a, b) => a.along - b.along || compareIds(a.box, b.box),
  );
  return { line, points, farthest: farthestPoint(line, points) };
}

export function roomProof(input: ProofInput): RoomProof {
  const { room, rules } = input;
  const prove = (line: ProvenLine['line']) => provenLine(line, input);
  return {
    spaces: room.spaces.map(prove),
    straight: rules('spacing.corners') === 'each-wall' ? room.straight.map(prove) : [],
  };
}

/** Whether a proven line keeps the spacing rule. */
export function keepsSpacing(proven: ProvenLine, rules: RuleBook): boolean {
  if (!proven.line.required) return true;
  return proven.farthest !== null && proven.farthest.distance <= rules('spacing.maxGap') / 2 + 1e-6;
}
