/** Debian's builds of Chromium that tests can drive, the quicker one first. */
export const chromiums: readonly string[];
