/** Debian's builds of Chromium that tests can drive, the quicker one first. */
export const chromiums = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
