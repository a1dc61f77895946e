import { entryOf, listUnder } from '../lookups/index.ts';
import type { Mark } from './marks.ts';
import type { Plan } from '../plan/index.ts';
import { compareIds } from '../plan/ids.ts';

/** One mark of the stick: a height of box bottoms over the subfloor, and everything that is nailed at it. */
export interface PoleMark {
  readonly bottomFromSubfloor: number;
  readonly boxes: readonly string[];
  readonly kinds: readonly string[];
  readonly walls: readonly string[];
}

/** A stick for one build-up of floor: marks made for another would be wrong by the difference. */
export interface StoryPole {
  readonly floorFinish: number;
  readonly levels: readonly string[];
  readonly marks: readonly PoleMark[];
}

/** Every distinct mark of the job on as few sticks as there are floor build-ups, lowest first. Existing boxes are not marked. */
export function storyPoles(plan: Plan, marks: Readonly<Record<string, Mark>>): StoryPole[] {
  const levelOf = (mark: Mark) => entryOf(plan.points, entryOf(plan.walls, mark.wall).from).level;
  const byFinish = new Map<number, [string, Mark][]>();
  for (const [id, mark] of Object.entries(marks)) {
    if (plan.boxes[id]?.existing) continue;
    const finish = entryOf(plan.levels, levelOf(mark)).floorFinish;
    listUnder(byFinish, finish).push([id, mark]);
  }
  return [...byFinish]
    .sort((a, b) => a[0] - b[0])
    .map(([floorFinish, list]) => ({
      floorFinish,
      levels: [...new Set(list.map(([, m]) => levelOf(m)))].sort(),
      marks: marksOf(plan, list),
    }));
}

function marksOf(plan: Plan, list: readonly [string, Mark][]): PoleMark[] {
  const byHeight = new Map<number, [string, Mark][]>();
  for (const entry of list) {
    const tick = Math.round(entry[1].bottomFromSubfloor * 16) / 16;
    listUnder(byHeight, tick).push(entry);
  }
  const kindsOf = (box: string) =>
    Object.values(plan.devices)
      .filter((d) => d.box === box)
      .map((d) => d.kind);
  return [...byHeight]
    .sort((a, b) => a[0] - b[0])
    .map(([bottomFromSubfloor, at]) => ({
      bottomFromSubfloor,
      boxes: at.map(([id]) => id).sort(compareIds),
      kinds: [...new Set(at.flatMap(([id]) => kindsOf(id)))].sort(),
      walls: [...new Set(at.map(([, m]) => m.wall))].sort(compareIds),
    }));
}
