import { notEmpty } from '../../../testing/index.ts';
import * as ifc from 'web-ifc';
import { describe, expect, test } from 'vitest';
import { compute } from '../../compute/index.ts';
import { planFromIfc } from './index.ts';
import { writeIfc, type WrittenStorey } from '../../../testing/writeIfc.ts';

const metre = 1000 / 25.4;

/** Two storeys, axes on one face, gables cut by the roof, two round windows: 8 × 5 m outside, walls 200 mm, one partition of 120 mm. */
function house(unit: number): WrittenStorey[] {
  const m = (v: number) => v * unit;
  const ring = (height: number, extra: Partial<Record<'s' | 'e' | 'n' | 'w', object>>) => [
    {
      name: 'South',
      from: [m(0), m(0)] as const,
      heading: [1, 0] as const,
      length: m(8),
      thickness: m(0.2),
      height: m(height),
      ...extra.s,
    },
    {
      name: 'East',
      from: [m(8), m(0.2)] as const,
      heading: [0, 1] as const,
      length: m(4.6),
      thickness: m(0.2),
      height: m(height),
      ...extra.e,
    },
    {
      name: 'North',
      from: [m(8), m(5)] as const,
      heading: [-1, 0] as const,
      length: m(8),
      thickness: m(0.2),
      height: m(height),
      ...extra.n,
    },
    {
      name: 'West',
      from: [m(0), m(4.8)] as const,
      heading: [0, -1] as const,
      length: m(4.6),
      thickness: m(0.2),
      height: m(height),
      ...extra.w,
    },
  ];
  const window = (at: number, width: number) => ({
    at: m(at),
    width: m(width),
    sill: m(0.9),
    height: m(1.2),
    fill: 'window' as const,
  });
  const round = {
    at: m(1.8),
    width: m(0.8),
    sill: m(0.8),
    height: m(0.8),
    fill: 'window' as const,
    round: true,
  };
  return [
    {
      name: 'Ground floor',
      elevation: 0,
      walls: [
        ...ring(2.5, {
          s: {
            openings: [
              {
                at: m(1),
                width: m(1),
                sill: 0,
                height: m(2.1),
                fill: 'door',
                operation: 'SINGLE_SWING_RIGHT',
              },
              window(4, 1.5),
            ],
          },
          n: { openings: [window(1, 2)] },
        }),
        {
          name: 'Partition',
          from: [m(5), m(0.2)],
          heading: [0, 1],
          length: m(4.6),
          thickness: m(0.12),
          height: m(2.5),
          openings: [{ at: m(2), width: m(0.9), sill: 0, height: m(2.05), fill: 'door' }],
        },
      ],
      spaces: [
        { name: 'Living', from: [m(0.2), m(0.2)], size: [m(4.68), m(4.6)] },
        { name: 'Kitchen', from: [m(5), m(0.2)], size: [m(2.8), m(4.6)] },
      ],
    },
    {
      name: 'Attic',
      elevation: m(2.7),
      walls: ring(1.2, { e: { risesTo: m(3), openings: [round] }, w: { risesTo: m(3), openings: [round] } }),
      spaces: [{ name: 'Gallery', from: [m(0.2), m(0.2)], size: [m(7.6), m(4.6)] }],
    },
  ];
}

async function imported(bytes: Uint8Array) {
  const read = await planFromIfc(ifc, bytes);
  if (!read.ok) throw new Error(read.problems.map((p) => p.message).join());
  return read;
}

