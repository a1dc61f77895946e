import { expect, test } from 'vitest';
import { Computer, unrollRoom } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { readEntry } from './entry.ts';
import type { EntryContext, Order } from './order.ts';
import { entryWords } from './words.ts';

const plan = study();
const computer = new Computer();
const context: EntryContext = {
  plan,
  room: 'r1',
  level: 'L1',
  unrolled: unrollRoom(computer.take(plan), 'r1'),
  result: computer.compute(plan),
  list: computer.compute(plan).takeoff.lines,
  turn: 90,
};
const read = (line: string, over: Partial<EntryContext> = {}): Order =>
  readEntry(line, { ...context, ...over });
const args = (line: string) => {
  const order = read(line);
  if (order.kind !== 'edit') throw new Error(order.kind === 'problem' ? order.says : order.kind);
  return { edit: order.name, ...(order.args as object) };
};

test('a wall takes the turn given before it and keeps the one typed after it for the next', () => {
  expect(read(`12'6-1/2" left`)).toEqual({
    kind: 'edit',
    name: 'walkOn',
    args: { room: 'r1', length: 150.5, turn: 90 },
    turnNext: -90,
  });
  expect(read('12 6 1/2')).toMatchObject({ args: { length: 150.5 }, turnNext: 90 });
  expect(read('3.82 m 45°')).toMatchObject({ turnNext: 45 });
  expect(read('3.82 m -30 deg')).toMatchObject({ turnNext: -30 });
  expect(read('10 right', { room: null })).toMatchObject({ kind: 'problem' });
});

test('openings are measured from the left corner as seen from inside', () => {
  // Wall B runs with the ribbon: its face begins 1-3/4 in. past the wall's own start.
  expect(args('door 32 at 14 wall B hinge left swing in')).toMatchObject({
    edit: 'addOpening',
    wall: 'w2',
    at: 15.75,
    width: 32,
    head: 82,
    sill: 0,
    hinge: 'from',
    swing: 'right',
  });
  expect(args(`window 4' at 3' wall A sill 30 head 78`)).toMatchObject({
    kind: 'window',
    at: 37.75,
    width: 48,
    sill: 30,
    head: 78,
  });
  expect(args('door 32 at 14 wall B hinge right swing out')).toMatchObject({ hinge: 'to', swing: 'left' });
});

test('boxes, panels, studs, rooms and closing', () => {
  expect(args('switch 62 wall C')).toMatchObject({
    edit: 'addBox',
    wall: 'w3',
    side: 'right',
    kind: 'switch',
  });
  expect(args(`panel 6' wall A away 27'`)).toMatchObject({
    edit: 'addPanel',
    at: 73.75,
    away: 324,
  });
  expect(args(`panel 6' wall A away 27' above`)).toMatchObject({ edit: 'addPanel', leaves: 'above' });
  expect(args(`panel 6' wall A away 27' below`)).toMatchObject({ edit: 'addPanel', leaves: 'below' });
  expect(args('stud 4 wall A at 33')).toMatchObject({ edit: 'measureStud', wall: 'w1', at: 34.75 });
  expect(args('room Back den den')).toMatchObject({ edit: 'startRoom', use: 'den' });
  expect(args('spread')).toMatchObject({ edit: 'closeRoom', closing: 'distribute' });
  expect(args('propose boxes, runs')).toMatchObject({ edit: 'propose', only: ['boxes', 'runs'] });
  expect(read('go order')).toEqual({ kind: 'stage', stage: 'order' });
  expect(read('undo')).toEqual({ kind: 'undo' });
});

test.each([
  '',
  'banana',
  'door at 3',
  'door 32',
  'door 32 at x wall B',
  'window 4 at 2 wall Q',
  'stud 99 wall A at 3',
  'go home',
  'room',
  '12 14 right',
  '0',
])('“%s” is answered with a sentence', (line) => {
  const order = read(line);
  expect(order.kind).toBe('problem');
  if (order.kind === 'problem') expect(order.says.length).toBeGreaterThan(10);
});

test('things are found by name; keys have words', () => {
  expect(read('box 3')).toEqual({ kind: 'choose', what: 'box', id: 'b3' });
  expect(read('study')).toEqual({ kind: 'choose', what: 'room', id: 'r1' });
  expect(read('basement')).toEqual({ kind: 'choose', what: 'panel', id: 'n1' });
  expect(read('wall c')).toEqual({ kind: 'choose', what: 'wall', id: 'w3' });
  expect(read('stud 4 wall B')).toMatchObject({ kind: 'choose', what: 'stud' });
  expect(read('box 99')).toMatchObject({ kind: 'problem', says: 'There is no box 99.' });
  expect(read('keep')).toEqual({ kind: 'keep' });
});

