/** Whether keys go into a field, so that they are no commands. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, select, textarea, [contenteditable]') !== null;

/** Whether a dialog is open: the keys are its own then, wherever the focus is. */
export const isInDialog = (): boolean => document.querySelector('[role="dialog"]') !== null;
