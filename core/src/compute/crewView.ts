import { Computer, type Result } from './index.ts';
import { groupOfRule, isRuleId, ruleBook, ruleCatalogue } from '../rules/index.ts';
import { type Plan, planSchema } from '../plan/index.ts';
import { unrolledRooms, type Unrolled } from '../outputs/drawing/unrolled.ts';

/** A job as the crew gets it: the plan, what is worked out of it, and every room unrolled, all without what is not theirs to know. */
export interface CrewView {
  readonly plan: Plan;
  readonly result: Result;
  readonly rooms: Readonly<Record<string, Unrolled>>;
  /** Inches of cable left hanging for a wafer light. */
  readonly tail: number;
}

const isMoney = (id: string): boolean =>
  isRuleId(id) && (ruleCatalogue[id].unit === 'cents' || groupOfRule(id) === 'cost');

/** A plan without what things cost, what the service carries, what is on the van, and why the lead decided as they did. */
function crewPlan(plan: Plan): Plan {
  const values = Object.fromEntries(Object.entries(plan.rules.values).filter(([id]) => !isMoney(id)));
  const hidden = planSchema
    .pick({
      service: true,
      prices: true,
      stock: true,
      coils: true,
      accepted: true,
      sheetSets: true,
      schedule: true,
      options: true,
      crew: true,
      actuals: true,
      proposal: true,
    })
    .parse({});
  const rules = { ...plan.rules, values: values as Plan['rules']['values'], reasons: {} };
  return { ...plan, ...hidden, rules };
}

/** Lists with money, hours, loads and doubts in them are the lead's; so is the mark by which one tells two plans apart. */
const leads = {
  planHash: '',
  circuits: {},
  cuts: [],
  drilling: [],
  terms: { circuits: 0, cableFeet: 0, divided: 0, dark: 0, legs: 0 },
  service: [],
  takeoff: { lines: [], coils: [], figures: [] },
  hours: { stages: [] },
  findings: [],
} as const satisfies Partial<Result>;

/** Works a job out for the crew. From the whole plan: where cable goes hangs on prices and wages, which the crew does not get. */
export function crewView(plan: Plan, computer: Computer = new Computer()): CrewView {
  const result = { ...computer.compute(plan), ...leads };
  return {
    plan: crewPlan(plan),
    result,
    rooms: unrolledRooms(computer.house),
    tail: ruleBook(plan.rules.values)('light.tail'),
  };
}
