import type { Change } from '@fieldchalk/core';

/** A change that can be taken back or made again, by its id. */
export interface Step {
  readonly id: string;
  /** What was done at first, whether this does it, takes it back or does it again. */
  readonly name: string;
}

/** So many steps can be taken back. */
const mostSteps = 500;

/** What can be taken back and made again, with the changes, as it is kept while the page is loaded again. */
export interface KeptSteps {
  readonly undoable: readonly Step[];
  readonly redoable: readonly Step[];
  readonly made: readonly (readonly [id: string, change: Change])[];
}

/** What can be taken back and made again in a window, and the changes as they were last made. */
export class UndoStack {
  private undoable: Step[] = [];
  private redoable: Step[] = [];
  private readonly made = new Map<string, Change>();

  /** The last steps, at most so many of each kind. */
  kept(most: number): KeptSteps {
    const [undoable, redoable] = [this.undoable.slice(-most), this.redoable.slice(-most)];
    const made = [...undoable, ...redoable].flatMap(({ id }) => {
      const change = this.made.get(id);
      return change ? [[id, change] as const] : [];
    });
    return { undoable, redoable, made };
  }

  /** Takes up what was kept. */
  takeUp({ undoable, redoable, made }: KeptSteps): void {
    this.undoable = [...undoable];
    this.redoable = [...redoable];
    for (const [id, change] of made) this.made.set(id, change);
  }

  get canUndo(): boolean {
    return this.undoable.length > 0;
  }
  get canRedo(): boolean {
    return this.redoable.length > 0;
  }

  /** A new change: what was taken back before cannot be made again. */
  did(id: string, change: Change): void {
    this.made.set(id, change);
    this.undoable.push({ id, name: change.name });
    for (const { id: gone } of this.redoable) this.made.delete(gone);
    this.redoable = [];
    if (this.undoable.length > mostSteps) this.made.delete(this.undoable.shift()?.id ?? '');
  }

  /** The last step with what would be taken back of it; it is off the stack. Null where there is none. */
  take(from: 'undo' | 'redo'): { readonly step: Step; readonly change: Change } | null {
    const step = (from === 'undo' ? this.undoable : this.redoable).pop();
    const change = step && this.made.get(step.id);
    return step && change ? { step, change } : null;
  }

  /** A step was taken back by a change of its own, which the other word takes back in turn. */
  took(from: 'undo' | 'redo', step: Step, by: { readonly id: string; readonly change: Change }): void {
    this.made.set(by.id, by.change);
    (from === 'undo' ? this.redoable : this.undoable).push({ id: by.id, name: step.name });
  }

  /** The last steps that can be taken back, with their changes, the last one last. */
  last(count: number): (Step & { readonly change: Change })[] {
    return this.undoable.slice(-count).flatMap((step) => {
      const change = this.made.get(step.id);
      return change ? [{ ...step, change }] : [];
    });
  }

  /** The change as it was last made; none for one that is not known. */
  changeOf(id: string): Change | undefined {
    return this.made.get(id);
  }

  /** A change was made again on a plan that had gone on. */
  madeAgain(id: string, change: Change): void {
    if (this.made.has(id)) this.made.set(id, change);
  }

  /** A change came to nothing: it can be neither taken back nor made again. */
  drop(id: string): void {
    const others = (step: Step) => step.id !== id;
    this.undoable = this.undoable.filter(others);
    this.redoable = this.redoable.filter(others);
    this.made.delete(id);
  }

  clear(): void {
    this.undoable = [];
    this.redoable = [];
    this.made.clear();
  }
}
