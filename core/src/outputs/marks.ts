import { gathered, idsOf, query } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import {
  countingOf,
  depthOfBox,
  devicesIn,
  fixingOf,
  heightIn,
  squareDistances,
  type Counting,
  type DepthPlan,
  type Fixing,
} from '../boxes/index.ts';
import { idsIn, type Side } from '../plan/index.ts';
import type { House } from '../stages/index.ts';
import { tidy } from '../units/index.ts';

export interface Mark {
  readonly wall: string;
  readonly side: Side;
  readonly stud: number | null;
  readonly studSide: Side | null;
  /** The box's centre line along its wall, where it will be nailed. */
  readonly at: number;
  readonly bottomFromSubfloor: number;
  readonly centerFromFinished: number;
  readonly topFromSubfloor: number;
  readonly setback: number;
  /** How the finish build-up comes to that setback, and whether the box needs an extension, a recess or another model. */
  readonly depth: DepthPlan;
  readonly backing: { size: string; length: number; between: readonly [number, number] } | null;
  /** What holds the box: nails, screws, its own wings in a closed wall, backing between studs, or powder-actuated fasteners. */
  readonly fixing: Fixing;
  /** Whether its receptacle counts for the spacing of the wall, and why; null when it holds none. */
  readonly counts: Counting | null;
  /** Why it stands at a height or in a place of its own; empty when it follows the house. */
  readonly reason: string;
}

/** A box on a ceiling: in plan coordinates, and how far it is from the walls it is measured from. */
export interface CeilingMark {
  readonly room: string;
  readonly x: number;
  readonly y: number;
  /** The nearest wall on each of two square hands, from the framing's face to the middle of the box. */
  readonly from: readonly { readonly wall: string; readonly distance: number }[];
}

const markOf = query('mark of box', ({ plan, layout, rules }: House, id: string): Mark => {
  const p = entryOf(layout.placed, id);
  const houseSetback = rules('box.setback');
  const setting = entryOf(layout.settings, p.wall);
  const height = p.top - p.bottom;
  const middle = heightIn(p.bottom, height, setting.floorFinish, 'center', 'finished');
  const depth = depthOfBox(p, setting);
  return {
    wall: p.wall,
    side: p.side,
    stud: p.stud,
    studSide: p.studSide,
    at: tidy(p.at),
    bottomFromSubfloor: tidy(p.bottom),
    centerFromFinished: tidy(middle),
    topFromSubfloor: tidy(p.top),
    setback: houseSetback === 'auto' ? depth.setback : houseSetback,
    depth,
    backing: p.backing && { ...p.backing, length: tidy(p.backing.length) },
    fixing: fixingOf(entryOf(plan.boxes, id), p, setting),
    counts: countingOf({ ...p, middle }, devicesIn(plan, id), plan, rules),
    reason: entryOf(plan.boxes, id).reason,
  };
});

export const marksOf = query('marks', (house: House): Readonly<Record<string, Mark>> =>
  gathered(idsOf(house.layout.placed), (id) => markOf(house, id)),
);

const ceilingMarkOf = query(
  'mark of ceiling box',
  ({ plan, rooms }: House, id: string): CeilingMark | null => {
    const { on } = entryOf(plan.boxes, id);
    if (!('ceiling' in on)) return null;
    const from = squareDistances(on, rooms[on.ceiling]?.boundary?.faces ?? []);
    return { room: on.ceiling, x: tidy(on.x), y: tidy(on.y), from };
  },
);

export const ceilingMarks = query('ceiling marks', (house: House): Readonly<Record<string, CeilingMark>> =>
  gathered(idsIn(house.plan, 'boxesOn', 'ceiling'), (id) => ceilingMarkOf(house, id)),
);
