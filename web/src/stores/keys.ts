import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed } from 'vue';

/** A key that cannot be given to an action, and why. */
export type KeyRefused = { readonly ok: false; readonly says: string } | { readonly ok: true };

/** Keys that fields and drawings need for themselves. */
const taken: ReadonlySet<string> = new Set(['Tab', 'Enter', 'Escape', ' ', 'Delete', 'Backspace']);

/** Which single keys do what: the user's, kept on this device. They can be changed, or be switched off for who speaks to the machine or misses keys: WCAG 2.1.4. */
export const useKeys = defineStore('keys', () => {
  const isOff = useLocalStorage('fieldchalk.keysOff', false);
  const changed = useLocalStorage<Record<string, string>>('fieldchalk.keys', {});
  const keyOf = (action: { readonly id: string; readonly key: string }): string =>
    changed.value[action.id] ?? action.key;
  return {
    isOff,
    isChanged: computed(() => Object.keys(changed.value).length > 0),
    keyOf,
    /** Gives an action another key; refused where another action has it. */
    change(
      action: { readonly id: string; readonly key: string },
      key: string,
      all: readonly { readonly id: string; readonly key: string; readonly says: string }[],
    ): KeyRefused {
      if ([...key].length !== 1 || taken.has(key))
        return { ok: false, says: 'Press one letter, figure or sign.' };
      const other = all.find((a) => a.id !== action.id && keyOf(a) === key);
      if (other) return { ok: false, says: `${key} does something already: ${other.says}.` };
      changed.value = { ...changed.value, [action.id]: key };
      return { ok: true };
    },
    /** All keys as they were at first. */
    reset: (): void => void (changed.value = {}),
  };
});
