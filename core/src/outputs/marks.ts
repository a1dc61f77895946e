import { entryOf, valueIn } from '../lookups/index.ts';
import {
  countingOf,
  depthPlan,
  fixingOf,
  heightIn,
  squareDistances,
  type BoxLayout,
  type Counting,
  type DepthPlan,
  type Fixing,
} from '../boxes/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan, Side } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import type { Stages } from '../stages/index.ts';
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

export function marksOf(plan: Plan, layout: BoxLayout, rules: RuleBook): Record<string, Mark> {
  const setback = rules('box.setback');
  return Object.fromEntries(
    Object.values(layout.placed).map((p): [string, Mark] => {
      const setting = valueIn(layout.settings, p.wall);
      const height = p.top - p.bottom;
      const finish = setting.finish[p.side];
      const depth = depthPlan(finish, setting.layers[p.side], p, { depth: setting.frame.line.depth });
      return [
        p.id,
        {
          wall: p.wall,
          side: p.side,
          stud: p.stud,
          studSide: p.studSide,
          at: tidy(p.at),
          bottomFromSubfloor: tidy(p.bottom),
          centerFromFinished: tidy(heightIn(p.bottom, height, setting.floorFinish, 'center', 'finished')),
          topFromSubfloor: tidy(p.top),
          setback: setback === 'auto' ? depth.setback : setback,
          depth,
          backing: p.backing && { ...p.backing, length: tidy(p.backing.length) },
          fixing: fixingOf(entryOf(plan.boxes, p.id), p, setting),
          counts: countingOf(
            { ...p, middle: heightIn(p.bottom, height, setting.floorFinish, 'center', 'finished') },
            layout.devices.get(p.id) ?? [],
            plan,
            rules,
          ),
          reason: entryOf(plan.boxes, p.id).reason,
        },
      ];
    }),
  );
}

export function ceilingMarks(plan: Plan, rooms: Stages['rooms']): Record<string, CeilingMark> {
  return Object.fromEntries(
    Object.keys(plan.boxes)
      .sort(compareIds)
      .flatMap((id): [string, CeilingMark][] => {
        const { on } = entryOf(plan.boxes, id);
        if (!('ceiling' in on)) return [];
        const from = squareDistances(on, rooms[on.ceiling]?.boundary?.faces ?? []);
        return [[id, { room: on.ceiling, x: tidy(on.x), y: tidy(on.y), from }]];
      }),
  );
}
