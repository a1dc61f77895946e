// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { describe, expect, test } from 'vitest';
import { Computer, unrollRoom, type Plan, type Result, type Unrolled } from '@fieldchalk/core';
import { marlStreet, study } from '@fieldchalk/core/demo';
import PlanDrawing from './plan/PlanDrawing.vue';
import { planShapes } from '@fieldchalk/core/drawing';
import { facePlaces, framingRects, isOn, onRibbon, alongWall } from '@fieldchalk/core/drawing';
import RibbonDrawing from './ribbon/RibbonDrawing.vue';

function of(plan: Plan, room: string): { plan: Plan; result: Result; unrolled: Unrolled } {
  const computer = new Computer();
  const result = computer.compute(plan);
  return { plan, result, unrolled: unrollRoom(computer.house, room) };
}
const small = of(study(), 'r1');
const house = of(marlStreet(), 'r1');
const ribbon = (props: object = {}) =>
  mount(RibbonDrawing, {
    props: { ...small, scale: 4, selected: null, limit: 72, says: () => [], profile: true, ...props },
  });
const level = (props: object = {}) =>
  mount(PlanDrawing, {
    props: {
      shapes: planShapes(house.plan, house.result, 'L1'),
      scale: 2,
      room: 'r1',
      chosen: new Set<string>(),
      ...props,
    },
  });
const numbers = (text: string) => text.match(/-?\d+(\.\d+)?/g)!.map(Number);

describe('the ribbon', () => {
  test('shows every box the room sees, each where the wall in front of you has it', () => {
    const drawn = ribbon();
    const seen = Object.entries(small.result.marks).filter(([, m]) =>
      small.unrolled.walls.some((w) => w.wall === m.wall && w.side === m.side),
    );
    expect(seen.length).toBeGreaterThan(3);
    expect(
      drawn
        .findAll('[data-box]')
        .map((b) => b.attributes('data-box'))
        .sort(),
    ).toEqual(seen.map(([id]) => id).sort());
    for (const [id, mark] of seen) {
      const wall = small.unrolled.walls.find((w) => w.wall === mark.wall && w.side === mark.side)!;
      const outline = drawn.findAll(`[data-box="${id}"] rect`)[1]!;
      const middle = Number(outline.attributes('x')) + Number(outline.attributes('width')) / 2;
      expect(middle).toBeCloseTo(onRibbon(wall, mark.at), 3);
    }
  });

  test('every stud the room sees is drawn in its place, cut at the ends of the stretch it stands in', () => {
    const rects = framingRects(small.result, small.unrolled).filter((r) => r.number !== null);
    const studs = small.unrolled.walls.flatMap((wall) =>
      small.result.members
        .filter((m) => m.wall === wall.wall && m.number !== null && isOn(wall, m.at, -1))
        .map((m) => ({ key: `${wall.letter} ${m.id}`, middle: onRibbon(wall, m.at), width: m.width })),
    );
    expect(studs.length).toBeGreaterThan(20);
    for (const stud of studs) {
      const drawn = rects.find((r) => r.key === stud.key)!;
      expect(drawn.x + drawn.width / 2, stud.key).toBeCloseTo(stud.middle, 6);
      expect(drawn.width).toBeCloseTo(stud.width, 6);
    }
    for (const r of rects) {
      expect(r.x).toBeGreaterThanOrEqual(r.on.x - 1e-9);
      expect(r.x + r.width).toBeLessThanOrEqual(r.on.x + r.on.length + 1e-9);
    }
  });

  test('the box chosen is pressed, the others are not', () => {
    const [first] = Object.keys(small.result.marks) as [string];
    const pressed = ribbon({ selected: first }).findAll('[data-box][aria-pressed="true"]');
    expect(pressed.map((b) => b.attributes('data-box'))).toEqual([first]);
  });

  test('what is done is drawn otherwise, and for the crew there is no spacing profile', () => {
    const [first] = Object.keys(small.result.marks) as [string];
    const plain = ribbon().find(`[data-box="${first}"]`).html();
    expect(
      ribbon({ done: new Map([[`box ${first}`, true]]) })
        .find(`[data-box="${first}"]`)
        .html(),
    ).not.toBe(plain);
    const height = (w: ReturnType<typeof ribbon>) =>
      numbers(w.find('svg').attributes('viewBox') ?? w.find('svg').attributes('height')!).at(-1)!;
    expect(height(ribbon({ crew: true, profile: false }))).toBeLessThan(height(ribbon()));
  });

  test('a place on the ribbon and a place on the wall are the same place, for walls that run either way', () => {
    expect(house.unrolled.walls.length).toBeGreaterThan(3);
    for (const wall of house.unrolled.walls)
      for (const at of [wall.origin, wall.origin + 10 * wall.sign, wall.origin + 33.25 * wall.sign])
        expect(alongWall(wall, onRibbon(wall, at))).toBeCloseTo(at, 9);
  });

  test('a box is offered both faces of each stud, no two alike, in order', () => {
    const places = facePlaces(small.result, small.unrolled.walls[0]!.wall, 2.25);
    expect(places.length).toBeGreaterThan(8);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    expect(new Set(places).size).toBe(places.length);
  });
});

