import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { study } from '../../demo/study.ts';
import { computed } from '../../testing/index.ts';
import { collections, type RoomUse } from '../plan/index.ts';
import { namesOf, sentence } from './names.ts';

const plan = marlStreet();
const names = namesOf(plan);

describe('what things are called on site', () => {
  test('a room by its name, a box by its number, room and wall, a cable by its ends', () => {
    const [room] = Object.keys(plan.rooms) as [string];
    expect(names.room(room)).toBe(plan.rooms[room]!.name);
    expect(names.box('b1')).toMatch(/^box 1, .+, (wall [A-Z]+|ceiling|floor)$/);
    const [id, run] = Object.entries(plan.runs).find(
      ([, r]) => plan.boxes[r.from] && r.to && plan.boxes[r.to],
    )!;
    expect(names.run(id)).toBe(`the cable from ${names.boxNumber(run.from)} to ${names.boxNumber(run.to!)}`);
  });

  test('nothing is ever called by its id, and nothing is without a name', () => {
    const said = [
      ...Object.keys(plan.rooms).map(names.room),
      ...Object.keys(plan.walls).map((id) => names.wall(id)),
      ...Object.keys(plan.boxes).map(names.box),
      ...Object.keys(plan.devices).map(names.device),
      ...Object.keys(plan.openings).map(names.opening),
      ...Object.keys(plan.fixtures).map(names.fixture),
      ...Object.keys(plan.circuits).map(names.circuit),
      ...Object.keys(plan.runs).map(names.run),
      ...Object.keys(plan.panels).map(names.panel),
    ];
    expect(said.length).toBeGreaterThan(100);
    const ids = new Set(collections.flatMap((c) => Object.keys(plan[c])));
    for (const words of said) {
      expect(words).not.toMatch(/undefined|null|\[object/);
      expect(
        words.split(/[ ,]+/).filter((word) => ids.has(word)),
        words,
      ).toEqual([]);
    }
  });

  test('a place a cable goes through is told from the left corner of its wall, as a room faces it', () => {
    const { from, to } = study().walls['w1']!;
    const { points } = study();
    const [a, b] = [points[from]!, points[to]!];
    const said = (t: number) =>
      namesOf(study()).place({ level: 'L1', x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: 24 });
    expect(said(0.5)).toMatch(/^wall [A-F] of Study, .+ from its left corner, 24″ up$/);
    expect(said(0.25)).not.toBe(said(0.75));
    expect(namesOf(study()).place({ level: 'L1', x: 90, y: -70, z: 98 })).toBe('over Study');
    expect(namesOf(study()).place({ level: 'L1', x: 90, y: -70, z: -2 })).toBe('under Study');
  });

  test('a wall is named as the room that asks sees it', () => {
    const letters = new Set<string>();
    for (const room of Object.keys(plan.rooms))
      for (const wall of Object.keys(plan.walls)) {
        const own = names.wallIn(room, wall);
        if (own === 'a wall') continue;
        letters.add(own);
        expect(names.wall(wall, room)).toBe(`${own} of ${names.room(room)}`);
      }
    expect(letters.size).toBeGreaterThan(3);
  });

  test('what is gone is called so; nothing throws', () => {
    const { room, wall, box, opening, fixture, device, circuit, run, end } = names;
    for (const say of [room, wall, opening, fixture, device, circuit, run])
      expect(say('x9')).toMatch(/ gone$/);
    expect([box('b9999'), end('b9999'), end(null)]).toEqual(['box 9999', 'box 9999', 'an open end']);
  });

  test('a sentence begins large', () => expect(sentence('box 3, Study')).toBe('Box 3, Study'));
});

describe('what is written on cables', () => {
  const house = study();
  const labels = (values: Record<string, unknown> = {}) =>
    computed({ ...house, rules: { ...house.rules, values } }).labels;

  test('both ends of every power cable, each naming the other end', () => {
    const power = Object.entries(house.runs).filter(([, r]) => r.circuit !== null && r.to !== null);
    expect(power.length).toBeGreaterThan(4);
    expect(
      labels()
        .map((l) => `${l.run} ${l.end}`)
        .sort(),
    ).toEqual(power.flatMap(([id, r]) => [`${id} ${r.from}`, `${id} ${r.to}`]).sort());
    for (const label of labels()) {
      const { from, to } = house.runs[label.run]!;
      const other = label.end === from ? to! : from;
      expect(label.text).toContain(house.panels[other]?.name || other.replace(/^b/, ''));
    }
  });

  test('power comes FROM at one end and goes TO at the other; short wording says F and T', () => {
    for (const [values, from, to] of [
      [{}, / · FROM /, / · TO /],
      [{ 'label.wording': 'short' }, / · F /, / · T /],
    ] as const) {
      const all = labels(values);
      for (const run of new Set(all.map((l) => l.run))) {
        const ends = all.filter((l) => l.run === run).map((l) => l.text);
        expect(
          ends.filter((t) => from.test(t)),
          ends.join(' | '),
        ).toHaveLength(1);
        expect(ends.filter((t) => to.test(t))).toHaveLength(1);
      }
    }
  });

  const allOf = (use: RoomUse) =>
    Object.fromEntries(Object.entries(house.rooms).map(([id, r]) => [id, { ...r, use }]));

  test('place first where the house writes so; out of doors is marked on the cable that goes there', () => {
    expect(labels({ 'label.wording': 'place-first' })[0]!.text).toMatch(/^(FROM|TO) /);
    const away = computed({ ...house, rooms: allOf('porch') }).labels;
    const home = computed({ ...house, rooms: allOf('office') }).labels;
    expect(away.filter((l) => l.text.includes('OUT')).length).toBeGreaterThan(0);
    expect(home.filter((l) => l.text.includes('OUT'))).toEqual([]);
  });
});
