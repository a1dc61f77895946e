import type { Directive } from 'vue';

/**
 * The value an input shows, as `:value` would, but typing is never lost: while a person is in the field with something of their own in
 * it, news from elsewhere does not overwrite it. A bound `:value` is written back on every render, also for changes to other fields.
 */
export const shown: Directive<HTMLInputElement | HTMLTextAreaElement, string | number | null | undefined> = {
  mounted(input, { value }) {
    input.value = String(value ?? '');
  },
  updated(input, { value, oldValue }) {
    if (value === oldValue) return;
    const isTyping = document.activeElement === input && input.value !== String(oldValue ?? '');
    if (!isTyping) input.value = String(value ?? '');
  },
};

declare module 'vue' {
  interface GlobalDirectives {
    vShown: typeof shown;
  }
}
