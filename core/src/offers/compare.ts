import { dequal } from 'dequal';
import { circuitNumber } from '../circuits/spaces.ts';
import type { Result } from '../compute/index.ts';
import { changedSince } from '../outputs/changedSince.ts';
import { estimateOf, type Estimate } from '../outputs/estimate.ts';
import type { StageHours } from '../outputs/hours.ts';
import { ruleValueWords } from '../outputs/ruleWords.ts';
import type { TakeoffLine } from '../outputs/takeoff/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Circuit, Plan } from '../plan/index.ts';
import { groupOfRule, ruleBook, ruleCatalogue, ruleIds, type RuleId } from '../rules/index.ts';
import { countWords } from '../units/index.ts';
import { devicesByRoom, roomCalled } from './scope.ts';

/** A plan as it stood, or as it might, with what follows from it. */
export interface Version {
  readonly plan: Plan;
  readonly result: Result;
}

/** A line of the list that is not the same in two versions, in its own unit. `cents`: what more it costs; null where one has no price. */
export interface ComparedLine extends Pick<TakeoffLine, 'item' | 'name' | 'unit'> {
  readonly before: number;
  readonly after: number;
  readonly cents: number | null;
}

export interface ComparedHours {
  readonly stage: StageHours['stage'];
  readonly before: number;
  readonly after: number;
}

/** Two versions beside each other. */
export interface Comparison {
  /** What is otherwise, in words. */
  readonly words: readonly string[];
  readonly lines: readonly ComparedLine[];
  readonly hours: readonly ComparedHours[];
  readonly money: { readonly before: Estimate; readonly after: Estimate };
  /** Boxes and cables that are new or otherwise, and boxes and cables that are gone. */
  readonly changed: readonly string[];
  readonly gone: readonly string[];
}

/** The estimate of a version by its own rules. */
export const estimateFor = ({ plan, result }: Version): Estimate =>
  estimateOf(result.takeoff.lines, result.hours.stages, ruleBook(plan.rules.values));

/** Lines of the list that are not the same in two results. */
export function comparedLines(before: Result, after: Result): ComparedLine[] {
  const was = new Map(before.takeoff.lines.map((l) => [l.item, l]));
  const is = new Map(after.takeoff.lines.map((l) => [l.item, l]));
  return [...new Map([...was, ...is]).values()].flatMap(({ item, name, unit }): ComparedLine[] => {
    const [b, a] = [was.get(item), is.get(item)];
    const cents = b?.cents === null || a?.cents === null ? null : (a?.cents ?? 0) - (b?.cents ?? 0);
    if (b?.quantity === a?.quantity && !cents) return [];
    return [{ item, name, unit, before: b?.quantity ?? 0, after: a?.quantity ?? 0, cents }];
  });
}

function comparedHours(before: Result, after: Result): ComparedHours[] {
  return after.hours.stages.map(({ stage, hours }) => ({
    stage,
    before: before.hours.stages.find((s) => s.stage === stage)?.hours ?? 0,
    after: hours,
  }));
}

/** Devices of every room, where there are more, fewer or other ones. */
function deviceDifferences(before: Plan, after: Plan): string[] {
  const [was, is] = [devicesByRoom(before), devicesByRoom(after)];
  return [...new Set([...was.keys(), ...is.keys()])].sort(compareIds).flatMap((room) => {
    const [b, a] = [was.get(room), is.get(room)];
    const kinds = [...new Set([...(b?.keys() ?? []), ...(a?.keys() ?? [])])];
    const said = kinds.flatMap((kind) => {
      const [had, has] = [b?.get(kind) ?? 0, a?.get(kind) ?? 0];
      if (had === has) return [];
      if (had === 0) return [`${countWords(has, kind)}, new`];
      return [
        has === 0 ? `no ${kind} any more (${had} before)` : `${countWords(has, kind)} instead of ${had}`,
      ];
    });
    return said.length === 0
      ? []
      : [`${roomCalled(room in after.rooms ? after : before, room)}: ${said.join('; ')}.`];
  });
}

