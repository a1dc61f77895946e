import { expect, test } from 'vitest';
import { packed, unpacked } from './packed.ts';

test('made sheets come out of what they were packed into as they were', async () => {
  const svg = '<svg>½″ “as signed”</svg>'.repeat(200);
  const sheets = {
    ...{ cents: 12_345, unpriced: [] },
    pdf: Uint8Array.from({ length: 256 }, (_, i) => i),
    pages: [{ sheet: 'proposal', title: 'Proposal', width: 612, height: 792, svg }],
  };
  const text = await packed(sheets);
  expect(text).toMatch(/^[\w+/=]+$/);
  expect(text.length).toBeLessThan(svg.length);
  expect(await unpacked(text)).toEqual(sheets);
});
