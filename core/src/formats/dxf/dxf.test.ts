import { notEmpty } from '../../../testing/index.ts';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { compute } from '../../compute/index.ts';
import { readDrawing } from './drawing.ts';
import { readRoomSize, readTag } from './tags.ts';
import { howDrawn } from './howDrawn.ts';
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
  const reads = [1, 2, 3].map(() => {
    const from = performance.now();
    return { ...imported(text, { unit: 'inches' }), took: performance.now() - from };
  });
  // Other work on the machine only makes it longer.
  expect(Math.min(...reads.map((r) => r.took))).toBeLessThan(2000);
  const { counts, drawn } = reads[0]!;
  expect(counts).toMatchObject({ walls: 19 + 19, doors: 18 * 19, rooms: 18 * 18 });
  expect(drawn).toEqual({ walls: 'pairs', gaps: 'doors', plainGaps: 18 * 19 });
});

/** A drawing of lines and words, in inches times `scale`. */
function drawnLines(
  lines: readonly (readonly [number, number, number, number, string?])[],
  { words = [], scale = 1 }: { words?: readonly (readonly [number, number, string])[]; scale?: number } = {},
): string {
  const line = ([x1, y1, x2, y2, layer = '0']: (typeof lines)[number]) =>
    `0\nLINE\n8\n${layer}\n10\n${x1 * scale}\n20\n${y1 * scale}\n11\n${x2 * scale}\n21\n${y2 * scale}`;
  const word = ([x, y, text]: (typeof words)[number]) =>
    `0\nTEXT\n8\nNAMES\n10\n${x * scale}\n20\n${y * scale}\n1\n${text}`;
  const entities = [...lines.map(line), ...words.map(word)].join('\n');
  return `0\nSECTION\n2\nENTITIES\n${entities}\n0\nENDSEC\n0\nEOF\n`;
}

/** Two rooms of 12 by 10 ft beside one another, each wall one line; gaps for doors in the wall between and in the front. */
const singleLines = [
  [0, 0, 60, 0],
  [96, 0, 288, 0],
  [288, 0, 288, 120],
  [288, 120, 0, 120],
  [0, 120, 0, 0],
  [144, 0, 144, 40],
  [144, 70, 144, 120],
] as const;
const names = [
  [50, 60, 'BEDROOM'],
  [200, 60, 'OFFICE'],
  [120, -40, 'FLOOR PLAN 1/4 SCALE'],
] as const;
const doorsOf = (read: ReturnType<typeof imported>) =>
  Object.values(read.plan.openings)
    .map((o) => `${o.kind} ${Math.round(o.width)}`)
    .sort();

