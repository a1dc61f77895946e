import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { edited, notEmpty, randomFrom } from '../../testing/index.ts';
import { cableNamed, cables } from '../materials/index.ts';
import type { Plan } from '../plan/index.ts';
import { cablesFor, circuitConductors, colourNets, fitCables, shareNets } from './cables.ts';
import { byNet, hot, interconnect, netId, neutral, spare, switched, travellers, type Net } from './nets.ts';

const [a, b] = travellers('k1', 1);

describe('cables side by side', () => {
  test.each([
    [0, [2]],
    [1, [2]],
    [2, [2]],
    [3, [3]],
    [4, [2, 2]],
    [5, [3, 2]],
    [6, [3, 3]],
    [7, [3, 2, 2]],
  ])('%i conductors go in cables of %j', (nets, sizes) => expect(cablesFor(nets)).toEqual(sizes));

  test('no fewer cables would hold them, and none has a conductor too many, up to thirty', () => {
    for (let nets = 2; nets <= 30; nets++) {
      const sizes = cablesFor(nets);
      expect(sizes.reduce<number>((sum, n) => sum + n, 0)).toBe(nets);
      expect((sizes.length - 1) * 3).toBeLessThan(nets);
    }
  });

  test('nets are dealt out in order; what does not fit is left over', () => {
    const nets: Net[] = [neutral, hot, switched('k1'), a, b];
    expect(shareNets(nets, [3, 2])).toEqual({
      each: [
        [neutral, hot, switched('k1')],
        [a, b],
      ],
      over: [],
    });
    expect(shareNets(nets, [2])).toEqual({ each: [[neutral, hot]], over: [switched('k1'), a, b] });
  });
});

// White is the grounded conductor, or is re-marked where it is not: NEC 200.7(C) (from memory).
describe('the colours of a cable', () => {
  const told = (nets: readonly Net[], conductors: number) =>
    colourNets('k', nets, conductors).map(
      (c) => `${c.colour} ${c.net ? netId(c.net) : '–'}${c.remarked ? ' re-marked' : ''}`,
    );

  test.each([
    ['neutral and hot', [neutral, hot], 2, ['black H', 'white N']],
    [
      'a switch leg without a neutral: white takes the supply',
      [hot, switched('k1')],
      2,
      ['black k1', 'white H re-marked'],
    ],
    ['neutral, hot and switched', [neutral, hot, switched('k1')], 3, ['black H', 'red k1', 'white N']],
    ['two travellers and the supply', [hot, a, b], 3, ['black k1/1a', 'red k1/1b', 'white H re-marked']],
    ['alarms', [neutral, hot, interconnect], 3, ['black H', 'red X', 'white N']],
    ['one net in a cable of two: white is spare', [hot], 2, ['black H', 'white –']],
    ['nothing', [], 2, ['black –', 'white –']],
  ] as const)('%s', (_, nets, conductors, colours) => expect(told(nets, conductors)).toEqual(colours));

  test('every net once, white never hot without a mark, 300 seeded cables', () => {
    const all: Net[] = [neutral, hot, switched('k1'), switched('k2'), a, b, interconnect];
    for (let seed = 1; seed <= 300; seed++) {
      const random = randomFrom(seed);
      const conductors = random() < 0.5 ? 2 : 3;
      const nets = [...all].sort(() => random() - 0.5).slice(0, Math.floor(random() * (conductors + 1)));
      const made = colourNets('k', nets.sort(byNet), conductors);
      expect(made.flatMap((c) => c.net ?? []).sort(byNet)).toEqual([...nets].sort(byNet));
      for (const c of made)
        expect(c.remarked, `seed ${seed}`).toBe(c.colour === 'white' && c.net !== null && c.net !== neutral);
    }
  });

  test('a spare conductor is called so, and comes among what is switched', () => {
    expect(netId(spare)).toBe('spare');
    expect([interconnect, a, spare, hot, neutral].sort(byNet).map(netId)).toEqual([
      'N',
      'H',
      'spare',
      'k1/1a',
      'X',
    ]);
  });
});

describe('cables made to fit', () => {
  const school = 'every';
  const plan = marlStreet();
  const writable = (): Plan => JSON.parse(JSON.stringify(plan)) as Plan;

  test('the demo’s fit as they are; made to fit again nothing changes', () => {
    const draft = writable();
    const circuits = notEmpty(Object.keys(draft.circuits).filter((id) => !draft.circuits[id]!.existing));
    expect(fitCables(draft, circuits, school)).toBe(false);
    expect(draft).toEqual(plan);
  });

  test('too few conductors, and too many, are told and mended; pinned cable is left as it is', () => {
    const [id, run] = Object.entries(plan.runs).find(
      ([, r]) => r.circuit !== null && cables[r.cable]?.conductors === 3 && r.to !== null,
    )!;
    const thin = writable();
    thin.runs[id]!.cable = cableNamed(14, 2);
    expect(circuitConductors(thin, run.circuit!, school).short.length).toBeGreaterThan(0);
    expect(fitCables(thin, [run.circuit!], school)).toBe(true);
    expect(circuitConductors(thin, run.circuit!, school).short).toEqual([]);
    const pinned = writable();
    Object.assign(pinned.runs[id]!, { cable: cableNamed(14, 2), pinned: true });
    fitCables(pinned, [run.circuit!], school);
    expect(pinned.runs[id]!.cable).toBe('14/2');
  });

  test('one circuit’s cables are no matter of another’s: fitted together or one by one they are the same', () => {
    const bare = edited(plan, 'clearRuns', {});
    const laid = edited(bare, 'propose', { only: ['runs'] });
    const thin = (): Plan => {
      const draft = JSON.parse(JSON.stringify(laid)) as Plan;
      for (const r of Object.values(draft.runs))
        if (r.cable.endsWith('/3')) r.cable = r.cable.replace('/3', '/2') as typeof r.cable;
      return draft;
    };
    const ids = Object.keys(laid.circuits);
    const [together, apart] = [thin(), thin()];
    fitCables(together, ids, school);
    for (const id of ids) fitCables(apart, [id], school);
    const told = (p: Plan) =>
      Object.values(p.runs)
        .map((r) => `${r.from} ${r.to} ${r.cable}`)
        .sort();
    expect(told(together)).toEqual(told(apart));
    expect(told(together)).toEqual(told(laid));
  });
});
