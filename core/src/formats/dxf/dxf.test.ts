import { notEmpty } from '../../../testing/index.ts';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { compute } from '../../compute/index.ts';
import { readDrawing } from './drawing.ts';
import { readRoomSize, readTag } from './tags.ts';
import { planFromDxf, type DxfOptions } from './index.ts';

/** A real one-storey house, from the test resources of the registry package dxf 2.4.2. */
const file = fileURLToPath(
  new URL('../../../../node_modules/dxf/test/resources/floorplan.dxf', import.meta.url),
);
const drawing = readFileSync(file, 'utf8').replaceAll('\r\n', '\n');

function imported(text: string, options?: DxfOptions) {
  const read = planFromDxf(text, options);
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path}: ${p.message}`).join('\n'));
  return read;
}

/** The same drawing as one block, laid down turned, stretched or mirrored. */
function laidDown(insert: { scaleX?: number; scaleY?: number; turn?: number }): string {
  const [, head, entities, tail] = /^([\s\S]*?\n\s*2\nENTITIES\n)([\s\S]*?)(\n\s*0\nENDSEC[\s\S]*)$/.exec(
    drawing,
  )!;
  const block = `  0\nBLOCK\n  8\n0\n  2\nHOUSE\n 70\n0\n 10\n0\n 20\n0\n 30\n0\n  3\nHOUSE\n${entities}\n  0\nENDBLK\n  8\n0\n`;
  const withBlock = head!.replace(/(\n\s*2\nBLOCKS\n)/, `$1${block}`);
  const { scaleX = 1, scaleY = scaleX, turn = 0 } = insert;
  return `${withBlock}  0\nINSERT\n  8\n0\n  2\nHOUSE\n 10\n100\n 20\n50\n 30\n0\n 41\n${scaleX}\n 42\n${scaleY}\n 50\n${turn}${tail!}`;
}

const kinds = (read: ReturnType<typeof imported>) =>
  Object.values(read.plan.openings)
    .map((o) => `${o.kind} ${Math.round(o.width)} ${o.head} ${o.sill}`)
    .sort();
const areas = (read: ReturnType<typeof imported>) =>
  Object.values(compute(read.plan).rooms)
    .map((r) => Math.round(r.area / 144))
    .sort((a, b) => a - b);

const open = ['Entry', 'Great Room', 'Dining Room', 'Kitchen', 'Hall'];
const outside = ['Covered Porch', 'Covered Deck'];

describe('the drawn house', () => {
  const read = imported(drawing);

  test('19 doors and 8 windows, as its tags say', () => {
    expect(read.counts).toMatchObject({ doors: 19, windows: 8 });
    const words = readDrawing(drawing);
    if (!words.ok) throw new Error(words.problem);
    expect(words.drawing.texts.filter(readTag)).toHaveLength(27);
  });

  test('every room that walls close is within 2 in. of the size written in it', () => {
    const closed = read.rooms.filter((r) => !open.includes(r.name) && !outside.includes(r.name));
    expect(closed.map((r) => r.name).sort()).toEqual([
      '2 Car Garage',
      'Bath',
      'Bedroom 2',
      'Bedroom 3',
      'Clo.',
      'Closet',
      'Master Bedroom',
      'Mstr. Bath',
      'Pantry',
      'Toil.',
      'Util.',
      'W.I.C.',
      'W.I.C.',
    ]);
    for (const { name, written, measured, room } of closed) {
      expect(room).not.toBeNull();
      const off = (a: number, b: number) => Math.abs(written![0] - a) + Math.abs(written![1] - b);
      const [w, h] = measured!;
      if (Math.min(off(w, h), off(h, w)) > 2)
        throw new Error(`${name} ${written!.join('×')} ${measured!.join('×')}`);
    }
  });

  test('rooms open to one another are one room and say so; porch and deck are doubts', () => {
    const ids = new Set(read.rooms.filter((r) => open.includes(r.name)).map((r) => r.room));
    expect(ids.size).toBe(1);
    expect(read.doubts.map((d) => d.says).join('\n')).toMatch(/Entry \/ Great Room .* open to one another/);
    for (const name of outside) expect(read.doubts.some((d) => d.about === name)).toBe(true);
  });

  test('the header’s wrong unit is noticed and asked about', () => {
    expect(read.scale).toMatchObject({ unit: 'inches', header: 'millimetres', doubtful: true });
    expect(read.doubts[0]!.says).toContain('header says millimetres; taken as inches');
  });

  test('doors hang where their arcs are drawn: the leaf of the bath opens into the bath', () => {
    const { plan } = read;
    const bath = compute(plan).rooms[read.rooms.find((r) => r.name === 'Bath')!.room!]!;
    const pieces = bath.spaces.flatMap((s) => s.pieces);
    const door = Object.values(plan.openings).find(
      (o) =>
        o.width === 28 &&
        pieces.some(
          (p) =>
            p.wall === o.wall && Math.min(Math.abs(p.end - o.at), Math.abs(p.start - o.at - o.width)) < 0.1,
        ),
    )!;
    expect(pieces.find((p) => p.wall === door.wall)!.side).toBe(door.swing);
  });

  test('the plan computes: every room closed, boxes proposed with no error of spacing', () => {
    const result = compute(read.plan);
    expect(notEmpty(Object.values(result.rooms)).every((r) => r.closed)).toBe(true);
    expect(result.findings.filter((f) => f.rule === 'rooms.open')).toEqual([]);
  });
});

describe('the same drawing laid down otherwise gives the same house', () => {
  const plain = imported(drawing);
  test.each([
    ['in millimetres', { scaleX: 25.4 }],
    ['in metres', { scaleX: 0.0254 }],
    ['at no scale known', { scaleX: 2.7 }],
    ['turned 90°', { turn: 90 }],
    ['turned 27°', { turn: 27 }],
    ['mirrored', { scaleX: -1, scaleY: 1 }],
    ['mirrored, turned and stretched', { scaleX: -25.4, scaleY: 25.4, turn: 200 }],
  ])('%s', (_, insert) => {
    const read = imported(laidDown(insert));
    expect(read.counts).toEqual(plain.counts);
    expect(kinds(read)).toEqual(kinds(plain));
    expect(areas(read)).toEqual(areas(plain));
  });
});

describe('files that cannot be read say what is wrong', () => {
  test.each([
    ['', 'is empty'],
    ['hello', 'DXF'],
    [drawing.slice(0, 40_000), 'DXF|no lines|ENTITIES'],
    ['  0\nSECTION\n  2\nENTITIES\n  0\nENDSEC\n  0\nEOF\n', 'holds no lines'],
    [
      '  0\nSECTION\n  2\nENTITIES\n  0\nLINE\n  8\nA\n 10\n0\n 20\n0\n 11\n10\n 21\n0\n  0\nENDSEC\n  0\nEOF\n',
      'no walls',
    ],
  ])('%#', (text, says) => {
    const read = planFromDxf(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems[0]!.message).toMatch(new RegExp(says));
  });
});

test('tags and sizes as drafters write them', () => {
  const tag = (text: string) => readTag({ text, at: { x: 0, y: 0 }, layer: '' });
  expect(tag('2668')).toMatchObject({ width: 30, height: 80, kind: null });
  expect(tag('16070 O.H. DOOR')).toMatchObject({ width: 192, height: 84, kind: 'garage-door' });
  expect(tag('6068 S.G.D.')).toMatchObject({ kind: 'sliding-door' });
  expect(tag('5050 XO')).toMatchObject({ width: 60, height: 60, kind: 'window' });
  expect(tag('A6')).toBeNull();
  expect(readRoomSize(`13'8 x 14'`)).toEqual([164, 168]);
  expect(readRoomSize(`21'2" x 20'10"`)).toEqual([254, 250]);
  expect(readRoomSize('2 CAR GARAGE')).toBeNull();
});

