import { medianMs } from './timing.ts';
import { Computer, compute } from '../src/compute/index.ts';
import { study } from '../demo/study.ts';
import { readPlan } from '../src/plan/read.ts';
import { collections, type Plan } from '../src/plan/index.ts';
import { edited } from '../testing/index.ts';

/** The demo room repeated side by side, every id with a suffix of its own. */
export function copies(plan: Plan, count: number): Plan {
  const all: Record<string, Record<string, unknown>> = {};
  const names = new Set(collections.flatMap((c) => (c === 'levels' ? [] : Object.keys(plan[c]))));
  for (let i = 0; i < count; i++) {
    for (const name of collections) {
      if (name === 'levels') continue;
      for (const [id, entry] of Object.entries(plan[name])) {
        const renamed = JSON.parse(JSON.stringify(entry), (_, v: unknown) =>
          typeof v === 'string' && names.has(v) ? `${v}_${i}` : v,
        ) as { x?: number };
        if ((name === 'points' || name === 'rooms') && renamed.x !== undefined) renamed.x += i * 400;
        (all[name] ??= {})[`${id}_${i}`] = renamed;
      }
    }
  }
  const read = readPlan({ ...plan, ...all });
  if (!read.ok) throw new Error(JSON.stringify(read.problems.slice(0, 3)));
  return read.plan;
}

export function bench(): string[] {
  const one = study();
  const sixteen = copies(one, 16);
  const full = medianMs(15, () => compute(one));
  const fullSixteen = medianMs(5, () => compute(sixteen));
  const moved = (plan: Plan, box: string, rounds: number) => {
    const computer = new Computer();
    computer.compute(plan);
    const edits = Array.from({ length: rounds + 1 }, (_, i) =>
      edited(plan, 'moveBox', { box, at: i % 2 ? 46 : 80 }),
    );
    return medianMs(rounds, (i) => computer.compute(edits[i + 1]!));
  };
  const oneMoved = moved(one, 'b3', 15);
  const sixteenMoved = moved(sixteen, 'b3_4', 9);
  const line = (what: string, ms: number, ratio: string) =>
    `${what.padEnd(44)} ${ms.toFixed(1).padStart(8)} ms   ${ratio}`;
  return [
    line('full compute, demo room', full, '1.0 ×'),
    line('full compute, 16 copies', fullSixteen, `${(fullSixteen / full).toFixed(1)} × one room`),
    line('one box moved, demo room', oneMoved, `${(oneMoved / full).toFixed(2)} × a full compute`),
    line(
      'one box moved, 16 copies',
      sixteenMoved,
      `${(sixteenMoved / fullSixteen).toFixed(2)} × a full compute`,
    ),
  ];
}
