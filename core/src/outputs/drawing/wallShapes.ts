import type { XY } from '../../geometry/index.ts';
import { entryOf } from '../../lookups/index.ts';
import type { Plan } from '../../plan/index.ts';
import { wallSegment, type WallSegment } from '../../survey/snapping.ts';
import type { DrawnHouse } from './drawnHouse.ts';
import { at, block, show } from './planLines.ts';

/** A wall with what is in it, as shapes for the screen. */
export interface WallShape {
  readonly id: string;
  readonly block: string;
  readonly studs: string;
  readonly closed: boolean;
  readonly openings: readonly { id: string; block: string; arc: string; glass: string }[];
  readonly obstacles: readonly { id: string; block: string }[];
  /** Its line, end to end. */
  readonly ends: readonly [XY, XY];
  /** The wall's own directions, for dragging: along it, and to its left. */
  readonly along: { readonly x: number; readonly y: number };
}

function doorArc(line: WallSegment, o: Plan['openings'][string]): string {
  const hinge = o.hinge === 'from' ? o.at : o.at + o.width;
  const strike = o.hinge === 'from' ? o.at + o.width : o.at;
  const out = o.swing === 'left' ? 1 : -1;
  const [h, s, tip] = [
    at(line, hinge, line.half * out),
    at(line, strike, line.half * out),
    at(line, hinge, (line.half + o.width) * out),
  ];
  const sweep = (o.hinge === 'from') === (o.swing === 'left') ? 1 : 0;
  return `M${show(h)}L${show(tip)}A${o.width} ${o.width} 0 0 ${sweep} ${show(s)}`;
}

/** What tells the kinds of opening apart: leaves, tracks, glass. */
function openingLines(line: WallSegment, o: Plan['openings'][string]): string {
  const rule = (from: number, to: number, off: number) =>
    `M${show(at(line, from, off))}L${show(at(line, to, off))}`;
  const [start, end, middle] = [o.at, o.at + o.width, o.at + o.width / 2];
  switch (o.kind) {
    case 'window':
      return rule(start, end, 0);
    case 'fixed-glass':
      return rule(start, end, 0.6) + rule(start, end, -0.6);
    case 'sliding-door':
      return rule(start, middle + 2, 0.7) + rule(middle - 2, end, -0.7);
    case 'garage-door':
      return rule(start, end, 0.9) + rule(start, end, 0) + rule(start, end, -0.9);
    case 'fireplace':
    case 'cabinet':
      return rule(start, end, line.half) + rule(start, end, -line.half);
    default:
      return '';
  }
}

/** Where a wall's framing ends along its line, from its plates; null where it has none. */
export function plateEnds(members: DrawnHouse['members']): [number, number] | null {
  const plates = members.filter((m) => m.role === 'top-plate');
  if (plates.length === 0) return null;
  return [
    Math.min(...plates.map((m) => m.at - m.width / 2)),
    Math.max(...plates.map((m) => m.at + m.width / 2)),
  ];
}

/** The same once it is worked out for the wall as it is shown; until then half its thickness past its line. */
function framedEnds(line: WallSegment, members: DrawnHouse['members']): [number, number] {
  const ends = plateEnds(members);
  const isCurrent = ends && Math.abs(ends[0]) < 12 && Math.abs(ends[1] - line.span) < 12;
  return isCurrent ? ends : [-line.half, line.span + line.half];
}

/** A wall of the plan with its own framing; null when its line has no length. */
export function wallShape(plan: Plan, members: DrawnHouse['members'], id: string): WallShape | null {
  const line = wallSegment(plan, id);
  if (!line) return null;
  const studs = members
    .filter((m) => m.number !== null)
    .map((m) => `M${block(line, m.at - 0.75, m.at + 0.75).replaceAll(' ', 'L')}z`)
    .join('');
  return {
    id,
    block: block(line, ...framedEnds(line, members)),
    studs,
    closed: entryOf(plan.walls, id).cover === 'closed',
    ends: [at(line, 0, 0), at(line, line.span, 0)],
    along: line.u,
    openings: Object.entries(plan.openings)
      .filter(([, o]) => o.wall === id)
      .map(([openingId, o]) => ({
        id: openingId,
        block: block(line, o.at, o.at + o.width),
        arc: o.kind === 'door' ? doorArc(line, o) : '',
        glass: openingLines(line, o),
      })),
    obstacles: Object.entries(plan.obstacles)
      .filter(([, x]) => x.wall === id)
      .map(([obstacleId, x]) => ({
        id: obstacleId,
        block: block(line, x.at, x.at + x.width, line.half * 0.8),
      })),
  };
}
