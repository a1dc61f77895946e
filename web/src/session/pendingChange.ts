import {
  type Change,
  type EditStep,
  editWords,
  nth,
  type Patch,
  type Plan,
  type Problem,
  type SeenOtherwise,
  seenOtherwise,
  spentAmong,
  standsAt,
  toldProblem,
  withoutSpent,
} from '@fieldchalk/core';
import { changing } from './changing.ts';
import { type Renames, renamed } from './renamings.ts';
import type { SetAside } from './setAsides.ts';

/** A change that was made here and that the server has not acknowledged yet. */
export interface Pending extends Change {
  readonly id: string;
  /** The window it was made in; its id is that window’s own. */
  readonly client: string;
  /** The named edits it stands for, to be made again where the plan has gone on; none where it takes another back. */
  readonly steps: readonly EditStep[];
  /** The change it takes back. */
  readonly undoes: string | null;
}

/** Named edits that a window does not make itself: the worker works them out. */
export type Elsewhere = Pick<ReadonlySet<EditStep['name']>, 'has'>;

/** What becomes of a change on a plan that has gone on. */
export type LaidAgain =
  | { readonly is: 'laid'; readonly plan: Plan; readonly change: Change; readonly says: string }
  | { readonly is: 'already so' }
  | { readonly is: 'worked out elsewhere'; readonly step: EditStep }
  | { readonly is: 'unfit'; readonly says: string };

const idsAdded = (patches: readonly Patch[]): Map<string, string[]> => {
  const added = new Map<string, string[]>();
  for (const { op, path } of patches) {
    const [collection, id] = path;
    if (op === 'add' && path.length === 2 && collection !== 'spent')
      added.set(String(collection), [...(added.get(String(collection)) ?? []), String(id)]);
  }
  return added;
};

/** Which ids a change gives when it is made again, for those it gave at first. */
export function renamesBetween(before: readonly Patch[], after: readonly Patch[]): Map<string, string> {
  const now = idsAdded(after);
  const renames = new Map<string, string>();
  for (const [collection, ids] of idsAdded(before))
    ids.forEach((id, i) => {
      const other = now.get(collection)?.[i];
      if (other !== undefined && other !== id) renames.set(id, other);
    });
  return renames;
}

/** A change with its named edits about what has another id now, if it is about any. */
export function followed(
  change: Pending,
  renames: Renames,
): { readonly change: Pending; readonly isElse: boolean } {
  const { patches, steps } = change;
  const seen = renames.size === 0 ? '' : JSON.stringify([patches, steps]);
  const isElse = [...renames.keys()].some((id) => seen.includes(`"${id}"`));
  if (!isElse) return { change, isElse };
  return { change: { ...change, steps: renamed(steps, renames) }, isElse };
}

/** Whether what someone else set at a place is no longer to be seen there. */
function isReplaced({ path, stands }: SeenOtherwise, plan: Plan): boolean {
  if (path[0] === 'spent') return false;
  const now = standsAt(plan, path);
  if (!Array.isArray(stands) || !Array.isArray(now)) return JSON.stringify(now) !== JSON.stringify(stands);
  const left = new Set(now.map((item) => JSON.stringify(item)));
  return stands.some((item) => !left.has(JSON.stringify(item)));
}

/** What was replaced of others’, said once each, the first few by name. */
function replacedWords(name: string, otherwise: readonly SeenOtherwise[], on: Plan, made: Plan): string {
  const replaced = otherwise.filter((place) => isReplaced(place, made));
  const about = replaced.map(({ path }) => toldProblem({ path: path.join('.'), message: '' }, on).about);
  const [first, ...others] = [...new Set(about)];
  if (first === undefined) return '';
  const rest =
    others.length === 0 ? '' : others.length === 1 ? `, and ${nth(others, 0)}` : ` and ${others.length} more`;
  return `Someone else had changed this meanwhile, and your “${editWords(name)}” has replaced it: ${first}${rest}.`;
}

/** The first of what is wrong, by the names of the plan. */
export const problemWords = (problems: readonly Problem[], plan: Plan): string =>
  problems
    .slice(0, 3)
    .map((p) => toldProblem(p, plan))
    .map(({ about, says }) => `${about} ${says}`)
    .join('; ');

/**
 * Lays a change on a plan that may have gone on. Where that stands as the change saw it, as it is; else its named edits are made again there, so
 * that new things get ids of their own and others’ work is seen. Nothing is thrown: what cannot be laid is said.
 *
 * @param isElse whether its named edits are about something that has another id now, so that its patches will not do
 * @param elsewhere named edits that take long, and are worked out by the worker
 */
