import { entryOf } from '../lookups/index.ts';
import type { Framing } from '../framing/index.ts';
import { Memo } from '../incremental/memo.ts';
import { compareIds } from '../plan/ids.ts';
import { catalogueOf, isOnWall, type Box, type Plan } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { devicesByBox, type BoxDevices } from './kinds.ts';
import { placeBoxes, visibleStretches, wallSetting, type PlacedBox, type WallSetting } from './place.ts';
import { roomProof, type RoomProof } from './proof.ts';

export {
  bottomFromSubfloor,
  boxSize,
  countingKinds,
  devicesByBox,
  heightIn,
  heightWords,
  houseHeight,
  deviceWords,
  isBoxless,
  isLowVoltage,
  alarmKinds,
  lightKinds,
  switchKinds,
  yokeKinds,
} from './kinds.ts';
export type { Site } from './site.ts';
export { depthPlan } from './depth.ts';
export type { DepthPlan } from './depth.ts';
export type { BoxDevices } from './kinds.ts';
export type { Backing, PlacedBox } from './place.ts';
export { alongLineOf, placeOnLine, reachAt, reachProfile } from './reach.ts';
export type { ReachPoint } from './reach.ts';
export { fixingOf, type Fixing } from './fixing.ts';
export { squareDistances } from './ceiling.ts';
export { countingOf, hiddenBy, type Counting } from './counting.ts';
export { keepsSpacing } from './proof.ts';
export type { ProvenLine, RoomProof } from './proof.ts';

export interface BoxLayout {
  /** Wall boxes where they will be nailed, by id. */
  readonly placed: Readonly<Record<string, PlacedBox>>;
  readonly devices: Map<string, BoxDevices>;
  readonly settings: Map<string, WallSetting>;
  readonly proofs: Readonly<Record<string, RoomProof>>;
}

/** Stage 3: every wall box on its stud face, and the proof of receptacle spacing for every room. */
export class BoxesStage {
  private readonly settings = new Memo<WallSetting>();
  private readonly walls = new Memo<PlacedBox[]>();
  private readonly proofs = new Memo<RoomProof>();
  private readonly devices = new Memo<Map<string, BoxDevices>>();

  run(plan: Plan, framing: Framing, rooms: Record<string, FoundRoom>, rules: RuleBook): BoxLayout {
    const devices = this.devices.get('all', [plan.devices], () => devicesByBox(plan));
    const catalogue = catalogueOf(plan);
    const visible = visibleStretches(rooms);
    const boxesOn = new Map<string, [string, Box][]>();
    for (const entry of Object.entries(plan.boxes)) {
      const { on } = entry[1];
      if (isOnWall(on)) boxesOn.set(on.wall, [...(boxesOn.get(on.wall) ?? []), entry]);
    }
    const settings = new Map<string, WallSetting>();
    const placedOnWalls = Object.keys(framing.walls).map((wallId) => {
      const frame = entryOf(framing.walls, wallId);
      const wall = entryOf(plan.walls, wallId);
      const obstacles = Object.values(plan.obstacles).filter((x) => x.wall === wallId);
      const level = plan.levels[frame.line.level];
      const seen = JSON.stringify([visible.get(`${wallId}/left`), visible.get(`${wallId}/right`)]);
      const setting = this.settings.get(wallId, [frame, wall, level, seen, ...obstacles], () =>
        wallSetting(plan, framing, wallId, visible),
      );
      settings.set(wallId, setting);
      const boxes = boxesOn.get(wallId) ?? [];
      const kinds = boxes.map(([id]) => (devices.get(id) ?? []).map(([, d]) => d.kind).join(' '));
      return this.walls.get(wallId, [setting, rules, catalogue, ...boxes.map((b) => b[1]), ...kinds], () =>
        placeBoxes(boxes, { setting, devices, rules, catalogue }),
      );
    });
    const placedOf = new Map(
      placedOnWalls.flatMap((list) => (list[0] ? [[list[0].wall, list] as const] : [])),
    );
    const proofs = Object.values(rooms).map((room): [string, RoomProof] => {
      const walls = [...new Set(room.boundary?.faces.flatMap((f) => (f.wall === null ? [] : [f.wall])))];
      const placed = walls.flatMap((w) => placedOf.get(w) ?? []);
      const kinds = placed.map((p) => (devices.get(p.id) ?? []).map(([, d]) => d.kind).join(' ')).join();
      const floor = Object.values(plan.boxes).filter((b) => 'floor' in b.on && b.on.floor === room.id);
      const inputs = [room, rules, kinds, plan.levels, plan.controls, ...placed, 'floor', ...floor];
      return [
        room.id,
        this.proofs.get(room.id, inputs, () => roomProof({ room, plan, placed, devices, rules })),
      ];
    });
    for (const memo of [this.settings, this.walls, this.proofs]) memo.sweep();
    const all = placedOnWalls.flat().sort((a, b) => compareIds(a.id, b.id));
    return {
      placed: Object.fromEntries(all.map((p) => [p.id, p])),
      devices,
      settings,
      proofs: Object.fromEntries(proofs),
    };
  }
}
