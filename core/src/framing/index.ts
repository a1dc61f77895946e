import { entryOf, must } from '../lookups/index.ts';
import { idsOf, markView, query, viewOf } from '../incremental/index.ts';
import { entriesIn, type Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { findJunctions, wallLine, type WallJunctions, type WallLine } from './junctions.ts';
import { frameWall, type WallFrame } from './wallFrame.ts';

export type { Member, MemberPart, MemberRole } from './member.ts';
export type { RoughOpening } from './extent.ts';
export type { WallFrame } from './wallFrame.ts';
export type { EndJoint, Tee, WallCrossing, WallEnd, WallJunctions, WallLine } from './junctions.ts';
export { findJunctions, wallLine } from './junctions.ts';

export interface Framing {
  readonly lines: Readonly<Record<string, WallLine>>;
  readonly junctions: Readonly<Record<string, WallJunctions>>;
  readonly walls: Readonly<Record<string, WallFrame>>;
}

type Walls = Plan['walls'];
type Points = Plan['points'];
type Levels = Plan['levels'];

const lineOf = query('wall line', (walls: Walls, points: Points, id: string): WallLine | undefined => {
  const wall = walls[id];
  return wall && wallLine({ points }, id, wall);
});

const linesOf = query('wall lines', (walls: Walls, points: Points) =>
  idsOf(walls).map((id) => must(lineOf(walls, points, id), 'the line of a wall')),
);
/** How all walls meet. Whoever asks for the joints of one depends on those alone, so all of them are not compared. */
const joints = query(
  'joints',
  (walls: Walls, points: Points, levels: Levels) =>
    findJunctions(linesOf(walls, points), (level) => entryOf(levels, level).joists.direction),
  Object.is,
);
const jointsOf = query(
  'joints of wall',
  (walls: Walls, points: Points, levels: Levels, id: string): WallJunctions | undefined =>
    joints(walls, points, levels)[id],
);

/** Where walls run and how they meet, without what stands in them. */
export const netOf = ({ walls, points, levels }: Pick<Plan, 'walls' | 'points' | 'levels'>): Framing => ({
  lines: Object.fromEntries(linesOf(walls, points).map((l) => [l.id, l])),
  junctions: joints(walls, points, levels),
  walls: {},
});

const frameOf = query('framing of wall', (plan: Plan, rules: RuleBook, id: string): WallFrame | undefined => {
  const wall = plan.walls[id];
  const line = lineOf(plan.walls, plan.points, id);
  const junctions = jointsOf(plan.walls, plan.points, plan.levels, id);
  if (!wall || !line || !junctions) return undefined;
  const ceiling = Math.min(entryOf(plan.levels, line.level).ceiling, wall.height ?? Infinity);
  const openings = entriesIn(plan, 'openingsInWall', id);
  const measured = entriesIn(plan, 'membersInWall', id);
  return frameWall({ line, wall, junctions, ceiling, openings, measured, rules });
});

/** How walls meet and what stands in each, wall by wall. */
export const framingOf = query(
  'framing',
  (plan: Plan, rules: RuleBook): Framing => {
    const ids = () => idsOf(plan.walls);
    return markView({
      lines: viewOf({ ids, get: (id) => lineOf(plan.walls, plan.points, id) }),
      junctions: viewOf({ ids, get: (id) => jointsOf(plan.walls, plan.points, plan.levels, id) }),
      walls: viewOf({ ids, get: (id) => frameOf(plan, rules, id) }),
    });
  },
  Object.is,
);