/** Rooms in a grid, each wall drawn by its two faces, with a gap for a door in each wall across. */
function drawnGrid(columns: number, rows: number): { text: string; lines: number } {
  const [width, depth, half, door] = [144, 132, 2.25, { from: 40, to: 72 }];
  const lines: string[] = [];
  const line = (x1: number, y1: number, x2: number, y2: number) =>
    lines.push(`0\nLINE\n8\nWALLS\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}`);
  for (let r = 0; r <= rows; r++)
    for (let c = 0; c <= columns; c++)
      for (const side of [-half, half]) {
        const [x, y] = [c * width, r * depth];
        if (c < columns) line(x + half, y + side, x + door.from, y + side);
        if (c < columns) line(x + door.to, y + side, x + width - half, y + side);
        if (r < rows) line(x + side, y + half, x + side, y + depth - half);
      }
  return { text: `0\nSECTION\n2\nENTITIES\n${lines.join('\n')}\n0\nENDSEC\n0\nEOF\n`, lines: lines.length };
}

test('a drawing of 2,000 lines is read within two seconds', () => {
  const { text, lines } = drawnGrid(18, 18);
  expect(lines).toBeGreaterThan(2000);
  imported(drawnGrid(2, 2).text, { unit: 'inches' });
  const from = performance.now();
  const { counts } = imported(text, { unit: 'inches' });
  expect(performance.now() - from).toBeLessThan(2000);
  expect(counts.walls).toBeGreaterThan(300);
});
