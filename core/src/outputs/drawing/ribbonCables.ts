import type { XY } from '../../geometry/index.ts';
import { entryOf, lastOf, nth } from '../../lookups/index.ts';
import { cables } from '../../materials/index.ts';
import type { Plan } from '../../plan/index.ts';
import type { DrawnHouse } from './drawnHouse.ts';
import { onRibbon, type Unrolled } from './unrolled.ts';

export interface RibbonCable {
  readonly id: string;
  readonly run: string;
  /** Corners on the ribbon, y down from its top. */
  readonly points: readonly XY[];
  readonly cable: string;
  readonly jacket: string;
}

const hundredths = (inches: number) => Math.round(inches * 100) / 100;

/** A point of a cable as a stretch of wall has it: along the wall, to the side of its middle, and up. Inches. */
type Local = readonly [along: number, aside: number, up: number];
type Bounds = readonly [from: number, to: number];

/** What is drawn on a stretch: so far past its corners, to the sides of its wall's middle, and over and under it. Inches. */
const past = { corners: 3, sides: 4, plates: 9 } as const;

/** The part of a straight piece of cable that lies within bounds, as shares of it; null where none does. */
function within(a: Local, b: Local, bounds: readonly [Bounds, Bounds, Bounds]): Bounds | null {
  let [from, to] = [0, 1];
  for (const i of [0, 1, 2] as const) {
    const [low, high] = bounds[i];
    const by = b[i] - a[i];
    if (Math.abs(by) < 1e-9) {
      if (a[i] < low || a[i] > high) return null;
      continue;
    }
    const [enters, leaves] = [(low - a[i]) / by, (high - a[i]) / by].sort((x, y) => x - y) as [
      number,
      number,
    ];
    from = Math.max(from, enters);
    to = Math.min(to, leaves);
  }
  return to >= from ? [from, to] : null;
}

/** The pieces of a cable's line that a stretch of wall shows, each as its corners in the wall's own terms: also of cable that goes all along it and bends nowhere on it. */
function shownOn(path: readonly Local[], bounds: readonly [Bounds, Bounds, Bounds]): Local[][] {
  const parts: Local[][] = [];
  let isOpen = false;
  path.slice(1).forEach((b, i) => {
    const a = nth(path, i);
    const span = within(a, b, bounds);
    const at = (t: number): Local => [
      a[0] + (b[0] - a[0]) * t,
      a[1] + (b[1] - a[1]) * t,
      a[2] + (b[2] - a[2]) * t,
    ];
    if (span) {
      if (isOpen && span[0] === 0) lastOf(parts).push(at(span[1]));
      else parts.push([at(span[0]), at(span[1])]);
    }
    isOpen = span !== null && span[1] === 1;
  });
  return parts;
}

/** Cables on the stretches they pass; parts over the plates or under the floor show where they leave the wall. */
export function cableLines(plan: Plan, result: DrawnHouse, unrolled: Unrolled): RibbonCable[] {
  const height = unrolled.height;
  return Object.entries(result.runs).flatMap(([id, run]) =>
    unrolled.walls.flatMap((wall): RibbonCable[] => {
      const frame = entryOf(plan.walls, wall.wall);
      const [a, b] = [entryOf(plan.points, frame.from), entryOf(plan.points, frame.to)];
      const span = Math.hypot(b.x - a.x, b.y - a.y);
      const floor = plan.levels[a.level]?.elevation ?? 0;
      const local = run.path.map((p): Local => [
        ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / span,
        ((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / span,
        p.z - floor,
      ]);
      const ends = [wall.origin, wall.origin + wall.sign * wall.length].sort((x, y) => x - y);
      return shownOn(local, [
        [nth(ends, 0) - past.corners, nth(ends, 1) + past.corners],
        [-past.sides, past.sides],
        [-past.plates, wall.ceiling + past.plates],
      ])
        .map((part) =>
          part
            .map(([at, , up]) => ({ x: hundredths(onRibbon(wall, at)), y: hundredths(height - up) }))
            .filter((p, i, all) => i === 0 || p.x !== all[i - 1]?.x || p.y !== all[i - 1]?.y),
        )
        .filter((points) => points.length > 1)
        .map((points, i) => ({
          id: `${id} ${wall.letter}${i}`,
          run: id,
          points,
          cable: run.cable,
          jacket: entryOf(cables, run.cable).jacket,
        }));
    }),
  );
}

/** The place of a run's own label: over the middle of its longest level stretch in the room, which is `span` inches long. */
export interface CableAnchor extends XY {
  readonly run: string;
  readonly span: number;
  readonly text: string;
}

export function cableAnchors(plan: Plan, lines: readonly RibbonCable[]): CableAnchor[] {
  const longest = new Map<string, XY & { span: number; cable: string }>();
  for (const line of lines) {
    for (let i = 1; i < line.points.length; i++) {
      const [a, b] = [nth(line.points, i - 1), nth(line.points, i)];
      const span = Math.abs(a.x - b.x);
      if (Math.abs(a.y - b.y) > 0.01 || span <= (longest.get(line.run)?.span ?? 0)) continue;
      longest.set(line.run, { x: (a.x + b.x) / 2, y: a.y, span, cable: line.cable });
    }
  }
  return [...longest].map(([run, { cable, ...at }]) => {
    const circuit = plan.circuits[plan.runs[run]?.circuit ?? ''];
    const named = circuit?.space ? `circuit ${circuit.space}` : circuit?.name;
    return { run, ...at, text: named ? `${cable} · ${named}` : cable };
  });
}
