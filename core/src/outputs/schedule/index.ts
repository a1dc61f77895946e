import { lightKinds } from '../../boxes/index.ts';
import { entriesIn, scheduleStages, type Plan, type ScheduleStage } from '../../plan/index.ts';
import { ruleBook } from '../../rules/index.ts';
import { toDecimals } from '../../units/index.ts';
import type { CutToPull } from '../cutList.ts';
import type { StageHours } from '../hours.ts';
import { dayAfter, workedFrom } from './days.ts';

/** A stage in the calendar. */
export interface StageOnDays {
  readonly stage: ScheduleStage;
  /** Of work, by the company’s minutes; none where others come, or one waits. */
  readonly hours: number;
  readonly people: number;
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

/** A moment of the work: a worked day, and hours into it. */
interface Moment {
  readonly day: string;
  readonly at: number;
}

/** Takes stages through working days one after another. */
class Calendar {
  constructor(
    private readonly week: 'five' | 'six',
    private readonly hoursADay: number,
  ) {}

  /** From a moment on so many hours of the crew: the days they take, and where they end. */
  work(from: Moment, hours: number): { days: string[]; end: Moment } {
    let { day, at } = from;
    if (at >= this.hoursADay - 1e-9) [day, at] = [workedFrom(dayAfter(day), this.week), 0];
    const days = [day];
    let left = hours;
    while (left > this.hoursADay - at + 1e-9) {
      left -= this.hoursADay - at;
      [day, at] = [workedFrom(dayAfter(day), this.week), 0];
      days.push(day);
    }
    return { days, end: { day, at: at + left } };
  }

  /** Whole days from the next that is not begun: others come, or one waits for them. */
  wait(from: Moment, count: number): { days: string[]; end: Moment } {
    let day = from.at > 1e-9 ? workedFrom(dayAfter(from.day), this.week) : from.day;
    const days = [day];
    while (days.length < count) days.push((day = workedFrom(dayAfter(day), this.week)));
    return { days, end: { day: workedFrom(dayAfter(day), this.week), at: 0 } };
  }
}

/** Others do these, or come for them: whole days without the crew. */
const waitDays = (plan: Plan): Partial<Record<ScheduleStage, number>> => ({
  inspection: 1,
  cover: ruleBook(plan.rules.values)('crew.cover'),
});

/**
 * The stages of a job on days, from the day it begins: each after the one before it, with the hours its people have in a day, over weekends. Stages without
 * work are left out. `starts` stands in for a job that says no day.
 */
export function scheduleOf(plan: Plan, worked: Worked, starts: string): StageOnDays[] {
  const rules = ruleBook(plan.rules.values);
  const [week, hoursADay] = [rules('crew.week'), rules('crew.hours')];
  const calendar = new Calendar(week, hoursADay);
  const hours = hoursOf(plan, worked);
  const waits = waitDays(plan);
  const isWork = Object.values(hours).some((h) => h > 0);
  let moment: Moment = { day: workedFrom(plan.job.starts || starts, week), at: 0 };
  let after: ScheduleStage | null = null;
  const list: StageOnDays[] = [];
  for (const stage of isWork ? scheduleStages : []) {
    const wait = waits[stage];
    if (wait === undefined ? hours[stage] <= 0 : wait === 0) continue;
    const decided = Object.values(plan.schedule).find((s) => s.stage === stage);
    const from = decided?.from ?? '';
    const people = decided?.people ?? rules('crew.people');
    const isTooEarly = from !== '' && from < moment.day;
    const begins: Moment = from > moment.day ? { day: workedFrom(from, week), at: 0 } : moment;
    const { days, end } =
      wait === undefined
        ? calendar.work(begins, hours[stage] / (people * (rules('crew.pace') / 100)))
        : calendar.wait(begins, wait);
    list.push({
      stage,
      hours: toDecimals(hours[stage], 2),
      people: wait === undefined ? people : 0,
      days,
      startsAt: toDecimals(days[0] === begins.day ? begins.at : 0, 2),
      endsAt: toDecimals(wait === undefined ? end.at : hoursADay, 2),
      after,
      from,
      isTooEarly,
    });
    moment = end;
    after = stage;
  }
  return list;
}