const protections = { none: 'no protection', afci: 'AFCI', gfci: 'GFCI', dual: 'AFCI and GFCI' } as const;

const circuitSays = ({ amps, poles, gauge, protection }: Circuit): string[] => [
  `${amps} A${poles === 2 ? ', two-pole' : ''}`,
  `${gauge} AWG`,
  protections[protection],
];

const circuitCalled = (plan: Plan, id: string): string =>
  [`Circuit ${circuitNumber(plan, id)}`, plan.circuits[id]?.name].filter(Boolean).join(', ');

function circuitDifferences(before: Plan, after: Plan): string[] {
  const ids = [...new Set([...Object.keys(before.circuits), ...Object.keys(after.circuits)])];
  return ids.sort(compareIds).flatMap((id) => {
    const [b, a] = [before.circuits[id], after.circuits[id]];
    if (!a) return [`${circuitCalled(before, id)}: no more.`];
    if (!b) return [`${circuitCalled(after, id)}: new, ${circuitSays(a).join(', ')}.`];
    const [was, is] = [circuitSays(b), circuitSays(a)];
    const other = is.flatMap((says, i) => (says === was[i] ? [] : [`${says} instead of ${was[i] ?? ''}`]));
    return other.length === 0 ? [] : [`${circuitCalled(after, id)}: ${other.join(', ')}.`];
  });
}

/** Rules set otherwise, but for what is the company’s own money and time. */
function ruleDifferences(before: Plan, after: Plan): string[] {
  const [was, is] = [ruleBook(before.rules.values), ruleBook(after.rules.values)];
  return ruleIds.flatMap((id: RuleId) => {
    if (isOfOurs(id) || dequal(was(id), is(id))) return [];
    const rule = ruleCatalogue[id];
    return [`${rule.title}: ${ruleValueWords(rule, is(id))}, before ${ruleValueWords(rule, was(id))}.`];
  });
}

/** Whether a rule is about the company’s own money and time, and not about the work. */
export const isOfOurs = (id: RuleId): boolean =>
  ['cost', 'minutes', 'crew', 'coil'].includes(groupOfRule(id));

const goneFrom = (before: object, after: object): string[] =>
  Object.keys(before).filter((id) => !Object.hasOwn(after, id));

/** What is otherwise in a later version than in an earlier one: in words, material, hours, money, and where in the drawing. */
export function compareVersions(before: Version, after: Version): Comparison {
  const changed = [...changedSince(before, after)];
  const boxes = changed.filter((id) => after.plan.boxes[id] && before.plan.boxes[id]);
  const moved = boxes.filter((id) => !dequal(before.result.marks[id], after.result.marks[id])).length;
  const cables = changed.filter((id) => after.plan.runs[id]).length;
  const goneCables = goneFrom(before.plan.runs, after.plan.runs);
  const counts = [
    ...(moved > 0 ? [`${countWords(moved, 'box')} marked elsewhere`] : []),
    ...(cables > 0 ? [`${countWords(cables, 'cable')} new or otherwise`] : []),
    ...(goneCables.length > 0 ? [`${countWords(goneCables.length, 'cable')} gone`] : []),
  ];
  return {
    words: [
      ...deviceDifferences(before.plan, after.plan),
      ...circuitDifferences(before.plan, after.plan),
      ...ruleDifferences(before.plan, after.plan),
      ...(counts.length > 0 ? [`In the drawing: ${counts.join(', ')}.`] : []),
    ],
    lines: comparedLines(before.result, after.result),
    hours: comparedHours(before.result, after.result),
    money: { before: estimateFor(before), after: estimateFor(after) },
    changed,
    gone: [...goneFrom(before.plan.boxes, after.plan.boxes), ...goneCables],
  };
}
