import { useEventListener } from '@vueuse/core';
import { onScopeDispose } from 'vue';

/** Pixels the pointer goes before a press is a drag: a finger never stands still. */
export const threshold = (event: PointerEvent) => (event.pointerType === 'touch' ? 10 : 3);
/** A finger rests on something once it has stood there for so long, in milliseconds. */
const restsAfter = 500;
/** A page that was so busy that it looks this much too late may yet hear of a finger that was lifted in time: it waits as long once more. */
const tooLate = 100;

/** Hears of fingers that stay where they were pressed. */
export function useRestingFinger() {
  let restedAt = -Infinity;
  let giveUp: () => void = () => undefined;
  onScopeDispose(() => giveUp());

  /** A press, and what to do once it has become a rest; another press gives up the one before. */
  function press(event: PointerEvent, rested: () => void): void {
    giveUp();
    if (event.pointerType !== 'touch') return;
    const from = { x: event.clientX, y: event.clientY };
    const pressedAt = performance.now();
    const look = () => {
      if (performance.now() - pressedAt > restsAfter + tooLate) timer = setTimeout(done, tooLate);
      else done();
    };
    let timer = setTimeout(look, restsAfter);
    const ends = ['pointermove', 'pointerup', 'pointercancel', 'pointerdown'] as const;
    const stop = useEventListener(window, [...ends], (next: PointerEvent) => {
      const gone = Math.hypot(next.clientX - from.x, next.clientY - from.y);
      if (next === event || (next.type === 'pointermove' && gone <= threshold(next))) return;
      giveUp();
    });
    giveUp = () => {
      clearTimeout(timer);
      stop();
    };
    const done = () => {
      stop();
      restedAt = performance.now();
      rested();
    };
  }

  return {
    press,
    /** Whether a finger has just rested: the click that follows is none. */
    hasRested: () => performance.now() - restedAt < restsAfter,
  };
}
