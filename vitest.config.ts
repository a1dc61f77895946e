import { availableParallelism } from 'node:os';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';

/** Tests of these put other modules in place of the app's own, so each file has modules of its own. */
const replacing = 'web/src/{stores,rules,kept}/**/*.test.ts';

/** Files share a thread's modules, which saves loading the core for each; what a test puts in the global place it takes away again. */
export default defineConfig({
  plugins: [vue()],
  test: {
    // A machine that lends its time to others may take three times as long as by itself.
    testTimeout: 90_000,
    pool: 'threads',
    // Of two cores the runner would leave one idle.
    maxWorkers: availableParallelism(),
    projects: [
      {
        extends: true,
        test: {
          name: 'core and server',
          include: ['{core,contracts,cli,tools,server}/**/*.test.ts'],
          isolate: false,
          globalSetup: 'server/src/testing/build.ts',
          env: { FIELDCHALK_THREADS: 'built' },
        },
      },
      {
        extends: true,
        test: { name: 'window', include: ['web/**/*.test.ts'], exclude: [replacing], isolate: false },
      },
      { extends: true, test: { name: 'window, modules replaced', include: [replacing] } },
    ],
  },
});