describe('walls drawn as single lines', () => {
  test('are the middles of walls; gaps that nothing is drawn in are doorways, and both are told', () => {
    const read = imported(drawnLines(singleLines, { words: names }), { unit: 'inches' });
    expect(read.drawn).toEqual({ walls: 'single', gaps: 'doors', plainGaps: 2 });
    expect(read.counts).toEqual({ walls: 5, doors: 2, windows: 0, rooms: 2 });
    expect(doorsOf(read)).toEqual(['door 30', 'door 36']);
    expect(read.rooms.map((r) => [r.name, r.measured])).toEqual([
      ['Bedroom', [139.5, 115.5]],
      ['Office', [139.5, 115.5]],
    ]);
    expect(Object.values(read.plan.rooms).map((r) => r.use)).toEqual(['bedroom', 'office']);
    const says = read.doubts.map((d) => d.says).join('\n');
    expect(says).toMatch(/single lines.*middle of a 2x4 wall/);
    expect(says).toMatch(/2 gaps in walls have nothing drawn in them: they were taken as doorways/);
  });

  test.each([
    ['millimetres', 25.4],
    ['metres', 0.0254],
    ['feet', 1 / 12],
  ] as const)(
    'in %s, once it is said; unasked the size of the house tells, and it is asked about',
    (unit, scale) => {
      const text = drawnLines(singleLines, { words: names, scale });
      expect(imported(text, { unit }).counts).toMatchObject({ walls: 5, doors: 2, rooms: 2 });
      const { scale: told } = imported(text);
      expect(told.doubtful).toBe(true);
      expect(told.why).toMatch(/it is then \d+ ft long/);
    },
  );

  test('an open leaf is a door where it hangs, not a wall', () => {
    const leaf = [60, 0, 60, 36] as const;
    const read = imported(drawnLines([...singleLines, leaf], { words: names }), {
      unit: 'inches',
      gaps: 'doors',
    });
    expect(read.counts.walls).toBe(5);
    const front = Object.values(read.plan.openings).find((o) => Math.round(o.width) === 36)!;
    const { from } = read.plan.walls[front.wall]!;
    const end = read.plan.points[from]!;
    // It hangs at x = 60 and swings up the sheet, into the room.
    expect(front.kind).toBe('door');
    expect(front.hinge === 'from' ? end.x + front.at : end.x + front.at + front.width).toBeCloseTo(60, 0);
  });

  test('four thousand lines with a leaf in every other wall are told apart in seconds, and no leaf is a wall', () => {
    const n = 32;
    const lines = Array.from({ length: (n + 1) * n }, (_, k) => {
      const [x, y] = [(k % (n + 1)) * 144, Math.floor(k / (n + 1)) * 132];
      return [
        { a: { x, y }, b: { x, y: y + 40 } },
        { a: { x, y: y + 70 }, b: { x, y: y + 132 } },
        { a: { x, y: y + 40 }, b: { x: x + 30, y: y + 40 } },
        {
          a: { x: (y / 132) * 144, y: (x / 144) * 132 },
          b: { x: (y / 132) * 144 + 144, y: (x / 144) * 132 },
        },
      ].map((s) => ({ ...s, layer: '0' }));
    }).flat();
    expect(lines.length).toBeGreaterThan(4000);
    const from = performance.now();
    const { found, drawn } = howDrawn({ faces: lines, shown: [], arcs: [], middles: [] }, {});
    // Each held against all others it takes 7.8 s.
    expect(performance.now() - from).toBeLessThan(5000);
    expect(drawn).toEqual({ walls: 'single', gaps: 'open', plainGaps: 0 });
    expect(found).toHaveLength(2 * (n + 1));
    expect(found.reduce((sum, w) => sum + w.gaps.length, 0)).toBe((n + 1) * n);
  });

  test('a few lines are no house unless somebody says so', () => {
    const two = drawnLines(singleLines.slice(2, 4));
    const read = planFromDxf(two);
    expect(read).toMatchObject({ ok: false, drawn: { walls: 'pairs' } });
    if (!read.ok) {
      expect(read.problems[0]!.message).toMatch(/Say that its walls are single lines/);
      expect(read.sketch).toHaveLength(2);
      expect(read.layers).toEqual([{ name: '0', lines: 2, walls: true }]);
    }
    expect(imported(two, { walls: 'single', unit: 'inches' }).counts.walls).toBe(2);
  });
});

describe('gaps that nothing is drawn in', () => {
  /** A wall’s two faces around a line. */
  const faces = (x1: number, y1: number, x2: number, y2: number) => {
    const [dx, dy] = x1 === x2 ? [2.25, 0] : [0, 2.25];
    return [
      [x1 - dx, y1 - dy, x2 - dx, y2 - dy],
      [x1 + dx, y1 + dy, x2 + dx, y2 + dy],
    ] as const;
  };
  const pairs = singleLines.flatMap(([x1, y1, x2, y2]) => [...faces(x1, y1, x2, y2)]);

  test('are doorways where no door is drawn anywhere, or when it is said; the wall ends there when that is said', () => {
    expect(imported(drawnLines(pairs), { unit: 'inches' }).drawn).toEqual({
      ...{ walls: 'pairs', gaps: 'doors', plainGaps: 2 },
    });
    const open = imported(drawnLines(pairs), { unit: 'inches', gaps: 'open' });
    expect(open.counts.doors).toBe(0);
    expect(open.doubts.some((d) => /the wall ends there/.test(d.says))).toBe(true);
  });

  test('and not where a door is drawn elsewhere, unless it is said', () => {
    const glass = [60, 0, 96, 0, 'GLASS'] as const;
    const drawnOne = drawnLines([
      ...pairs.map(([x1, y1, x2, y2]) => [x1, y1, x2, y2, 'WALLS'] as const),
      glass,
    ]);
    const read = imported(drawnOne, { unit: 'inches' });
    expect(read.drawn).toEqual({ walls: 'pairs', gaps: 'open', plainGaps: 1 });
    expect(read.counts).toMatchObject({ doors: 0, windows: 1 });
    expect(imported(drawnOne, { unit: 'inches', gaps: 'doors' }).counts).toMatchObject({
      doors: 1,
      windows: 1,
    });
  });

  test('the width of a hall between two rooms is none', () => {
    // Two rooms with a hall of 42 in. between them: their front and back walls are in line across it.
    const room = (x: number) => [
      ...faces(x, 0, x + 120, 0),
      ...faces(x + 120, 0, x + 120, 120),
      ...faces(x + 120, 120, x, 120),
      ...faces(x, 120, x, 0),
    ];
    const read = imported(drawnLines([...room(0), ...room(162)]), { unit: 'inches' });
    expect(read.drawn.plainGaps).toBe(0);
    expect(read.counts).toMatchObject({ walls: 8, doors: 0 });
  });
});
