import { describe, expect, test } from 'vitest';
import {
  ampsByFeeder,
  ampsByGauge,
  adjustedAmps,
  bitSizes,
  boxModels,
  cableNamed,
  cables,
  conductorVolume,
  dataGauge,
  feederGauges,
  framingKinds,
  gauges,
  isData,
  itemId,
  nominalBoxSize,
  ohmsPer1000Feet,
  panelSize,
  type Item,
} from './index.ts';

/** Diameter of a solid wire, inches. American wire gauge: ASTM B258 (from memory). */
const diameter = (gauge: number): number => 0.005 * 92 ** ((36 - gauge) / 39);

describe('conductors', () => {
  // Annealed copper has 0.017241 ohm mm²/m at 20 °C and gains 0.393 % a kelvin: IEC 60028 (from memory). At 75 °C.
  test('resistance is that of copper of the gauge’s section, within 3 %', () => {
    const ohmMetres = 0.017241e-6 * (1 + 0.00393 * 55);
    for (const gauge of gauges) {
      const section = (Math.PI * (diameter(gauge) * 0.0254) ** 2) / 4;
      const ohms = (ohmMetres * 304.8) / section;
      expect(Math.abs(ohmsPer1000Feet[gauge] / ohms - 1), `${gauge} AWG`).toBeLessThan(0.03);
    }
  });

  // Three gauge numbers halve the section: by the same standard, 92 ** (6 / 39) is 2.005.
  test('every two steps to a thicker wire carry a good deal more, and take a bit more of a box', () => {
    gauges.slice(1).forEach((gauge, i) => {
      const thinner = gauges[i]!;
      expect(ampsByGauge[gauge]).toBeGreaterThan(ampsByGauge[thinner]);
      expect(conductorVolume[gauge]!).toBeGreaterThan(conductorVolume[thinner]!);
      expect(ohmsPer1000Feet[gauge]).toBeLessThan(ohmsPer1000Feet[thinner]);
    });
    expect(diameter(8) ** 2 / diameter(14) ** 2).toBeGreaterThan(3.9);
  });

  test('feeders are listed from the lightest up, each with more amperes than the one before', () => {
    expect([...feederGauges].sort()).toEqual(Object.keys(ampsByFeeder).sort());
    const amps = feederGauges.map((g) => ampsByFeeder[g]);
    expect(amps).toEqual([...amps].sort((a, b) => a - b));
  });

  // NEC Table 310.16, copper: the 75 °C column is above the 60 °C one for the same size (from memory).
  test('a feeder at 75 °C carries more than the same wire at 60 °C', () => {
    expect(ampsByFeeder['10']).toBeGreaterThan(ampsByGauge[10]);
    expect(ampsByFeeder['8']).toBeGreaterThan(ampsByGauge[8]);
    expect(ampsByFeeder['6']).toBeGreaterThan(ampsByGauge[6]);
  });
});

describe('cables', () => {
  test('every gauge comes with two and with three conductors; data cable carries no power', () => {
    for (const gauge of gauges)
      for (const conductors of [2, 3] as const)
        expect(cables[cableNamed(gauge, conductors)]).toMatchObject({ gauge, conductors });
    expect(isData('data')).toBe(true);
    expect(cables['data']!.gauge).toBe(dataGauge);
    expect(Object.keys(cables).filter(isData)).toEqual(['data']);
    expect(isData('unheard of')).toBe(false);
  });

  // Colours of jackets since 2001, by the makers’ agreement: common practice, no source.
  test('jackets tell the gauge: white 14, yellow 12, orange 10, black above', () => {
    const colour = { 14: 'white', 12: 'yellow', 10: 'orange', 8: 'black', 6: 'black' };
    for (const [name, { gauge, jacket }] of Object.entries(cables))
      if (gauge !== dataGauge) expect(jacket, name).toBe(colour[gauge]);
  });

  test('a sheath holds its conductors side by side, and passes the largest bit', () => {
    for (const [name, c] of Object.entries(cables)) {
      if (c.gauge === dataGauge) continue;
      const copper = c.conductors === 2 ? 2 * diameter(c.gauge) : diameter(c.gauge);
      expect(c.width, name).toBeGreaterThan(copper);
      expect(c.thickness, name).toBeGreaterThan(diameter(c.gauge));
      expect(Math.max(c.width, c.thickness)).toBeLessThan(bitSizes.at(-1)!);
    }
  });
});

