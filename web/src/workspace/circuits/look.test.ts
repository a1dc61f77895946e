import { expect, test } from 'vitest';
import { marlStreet } from '@fieldchalk/core/demo';
import { boxLooks, circuitLooks, circuitsInOrder } from './look.ts';

const plan = marlStreet();
const luminance = (hex: string) =>
  [1, 3, 5]
    .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
    .map((c) => (c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
    .reduce((sum, c, i) => sum + c * [0.2126, 0.7152, 0.0722][i]!, 0);

test('no two circuits look alike, and white figures read on every colour: WCAG 2.2 contrast of 4.5', () => {
  const looks = [...circuitLooks(plan).values()];
  expect(new Set(looks.map((l) => `${l.fill} ${l.border}`)).size).toBe(looks.length);
  for (const { fill } of looks) expect(1.05 / (luminance(fill) + 0.05)).toBeGreaterThanOrEqual(4.5);
});

test('a breaker off leaves its boxes dead, not those that have another circuit too', () => {
  const circuit = circuitsInOrder(plan).find((c) => !plan.circuits[c]!.existing)!;
  const looks = boxLooks(plan, new Set([circuit]));
  for (const d of Object.values(plan.devices)) {
    if (d.circuit !== circuit) continue;
    const others = Object.values(plan.devices).some(
      (o) => o.box === d.box && o.circuit !== null && o.circuit !== circuit,
    );
    expect(looks.get(d.box)!.dead).toBe(!others);
  }
});
