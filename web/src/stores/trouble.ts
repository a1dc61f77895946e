import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { call } from '../session/api.ts';

/** Something that went wrong in this window, for the person and for the log. */
export interface Trouble {
  readonly message: string;
  /** The part of the screen it happened in. */
  readonly where: string;
}

const asError = (cause: unknown): Error => (cause instanceof Error ? cause : new Error(String(cause)));

/** What went wrong and was caught by no one. The plan is safe: it is kept apart from the screen. */
export const useTrouble = defineStore('trouble', () => {
  const last = shallowRef<Trouble | null>(null);

  /** Shows an error and writes it to the log, here and at the server; that the server cannot be reached is no further trouble. */
  function report(cause: unknown, where: string): void {
    const error = asError(cause);
    last.value = { message: error.message, where };
    console.error(where, error);
    const body = { message: error.message.slice(0, 2000), where, stack: (error.stack ?? '').slice(0, 8000) };
    void call('POST', '/window-errors', body).catch(() => undefined);
  }

  return { last: computed(() => last.value), report, clear: () => void (last.value = null) };
});
