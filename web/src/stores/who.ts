import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { SessionState } from '@fieldchalk/contracts';
import { call } from '../session/api.ts';

/** Who is signed in here. */
export const useWho = defineStore('who', () => {
  const state = shallowRef<SessionState | null>(null);
  const isOut = ref(false);
  const isAsked = ref(false);
  let loading: Promise<void> | null = null;

  /** Asks the server who is in; a server that cannot be reached leaves things as they are. */
  function load(): Promise<void> {
    loading ??= ask(false).finally(() => (loading = null));
    return loading;
  }
  /** The same for pages of people: there the demo signs itself in. */
  function enter(): Promise<void> {
    loading ??= ask(true).finally(() => (loading = null));
    return loading;
  }

  async function ask(isToEnter: boolean): Promise<void> {
    try {
      const now = await call<SessionState>('GET', '/session');
      take(
        isToEnter && now.person === null && now.demo
          ? await call<SessionState>('POST', '/session/demo')
          : now,
      );
    } catch {
      // Without the server what is kept here is all there is.
    } finally {
      isAsked.value = true;
    }
  }

  /** Somebody has signed in or out. Another person than before begins anew: nothing of the first stays in the window. */
  function take(now: SessionState): void {
    const before = state.value?.person ?? null;
    if (before && now.person && before.id !== now.person.id) return void location.assign('/');
    // While somebody is out, who they were is remembered.
    state.value = now.person === null && before ? { ...now, person: before } : now;
    isOut.value = now.person === null;
  }

  async function signOut(): Promise<void> {
    await call('DELETE', '/session');
    location.assign('/sign-in');
  }

  return {
    person: computed(() => state.value?.person ?? null),
    hasPasskeys: computed(() => state.value?.passkeys ?? false),
    isNew: computed(() => state.value?.isNew ?? false),
    isDemo: computed(() => state.value?.demo ?? false),
    isOut: computed(() => isOut.value),
    /** Whether the server has been asked at all. */
    isAsked: computed(() => isAsked.value),
    leads: computed(() => ['owner', 'lead'].includes(state.value?.person?.role ?? '')),
    owns: computed(() => state.value?.person?.role === 'owner'),
    load,
    enter,
    take,
    signOut,
  };
});