// NEC 334.80, 310.15(C)(1), Table 310.16 (from memory): from the 90 °C column, at most the 60 °C one.
test.each([
  [12, 3 * 2, 20, 24],
  [12, 4 * 2, 20, 21],
  [14, 2 * 2, 15, 20],
  [12, 5 * 2, 15, 15],
  [10, 4 * 3, 20, 20],
] as const)('%d gauge, %d conductors together: %d A', (gauge, conductors, amps, adjusted) => {
  expect(adjustedAmps(gauge, conductors)).toBe(amps);
  expect(amps).toBe(Math.min(adjusted, ampsByGauge[gauge]));
});

describe('boxes', () => {
  test.each(Object.entries(boxModels))('%s holds no more than its outside', (_, model) => {
    // Stamped volumes are inside: a hundredth more for how they are rounded on the stamp.
    expect(model.volume).toBeLessThanOrEqual(model.width * model.height * model.depth + 0.01);
    if (model.lowVoltage) expect(model.volume).toBe(0);
    else expect(model.volume).toBeGreaterThan(0);
  });

  // NEC Table 314.16(A): trade size against least volume (from memory).
  test.each([
    ['metal-octagon-15.5', [4, 4, 1.5], 15.5],
    ['metal-octagon-21.5', [4, 4, 2.125], 21.5],
    ['metal-square-21', [4, 4, 1.5], 21],
    ['metal-square-30.3', [4, 4, 2.125], 30.3],
    ['metal-square-ring-42', [4.6875, 4.6875, 2.125], 42],
    ['metal-device-12.5', [2, 3, 2.5], 12.5],
    ['metal-device-14', [2, 3, 2.75], 14],
    ['metal-device-18', [2, 3, 3.5], 18],
  ] as const)('%s is of its trade size', (name, [width, height, depth], volume) =>
    expect(boxModels[name]).toMatchObject({ width, height, depth, volume, material: 'metal' }),
  );

  test('a box still to be chosen is placed as wide as those of its gangs, and wider with each', () => {
    for (const [name, m] of Object.entries(boxModels))
      if (m.mount === 'new-work' && m.material === 'plastic')
        expect(nominalBoxSize(m.gangs).width, name).toBe(m.width);
    for (let gangs = 2; gangs <= 8; gangs++)
      expect(nominalBoxSize(gangs).width).toBeGreaterThan(nominalBoxSize(gangs - 1).width);
  });
});

// Dressed sizes of softwood lumber: American Softwood Lumber Standard PS 20 (from memory).
test('studs are as deep as dressed lumber is, and a panel fits between two at 16 in', () => {
  expect(framingKinds['2x4'].depth).toBe(3.5);
  expect(framingKinds['2x6'].depth).toBe(5.5);
  expect(framingKinds['2x8'].depth).toBe(7.25);
  expect(panelSize.width).toBeLessThanOrEqual(16 - framingKinds['2x4'].thickness);
});

test('each item of the list has a name of its own, which the price list and stock use', () => {
  const items: Item[] = [
    { kind: 'cable', cable: '14/2' },
    { kind: 'box', model: 'plastic-1g-18' },
    { kind: 'backing', size: '2x6' },
    { kind: 'device', device: 'receptacle', amps: 15 },
    { kind: 'device', device: 'receptacle', amps: 20 },
    { kind: 'device', device: 'light', amps: null },
    { kind: 'plate', gangs: 2 },
    { kind: 'breaker', amps: 20, poles: 1, protection: 'dual' },
    { kind: 'breaker', amps: 20, poles: 2, protection: 'dual' },
    { kind: 'wire-connector', size: 'small' },
    { kind: 'tail', gauge: 12, colour: 'bare' },
    { kind: 'staple', size: '1/2' },
    { kind: 'stacker' },
    { kind: 'strap' },
    { kind: 'cable-connector' },
    { kind: 'nail-plate' },
    { kind: 'tube' },
  ];
  const names = items.map(itemId);
  expect(new Set(names).size).toBe(items.length);
  for (const name of names) expect(name).toMatch(/^[a-z][a-z0-9/.-]*$/);
});
