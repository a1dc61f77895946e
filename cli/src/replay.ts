import {
  argumentProblems,
  compute,
  Computer,
  countRuns,
  edits,
  frozen,
  makeEdit,
  type EditArgs,
  type EditName,
  type Problem,
  type Plan,
  textHash,
} from '@fieldchalk/core';

/** A named edit as a script gives it. */
export interface NamedEdit {
  readonly edit: EditName;
  readonly args: EditArgs<EditName>;
}

/** What one edit of a script took. Milliseconds from its start, through the gate, to the whole new result. */
export interface Replayed {
  readonly edit: EditName;
  readonly ms: number;
  /** Queries run. */
  readonly recomputed: number;
  /** Whether the kept computer answers the same bytes as a new one. */
  readonly sameAsNew: boolean;
}

export interface Replay {
  readonly plan: Plan;
  readonly full: { readonly ms: number; readonly result: string };
  readonly edits: readonly Replayed[];
}

const isEdit = (name: unknown): name is EditName => typeof name === 'string' && Object.hasOwn(edits, name);

/** A problem of the edit at a place of the script, as a line. */
const lineOf = (at: number, edit: EditName) => (problem: Problem) =>
  `${at}.${edit}${problem.path ? `.${problem.path}` : ''}: ${problem.message}`;

/** What is wrong with a script of edits, one line each; nothing where it can be tried. */
export function faultsOf(script: unknown): string[] {
  if (!Array.isArray(script)) return ['(edits): must be a list of { "edit", "args" }'];
  return script.flatMap((entry: unknown, i) => {
    if (typeof entry !== 'object' || entry === null) return [`${i}: must be { "edit", "args" }`];
    const { edit, args, ...rest } = entry as Record<string, unknown>;
    const more = Object.keys(rest);
    return [
      ...(isEdit(edit)
        ? argumentProblems(edit, args).map(lineOf(i, edit))
        : [`${i}.edit: “${String(edit)}” is not the name of an edit; “chalk edits” lists them`]),
      ...more.map((key) => `${i}.${key}: is not a known field; remove it or correct its name`),
    ];
  });
}

const rounded = (ms: number) => Math.round(ms * 1000) / 1000;

/** Applies edits one after another in a kept computer. The first that is refused ends it: its lines come back instead. */
export function replay(
  plan: Plan,
  script: readonly NamedEdit[],
): { ok: true; done: Replay } | { ok: false; lines: string[] } {
  const computer = new Computer();
  frozen(plan);
  const begun = performance.now();
  const first = JSON.stringify(computer.compute(plan));
  const full = { ms: rounded(performance.now() - begun), result: textHash(first) };
  const taken: Replayed[] = [];
  let now = plan;
  for (const [i, { edit, args }] of script.entries()) {
    const start = performance.now();
    const made = makeEdit(now, edit, args);
    if (!made.ok) return { ok: false, lines: made.problems.map(lineOf(i, edit)) };
    const { value, ran } = countRuns(() => computer.compute(made.plan));
    const ms = rounded(performance.now() - start);
    now = made.plan;
    const sameAsNew = JSON.stringify(value) === JSON.stringify(compute(now));
    taken.push({ edit, ms, recomputed: Object.values(ran).reduce((sum, n) => sum + n, 0), sameAsNew });
  }
  return { ok: true, done: { plan: now, full, edits: taken } };
}
