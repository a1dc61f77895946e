import { listUnder, nth } from '../../lookups/index.ts';
import { compareIds } from '../../plan/ids.ts';
import { type ActualOf, type Plan, type WorkStage, workStages } from '../../plan/index.ts';
import { ruleBook, ruleCatalogue, type RuleId } from '../../rules/index.ts';
import { type Sample, type Spread, spreadOf, type Sureness, surenessOf } from './spread.ts';

export { leastSamples, spreadOf, surenessOf, type Sample, type Spread, type Sureness } from './spread.ts';

/** What is known of one kind: lengths of a cable, or hours of a stage. */
export interface Evidence extends Sample {
  readonly kind: 'length' | 'hours';
  /** The cable as the list names it, or the stage. */
  readonly of: string;
  /** The house’s figure it was expected by; null where nobody said. */
  readonly basis: number | null;
}

/** Feet that went off a coil, by the marks at both ends. */
export const feetUsed = ({ from, to }: Pick<ActualOf<'length'>, 'from' | 'to'>): number =>
  Math.round(Math.abs(to - from) * 100) / 100;

/** What the entries of a plan tell of lengths and hours. */
export function evidenceOf({ actuals }: Pick<Plan, 'actuals'>): Evidence[] {
  return Object.values(actuals).flatMap((a): Evidence[] => {
    if (a.kind === 'length')
      return [{ kind: 'length', of: a.item, expected: a.expected, actual: feetUsed(a), basis: a.basis }];
    return a.kind === 'hours'
      ? [{ kind: 'hours', of: a.stage, expected: a.expected, actual: a.hours, basis: a.basis }]
      : [];
  });
}

/** One kind, with how what it took compares with what was expected. */
export interface KindActual extends Spread {
  readonly kind: Evidence['kind'];
  readonly of: string;
  readonly sure: Sureness;
}

/** Every kind that there is evidence of: cables by name, then stages in the order of the work. */
export function actualsByKind(evidence: readonly Evidence[]): KindActual[] {
  const groups = new Map<string, Evidence[]>();
  for (const e of evidence) listUnder(groups, `${e.kind} ${e.of}`).push(e);
  return [...groups.values()]
    .flatMap((own): KindActual[] => {
      const [first] = own;
      const spread = spreadOf(own);
      return first && spread ? [{ kind: first.kind, of: first.of, ...spread, sure: surenessOf(spread) }] : [];
    })
    .sort((a, b) => compareIds(b.kind, a.kind) || placeOf(a.of) - placeOf(b.of) || compareIds(a.of, b.of));
}
const placeOf = (stage: string): number => workStages.indexOf(stage as WorkStage);

/** The company’s minutes that a stage is worked out by. */
const rulesOfStage: Readonly<Record<WorkStage, readonly RuleId[]>> = {
  boxes: ['minutes.box'],
  holes: ['minutes.bore', 'minutes.plateBore', 'minutes.grooveFoot'],
  'closed walls': ['minutes.fishStud', 'minutes.stripFoot'],
  pull: ['minutes.pullFoot', 'minutes.outsideFoot'],
  staple: ['minutes.staple'],
  'make-up': ['minutes.makeup'],
  trim: ['minutes.device'],
};

/** The house’s figure that something is expected by: minutes of the first rule of its stage, or the margin on every cut in inches. */
export const basisOf = (
  { kind, of }: Pick<Evidence, 'kind' | 'of'>,
  values: Readonly<Record<string, unknown>>,
): number =>
  ruleBook(values)(kind === 'length' ? 'run.margin' : nth(rulesOfStage[of as WorkStage], 0)) as number;

/** Evidence as it would be expected by other figures of the house: what was learned already is not learned twice. */
export function expectedBy(
  evidence: readonly Evidence[],
  values: Readonly<Record<string, unknown>>,
): Evidence[] {
  return evidence.map((e) => {
    const now = basisOf(e, values);
    if (e.basis === null || e.basis === now) return e;
    const expected =
      e.kind === 'length'
        ? Math.max(0, e.expected + (now - e.basis) / 12)
        : e.basis === 0
          ? e.expected
          : (e.expected * now) / e.basis;
    return { ...e, expected, basis: now };
  });
}

/** A rule that evidence says is otherwise. */
export interface ProposedRule {
  readonly rule: RuleId;
  readonly now: number;
  readonly proposed: number;
  /** The kind it follows from, and how sure that is. */
  readonly from: KindActual;
}

const rounded = (value: number): number => Number(value.toPrecision(2));

function within(rule: RuleId, value: number): number {
  const { accepts } = ruleCatalogue[rule];
  const [low, high] = accepts.is === 'number' ? accepts.bounds : [0, Infinity];
  return Math.min(high, Math.max(low, value));
}

/** The margin on every cut that the lengths of all cables ask for, in whole inches: the usual one, and what cables took more than told on the mean. */
function proposedMargin(lengths: readonly KindActual[], now: number): ProposedRule[] {
  const all = spreadOf(lengths);
  const [first] = lengths;
  if (!all || !first) return [];
  const count = lengths.reduce((sum, l) => sum + l.count, 0);
  const more = ((all.actual - all.expected) / count) * 12;
  const most = lengths.reduce((a, b) => (b.count > a.count ? b : a), first);
  return [{ rule: 'run.margin', now, proposed: within('run.margin', Math.round(now + more)), from: most }];
}

/**
 * New minutes, and a margin on cut lengths, from kinds with enough evidence: what was expected by the rules of the house, `values`, times what it took
 * (see `expectedBy`). What would stay as it is is left out.
 */
export function proposedRules(
  kinds: readonly KindActual[],
  values: Readonly<Record<string, unknown>>,
): ProposedRule[] {
  const rules = ruleBook(values);
  const known = kinds.filter((k) => k.sure !== 'too few');
  const hours = known
    .filter((k) => k.kind === 'hours')
    .flatMap((from) =>
      rulesOfStage[from.of as WorkStage].map((rule) => {
        const now = rules(rule) as number;
        return { rule, now, proposed: within(rule, rounded(now * from.ratio)), from };
      }),
    );
  const lengths = known.filter((k) => k.kind === 'length');
  return [...hours, ...proposedMargin(lengths, rules('run.margin'))].filter((p) => p.proposed !== p.now);
}
