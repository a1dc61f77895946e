import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { makeEdit, type EditArgs, type EditName } from '../edits/index.ts';
import { formatLength } from '../units/index.ts';
import { changeAbout, editWords, toldProblem } from './problemWords.ts';

const plan = study();
const [door] = Object.entries(plan.openings).find(([, o]) => o.kind === 'door')!;
const wall = plan.openings[door]!.wall;

/** What a person is told when an edit is refused. */
function told<N extends EditName>(name: N, args: EditArgs<N>) {
  const done = makeEdit(plan, name, args);
  if (done.ok) throw new Error(`${name} was let through`);
  return done.problems.map((p) => toldProblem(p, plan));
}

describe('a refused edit is told by names, never by id', () => {
  test('a new thing by what it is, a known one by its name, each with its field and lengths as the tape reads', () => {
    const [wide] = told('addOpening', { wall, kind: 'door', at: 40, width: 3000 });
    expect(wide!.about).toBe('The opening, width');
    expect(wide!.says).toContain(`ends ${formatLength(3040)} along a wall `);
    const [known] = told('setOpening', { opening: door, changes: { width: 3000 } });
    expect(known!.about).toMatch(/^The door in wall [A-Z] of Study, width$/);
  });

  test('a box by its number and place, a circuit by its name, a bare field by its own words', () => {
    const box = Object.keys(plan.boxes)[0]!;
    expect(toldProblem({ path: `boxes.${box}.on.at`, message: 'is off' }, plan).about).toMatch(
      /^Box \d+, Study, wall [A-Z], place along the wall$/,
    );
    expect(toldProblem({ path: 'circuits.c1.gauge', message: 'is thin' }, plan).about).toMatch(
      /^Circuit .+, wire$/,
    );
    expect(toldProblem({ path: 'amps', message: 'is 20 A' }, plan)).toEqual({
      about: 'Breaker',
      says: 'is 20 A',
    });
    expect(toldProblem({ path: 'levels.L1.floorFinish', message: '' }, plan).about).toMatch(/floor finish$/);
    const [rule] = told('setRule', { rule: 'spacing.maxGap', value: -1 });
    expect(rule!.about).toBe('Longest gap between receptacles');
    expect(toldProblem({ path: '', message: 'no longer fits' }, plan).about).toBe('This');
  });

  test('a value that no such thing can have is told of the thing it was for, whatever its argument is called', () => {
    for (const [problems, about] of [
      [
        told('setOpening', { opening: door, changes: { width: -4 } }),
        /^The door in wall [A-Z] of Study, width$/,
      ],
      [told('setWalls', { walls: [wall], changes: { spacing: 200 } }), /^Wall [A-Z] of Study, spacing$/],
      [told('setLevel', { level: 'L1', changes: {}, joists: { spacing: -1 } }), /^Main, joists, spacing$/],
      [
        told('setDevice', { device: 'd1', changes: { va: -4 } }),
        /in box \d+, Study, wall [A-Z], volt-amperes$/,
      ],
      [told('setCircuit', { circuit: 'c1', changes: { amps: 0 } }), /^Circuit .+, breaker$/],
      [told('setService', { changes: { heatingVa: -1 } }), /^Service, heating va$/],
      [told('repeatBox', { box: 'b1', count: 90, every: 3 }), /^Count$/],
    ] as const) {
      expect(problems).toHaveLength(1);
      expect(problems[0]!.about).toMatch(about);
      expect(problems[0]!.says).toMatch(/^must be /);
    }
  });

  test('no path into any collection leaves its id in what is said', () => {
    for (const collection of ['walls', 'openings', 'boxes', 'devices', 'circuits', 'runs', 'points'] as const)
      for (const id of [...Object.keys(plan[collection]).slice(0, 3), 'zz9']) {
        const { about } = toldProblem({ path: `${collection}.${id}.at`, message: '' }, plan);
        expect(about).not.toMatch(new RegExp(`\\b${id}\\b`));
        expect(about.length).toBeGreaterThan(4);
      }
  });
});

test('a named edit is said in words', () => {
  expect(['moveBox', 'undo renameJob', 'propose'].map(editWords)).toEqual([
    'move box',
    'undo rename job',
    'propose',
  ]);
});

test('a change is about a thing by its name, or by where a thing that is not there was meant to be', () => {
  const of = <N extends EditName>(name: N, args: EditArgs<N>) => {
    const done = makeEdit(plan, name, args);
    if (!done.ok) throw new Error(name);
    return changeAbout(done.change.patches, plan);
  };
  expect(of('moveBox', { box: 'b1', at: 60 })).toMatch(/^Box 1, Study, wall [A-Z]$/);
  expect(of('addBox', { wall, side: 'right', at: 40, kind: 'receptacle' })).toMatch(
    /^The box for wall [A-Z] of Study, 3′ 4″ along$/,
  );
  expect(of('renameJob', { name: 'Other' })).toBe('Job, name');
  expect(changeAbout([], plan)).toBe('');
});
