import { dequal } from 'dequal';
import { devicesIn } from '../boxes/index.ts';
import type { Plan } from '../plan/index.ts';
import type { LaidRun } from '../runs/index.ts';
import type { CeilingMark, Mark } from './marks.ts';

/** What of a result says where boxes and cables are. */
interface Laid {
  readonly marks: Readonly<Record<string, Mark>>;
  readonly ceilings: Readonly<Record<string, CeilingMark>>;
  readonly runs: Readonly<Record<string, Pick<LaidRun, 'path' | 'cable'>>>;
}

/** A plan with where its boxes and cables came to. */
export interface LaidPlan {
  readonly plan: Plan;
  readonly result: Laid;
}

/** A box as it is read off a sheet: where it is marked, and what is in it on which circuits. */
const boxTold = ({ plan, result }: LaidPlan, box: string) => ({
  mark: result.marks[box],
  ceiling: result.ceilings[box],
  floor: plan.boxes[box]?.on,
  holds: devicesIn(plan, box).map(([, { kind, circuit, slot }]) => ({ kind, circuit, slot })),
});

/** Boxes and cables of a plan that are new, or otherwise than in an earlier one. What is gone has no place to be shown at. */
export function changedSince(earlier: LaidPlan, now: LaidPlan): Set<string> {
  const boxes = Object.keys(now.plan.boxes).filter(
    (box) => !earlier.plan.boxes[box] || !dequal(boxTold(earlier, box), boxTold(now, box)),
  );
  const runs = Object.entries(now.result.runs).flatMap(([run, { path, cable }]) => {
    const before = earlier.result.runs[run];
    return before && before.cable === cable && dequal(before.path, path) ? [] : [run];
  });
  return new Set([...boxes, ...runs]);
}
