import { defineStore } from 'pinia';
import { computed, reactive, ref, watch } from 'vue';
import { useSelection } from './selection.ts';

/** How a plan is looked at: times its fitted size, and moved in the units of its own sheet. */
export interface PlanView {
  readonly k: number;
  readonly x: number;
  readonly y: number;
}
const wholePlan: PlanView = { k: 1, x: 0, y: 0 };

/** How near each stage looks at plan and unrolled room, so that coming back to a stage finds it as it was left. */
export const useViews = defineStore('views', () => {
  const selection = useSelection();
  const ribbons = reactive(new Map<string, number>());
  const plans = reactive(new Map<string, PlanView>());
  const framed = ref(0);
  const isThrough = ref(false);
  const isOutside = ref(false);
  watch(
    () => selection.room,
    () => (isOutside.value = false),
  );

  return {
    /** Times the size that shows the whole room. */
    ribbonZoom: computed({
      get: () => ribbons.get(selection.stage) ?? 1,
      set: (zoom: number) => void ribbons.set(selection.stage, zoom),
    }),
    planView: computed({
      get: () => plans.get(selection.stage) ?? wholePlan,
      set: (view: PlanView) => void plans.set(selection.stage, view),
    }),
    /** Counts how often what is chosen was asked to be framed; the drawings watch it. */
    framed: computed(() => framed.value),
    /** Whether the house is seen through, in place of its plan. */
    isThrough: computed(() => isThrough.value),
    seeThrough: (through: boolean): void => void (isThrough.value = through),
    /** Whether the walls of the room in hand are seen from outside, in place of the room. */
    isOutside: computed(() => isOutside.value),
    turnOutside: (): void => void (isOutside.value = !isOutside.value),
    frame: (): void => void framed.value++,
    /** As on opening the job: all stages whole. */
    forget(): void {
      isThrough.value = isOutside.value = false;
      ribbons.clear();
      plans.clear();
    },
  };
});
