import { compute } from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { describe, expect, test } from 'vitest';
import { tallyOf, type Tally } from '../../stores/tally.ts';
import { partsOf } from './tallyParts.ts';

const result = compute(marlStreet());
const tally = tallyOf(result);
/** The sum of the figures that the parts of one show. */
const sum = (figure: Exclude<keyof Tally, 'unpriced'>) =>
  notEmpty(partsOf(figure, result)).reduce((total, p) => total + Number(p.value.replace(/[^0-9.]/g, '')), 0);

describe('what the figures of the tally are the sum of', () => {
  test('boxes by their models, those that hang without one apart', () => {
    const none = partsOf('boxes', result).find((p) => p.what === 'none');
    expect(sum('boxes') - Number(none?.value ?? 0)).toBe(tally.boxes);
  });

  test('feet by cable, each with its reason', () => {
    expect(sum('feet')).toBe(tally.feet);
    for (const p of partsOf('feet', result)) expect(p.what).toMatch(/: .+/);
  });

  test('holes by what they are bored in, each hole once however many cables go through, as the drilling list has them', () => {
    expect(sum('holes')).toBe(tally.holes);
    const drilled = result.drilling.map((wall) => wall.count);
    expect(notEmpty(drilled).reduce((a, b) => a + b)).toBe(tally.holes);
    const met = Object.values(result.runs).reduce((total, r) => total + r.bores.length, 0);
    expect(met).toBeGreaterThan(tally.holes);
    for (const p of partsOf('holes', result)) expect(p.what).toMatch(/^in a [a-z ]+$/);
  });

  test('hours by stage, to a tenth', () => expect(sum('hours')).toBeCloseTo(tally.hours, 0));

  test('money by line, with what has no price yet counted and not summed', () => {
    const parts = partsOf('cents', result);
    const unpriced = parts.find((p) => p.what === 'lines with no price yet');
    const priced = parts.filter((p) => p !== unpriced).map((p) => Number(p.value.slice(1)) * 100);
    expect(Math.round(priced.reduce((a, b) => a + b, 0))).toBe(tally.cents);
    const missing = result.takeoff.lines.filter((l) => l.cents === null).length;
    expect(Number(unpriced?.value ?? 0)).toBe(missing);
  });

  test('open findings by level; notes and what was let stand are not among them', () => {
    const noted = { ...result, findings: result.findings.map((f) => ({ ...f, accepted: 'fine as it is' })) };
    expect(tallyOf(noted).open).toBe(0);
    expect(partsOf('open', noted)).toEqual([]);
    const open = result.findings.filter((f) => f.level !== 'note' && f.accepted === null);
    expect(partsOf('open', result).reduce((n, p) => n + Number(p.value), 0)).toBe(open.length);
  });
});
