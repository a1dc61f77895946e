import { describe, expect, test } from 'vitest';
import type { Plan } from '../plan/index.ts';
import { ruleBook } from '../rules/index.ts';
import { planOf } from '../../testing/index.ts';
import { fitCables, wiringOf, type NeutralSchool } from '../wiring/index.ts';
import { powered } from './simulate.ts';

/**
 * Circuits drawn as text: `P-S1 S1-L1` is cable from the panel to the switch box and on to the light. Boxes named S hold a switch
 * (several letters after S are several switches), L a light, R a receptacle, G a ground-fault receptacle.
 */
function drawn(cables: string, controls: Record<string, [string[], string[]]>, more: object = {}): Plan {
  const names = [...new Set(cables.split(/[\s-]+/))].filter((n) => n !== 'P');
  const kindOf = (name: string) => {
    const chain = Object.values(controls).find(([s]) => s.includes(name))?.[0];
    if (chain)
      return chain.length === 1
        ? 'switch'
        : name === chain[0] || name === chain.at(-1)
          ? 'switch-3way'
          : 'switch-4way';
    return { L: 'light', R: 'receptacle', G: 'gfci', A: 'smoke-alarm', F: 'fan' }[name[0]!]!;
  };
  const held = names.flatMap((box) =>
    (box.includes('+') ? box.split('+') : [box]).map((device) => [box, device] as const),
  );
  return planOf({
    points: { a: { x: 0, y: 0 }, b: { x: 900, y: 0 } },
    walls: { w1: { from: 'a', to: 'b' } },
    panels: { P: { on: { wall: 'w1', side: 'left', at: 10 } } },
    circuits: { c1: { panel: 'P' } },
    boxes: Object.fromEntries(
      names.map((n, i) => [
        n.replaceAll('+', '_'),
        { on: { wall: 'w1', side: 'left', at: 40 + 40 * i }, gangs: n.split('+').length },
      ]),
    ),
    devices: Object.fromEntries(
      held.map(([box, d], i) => [
        d,
        { box: box.replaceAll('+', '_'), slot: i % 4, kind: kindOf(d), circuit: 'c1' },
      ]),
    ),
    controls: Object.fromEntries(
      Object.entries(controls).map(([k, [switches, loads]]) => [k, { switches, loads }]),
    ),
    runs: Object.fromEntries(
      cables.split(/\s+/).map((pair, i) => [
        `r${i + 1}`,
        {
          from: pair.split('-')[0]!.replaceAll('+', '_'),
          to: pair.split('-')[1]!.replaceAll('+', '_'),
          circuit: 'c1',
        },
      ]),
    ),
    ...more,
  });
}

function wired(plan: Plan, neutral: NeutralSchool = 'every') {
  const rules = ruleBook({ 'control.neutral': neutral });
  const draft = JSON.parse(JSON.stringify(plan)) as Plan;
  fitCables(draft, Object.keys(draft.circuits), neutral);
  return { plan: draft, wiring: wiringOf(draft, rules) };
}

const cablesOf = (plan: Plan) =>
  Object.values(plan.runs)
    .map((r) => `${r.from}-${r.to} ${r.cable}`)
    .sort();

/** Throws every switch through every position and checks each control by itself: any one switch changes its lights, and nothing else does. */
function truthTable(plan: Plan, neutral: NeutralSchool = 'every') {
  const { plan: fitted, wiring } = wired(plan, neutral);
  expect(wiring.circuits['c1']!.short).toEqual([]);
  const switches = Object.values(fitted.controls).flatMap((c) => c.switches);
  const live = (on: Set<string>) => powered(fitted, wiring, { on });
  const rest = live(new Set());
  for (let bits = 0; bits < 2 ** switches.length; bits++) {
    const on = new Set(switches.filter((_, i) => bits & (1 << i)));
    const now = live(on);
    expect(now.shorted, `positions ${bits.toString(2)}`).toEqual([]);
    for (const { switches: own, loads } of Object.values(fitted.controls)) {
      const thrown = own.filter((s) => on.has(s)).length % 2 === 1;
      for (const load of loads)
        expect(now.live.has(load), `${load} at ${bits.toString(2)}`).toBe(rest.live.has(load) !== thrown);
    }
    for (const id of Object.keys(fitted.devices))
      if (/^[RGA]/.test(id)) expect(now.live.has(id), id).toBe(true);
  }
  return cablesOf(fitted);
}

