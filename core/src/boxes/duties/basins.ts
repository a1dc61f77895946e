import { type Fixture, thing } from '../../plan/index.ts';
import type { Candidate } from '../candidates.ts';
import {
  awayFrom,
  boxAt,
  boxesSeen,
  candidatesOn,
  fixturesOf,
  pluggable,
  type OpenDuty,
  type Setting,
} from './duty.ts';

/** Basins: NEC 210.52(D) (from memory). */
export function basinDuties(s: Setting): OpenDuty[] {
  const reach = s.rules('bath.reach');
  const height = s.rules('height.counter');
  return fixturesOf(s).flatMap(([id, f]): OpenDuty[] => {
    if (f.kind !== 'basin' || boxesSeen(s, pluggable).some((p) => awayFrom(s, p, f) <= reach)) return [];
    const beside = candidatesOn(s, s.room.spaces, { height })
      .filter((c) => awayFrom(s, c, f) <= reach)
      .sort((a, b) => sideways(s, a, f) - sideways(s, b, f));
    return [
      {
        rule: 'bath.basin',
        room: s.room.id,
        about: [thing.room(s.room.id), thing.fixture(id)],
        figures: { limit: reach },
        place: { wall: f.wall, side: f.side, at: f.at + f.width / 2 },
        boxes: beside.slice(0, 1).map((c) => boxAt(c, 'receptacle', height)),
      },
    ];
  });
}

/** Beside the basin is better than over it; nearer is better. */
function sideways(s: Setting, c: Candidate, f: Fixture & { wall: string }): number {
  const away = awayFrom(s, c, f);
  return away < 2 ? 1000 : away;
}
