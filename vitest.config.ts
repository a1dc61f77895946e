import { readFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Tests that put other modules in place of the app's own: each file has modules of its own, which takes seconds to load. */
const replacing = 'web/**/*.replacing.test.ts';

/** What takes longest begins first, so that no core is idle at the end; a fresh clone knows of no file how long it took. */
const longest = [
  'server/soak/soak.test.ts',
  'core/src/compute/keptRules.test.ts',
  'core/src/compute/kept.test.ts',
  'core/src/compute/house.test.ts',
  'server/src/access/permitted.test.ts',
  'core/src/compute/memory.test.ts',
];
const rank = ({ moduleId }: TestSpecification) => {
  const at = longest.findIndex((file) => moduleId.endsWith(file));
  return at < 0 ? longest.length : at;
};

/** Files that can share a thread come after one another: it is ended, with all that it has loaded, as soon as the next file is of another kind. */
class KindByKind extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const kindOf = ({ project, moduleId }: TestSpecification) =>
      `${project.name} ${/@vitest-environment (\S+)/.exec(readFileSync(moduleId, 'utf8'))?.[1] ?? ''}`;
    const kinds = new Map<string, TestSpecification[]>();
    const inOrder = await super.sort(files);
    for (const file of inOrder.toSorted((a, b) => rank(a) - rank(b)))
      kinds.set(kindOf(file), [...(kinds.get(kindOf(file)) ?? []), file]);
    return [...kinds.values()].flat();
  }
}

/** Files share a thread's modules, which saves loading the core for each; what a test puts in the global place it takes away again. */
export default defineConfig({
  plugins: [vue()],
  test: {
    // A machine that lends its time to others may take three times as long as by itself.
    testTimeout: 90_000,
    pool: 'threads',
    sequence: { sequencer: KindByKind },
    // Of two cores the runner would leave one idle; and some tests wait for servers of their own.
    maxWorkers: availableParallelism() + 1,
    projects: [
      {
        extends: true,
        test: {
          name: 'core and server',
          include: ['{core,contracts,paper,cli,tools,server}/**/*.test.ts'],
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
