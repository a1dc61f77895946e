import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { study } from '../../demo/study.ts';
import { computed, edited } from '../../testing/index.ts';
import { wrongRuns } from '../../testing/checkRuns.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';

/** In the order of their ids. */
const cablesOf = (plan: Plan, circuit = 'c1') =>
  Object.keys(plan.runs)
    .filter((id) => plan.runs[id]!.circuit === circuit)
    .sort(compareIds);
const linksOf = (plan: Plan, circuit?: string) =>
  cablesOf(plan, circuit).map((id) => `${plan.runs[id]!.from}-${plan.runs[id]!.to}`);
const pinned = (plan: Plan) =>
  Object.values(plan.runs)
    .filter((r) => r.pinned)
    .map((r) => `${r.from}-${r.to}`);
const errorsOf = (plan: Plan) =>
  computed(plan)
    .findings.filter((f) => f.level === 'error')
    .map((f) => f.says);

describe('the order of a circuit by hand', () => {
  const plan = study();
  test('a box put first: the home run goes there, is pinned, and the rest goes on from it', () => {
    const by = edited(plan, 'orderBoxes', { circuit: 'c1', boxes: ['b3'] });
    expect(linksOf(by)[0]).toBe('n1-b3');
    expect(linksOf(by)).toHaveLength(5);
    expect(pinned(by)).toEqual(['n1-b3']);
    expect(computed(by).circuits['c1']!.unreached).toEqual([]);
    expect(computed(by).circuits['c1']!.order.slice(0, 2)).toEqual(['n1', 'b3']);
  });

  test('a whole order stays through laying again', () => {
    const boxes = ['b2', 'b5', 'b1', 'b4', 'b3'];
    const by = edited(plan, 'orderBoxes', { circuit: 'c1', boxes });
    expect(computed(by).circuits['c1']!.order).toEqual(['n1', ...boxes]);
    const again = edited(by, 'propose', { only: ['runs'], anew: true });
    expect(computed(again).circuits['c1']!.order).toEqual(['n1', ...boxes]);
    // A second thought takes the place of the first.
    const other = edited(by, 'orderBoxes', { circuit: 'c1', boxes: [...boxes].reverse() });
    expect(computed(other).circuits['c1']!.order).toEqual(['n1', ...[...boxes].reverse()]);
    expect(linksOf(other)).toHaveLength(5);
  });

  test('joining two boxes of a chain takes out the longest cable of the loop it would close', () => {
    const before = linksOf(plan);
    const by = edited(plan, 'joinBoxes', { circuit: 'c1', from: 'b4', to: 'b3' });
    expect(linksOf(by)).toContain('b4-b3');
    expect(linksOf(by)).toHaveLength(before.length);
    expect(computed(by).circuits['c1']!.unreached).toEqual([]);
    expect(computed(by).findings.filter((f) => f.rule === 'run.loop')).toEqual([]);
    const { runs } = computed(plan);
    const inches = (id: string) => runs[id]!.length.path;
    const gone = Object.keys(plan.runs).filter((id) => !by.runs[id]);
    const loop = Object.keys(plan.runs).filter(
      (id) => plan.runs[id]!.circuit === 'c1' && plan.runs[id]!.from !== 'n1',
    );
    expect(gone.map(inches)).toEqual([Math.max(...loop.map(inches))]);
  });

  test('of a circuit that was there the old box that is tapped is where the order starts', () => {
    const given = edited(plan, 'orderBoxes', { circuit: 'c1', boxes: ['b3'] });
    const tapped = {
      ...given,
      circuits: { ...given.circuits, c1: { ...given.circuits['c1']!, existing: true, panel: null } },
      boxes: { ...given.boxes, b3: { ...given.boxes['b3']!, existing: true } },
      runs: Object.fromEntries(Object.entries(given.runs).filter(([, r]) => r.from !== 'n1')),
    } as Plan;
    const by = edited(tapped, 'orderBoxes', { circuit: 'c1', boxes: ['b2', 'b5'] });
    expect(linksOf(by)).toEqual(expect.arrayContaining(['b3-b2', 'b2-b5']));
    expect(
      computed(by)
        .circuits['c1']!.drops.map((d) => d.box)
        .slice(0, 2),
    ).toEqual(['b2', 'b5']);
    expect(computed(by).circuits['c1']!.unreached).toEqual([]);
    expect(() => edited(tapped, 'orderBoxes', { circuit: 'c1', boxes: ['b3'] })).toThrow(/old box/);
  });

  test('two boxes exchanged', () => {
    const by = edited(plan, 'swapBoxes', { circuit: 'c1', a: 'b4', b: 'b3' });
    expect(linksOf(by)).toEqual(['n1-b3', 'b3-b5', 'b5-b1', 'b1-b2', 'b2-b4']);
  });

  test('of two boxes exchanged, a cable that goes elsewhere has an id that nothing had, in the place of the old; others stay', () => {
    const by = edited(plan, 'swapBoxes', { circuit: 'c1', a: 'b4', b: 'b3' });
    expect(cablesOf(plan)).toHaveLength(5);
    const stay = cablesOf(plan).filter((id) => Object.hasOwn(by.runs, id));
    expect(stay.map((id) => by.runs[id])).toEqual(stay.map((id) => plan.runs[id]));
    expect(stay).toHaveLength(2);
    const places = (of: Plan) => cablesOf(of).map((id) => id.split('-')[0]);
    expect(places(by)).toEqual(places(plan));
    // Exchanged again they are cables of their own once more.
    const back = edited(by, 'swapBoxes', { circuit: 'c1', a: 'b4', b: 'b3' });
    expect(linksOf(back)).toEqual(linksOf(plan));
    expect(cablesOf(back).filter((id) => Object.hasOwn(plan.runs, id))).toEqual(stay);
  });

  test('in the wired house a switched light put first keeps its conductors, and no light is lost', () => {
    const house = marlStreet();
    const lit = Object.entries(house.circuits).find(
      ([id, c]) =>
        !c.existing && Object.values(house.devices).some((d) => d.circuit === id && d.kind === 'light'),
    )![0];
    const last = computed(house).circuits[lit]!.order.at(-1)!;
    const by = edited(house, 'orderBoxes', { circuit: lit, boxes: [last] });
    expect(computed(by).circuits[lit]!.order[1]).toBe(last);
    expect(errorsOf(by)).toEqual(errorsOf(house));
  });

  test('the first receptacle that protects the rest moves with the order', () => {
    const guarded = edited(plan, 'setCircuit', {
      circuit: 'c1',
      changes: { protection: 'gfci', protectAt: 'first-device' },
    });
    const made = edited(guarded, 'setDeviceKind', { device: 'd4', kind: 'gfci' });
    const by = edited(made, 'orderBoxes', { circuit: 'c1', boxes: ['b2'] });
    expect([by.devices['d2']!.kind, by.devices['d4']!.kind]).toEqual(['gfci', 'receptacle']);
  });

  test.each([
    ['orderBoxes', { circuit: 'c1', boxes: ['b9'] }, 'nothing on this circuit'],
    ['orderBoxes', { circuit: 'c1', boxes: ['b1', 'b1'] }, 'twice'],
    ['orderBoxes', { circuit: 'c1', boxes: ['n1'] }, 'after the panel'],
    ['joinBoxes', { circuit: 'c1', from: 'b4', to: 'b5' }, 'already'],
    ['joinBoxes', { circuit: 'c1', from: 'b4', to: 'b4' }, 'another box'],
    ['swapBoxes', { circuit: 'c1', a: 'b1', b: 'n1' }, 'panel'],
    ['swapBoxes', { circuit: 'zz', a: 'b1', b: 'b2' }, 'not in the plan'],
    ['spliceRun', { run: 'k1', along: 9000 }, 'past the end'],
  ] as const)('%s %o is refused with the reason', (name, args, why) => {
    expect(() => edited(plan, name, args as never)).toThrow(why);
  });
});

