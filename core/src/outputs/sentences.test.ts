import { describe, expect, test } from 'vitest';
import { marlStreet, study } from '../../demo/index.ts';
import { notEmpty } from '../../testing/index.ts';
import { beforeTrying, triedEdits } from '../../testing/triedEdits.ts';
import { compute } from '../compute/index.ts';
import { makeEdit, type EditArgs, type EditName } from '../edits/index.ts';
import type { Plan } from '../plan/index.ts';
import { listRules } from '../rules/index.ts';
import { toldProblem } from './problemWords.ts';

/** What no sentence for a person holds: an id, a path into the plan, a name of the code’s own. */
const jargon: readonly [what: string, like: RegExp][] = [
  ['an id', /(?<![\w/×.-])(?:[bwopcdkfnrxmsv]|ctl|lvl)\d+\b(?![-/]\d)/],
  ['a path', /\b[a-z]+[A-Za-z]*\.[a-z][A-Za-z0-9]*\.[a-z]/],
  ['a name of the code', /\b[a-z]+[A-Z][a-z]/],
  ['a value of the code', /\b(?:undefined|null|NaN|true|false|Infinity)\b|\[object|\{"/],
];
const faultsOf = (sentence: string): string[] =>
  jargon.flatMap(([what, like]) => {
    const found = like.exec(sentence);
    return found ? [`${what}, “${found[0]}”: ${sentence}`] : [];
  });

type Leaf = { readonly at: readonly (string | number)[]; readonly value: unknown };
/** Every number, word and switch of an edit’s arguments. */
function leavesOf(value: unknown, at: readonly (string | number)[] = []): Leaf[] {
  if (Array.isArray(value)) return value.flatMap((v, i) => leavesOf(v, [...at, i]));
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).flatMap(([key, v]) => leavesOf(v, [...at, key]));
  return [{ at, value }];
}
function withLeaf(args: object, at: Leaf['at'], value: unknown): object {
  const copy = structuredClone(args) as Record<string | number, unknown>;
  let held = copy;
  for (const key of at.slice(0, -1)) held = held[key] as Record<string | number, unknown>;
  held[at.at(-1)!] = value;
  return copy;
}
const insteadOf = (value: unknown): unknown[] =>
  typeof value === 'number'
    ? [-7, 0, 1e9, 'twelve', null]
    : typeof value === 'boolean'
      ? ['maybe', null]
      : ['zz9', '', 12, null, 'x'.repeat(2000)];

describe('sentences for people', () => {
  test('the check finds what it looks for', () => {
    for (const bad of [
      'Box b100 is off.',
      'boxes.b1.on.at must be less.',
      'Cannot undo moveBox.',
      'w1 is locked.',
      'length must be undefined',
    ])
      expect(faultsOf(bad), bad).toHaveLength(1);
    expect(faultsOf('Box 100, Porch, wall B, stud 4: 15⅛″, 14/2, 2x6, NEC 210.52(A)(1), 18 in³.')).toEqual(
      [],
    );
  });

  test('no refusal of an edit tells an id, a path or a name of the code, whatever is wrong with its arguments', () => {
    let refused = 0;
    const faults = new Set<string>();
    for (const name of Object.keys(triedEdits) as EditName[]) {
      const plan = (beforeTrying[name] ?? ((p: Plan) => p))(study());
      const args = triedEdits[name];
      for (const { at, value } of leavesOf(args))
        for (const wrong of insteadOf(value)) {
          const made = makeEdit(plan, name, withLeaf(args, at, wrong) as EditArgs<typeof name>);
          if (made.ok) continue;
          refused++;
          for (const problem of made.problems) {
            const { about, says } = toldProblem(problem, plan);
            // A name that was typed is told as it was typed.
            const sentence = `${about}: ${says}`.replaceAll(/“[^”]*”/g, '“…”');
            for (const fault of faultsOf(sentence))
              faults.add(`${name} ${at.join(' ')} = ${String(wrong).slice(0, 12)}: ${fault}`);
          }
        }
    }
    expect(refused).toBeGreaterThan(500);
    expect([...faults]).toEqual([]);
  });

  test('no finding, and no line of the list, tells one either', () => {
    const result = compute(marlStreet());
    const sentences = [
      ...notEmpty(result.findings).flatMap((f) => [f.says, f.fix, f.source, ...f.fixes.map((x) => x.label)]),
      ...notEmpty(result.takeoff.lines).flatMap((l) => [l.name, l.why]),
      ...listRules().flatMap((r) => [r.title, r.says, r.source, ...(r.schools ?? []).map((s) => s.says)]),
    ];
    expect(sentences.flatMap(faultsOf)).toEqual([]);
  });
});
