import { idsOf, markView, query, viewOf } from '../incremental/index.ts';
import { catalogueOf, entriesIn, idsIn, isOnWall } from '../plan/index.ts';
import { kindsIn } from './kinds.ts';
import { placeBoxes, wallSetting, type PlacedBox, type WallSetting } from './place.ts';
import { roomProof, type RoomProof } from './proof.ts';
import { wallSolids } from './studFaces.ts';
import type { Bounded } from './site.ts';

export {
  bottomFromSubfloor,
  boxSize,
  countingKinds,
  devicesIn,
  gangsTaken,
  kindsIn,
  heightIn,
  heightWords,
  houseHeight,
  deviceWords,
  isBoxless,
  isThere,
  isLowVoltage,
  alarmKinds,
  lightKinds,
  switchKinds,
  yokeKinds,
} from './kinds.ts';
export type { Bounded, Site } from './site.ts';
export { depthOfBox, depthPlan } from './depth.ts';
export type { DepthPlan } from './depth.ts';
export type { BoxDevices } from './kinds.ts';
export type { Backing, PlacedBox } from './place.ts';
export { alongLineOf, placeOnLine, reachAt, reachProfile } from './reach.ts';
export type { ReachPoint } from './reach.ts';
export { fixingOf, type Fixing } from './fixing.ts';
export { squareDistances } from './ceiling.ts';
export { fixtureHeight } from './fixtureHeights.ts';
export { countingOf, hiddenBy, type Counting } from './counting.ts';
export { keepsSpacing } from './proof.ts';
export type { ProvenLine, RoomProof } from './proof.ts';

export interface BoxLayout {
  /** Wall boxes where they will be nailed, by id. */
  readonly placed: Readonly<Record<string, PlacedBox>>;
  /** The same by wall, in order along it. */
  readonly onWall: Readonly<Record<string, readonly PlacedBox[]>>;
  readonly settings: Readonly<Record<string, WallSetting>>;
  readonly proofs: Readonly<Record<string, RoomProof>>;
}

const settingOf = query(
  'setting of wall',
  (b: Bounded, wall: string): WallSetting | undefined => b.plan.walls[wall] && wallSetting(b, wall),
);

const placedOnWall = query('boxes on wall', (b: Bounded, wall: string): PlacedBox[] | undefined => {
  const setting = settingOf(b, wall);
  return (
    setting &&
    placeBoxes(entriesIn(b.plan, 'boxesOnWall', wall), {
      setting,
      solids: wallSolids(setting.frame, setting.obstacles),
      kindsOf: (box) => kindsIn(b.plan, box),
      rules: b.rules,
      catalogue: catalogueOf(b.plan),
    })
  );
});

const placedBox = query('place of box', (b: Bounded, id: string): PlacedBox | undefined => {
  const on = b.plan.boxes[id]?.on;
  return on && isOnWall(on) ? placedOnWall(b, on.wall)?.find((p) => p.id === id) : undefined;
});

const proofOf = query('proof of room', (b: Bounded, id: string): RoomProof | undefined => {
  const room = b.rooms[id];
  if (!room) return undefined;
  const walls = [...new Set(room.boundary?.faces.flatMap((f) => (f.wall === null ? [] : [f.wall])))];
  const placed = walls.flatMap((w) => placedOnWall(b, w) ?? []);
  return roomProof({ room, plan: b.plan, placed, rules: b.rules });
});

/** Every wall box on its stud face, and the proof of receptacle spacing for every room. */
export const layoutOf = query(
  'layout',
  (b: Bounded): BoxLayout => {
    const walls = () => idsOf(b.plan.walls);
    return markView({
      placed: viewOf({ ids: () => idsIn(b.plan, 'boxesOn', 'wall'), get: (id) => placedBox(b, id) }),
      onWall: viewOf({ ids: walls, get: (id) => placedOnWall(b, id) }),
      settings: viewOf({ ids: walls, get: (id) => settingOf(b, id) }),
      proofs: viewOf({ ids: () => idsOf(b.plan.rooms), get: (id) => proofOf(b, id) }),
    });
  },
  Object.is,
);
