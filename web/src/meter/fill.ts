import { typedLength } from '@fieldchalk/core';

/** What a meter sends: one length, in metres or inches (docs/laser-meter.md). */
export type Measurement =
  | { readonly metres: number; readonly device?: string }
  | { readonly inches: number; readonly device?: string };

export function inchesOf(m: Measurement): number {
  return 'metres' in m ? (m.metres * 1000) / 25.4 : m.inches;
}

/** Where lengths are typed: the chalk line, and every field that reads one. */
const takesLength = (el: Element | null): el is HTMLInputElement =>
  el instanceof HTMLInputElement && (el.hasAttribute('data-length') || el.hasAttribute('data-entry'));

/**
 * Writes a measured length, to the nearest sixteenth, into the field in focus as if it had been typed; the chalk line, when nothing is.
 * The chalk line keeps what is there (“door 32 at ”) and waits for Enter; a length field takes it at once. False when there is no place for it.
 */
export function fillLength(m: Measurement, focused: Element | null = document.activeElement): boolean {
  const field = takesLength(focused) ? focused : document.querySelector<HTMLInputElement>('[data-entry]');
  if (!field) return false;
  const words = typedLength(Math.round(inchesOf(m) * 16) / 16);
  const isEntry = field.hasAttribute('data-entry');
  field.value = isEntry && field.value.trim() !== '' ? `${field.value.trimEnd()} ${words}` : words;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  if (!isEntry) field.dispatchEvent(new Event('change', { bubbles: true }));
  else field.focus();
  return true;
}
