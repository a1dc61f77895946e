import type { ToldProblem } from '@fieldchalk/core';
import { computed, ref, shallowRef } from 'vue';

/** So much of what is said of others’ work stays until it is read. */
const mostSaid = 5;
/** So long what is told in passing stays at least, in milliseconds: what it is of may itself move the plan on. */
const shortestHint = 1000;

/** What whoever works on a job is told: what keeps it from being saved, words in passing, what is wrong with what was asked, and what became of own work on that of others. */
export class Told {
  /** What keeps the job from being saved or heard of, as long as it does. */
  private readonly trouble = ref('');
  /** Words in passing: they go when the plan goes on, or something else is looked at. */
  private readonly hint = ref('');
  private hintedAt = -Infinity;
  readonly problems = shallowRef<readonly ToldProblem[]>([]);
  /** Stays until it is read. */
  readonly said = shallowRef<readonly string[]>([]);
  /** What is told in passing; else what keeps the job from being saved. */
  readonly notice = computed(() => this.hint.value || this.trouble.value);
  /** Whether the notice can be put away; what keeps the job from being saved cannot. */
  readonly isInPassing = computed(() => this.hint.value !== '');

  inPassing(words: string): void {
    this.hint.value = words;
    this.hintedAt = performance.now();
  }
  /** What was asked for is done anew: what was told of it before is over. */
  begin(): void {
    this.hint.value = '';
  }
  keepsFromSaving(words: string): void {
    this.trouble.value = words;
  }
  over(words: string): void {
    if (this.trouble.value === words) this.trouble.value = '';
  }
  ofOthers(words: readonly string[]): void {
    this.said.value = [...new Set([...this.said.value, ...words])].slice(-mostSaid);
  }
  read(): void {
    this.said.value = [];
  }
  /** What was told in passing, and what was wrong, is put away. */
  dismiss(): void {
    this.hint.value = '';
    this.problems.value = [];
  }
  /** The plan goes on, or something else is looked at: what was told before no longer holds; what is told of this itself does. */
  moveOn(): void {
    if (performance.now() - this.hintedAt > shortestHint) this.hint.value = '';
    this.problems.value = [];
  }
  /** Another job is opened. */
  clear(): void {
    this.dismiss();
    this.trouble.value = '';
    this.read();
  }
}