export function laidAgain(plan: Plan, pending: Pending, isElse: boolean, elsewhere: Elsewhere): LaidAgain {
  const { name, patches, inverse, undoes, steps } = pending;
  const otherwise = seenOtherwise(plan, inverse);
  if (otherwise.length === 0 && !isElse) {
    const done = changing().applyChange(plan, patches, name);
    if (done.ok) return { is: 'laid', plan: done.plan, change: { name, patches, inverse }, says: '' };
  }
  if (undoes !== null || steps.length === 0)
    return { is: 'unfit', says: 'someone has changed the same since' };
  const long = steps.find((step) => elsewhere.has(step.name));
  if (long) return { is: 'worked out elsewhere', step: long };
  const done = changing().makeEdits(plan, name, steps);
  if (!done.ok) return { is: 'unfit', says: problemWords(done.problems, plan) };
  if (done.change.patches.length === 0) return { is: 'already so' };
  return {
    is: 'laid',
    plan: done.plan,
    change: done.change,
    says: replacedWords(name, otherwise, plan, done.plan),
  };
}

/** What takes a change back. The numbers of ids it spends itself stay spent; those the change spent are not given back. */
const takenBack = ({ patches, inverse }: Change, own: readonly Patch[]): Omit<Change, 'name'> => ({
  patches: [...withoutSpent(inverse), ...spentAmong(own)],
  inverse: withoutSpent(patches),
});

/** What becomes of all that is pending when it is laid on a plan that has gone on. */
export interface LaidAll {
  readonly plan: Plan;
  /** Those that are in it, in their order, as they are now. */
  readonly kept: readonly Pending[];
  /** Those that are not, with why: refused before, or no longer fitting. */
  readonly unfit: readonly SetAside[];
  /** Those that the worker must work out again. */
  readonly again: readonly { readonly change: Pending; readonly step: EditStep }[];
  /** Ids of all that are not in it. */
  readonly gone: ReadonlySet<string>;
  readonly renames: Renames;
  /** What a person is told of those that are in it. */
  readonly said: readonly string[];
}

/** Changes that are not in the plan. One that is taken back here again need not be told of; made again after that, it is. */
class Unfit {
  readonly gone = new Set<string>();
  private readonly entries = new Map<string, SetAside>();
  private readonly takenBack = new Set<string>();
  /** The change that one stands for, through however many that take it back and make it again. */
  private readonly standsFor = new Map<string, string>();

  add(entry: SetAside): void {
    this.entries.set(entry.change.id, entry);
    this.gone.add(entry.change.id);
  }

  /** Whether a change takes back, or makes again, one that is not in the plan; then it is not in it either. */
  takes({ id, undoes }: Pending): boolean {
    if (undoes === null || !this.gone.has(undoes)) return false;
    const first = this.standsFor.get(undoes) ?? undoes;
    this.standsFor.set(id, first);
    this.gone.add(id);
    if (!this.takenBack.delete(first)) this.takenBack.add(first);
    return true;
  }

  get list(): SetAside[] {
    return [...this.entries].filter(([id]) => !this.takenBack.has(id)).map(([, entry]) => entry);
  }

  isTakenBack(id: string): boolean {
    return this.takenBack.has(id);
  }
}

/**
 * Lays changes on a plan in their order. What is done with a new thing follows it to another id; what takes another back takes back what that came to.
 *
 * @param changeOf a change by its id, as it was last made; none for one that is not known
 * @param refused those of them that the server would not have
 */
export function laidAll(
  on: Plan,
  pending: readonly Pending[],
  changeOf: (id: string) => Change | undefined,
  elsewhere: Elsewhere,
  refused: readonly SetAside[] = [],
): LaidAll {
  let plan = on;
  const made = new Map<string, Change>();
  const kept: Pending[] = [];
  const again: { change: Pending; step: EditStep }[] = [];
  const [unfit, renames, said] = [new Unfit(), new Map<string, string>(), [] as string[]];
  for (const entry of refused) unfit.add(entry);
  for (const change of pending) {
    if (unfit.gone.has(change.id) || unfit.takes(change)) continue;
    const target = change.undoes === null ? undefined : (made.get(change.undoes) ?? changeOf(change.undoes));
    // What takes another back goes by what that came to. The named edits of others go by the ids of now from here on, however often they are laid, or made again by hand.
    const { change: own, isElse } = target
      ? { change: { ...change, ...takenBack(target, change.patches) }, isElse: false }
      : followed(change, renames);
    const laid = laidAgain(plan, own, isElse, elsewhere);
    if (laid.is === 'laid') {
      plan = laid.plan;
      for (const [from, to] of renamesBetween(own.patches, laid.change.patches)) renames.set(from, to);
      made.set(own.id, laid.change);
      kept.push({ ...own, ...laid.change });
      if (laid.says) said.push(laid.says);
      continue;
    }
    unfit.gone.add(own.id);
    if (laid.is === 'unfit') unfit.add({ change: own, says: laid.says });
    if (laid.is === 'already so') said.push(`Someone else did the same: “${editWords(own.name)}”.`);
    if (laid.is === 'worked out elsewhere') again.push({ change: own, step: laid.step });
  }
  const wanted = again.filter(({ change }) => !unfit.isTakenBack(change.id));
  return { plan, kept, unfit: unfit.list, again: wanted, gone: unfit.gone, renames, said };
}
