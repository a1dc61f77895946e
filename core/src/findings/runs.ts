import { thing } from '../plan/index.ts';
import { entryOf } from '../lookups/index.ts';
import { framingKinds } from '../materials/index.ts';
import { toDecimals } from '../units/index.ts';
import { ofRuns, ofWalls } from './check.ts';
import { found } from './finding.ts';

export const runsAreLaid = ofRuns(({ id, path }) =>
  path.length === 0 ? [found('run.no-route', [thing.run(id)], { run: id })] : [],
);

/** A cable that was told to go over or under and goes another way, since none is open there. */
export const waysAreAsAsked = ofRuns(({ id, way, length }, { plan }) => {
  const asked = entryOf(plan.runs, id).way;
  if ((asked !== 'over' && asked !== 'under') || way === null || way === asked) return [];
  const fixes = [{ label: 'Take the cheapest way', edit: 'setRunWay', args: { run: id, way: 'auto' } }];
  return [found('run.way', [thing.run(id)], { run: id, asked, way, length: length.path }, { fixes })];
});

/** A cable that was told to go through places it does not come to. */
export const stopsAreReached = ofRuns(({ id, missed, path }, { plan }) => {
  if (missed.length === 0 || path.length === 0) return [];
  const fixes = [{ label: 'Let it go its own way', edit: 'leaveThrough', args: { run: id } }];
  const of = entryOf(plan.runs, id).through.length;
  return [
    found('run.through', [thing.run(id)], { run: id, missed: missed.map((i) => i + 1), of }, { fixes }),
  ];
});

export const closedWallsAreAChoice = ofRuns((r) =>
  r.closed.map((c) =>
    found('run.closed', [thing.run(r.id), thing.wall(c.wall)], {
      run: r.id,
      wall: c.wall,
      studs: c.studs,
      fishMinutes: c.fishMinutes,
      openMinutes: c.openMinutes,
      how: c.how,
    }),
  ),
);

export const closedCeilingsAreAChoice = ofRuns((r) =>
  r.ceilings.map(({ level, joists, how, fishMinutes, openMinutes }) =>
    found('run.closed-ceiling', [thing.run(r.id)], {
      run: r.id,
      level,
      joists,
      fishMinutes,
      openMinutes,
      how,
    }),
  ),
);

export const loopsAreStapled = ofRuns((r) =>
  r.longLoops.map(({ box, loop, most }) =>
    found('staple.loop', [thing.run(r.id), thing.box(box)], { run: r.id, box, loop, most }),
  ),
);

export const boresLeaveWood = ofWalls((_, id, { plan, runs, rules }) =>
  entryOf(runs.holes, id).flatMap((bore) => {
    if (bore.number === null) return [];
    const wall = entryOf(plan.walls, id);
    const percent = (bore.diameter / framingKinds[wall.framing].depth) * 100;
    const limit = rules(wall.bearing || wall.exterior ? 'bore.bearing' : 'bore.other');
    if (percent <= limit + 1e-9) return [];
    return [
      found('bore.size', [thing.member(bore.member)], {
        diameter: bore.diameter,
        stud: bore.number,
        wall: bore.wall,
        percent: toDecimals(percent, 1),
        limit,
      }),
    ];
  }),
);