describe('every switch turns its lights, whichever way power comes in; conductors follow', () => {
  test('single pole, power at the switch: two conductors all the way', () =>
    expect(truthTable(drawn('P-S1 S1-L1 L1-L2', { k1: [['S1'], ['L1', 'L2']] }))).toEqual([
      'L1-L2 14/2',
      'P-S1 14/2',
      'S1-L1 14/2',
    ]));

  test('single pole, power at the light: three down to the switch, with its neutral', () =>
    expect(truthTable(drawn('P-L1 L1-S1', { k1: [['S1'], ['L1']] }))).toEqual(['L1-S1 14/3', 'P-L1 14/2']));

  test('the same where the neutral is excepted: two, with the white re-marked as supply (NEC 200.7(C), from memory)', () => {
    const plan = drawn('P-L1 L1-S1', { k1: [['S1'], ['L1']] });
    expect(truthTable(plan, 'none')).toEqual(['L1-S1 14/2', 'P-L1 14/2']);
    const { wiring } = wired(plan, 'none');
    expect(wiring.circuits['c1']!.byRun.get('r2')).toMatchObject([
      { colour: 'black', net: { kind: 'switched', control: 'k1' }, remarked: false },
      { colour: 'white', net: { kind: 'hot' }, remarked: true },
    ]);
  });

  test('single pole, power at the far light', () =>
    expect(truthTable(drawn('P-L2 L2-L1 L1-S1', { k1: [['S1'], ['L1', 'L2']] }))).toEqual([
      'L1-S1 14/3',
      'L2-L1 14/3',
      'P-L2 14/2',
    ]));

  test('three-way, power at the switch', () =>
    expect(truthTable(drawn('P-S1 S1-S2 S2-L1', { k1: [['S1', 'S2'], ['L1']] }))).toEqual([
      'P-S1 14/2',
      'S1-S2 14/3',
      'S2-L1 14/2',
    ]));

  test('three-way, power at the light: two cables side by side where one has too few conductors', () =>
    expect(truthTable(drawn('P-L1 L1-S1 S1-S2', { k1: [['S1', 'S2'], ['L1']] }))).toEqual([
      'L1-S1 14/3',
      'P-L1 14/2',
      'S1-S2 14/2',
      'S1-S2 14/2',
    ]));

  test('three-way, power at the light, one switch with a neutral: three conductors throughout', () =>
    expect(truthTable(drawn('P-L1 L1-S1 S1-S2', { k1: [['S1', 'S2'], ['L1']] }), 'one')).toEqual([
      'L1-S1 14/3',
      'P-L1 14/2',
      'S1-S2 14/3',
    ]));

  test('three-way, power at the far end, lights between the switches', () =>
    expect(
      truthTable(
        drawn('P-S2 S2-L1 L1-L2 L2-S1', {
          k1: [
            ['S1', 'S2'],
            ['L1', 'L2'],
          ],
        }),
      ),
    ).toContain('S2-L1 14/3'));

  test.each([
    ['switch', 'P-S1 S1-S2 S2-S3 S3-L1'],
    ['light', 'P-L1 L1-S1 S1-S2 S2-S3'],
    ['far end', 'P-S3 S3-L1 L1-S2 S2-S1'],
    ['light, switches on two arms', 'P-L1 L1-S1 L1-S2 S2-S3'],
  ])('four-way, power at the %s', (_, cables) => {
    const plan = drawn(cables, { k1: [['S1', 'S2', 'S3'], ['L1']] });
    for (const neutral of ['every', 'one', 'none'] as const) truthTable(plan, neutral);
  });

  test('five switches', () =>
    truthTable(
      drawn('P-S1 S1-S2 S2-S3 S3-S4 S4-S5 S5-L1', { k1: [['S1', 'S2', 'S3', 'S4', 'S5'], ['L1']] }),
    ));

  test('two lights in a row by two switches in one box, and a receptacle beyond', () =>
    expect(
      truthTable(drawn('P-S1+S2 S1+S2-L1 L1-L2 S1+S2-R1', { k1: [['S1'], ['L1']], k2: [['S2'], ['L2']] })),
    ).toContain('S1_S2-L1 14/3'));

  test('two three-way pairs between the same two boxes need cables side by side', () =>
    truthTable(
      drawn('P-S1+S3 S1+S3-S2+S4 S2+S4-L1 L1-L2', { k1: [['S1', 'S2'], ['L1']], k2: [['S3', 'S4'], ['L2']] }),
    ));

  test('alarms are joined by a third conductor', () =>
    expect(truthTable(drawn('P-A1 A1-A2 A2-A3', {}))).toEqual(['A1-A2 14/3', 'A2-A3 14/3', 'P-A1 14/2']));
});

