import { lightKinds } from '../../boxes/index.ts';
import { compareIds } from '../../plan/ids.ts';
import { entriesIn, scheduleStages, type Plan, type ScheduleStage } from '../../plan/index.ts';
import { ruleBook } from '../../rules/index.ts';
import { toDecimals } from '../../units/index.ts';
import type { CutToPull } from '../cutList.ts';
import type { StageHours } from '../hours.ts';
import { Calendar, type Moment, type Strength } from './calendar.ts';
import { workedFrom } from './days.ts';

/** A stage in the calendar. */
export interface StageOnDays {
  readonly stage: ScheduleStage;
  /** Of work, by the company’s minutes; none where others come, or one waits. */
  readonly hours: number;
  readonly people: number;
  /** Who they are, where the job names them. */
  readonly names: readonly string[];
  /** The days it takes, first to last. */
  readonly days: readonly string[];
  /** Into its first day, and into its last, in hours of the working day. */
  readonly startsAt: number;
  readonly endsAt: number;
  /** What has to be done before; null for the first. */
  readonly after: ScheduleStage | null;
  /** The day a person said it begins at the earliest; empty where it follows what is before it. */
  readonly from: string;
  /** Whether it was said to begin before that is done, which it cannot. */
  readonly isTooEarly: boolean;
}

interface Worked {
  readonly hours: { readonly stages: readonly StageHours[] };
  readonly cuts: readonly CutToPull[];
}

/** Hours of every stage: the pull shared between lighting and the rest by the cable each has. */
function hoursOf(plan: Plan, { hours, cuts }: Worked): Record<ScheduleStage, number> {
  const rules = ruleBook(plan.rules.values);
  const of = (stage: StageHours['stage']) => hours.stages.find((s) => s.stage === stage)?.hours ?? 0;
  const isLit = (circuit: string | null) =>
    circuit !== null && entriesIn(plan, 'devicesOnCircuit', circuit).some(([, d]) => lightKinds.has(d.kind));
  const whole = cuts.reduce((sum, c) => sum + c.cut, 0);
  const lit = cuts.reduce((sum, c) => sum + (isLit(c.circuit) ? c.cut : 0), 0);
  const share = whole === 0 ? 0 : lit / whole;
  const isWork = hours.stages.some((s) => s.hours > 0);
  return {
    boxes: of('boxes'),
    holes: of('holes'),
    'closed walls': of('closed walls'),
    'lighting pull': of('pull') * share,
    'receptacle pull': of('pull') * (1 - share),
    staple: of('staple'),
    'make-up': of('make-up'),
    'self-check': isWork ? rules('crew.check') : 0,
    inspection: 0,
    cover: 0,
    trim: of('trim'),
    test: isWork ? rules('crew.test') : 0,
  };
}

/** Others do these, or come for them: whole days without the crew. */
const waitDays = (plan: Plan): Partial<Record<ScheduleStage, number>> => ({
  inspection: 1,
  cover: ruleBook(plan.rules.values)('crew.cover'),
});

/** Who works on a stage: those named for it, else all who are named, else as many as are said. */
function handsFor(
  plan: Plan,
  stage: ScheduleStage,
): Pick<StageOnDays, 'people' | 'names'> & {
  /** People at the company’s own pace, on a day. */
  readonly strength: Strength;
} {
  const rules = ruleBook(plan.rules.values);
  const decided = Object.values(plan.schedule).find((s) => s.stage === stage);
  const all = Object.entries(plan.crew).sort(([a], [b]) => compareIds(a, b));
  const named = all.filter(([id]) => decided?.who?.includes(id));
  const own = (named.length > 0 ? named : all).map(([, person]) => person);
  if (own.length === 0) {
    const people = decided?.people ?? rules('crew.people');
    return { people, names: [], strength: () => people * (rules('crew.pace') / 100) };
  }
  return {
    people: own.length,
    names: own.map((p) => p.name),
    strength: (day) => own.reduce((sum, p) => sum + (p.off.includes(day) ? 0 : p.pace / 100), 0),
  };
}

/**
 * The stages of a job on days, from the day it begins: each after the one before it, with the hours its people have in a day, over weekends and days that are
 * closed or somebody is off. Stages without work are left out. `starts` stands in for a job that says no day.
 */
export function scheduleOf(plan: Plan, worked: Worked, starts: string): StageOnDays[] {
  const rules = ruleBook(plan.rules.values);
  const hoursADay = rules('crew.hours');
  const days = { week: rules('crew.week'), closed: new Set(plan.job.closed) };
  const calendar = new Calendar(days, hoursADay);
  const hours = hoursOf(plan, worked);
  const waits = waitDays(plan);
  const isWork = Object.values(hours).some((h) => h > 0);
  let moment: Moment = { day: workedFrom(plan.job.starts || starts, days), at: 0 };
  let after: ScheduleStage | null = null;
  const list: StageOnDays[] = [];
  for (const stage of isWork ? scheduleStages : []) {
    const wait = waits[stage];
    if (wait === undefined ? hours[stage] <= 0 : wait === 0) continue;
    const from = Object.values(plan.schedule).find((s) => s.stage === stage)?.from ?? '';
    const isTooEarly = from !== '' && from < moment.day;
    const begins: Moment = from > moment.day ? { day: workedFrom(from, days), at: 0 } : moment;
    const { strength, people, names } = handsFor(plan, stage);
    const done =
      wait === undefined ? calendar.work(begins, hours[stage], strength) : calendar.wait(begins, wait);
    list.push({
      stage,
      hours: toDecimals(hours[stage], 2),
      ...(wait === undefined ? { people, names } : { people: 0, names: [] }),
      days: done.days,
      startsAt: toDecimals(done.days[0] === begins.day ? begins.at : 0, 2),
      endsAt: toDecimals(wait === undefined ? done.end.at : hoursADay, 2),
      after,
      from,
      isTooEarly,
    });
    moment = done.end;
    after = stage;
  }
  return list;
}
