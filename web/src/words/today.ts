/** The day it is, as 2026-11-28. */
export const today = (): string => new Date().toISOString().slice(0, 10);
