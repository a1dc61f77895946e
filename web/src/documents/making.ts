import { computed, ref, shallowRef } from 'vue';
import type { SheetsProgress } from './makeSheets.ts';

/** What a page shows while the server makes pages for it: how far it is, and what went wrong. One thing at a time. */
export function useMaking() {
  const progress = shallowRef<SheetsProgress | null>(null);
  const problem = ref('');
  const words = computed(() => {
    if (!progress.value) return '';
    const { what, done, of } = progress.value;
    return what === 'working out'
      ? 'Working the job out'
      : `${what === 'drawing' ? 'Drawing sheets' : 'Writing pages'}, ${done} of ${of}`;
  });
  /** Null where it went wrong: why is in `problem`. */
  async function run<T>(make: (told: (how: SheetsProgress) => void) => Promise<T>): Promise<T | null> {
    problem.value = '';
    progress.value = { what: 'working out', done: 0, of: 1 };
    try {
      return await make((how) => (progress.value = how));
    } catch (error) {
      problem.value = (error as Error).message;
      return null;
    } finally {
      progress.value = null;
    }
  }
  return { progress, problem, words, run };
}
