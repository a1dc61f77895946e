import type { EditArgs, EditName, Plan } from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { useSession } from './session.ts';

/** A gesture under way: what the plan would become, until it is made or given up. */
export const useGesture = defineStore('gesture', () => {
  const session = useSession();
  const ahead = shallowRef<Plan | null>(null);
  let isUnderWay = false;
  watch(
    () => session.plan,
    () => {
      isUnderWay = false;
      ahead.value = null;
      session.giveUpTrying();
    },
    { flush: 'sync' },
  );

  /** Shows what an edit would give, as soon as it is worked out; what would be refused shows nothing new. */
  function preview<N extends EditName>(name: N, args: EditArgs<N>): void {
    isUnderWay = true;
    session.tryOut(name, args, (plan) => (ahead.value = plan));
  }
  /** Back to the plan as it is. */
  function settle(): void {
    if (!isUnderWay) return;
    isUnderWay = false;
    ahead.value = null;
    session.settle();
  }

  return {
    /** What the screen draws: the plan, or while a gesture is under way what it would become. */
    plan: computed(() => ahead.value ?? session.plan),
    preview,
    settle,
  };
});