describe.each([
  ['metres', 1],
  ['millimetres', 1000],
] as const)('a house written in %s', (_, unit) => {
  test('walls, openings, storeys and spaces come back as they were written', async () => {
    const read = await imported(await writeIfc(ifc, house(unit), unit === 1000));
    const { plan } = read;
    expect(read.counts).toEqual({ walls: 9, doors: 2, windows: 4, rooms: 3 });
    expect(Object.values(plan.levels).map((l) => l.name)).toEqual(['Ground floor', 'Attic']);
    expect(plan.levels['L1']!.ceiling).toBeCloseTo(2.5 * metre, 1);
    expect(
      Object.values(plan.rooms)
        .map((r) => `${r.name} ${r.use}`)
        .sort(),
    ).toEqual(['Gallery library', 'Kitchen kitchen', 'Living living']);
    const door = Object.values(plan.openings).find((o) => o.kind === 'door' && o.width > 38)!;
    expect(door.width).toBeCloseTo(1 * metre, 2);
    expect(door.head).toBeCloseTo(2.1 * metre, 1);
    expect(door).toMatchObject({ sill: 0, hinge: 'to', swing: 'left' });
    const windows = Object.values(plan.openings).filter((o) => o.kind === 'window');
    expect(windows.map((o) => Math.round((o.width / metre) * 100) / 100).sort()).toEqual([0.8, 0.8, 1.5, 2]);
    expect(notEmpty(Object.values(compute(plan).rooms)).every((r) => r.closed)).toBe(true);
    // The 120 mm partition is 2x4 framing with what is left as finish; the attic's side walls stop under the roof.
    expect(
      Object.values(plan.walls)
        .filter((w) => w.framing === '2x4')
        .map((w) => w.finish),
    ).toEqual([{ left: 0.625, right: 0.625 }]);
    expect(plan.levels['L2']).toMatchObject({ elevation: 106.3125, below: 'joists' });
    expect(
      Object.values(plan.walls)
        .filter((w) => w.height !== undefined)
        .map((w) => Math.round(w.height!)),
    ).toEqual([47, 47]);
  });

  test('rooms are as large as their walls leave them: within 2 in. of what was written', async () => {
    const read = await imported(await writeIfc(ifc, house(unit), unit === 1000));
    const size = Object.fromEntries(read.rooms.map((r) => [r.name, r.measured!]));
    expect(Math.abs(size['Living']![0] - 4.68 * metre)).toBeLessThan(2);
    expect(Math.abs(size['Kitchen']![0] - 2.8 * metre)).toBeLessThan(2);
    expect(Math.abs(size['Gallery']![1] - 4.6 * metre)).toBeLessThan(2);
  });

  test('round windows and walls cut by the roof are doubts', async () => {
    const says = (await imported(await writeIfc(ifc, house(unit), unit === 1000))).doubts.map((d) => d.says);
    expect(says.filter((s) => s.includes('not square'))).toHaveLength(2);
    expect(says.filter((s) => s.includes('rises with the roof'))).toHaveLength(2);
  });
});

describe('files that cannot be read say what is wrong', () => {
  const bytes = (text: string) => new TextEncoder().encode(text);
  test.each([
    [bytes(''), 'is empty'],
    [bytes('PK\u0003\u0004'), 'is not an IFC file'],
    [
      bytes("ISO-10303-21;\nHEADER;\nFILE_SCHEMA(('IFC4'));\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n"),
      'holds no walls|cannot be read',
    ],
    [bytes('ISO-10303-21;\nHEADER;\nFILE_SCH'), 'holds no walls|cannot be read'],
  ])('%#', async (file, says) => {
    const read = await planFromIfc(ifc, file);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems[0]!.message).toMatch(new RegExp(says));
  });
});

test('the same house as IFC 2x3, with standard-case walls, comes back the same', async () => {
  const written = new TextDecoder().decode(await writeIfc(ifc, house(1)));
  // The older schema has fewer attributes at the end of these, and its own name for a plain wall.
  const older = written
    .replace("FILE_SCHEMA(('IFC4'))", "FILE_SCHEMA(('IFC2X3'))")
    .replaceAll(/IFCWALL\((.*),\$\);/g, 'IFCWALLSTANDARDCASE($1);')
    .replaceAll(/(IFCOPENINGELEMENT\(.*),\$\);/g, '$1);')
    .replaceAll(/(IFCDOOR\(.*),\.DOOR\.,\.\w+\.,\$\);/g, '$1);')
    .replaceAll(/(IFCWINDOW\(.*),\$,\$,\$\);/g, '$1);')
    .replaceAll(/(IFCSPACE\(.*,)\$,\$,\$\);/g, '$1.ELEMENT.,.INTERNAL.,$);');
  const [now, then] = [
    await imported(await writeIfc(ifc, house(1))),
    await imported(new TextEncoder().encode(older)),
  ];
  expect(then.counts).toEqual(now.counts);
  expect(then.rooms).toEqual(now.rooms);
  expect(Object.values(then.plan.levels)).toEqual(Object.values(now.plan.levels));
});
