import {
  cables,
  entryOf,
  lastOf,
  nth,
  type Plan,
  type Result,
  type Unrolled,
  type XY,
} from '@fieldchalk/core';
import { isOn, ribbonX } from './ribbon.ts';

export interface RibbonCable {
  readonly id: string;
  readonly run: string;
  /** Corners on the ribbon, y down from its top. */
  readonly points: readonly XY[];
  readonly cable: string;
  readonly jacket: string;
}

const hundredths = (inches: number) => Math.round(inches * 100) / 100;

/** Cables on the stretches they pass; parts over the plates or under the floor show where they leave the wall. */
export function cableLines(plan: Plan, result: Result, unrolled: Unrolled): RibbonCable[] {
  const height = unrolled.height;
  return Object.entries(result.runs).flatMap(([id, run]) =>
    unrolled.walls.flatMap((wall): RibbonCable[] => {
      const frame = entryOf(plan.walls, wall.wall);
      const [a, b] = [entryOf(plan.points, frame.from), entryOf(plan.points, frame.to)];
      const span = Math.hypot(b.x - a.x, b.y - a.y);
      const floor = plan.levels[a.level]?.elevation ?? 0;
      const local = run.path.map((p) => ({
        at: ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / span,
        off: Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / span,
        z: p.z - floor,
      }));
      const parts: XY[][] = [];
      local.forEach((p, i) => {
        const onLevel = (z: number) => z > -12 && z < wall.ceiling + 12;
        const near = p.off < 4 && isOn(wall, p.at, 3) && onLevel(p.z);
        if (!near) return;
        const joined = i > 0 && nth(local, i - 1).off < 4 && isOn(wall, nth(local, i - 1).at, 3);
        const point = { x: hundredths(ribbonX(wall, p.at)), y: hundredths(height - p.z) };
        if (joined && parts.length > 0) lastOf(parts).push(point);
        else parts.push([point]);
      });
      return parts
        .filter((p) => p.length > 1)
        .map((p, i) => ({
          id: `${id} ${wall.letter}${i}`,
          run: id,
          points: p,
          cable: run.cable,
          jacket: entryOf(cables, run.cable).jacket,
        }));
    }),
  );
}

export interface RibbonLabel {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

/** One label for each run, over its longest level stretch in the room; where two would meet, the first stands. */
export function cableLabels(
  plan: Plan,
  lines: readonly RibbonCable[],
  widthOf: (text: string) => number,
): RibbonLabel[] {
  const longest = new Map<string, { x: number; y: number; span: number; cable: string }>();
  for (const line of lines) {
    for (let i = 1; i < line.points.length; i++) {
      const [a, b] = [nth(line.points, i - 1), nth(line.points, i)];
      const span = Math.abs(a.x - b.x);
      if (Math.abs(a.y - b.y) > 0.01 || span <= (longest.get(line.run)?.span ?? 0)) continue;
      longest.set(line.run, { x: (a.x + b.x) / 2, y: a.y, span, cable: line.cable });
    }
  }
  const labels: RibbonLabel[] = [];
  for (const [run, at] of longest) {
    const circuit = plan.circuits[plan.runs[run]?.circuit ?? ''];
    const text = `${at.cable} · ${circuit?.space ? `circuit ${circuit.space}` : (circuit?.name ?? run)}`;
    const width = widthOf(text);
    const meets = labels.some((l) => Math.abs(l.y - at.y) < 8 && Math.abs(l.x - at.x) < width * 1.1);
    if (at.span > width && !meets) labels.push({ id: run, x: at.x, y: at.y, text });
  }
  return labels;
}
