import { type EditArgs, type EditName, editStep, type EditStep, type Plan } from '@fieldchalk/core';
import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { useSession } from './session.ts';

/** A gesture under way: what the plan would become, until it is made or given up. */
export const useGesture = defineStore('gesture', () => {
  const session = useSession();
  const ahead = shallowRef<Plan | null>(null);
  /** An edit that is shown and asked about before it is made. */
  const asked = shallowRef<{ readonly step: EditStep; readonly says: string } | null>(null);
  /** How often what was asked about was left: fields show again what stands. */
  const left = shallowRef(0);
  let isUnderWay = false;
  watch(
    () => session.plan,
    () => {
      isUnderWay = false;
      ahead.value = asked.value = null;
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

  /** Makes an edit, or where there are words against it, shows what it would give and asks. */
  function make<N extends EditName>(name: N, args: EditArgs<N>, says: string | null): void {
    if (says === null) return void session.edit(name, args);
    asked.value = { step: editStep(name, args), says };
    preview(name, args);
  }
  function agree(): void {
    const step = asked.value?.step;
    asked.value = null;
    if (step && !session.edit(step.name, step.args)) settle();
  }
  function leave(): void {
    asked.value = null;
    left.value++;
    settle();
  }

  return {
    asked: computed(() => asked.value),
    left: computed(() => left.value),
    make,
    agree,
    leave,
    /** What the screen draws: the plan, or while a gesture is under way what it would become. */
    plan: computed(() => ahead.value ?? session.plan),
    preview,
    settle,
  };
});