test('a room goes on behind a wall of the room in hand', () => {
  expect(args('room Linen closet behind B at 24')).toMatchObject({
    edit: 'startRoom',
    name: 'Linen',
    use: 'closet',
    behind: { wall: 'w2', side: 'right', at: 24 },
  });
  expect(read('room Linen closet behind Z')).toMatchObject({ kind: 'problem' });
  expect(args('back')).toMatchObject({ edit: 'walkBack', room: 'r1' });
});

test('every line that is offered can be read', () => {
  for (const line of entryWords(context)) {
    const order = read(line);
    if (order.kind === 'problem') throw new Error(`${line}: ${order.says}`);
  }
});

test('a place may come after the wall’s letter; out is the wall’s outer face, measured from inside', () => {
  const inside = args('light 30 wall A');
  expect(args('light wall A 30')).toEqual(inside);
  expect(args('light wall A at 30')).toEqual(inside);
  const other = { left: 'right', right: 'left' } as const;
  const side = (inside as unknown as { side: 'left' | 'right' }).side;
  expect(args('light 30 wall A out')).toEqual({ ...inside, side: other[side], outside: true });
  expect(args('door 32 wall A 40')).toEqual(args('door 32 at 40 wall A'));
  expect(args('door 32 at 40 wall A swing out')).not.toEqual(args('door 32 at 40 wall A'));
  expect(args("panel wall A 36 away 27'")).toEqual(args("panel 36 wall A away 27'"));
});

test('a room may have a number in its name, and is for what its name says', () => {
  expect(args('room Bedroom 2')).toMatchObject({ name: 'Bedroom 2', use: 'bedroom' });
  expect(args('room Porch 14')).toMatchObject({ name: 'Porch 14', use: 'porch' });
  expect(args('room North office')).toMatchObject({ name: 'North', use: 'office' });
  expect(args('room Something')).toMatchObject({ name: 'Something', use: 'living' });
});

test('what stands in a wall, along it or in the room, and what is around the room, is typed too', () => {
  expect(args('band board 120 at 24 wall B high 14')).toMatchObject({
    edit: 'addObstacle',
    kind: 'band board',
    width: 120,
    low: 0,
    high: 14,
  });
  expect(args('duct 14 wall A 30')).toMatchObject({ edit: 'addObstacle', kind: 'duct', high: 97 });
  expect(args('bench 96 at 20 wall B deep 30')).toMatchObject({
    edit: 'addFixture',
    room: 'r1',
    kind: 'bench',
    width: 96,
    depth: 30,
  });
  expect(args('island 60')).toMatchObject({ kind: 'island', x: plan.rooms['r1']!.x });
  expect(args('over closed')).toMatchObject({ edit: 'setRoom', changes: { above: 'closed' } });
  expect(args('under slab')).toMatchObject({ changes: { below: 'slab' } });
  expect(args('grade below')).toMatchObject({ changes: { belowGrade: true } });
  expect(args('closed walls')).toMatchObject({ edit: 'setWalls', changes: { cover: 'closed' } });
  expect(args('closed wall A')).toMatchObject({ edit: 'setWall', changes: { cover: 'closed' } });
  for (const [line, says] of [
    ['band board 120 at 24 wall B high 0', 'above the lower'],
    ['over clouds', 'What is over the room? attic'],
    ['under clouds', 'What is under the room? crawl'],
    ['grade', 'grade below'],
    ['closed B', 'Which walls?'],
    ['bench at 20', 'Width'],
  ] as const)
    expect(read(line), line).toMatchObject({ kind: 'problem', says: expect.stringContaining(says) });
});

test('what is on hand and what it costs is typed by the list’s own words', () => {
  expect(args('stock 14/2 180 ft')).toEqual({
    edit: 'addStock',
    item: 'cable-14/2',
    feet: 180,
    where: 'van',
  });
  expect(args('stock plate 12 shop')).toMatchObject({ item: 'plate-1g', count: 12, where: 'shop' });
  // What the job needs none of is on the van all the same.
  expect(args('stock plate-4g 6')).toMatchObject({ item: 'plate-4g', count: 6, where: 'van' });
  expect(args('price 10/3 1.80')).toMatchObject({ item: 'cable-10/3', cents: 180, per: 'ft' });
  expect(read('stock moon dust 3')).toMatchObject({ kind: 'problem' });
  expect(args('price 14/2 0.71 ft')).toMatchObject({ item: 'cable-14/2', cents: 71, per: 'ft' });
  expect(args('price 14/2 $89 a coil of 1000')).toMatchObject({ cents: 8900, per: 'coil', of: 1000 });
  expect(args('price plate .70')).toMatchObject({ item: 'plate-1g', cents: 70, per: 'each' });
  expect(args('price staple-1/2 9.50 box 100')).toMatchObject({ cents: 950, per: 'box', of: 100 });
  for (const line of [
    'price',
    'price plate',
    'price plate 3 ft',
    'price 14/2 3 each',
    'price plate 3 box',
    'price plate 3 moons',
  ])
    expect(read(line), line).toMatchObject({ kind: 'problem' });
});
