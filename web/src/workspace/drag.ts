import { editStep, type EditArgs, type EditName, type EditStep } from '@fieldchalk/core';
import { useEventListener } from '@vueuse/core';
import { computed, shallowRef, watch } from 'vue';
import { useGesture } from '../stores/gesture.ts';
import { useSession } from '../stores/session.ts';
import { isInDialog } from './keys.ts';
import { threshold, useRestingFinger } from './restingFinger.ts';

/** The edit a drag stands for where the pointer is, with a word on where it has got to. */
export type Order = EditStep & { readonly says: string };

/** An order whose arguments fit its edit. */
export function order<N extends EditName>(name: N, args: EditArgs<N>, says = ''): Order {
  return { ...editStep(name, args), says };
}

interface Grip {
  readonly pointer: number;
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
    const start = { x: event.clientX, y: event.clientY };
    grip.value = { pointer: event.pointerId, start, orderAt, done, moved: false };
    last.value = latest = null;
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
  let latest: PointerEvent | null = null;
  /** Follows the pointer to where it is. */
  function follow(event: PointerEvent): void {
    const own = grip.value;
    if (!own || event.pointerId !== own.pointer) return;
    latest = event;
    if (Math.hypot(event.clientX - own.start.x, event.clientY - own.start.y) > threshold(event))
      own.moved = true;
    const next = own.moved ? own.orderAt(event) : null;
    if (!next) return;
    last.value = next;
    gesture.preview(next.name, next.args);
  }
  useEventListener(window, 'pointermove', follow);
  useEventListener(window, 'pointerup', () => {
    const [own, made] = [grip.value, last.value];
    grip.value = last.value = null;
    if (!own?.moved || !made) return;
    if (session.edit(made.name, made.args)) own.done(made);
    else gesture.settle();
  });
  // A second finger zooms: what the first one dragged stays where it was.
  useEventListener(
    window,
    ['pointerdown', 'pointercancel'],
    (event: PointerEvent) => {
      const isSecond = event.type === 'pointerdown' && event.pointerId !== grip.value?.pointer;
      if (isSecond || event.type === 'pointercancel') cancel();
    },
    { capture: true },
  );
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.key === 'Escape' && !isInDialog()) cancel();
  });

  const finger = useRestingFinger();
  /** Hears of a finger that rests where it was pressed: what else would need a key to be held. */
  const rest = (event: PointerEvent, rested: () => void) =>
    finger.press(event, () => {
      cancel();
      rested();
    });

  return {
    start,
    /** What a drag means is known only now: it is followed to where the pointer is. */
    catchUp: () => latest && follow(latest),
    rest,
    /** Whether a finger has just rested: the click that follows is none. */
    hasRested: finger.hasRested,
    cancel,
    says: computed(() => last.value?.says ?? ''),
    isActive: computed(() => grip.value !== null),
  };
}
