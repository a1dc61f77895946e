import { entryOf } from '../lookups/index.ts';
import { framingKinds } from '../materials/index.ts';
import { toDecimals } from '../units/index.ts';
import type { Check } from './check.ts';
import { finding } from './findings.ts';

export const runsAreLaid: Check = ({ plan, runs }) =>
  Object.values(runs.runs)
    .filter((r) => r.path.length === 0)
    .map((r) =>
      finding('run.no-route', [r.id], {
        run: r.id,
        from: entryOf(plan.runs, r.id).from,
        to: entryOf(plan.runs, r.id).to ?? 'its open end',
      }),
    );

export const closedWallsAreAChoice: Check = ({ runs }) =>
  Object.values(runs.runs).flatMap((r) =>
    r.closed.map((c) =>
      finding('run.closed', [r.id, c.wall], {
        run: r.id,
        wall: c.wall,
        studs: c.studs,
        fish: c.fishMinutes,
        open: c.openMinutes,
        how: c.how,
        cheaper: c.fishMinutes <= c.openMinutes ? 'fish' : 'open',
      }),
    ),
  );

export const boresLeaveWood: Check = ({ plan, runs, rules }) => {
  const holes = new Map(Object.values(runs.runs).flatMap((r) => r.bores.map((b) => [b.hole, b] as const)));
  return [...holes.values()].flatMap((bore) => {
    if (bore.number === null) return [];
    const wall = entryOf(plan.walls, bore.wall);
    const percent = (bore.diameter / framingKinds[wall.framing].depth) * 100;
    const limit = rules(wall.bearing || wall.exterior ? 'bore.bearing' : 'bore.other');
    if (percent <= limit + 1e-9) return [];
    return [
      finding('bore.size', [bore.member], {
        diameter: bore.diameter,
        stud: bore.number,
        wall: bore.wall,
        percent: toDecimals(percent, 1),
        limit,
      }),
    ];
  });
};
