import { useBroadcastChannel } from '@vueuse/core';
import { type Ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSelection } from '../../stores/selection.ts';
import { type Stage, stages } from './../entry/order.ts';
import { useSession } from '../../stores/session.ts';
import type { Kind } from '../../stores/selection.ts';

/** What windows of one job tell each other. */
interface InHand {
  readonly room: string | null;
  readonly stage: Stage;
  readonly chosen: { readonly kind: Kind; readonly id: string } | null;
}

/**
 * A pane in a window of its own shows the room, the stage and the choice of the window it was taken from, and that one takes what is
 * chosen in it: both follow whichever was touched last. Windows that each hold a whole workspace do not follow each other.
 */
export function useFollowedWindow(job: Ref<string>, isPaneAlone: Ref<boolean>): void {
  const session = useSession();
  const selection = useSelection();
  const route = useRoute();
  const router = useRouter();
  const { data, post } = useBroadcastChannel<
    InHand & { from: string; job: string; isPaneAlone: boolean },
    unknown
  >({
    name: 'fieldchalk.inHand',
  });
  const own = crypto.randomUUID();
  let taking = false;
  const now = (): InHand => ({ room: selection.room, stage: selection.stage, chosen: selection.chosen });
  watch(
    () => [selection.room, selection.stage, selection.chosen] as const,
    () => {
      if (!taking && document.visibilityState === 'visible')
        post({ ...structuredClone(now()), from: own, job: job.value, isPaneAlone: isPaneAlone.value });
    },
  );
  watch(data, (told) => {
    if (!told || told.from === own || told.job !== job.value || told.isPaneAlone === isPaneAlone.value)
      return;
    taking = true;
    if (told.stage !== selection.stage && stages.includes(told.stage))
      void router.replace({ path: `/jobs/${job.value}/${told.stage}`, query: route.query });
    if (told.room && told.room !== selection.room && session.plan?.rooms[told.room])
      selection.chooseRoom(told.room);
    selection.choose(told.chosen);
    queueMicrotask(() => (taking = false));
  });
}