test('a fan’s two leads live apart', () => {
  const { plan, wiring } = wired(drawn('P-S1+S2 S1+S2-F1', { k1: [['S1'], ['F1']], k2: [['S2'], ['F1']] }));
  const at = (...on: string[]) => [...powered(plan, wiring, { on: new Set(on) }).live];
  expect([at(), at('S1'), at('S2'), at('S1', 'S2')]).toEqual([[], ['F1'], ['F1 hot 2'], ['F1', 'F1 hot 2']]);
});

test('half of a receptacle is switched, the other stays on', () => {
  const base = drawn('P-S1 S1-R1 R1-R2', { k1: [['S1'], ['R1']] });
  const half = { ...base, devices: { ...base.devices, R1: { ...base.devices['R1']!, half: true } } };
  const { plan, wiring } = wired(half);
  const at = (...on: string[]) => [...powered(plan, wiring, { on: new Set(on) }).live];
  expect(at()).toEqual(['R1 hot top', 'R2']);
  expect(at('S1')).toEqual(['R1 hot top', 'R1 hot bottom', 'R2']);
});

describe('ground-fault receptacles', () => {
  const plan = drawn('P-R1 R1-G1 G1-R2 R2-R3 G1-R4', {});
  test('TEST drops itself and what hangs on LOAD, on every branch, and nothing before it', () => {
    const { plan: fitted, wiring } = wired(plan);
    expect([...powered(fitted, wiring, { on: new Set(), tested: new Set(['G1']) }).live]).toEqual(['R1']);
    expect([...powered(fitted, wiring, { on: new Set() }).live].sort()).toEqual([
      'G1',
      'R1',
      'R2',
      'R3',
      'R4',
    ]);
  });
  test('a breaker off takes all of it', () => {
    const { plan: fitted, wiring } = wired(plan);
    expect(powered(fitted, wiring, { on: new Set(), tripped: new Set(['c1']) }).live.size).toBe(0);
  });
});

test('line and load crossed over shows: the copper is followed, not the names', () => {
  const { plan, wiring } = wired(drawn('P-G1 G1-R1', {}));
  const swap = (name: string) => (name === 'line hot' ? 'load hot' : name === 'load hot' ? 'line hot' : name);
  const joints = wiring.joints['G1']!.map((j) => ({
    ...j,
    terminals: j.terminals.map((t) => ({ ...t, name: swap(t.name) as typeof t.name })),
  }));
  const crossed = { ...wiring, joints: { ...wiring.joints, G1: joints } };
  expect([...powered(plan, crossed, { on: new Set(), tested: new Set(['G1']) }).live]).toEqual([]);
  expect([...powered(plan, wiring, { on: new Set(), tested: new Set(['G1']) }).live]).toEqual([]);
  const hotOnNeutral = {
    ...wiring,
    joints: {
      ...wiring.joints,
      R1: wiring.joints['R1']!.map((j) => ({
        ...j,
        terminals: j.terminals.map((t) => ({
          ...t,
          name: t.name === 'hot' ? ('neutral' as const) : ('hot' as const),
        })),
      })),
    },
  };
  expect([...powered(plan, hotOnNeutral, { on: new Set() }).live]).toEqual(['G1']);
});
