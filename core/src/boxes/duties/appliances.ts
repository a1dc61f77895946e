import { distance } from '../../geometry/index.ts';
import { type DeviceKind, type Fixture, thing } from '../../plan/index.ts';
import { facePoint } from '../../framing/faces.ts';
import { devicesIn } from '../kinds.ts';
import type { FloorLine } from '../../rooms/index.ts';
import { awayFrom, boxAt, boxesSeen, candidatesOn, fixturesOf, type OpenDuty, type Setting } from './duty.ts';

const corded: ReadonlySet<Fixture['kind']> = new Set([
  'range',
  'oven',
  'refrigerator',
  'freezer',
  'dishwasher',
  'disposal',
  'microwave',
  'washer',
  'dryer',
]);

/** Those on 30 A and more, whose receptacle is two gangs wide (common practice, no source). */
const wide: ReadonlySet<Fixture['kind']> = new Set(['range', 'oven', 'dryer']);

/** Appliances with a cord: NEC 210.50(C) (from memory). */
export function applianceDuties(s: Setting): OpenDuty[] {
  const reach = s.rules('appliance.reach');
  const outlets = boxesSeen(s, new Set<DeviceKind>(['appliance-receptacle']));
  const taken = new Set<string>();
  return fixturesOf(s).flatMap(([id, f]): OpenDuty[] => {
    if (!corded.has(f.kind)) return [];
    const serves = outlets
      .filter(
        (p) =>
          !taken.has(p.id) &&
          awayFrom(s, p, f) <= reach &&
          devicesIn(s.plan, p.id).some(
            ([, d]) =>
              d.kind === 'appliance-receptacle' && (d.label === '' || d.label === (f.label || f.kind)),
          ),
      )
      .sort((a, b) => awayFrom(s, a, f) - awayFrom(s, b, f))[0];
    if (serves) {
      taken.add(serves.id);
      return [];
    }
    const middle = facePoint(s.framing, f.wall, f.side, f.at + f.width / 2);
    const gangs = wide.has(f.kind) ? 2 : 1;
    const near = (exact: boolean) =>
      candidatesOn(s, wallLines(s), { exact, hidden: true, gangs }).filter((c) => awayFrom(s, c, f) <= reach);
    const faces = near(false);
    const best = (faces.length > 0 ? faces : near(true)).sort(
      (a, b) =>
        distance(facePoint(s.framing, a.wall, a.side, a.at), middle) -
        distance(facePoint(s.framing, b.wall, b.side, b.at), middle),
    )[0];
    const box = best && {
      ...boxAt(best, 'appliance-receptacle', null),
      gangs,
      va: f.va,
      label: f.label || f.kind,
    };
    return [
      {
        rule: 'appliance.far',
        room: s.room.id,
        about: [thing.room(s.room.id), thing.fixture(id)],
        figures: { appliance: f.label || f.kind, limit: reach },
        place: { wall: f.wall, side: f.side, at: f.at + f.width / 2 },
        boxes: box ? [box] : [],
      },
    ];
  });
}

/** Every wall of the room from corner to corner, fixtures or not: what stands before it does not matter to an appliance's own outlet. */
function wallLines({ room }: Setting): FloorLine[] {
  return (room.boundary?.faces ?? []).flatMap((f) => {
    if (f.wall === null) return [];
    const [start, end] = [Math.min(f.startAt, f.endAt), Math.max(f.startAt, f.endAt)];
    return [
      { length: end - start, ring: false, pieces: [{ wall: f.wall, side: f.side, start, end, offset: 0 }] },
    ];
  });
}
