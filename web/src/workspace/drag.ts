import { type EditArgs, type EditName, type EditStep } from '@fieldchalk/core';
import { editStep } from '@fieldchalk/core/window';
import { useEventListener } from '@vueuse/core';
import { computed, shallowRef, watch } from 'vue';
import { useGesture } from '../stores/gesture.ts';
import { useSession } from '../stores/session.ts';
import { isInDialog } from './keys.ts';

/** The edit a drag stands for where the pointer is, with a word on where it has got to. */
export type Order = EditStep & { readonly says: string };

/** An order whose arguments fit its edit. */
export function order<N extends EditName>(name: N, args: EditArgs<N>, says = ''): Order {
  return { ...editStep(name, args), says };
}

/** Pixels the pointer goes before a press is a drag. */
const threshold = 3;

interface Grip {
  readonly start: { readonly x: number; readonly y: number };
  readonly orderAt: (event: PointerEvent) => Order | null;
  readonly done: (made: Order) => void;
  moved: boolean;
}

/**
 * Dragging something of the plan: while the pointer moves, what letting go would do is shown; letting go does it, as one step to undo;
 * Escape gives it up. One drag at a time.
 */
export function useDrag() {
  const session = useSession();
  const gesture = useGesture();
  const grip = shallowRef<Grip | null>(null);
  const last = shallowRef<Order | null>(null);

  /** Begins at a press. `orderAt` tells the edit for a place of the pointer, null where it means nothing. */
  function start(event: PointerEvent, orderAt: Grip['orderAt'], done: Grip['done'] = () => undefined): void {
    grip.value = { start: { x: event.clientX, y: event.clientY }, orderAt, done, moved: false };
    last.value = null;
  }

  /** Gives the drag up; says whether there was one that had moved. */
  function cancel(): boolean {
    const moved = grip.value?.moved ?? false;
    grip.value = last.value = null;
    if (moved) gesture.settle();
    return moved;
  }

  // What is dragged may be what has another id now.
  watch(
    () => session.renames,
    () => {
      if (cancel()) session.say('Someone else added to the plan at the same moment. Drag it once more.');
    },
    { flush: 'sync' },
  );
  useEventListener(window, 'pointermove', (event: PointerEvent) => {
    const own = grip.value;
    if (!own) return;
    if (Math.hypot(event.clientX - own.start.x, event.clientY - own.start.y) > threshold) own.moved = true;
    const next = own.moved ? own.orderAt(event) : null;
    if (!next) return;
    last.value = next;
    gesture.preview(next.name, next.args);
  });
  useEventListener(window, 'pointerup', () => {
    const [own, made] = [grip.value, last.value];
    grip.value = last.value = null;
    if (!own?.moved || !made) return;
    if (session.edit(made.name, made.args)) own.done(made);
    else gesture.settle();
  });
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.key === 'Escape' && !isInDialog()) cancel();
  });

  return {
    start,
    cancel,
    says: computed(() => last.value?.says ?? ''),
    isActive: computed(() => grip.value !== null),
  };
}
