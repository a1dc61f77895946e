import { isOpen } from '../findings/identity.ts';
import type { JobAbout, Plan } from '../plan/index.ts';
import { entryOf } from '../lookups/index.ts';
import { hasWay, toDrill } from '../runs/index.ts';
import { extentOf, planShapes } from '../outputs/drawing/planShapes.ts';
import { boxRects, holesOn } from '../outputs/drawing/ribbonShapes.ts';
import { unrolledRooms, type Unrolled } from '../outputs/drawing/unrolled.ts';
import { Computer, type Result } from './index.ts';

/** What the crew ticks that the state of a job is told by, and in which order it is done. */
export const stateKinds = ['box', 'hole', 'pull', 'makeup'] as const;
export type StateKind = (typeof stateKinds)[number];

/** A job as it is seen among others: what it is about, a small drawing, what there is to do, and how many findings are open. */
export interface JobCard {
  readonly about: JobAbout;
  /** The level with the most walls, in inches, y down: walls as corners of polygons, boxes as places; null while nothing is drawn. */
  readonly drawing: {
    readonly extent: readonly [x: number, y: number, width: number, height: number];
    readonly walls: readonly string[];
    readonly boxes: readonly (readonly [x: number, y: number])[];
  } | null;
  /** The ids of everything to do, by the kind of its tick. */
  readonly work: Readonly<Record<StateKind, readonly string[]>>;
  readonly open: number;
}

const tenth = (inches: number) => Math.round(inches * 10) / 10;

function drawingOf(plan: Plan, result: Result): JobCard['drawing'] {
  const counted = new Map<string, number>();
  for (const { from } of Object.values(plan.walls)) {
    const level = plan.points[from]?.level ?? '';
    counted.set(level, (counted.get(level) ?? 0) + 1);
  }
  const [main] = [...counted].sort((a, b) => b[1] - a[1])[0] ?? [];
  if (main === undefined || !plan.levels[main]) return null;
  const shapes = planShapes(plan, result, main);
  const { x, y, width, height } = extentOf(plan, main, 8);
  const rounded = (points: string) => points.replaceAll(/-?\d+\.\d+/g, (n) => String(tenth(Number(n))));
  return {
    extent: [tenth(x), tenth(y), tenth(width), tenth(height)],
    walls: shapes.walls.map((w) => rounded(w.block)),
    boxes: [...shapes.boxes, ...shapes.flat].map((b) => [tenth(b.x), tenth(b.y)] as const),
  };
}

/**
 * Everything the crew ticks off in a job, as their pages list it: boxes that are not there yet, holes on the walls of rooms, cables at those boxes that have their way, and the
 * boxes made up.
 */
export function siteWork(
  plan: Plan,
  result: Result,
  rooms: Readonly<Record<string, Unrolled>>,
): JobCard['work'] {
  const walls = Object.values(rooms);
  const onWalls = walls.flatMap((unrolled) => boxRects(plan, result, unrolled).map((b) => b.id));
  const isNew = (id: string) => !entryOf(plan.boxes, id).existing;
  const box = [...new Set([...onWalls.filter(isNew), ...Object.keys(result.ceilings)])];
  const hole = new Set(walls.flatMap((unrolled) => toDrill(holesOn(result, unrolled)).map((h) => h.hole)));
  const has = new Set(box);
  const pull = Object.entries(plan.runs).flatMap(([id, run]) => {
    const laid = result.runs[id];
    return laid && hasWay(laid) && (has.has(run.from) || has.has(run.to ?? '')) ? [id] : [];
  });
  return { box, hole: [...hole], pull, makeup: box.filter((id) => result.makeup[id]) };
}

/** Works a job out for the page of all jobs. */
export function jobCard(plan: Plan, computer: Computer = new Computer()): JobCard {
  const result = computer.compute(plan);
  return {
    about: plan.job,
    drawing: drawingOf(plan, result),
    work: siteWork(plan, result, unrolledRooms(computer.house)),
    open: result.findings.filter(isOpen).length,
  };
}
