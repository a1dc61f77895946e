import type { EditStep, Plan, TakeoffLine, Unrolled } from '@fieldchalk/core';
import type { Shown } from '../../worker/answer.ts';

/** What a typed line asks for: an edit, a place to go, or a sentence about how to write it. */
export type Order =
  | ({ readonly kind: 'edit'; readonly turnNext?: number } & EditStep)
  | { readonly kind: 'stage'; readonly stage: string }
  | { readonly kind: 'undo' | 'redo' | 'keep' | 'next' | 'previous' }
  | {
      readonly kind: 'choose';
      readonly what: 'box' | 'stud' | 'wall' | 'room' | 'run' | 'panel';
      readonly id: string;
    }
  | { readonly kind: 'problem'; readonly says: string };

export interface EntryContext {
  readonly plan: Plan;
  readonly room: string | null;
  /** The level in hand, where a new room is walked. */
  readonly level: string | null;
  readonly unrolled: Unrolled | null;
  readonly result: Shown | null;
  /** The list of material, by its codes and names. */
  readonly list: readonly Pick<TakeoffLine, 'item' | 'name'>[];
  /** The turn to take before the next wall, degrees to the right. */
  readonly turn: number;
}

/** Parts of the boxes that can be proposed alone. */
export const boxParts = ['receptacles', 'lights', 'switches', 'alarms', 'data'] as const;

export const stages = ['walk', 'boxes', 'circuits', 'runs', 'make-up', 'order', 'crew', 'prove'] as const;
export type Stage = (typeof stages)[number];
