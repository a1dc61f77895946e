import { afterEach, expect, test, vi } from 'vitest';
import { pointIn } from './pointIn.ts';

afterEach(() => vi.unstubAllGlobals());

test('the pointer is where the drawing has it, turned back by its scale and place; in the window where nothing is drawn', () => {
  // As the browser has it, for drawings that are moved and scaled.
  vi.stubGlobal(
    'DOMPoint',
    class {
      constructor(
        readonly x: number,
        readonly y: number,
      ) {}
      matrixTransform(m?: { k: number; x: number; y: number }) {
        return m ? { x: this.x * m.k + m.x, y: this.y * m.k + m.y } : { x: this.x, y: this.y };
      }
    },
  );
  const at = { clientX: 120, clientY: 60 };
  const drawing = { getScreenCTM: () => ({ inverse: () => ({ k: 0.5, x: -10, y: -5 }) }) };
  expect(pointIn(drawing as never, at)).toEqual({ x: 50, y: 25 });
  expect(pointIn(null, at)).toEqual({ x: 120, y: 60 });
});
