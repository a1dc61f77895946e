import type { KeptSteps, UndoStack } from '../session/undoStack.ts';

/** So many steps are kept at most, and fewer where there is no room. */
const mostKept = 100;
const keyOf = (job: string, person: string) => `fieldchalk.steps.${job}.${person}`;

/** Keeps in this tab what can be taken back of a job, for when its page is loaded again. Where there is no room for all, the last steps. */
export function keepSteps(job: string, person: string, steps: UndoStack): void {
  for (let most = mostKept; most >= 1; most = Math.floor(most / 2)) {
    try {
      sessionStorage.setItem(keyOf(job, person), JSON.stringify(steps.kept(most)));
      return;
    } catch {
      // There is no room for so many.
    }
  }
  try {
    sessionStorage.removeItem(keyOf(job, person));
  } catch {
    // A browser that keeps nothing has nothing to take away.
  }
}

/** What was kept of a job in this tab; null for nothing, or for what cannot be read. */
export function stepsKept(job: string, person: string): KeptSteps | null {
  try {
    const kept = JSON.parse(
      sessionStorage.getItem(keyOf(job, person)) ?? 'null',
    ) as Partial<KeptSteps> | null;
    const { undoable, redoable, made } = kept ?? {};
    return Array.isArray(undoable) && Array.isArray(redoable) && Array.isArray(made)
      ? { undoable, redoable, made }
      : null;
  } catch {
    return null;
  }
}
