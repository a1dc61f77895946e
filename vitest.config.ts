import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

/** The core and the command line hold no state, so their files share a thread's modules; the server and the window do, so each has its own. */
export default defineConfig({
  plugins: [vue()],
  test: {
    testTimeout: 30_000,
    pool: 'threads',
    projects: [
      {
        extends: true,
        test: { name: 'core', include: ['{core,contracts,cli,tools}/**/*.test.ts'], isolate: false },
      },
      { extends: true, test: { name: 'server and window', include: ['{server,web}/**/*.test.ts'] } },
    ],
  },
});