describe('a splice box in a cable', () => {
  const plan = study();
  test('stands near where it was asked for, in an open bay, with a cover; both parts lie as one did', () => {
    const along = 30;
    const by = edited(plan, 'spliceRun', { run: 'k4', along });
    const [box] = Object.keys(by.boxes).filter((b) => !plan.boxes[b]);
    expect(by.runs['k4']).toMatchObject({ from: 'b1', to: box, cable: '14/2' });
    expect(Object.values(by.runs).find((r) => r.from === box)).toMatchObject({ to: 'b2', circuit: 'c1' });
    const result = computed(by);
    expect(result.circuits['c1']!.unreached).toEqual([]);
    expect(wrongRuns(by, result)).toEqual([]);
    expect(errorsOf(by)).toEqual([]);
    expect(result.makeup[box!]!.joints.map((j) => [j.method, j.conductors.length])).toEqual([
      ['connector', 2],
      ['connector', 2],
    ]);
    expect(result.takeoff.lines.find((l) => l.item === 'cover-1g' || l.item === 'cover-round')).toMatchObject(
      {
        quantity: 1,
      },
    );
    const place = result.marks[box!];
    if (place) expect(plan.walls[place.wall]!.cover).toBe('open');
  });

  test('every run of the wired house takes one at its middle, or says that no place there stays in reach', () => {
    const house = marlStreet();
    const { runs } = computed(house);
    let put = 0;
    for (const [id, run] of Object.entries(runs)
      .filter(([, r]) => r.cable !== 'data' && r.path.length > 0)
      .slice(0, 6)) {
      try {
        const by = edited(house, 'spliceRun', { run: id, along: Math.floor(run.length.path / 2) });
        put++;
        expect(Object.keys(by.boxes)).toHaveLength(Object.keys(house.boxes).length + 1);
      } catch (error) {
        expect(String(error)).toContain('never hidden');
      }
    }
    expect(put).toBeGreaterThan(2);
  });
});