describe('the plan of a level', () => {
  test('every wall, room and flat box of it, and no word that is not one', () => {
    const drawn = level();
    const walls = Object.entries(house.plan.walls).filter(
      ([, w]) => house.plan.points[w.from]!.level === 'L1',
    );
    expect(
      drawn
        .findAll('[data-wall]')
        .map((w) => w.attributes('data-wall'))
        .sort(),
    ).toEqual(walls.map(([id]) => id).sort());
    const flat = Object.entries(house.plan.boxes).filter(([, b]) => !('wall' in b.on));
    expect(flat.length).toBeGreaterThan(3);
    expect(drawn.findAll('[data-flat]').length).toBeGreaterThan(0);
    for (const f of drawn.findAll('[data-flat]'))
      expect(house.plan.boxes[f.attributes('data-flat')!]).toBeDefined();
    for (const [, room] of Object.entries(house.plan.rooms).filter(([, r]) => r.level === 'L1'))
      expect(drawn.text()).toContain(room.name);
    expect(drawn.html()).not.toMatch(/NaN|undefined|\[object|Infinity/);
  });

  test('pressing a wall, an opening or a box says which', async () => {
    const drawn = level();
    const [opening] = Object.entries(house.plan.openings).find(
      ([, o]) => house.plan.points[house.plan.walls[o.wall]!.from]!.level === 'L1',
    )!;
    await drawn.find('[data-wall] polygon').trigger('pointerdown');
    await drawn.find(`[data-opening="${opening}"]`).trigger('pointerdown');
    await drawn.find('[data-flat]').trigger('pointerdown');
    const grabbed = drawn.emitted('grab')!.map(([kind, id]) => [kind, id]);
    expect(grabbed).toEqual([
      ['wall', drawn.find('[data-wall]').attributes('data-wall')],
      ['opening', opening],
      ['box', drawn.find('[data-flat]').attributes('data-flat')],
    ]);
  });

  test('what is chosen is drawn in chalk', () => {
    const id = level().find('[data-wall]').attributes('data-wall')!;
    const outline = (chosen: string[]) =>
      level({ chosen: new Set(chosen) })
        .find(`[data-wall="${id}"] polygon`)
        .classes();
    expect(outline([])).toContain('stroke-ink');
    expect(outline([id])).toContain('stroke-chalk');
  });

  test('studs are drawn when they are large enough to see, words keep their size while zooming', () => {
    expect(level({ scale: 0.5, studs: true }).findAll('path.fill-wood')).toHaveLength(0);
    expect(level({ scale: 2 }).findAll('path.fill-wood')).toHaveLength(0);
    expect(level({ scale: 2, studs: true }).findAll('path.fill-wood').length).toBeGreaterThan(10);
    const size = (scale: number) =>
      Number(level({ scale }).find('[data-label^="panel "] text').attributes('font-size'));
    expect(size(4)).toBeCloseTo(size(8), 6);
  });
});
