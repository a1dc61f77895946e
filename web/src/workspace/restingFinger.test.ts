// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { effectScope, type EffectScope } from 'vue';
import { useRestingFinger } from './restingFinger.ts';

let scope: EffectScope;
beforeEach(() => {
  vi.useFakeTimers();
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
});

const pointer = (type: string, at: { x: number; y: number }, pointerType = 'touch') =>
  new PointerEvent(type, { clientX: at.x, clientY: at.y, pointerType });
function pressed(pointerType = 'touch') {
  const finger = scope.run(useRestingFinger)!;
  const rested = vi.fn();
  const down = pointer('pointerdown', { x: 10, y: 10 }, pointerType);
  finger.press(down, rested);
  window.dispatchEvent(down);
  return { finger, rested };
}

test('a finger that stays rests after half a second, though it trembles; the click that follows is none', () => {
  const { finger, rested } = pressed();
  vi.advanceTimersByTime(300);
  window.dispatchEvent(pointer('pointermove', { x: 16, y: 12 }));
  vi.advanceTimersByTime(199);
  expect(rested).not.toHaveBeenCalled();
  vi.advanceTimersByTime(1);
  expect(rested).toHaveBeenCalledOnce();
  expect(finger.hasRested()).toBe(true);
  vi.advanceTimersByTime(500);
  expect(finger.hasRested()).toBe(false);
});

test.each([
  ['is lifted', 'pointerup', 10],
  ['goes on to drag', 'pointermove', 30],
  ['is taken over by the browser', 'pointercancel', 10],
  ['is joined by another', 'pointerdown', 200],
])('one that %s does not rest', (_, type, x) => {
  const { rested } = pressed();
  vi.advanceTimersByTime(400);
  window.dispatchEvent(pointer(type, { x, y: 10 }));
  vi.advanceTimersByTime(1000);
  expect(rested).not.toHaveBeenCalled();
});

test('a mouse never rests', () => {
  const { rested } = pressed('mouse');
  vi.advanceTimersByTime(1000);
  expect(rested).not.toHaveBeenCalled();
});

test('a page that was busy looks too late: a finger lifted meanwhile has not rested, one that is still there has', () => {
  const busyFor = (long: number) => {
    vi.setSystemTime(Date.now() + long);
    const now = performance.now();
    vi.spyOn(performance, 'now').mockImplementation(() => now + long);
    vi.advanceTimersByTime(500);
  };
  const lifted = pressed();
  busyFor(900);
  // What the page hears of only now.
  window.dispatchEvent(pointer('pointerup', { x: 10, y: 10 }));
  vi.advanceTimersByTime(1000);
  expect(lifted.rested).not.toHaveBeenCalled();
  vi.restoreAllMocks();

  const staying = pressed();
  busyFor(900);
  expect(staying.rested).not.toHaveBeenCalled();
  vi.advanceTimersByTime(100);
  expect(staying.rested).toHaveBeenCalledOnce();
  vi.restoreAllMocks();
});
