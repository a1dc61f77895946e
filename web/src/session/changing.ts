import { must } from '@fieldchalk/core';
import type * as Window from '@fieldchalk/core/window';

/** What makes changes and checks them. */
type Changing = Pick<typeof Window, 'applyChange' | 'makeEdit' | 'makeEdits'>;

let loaded: Changing | null = null;
let loading: Promise<void> | null = null;

/**
 * Loads what makes changes. It brings the schemas of the whole plan along, a fifth of the workspace’s script, and nobody who only looks needs it: so it is asked for
 * when the window is first touched. Throws where it cannot be had.
 */
export function loadChanging(): Promise<void> {
  // One promise for all: who waits for it goes on in the order of asking.
  loading ??= import('@fieldchalk/core/window').then(
    (own) => void (loaded = own),
    (error: unknown) => {
      loading = null;
      throw error;
    },
  );
  return loading;
}

/** Whether changes can be made at once. */
export const canChange = (): boolean => loaded !== null;

/** What makes changes, once it is loaded. */
export const changing = (): Changing => must(loaded, 'what makes changes, loaded');
