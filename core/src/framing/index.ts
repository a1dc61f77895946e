import { entryOf } from '../lookups/index.ts';
import { Memo } from '../incremental/memo.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
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

function byWall<T extends { wall: string }>(record: Record<string, T>): Map<string, [string, T][]> {
  const map = new Map<string, [string, T][]>();
  for (const entry of Object.entries(record)) {
    const list = map.get(entry[1].wall);
    if (list) list.push(entry);
    else map.set(entry[1].wall, [entry]);
  }
  return map;
}

/** Stage 1: how walls meet and what stands in each. Recomputes a wall only when it, its neighbours' ends or its own things change. */
export class FramingStage {
  private readonly lines = new Memo<WallLine>();
  private readonly all = new Memo<Record<string, WallJunctions>>();
  private readonly junctions = new Memo<WallJunctions>();
  private readonly frames = new Memo<WallFrame>();
  private readonly results = new Memo<Framing>();

  run(plan: Plan, rules: RuleBook): Framing {
    const ids = Object.keys(plan.walls).sort(compareIds);
    const lines = ids.map((id) => {
      const wall = entryOf(plan.walls, id);
      return this.lines.get(id, [wall, plan.points[wall.from], plan.points[wall.to]], () =>
        wallLine(plan, id, wall),
      );
    });
    const found = this.all.get('all', lines, () => findJunctions(lines));
    const openings = byWall(plan.openings);
    const members = byWall(plan.members);
    const frames = lines.map((line) => {
      const own = entryOf(found, line.id);
      const junctions = this.junctions.get(line.id, [JSON.stringify(own)], () => own);
      const wall = entryOf(plan.walls, line.id);
      const ownOpenings = openings.get(line.id) ?? [];
      const ownMembers = members.get(line.id) ?? [];
      const ceiling = Math.min(entryOf(plan.levels, line.level).ceiling, wall.height ?? Infinity);
      const inputs = [
        line,
        junctions,
        ceiling,
        rules,
        ...ownOpenings.map((o) => o[1]),
        'members',
        ...ownMembers.map((m) => m[1]),
      ];
      return this.frames.get(line.id, inputs, () =>
        frameWall({ line, wall, junctions, ceiling, openings: ownOpenings, measured: ownMembers, rules }),
      );
    });
    const result = this.results.get('all', [found, ...frames], () => ({
      lines: Object.fromEntries(lines.map((l) => [l.id, l])),
      junctions: found,
      walls: Object.fromEntries(frames.map((f) => [f.wall, f])),
    }));
    for (const memo of [this.lines, this.junctions, this.frames]) memo.sweep();
    return result;
  }
}
