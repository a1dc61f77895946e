import { dayAfter, type WorkDays, workedFrom } from './days.ts';

/** A moment of the work: a worked day, and hours into it. */
export interface Moment {
  readonly day: string;
  readonly at: number;
}

/** How many people’s work is done on a day; none where all are off. */
export type Strength = (day: string) => number;

interface Done {
  /** The days it takes, first to last. */
  readonly days: string[];
  readonly end: Moment;
}

/** Less than this is no time. */
const nothing = 1e-9;
/** So many days one waits for somebody who is off before the calendar gives up on them. */
const longestAway = 1000;

/** Takes stages through working days one after another. */
export class Calendar {
  constructor(
    private readonly days: WorkDays,
    private readonly hoursADay: number,
  ) {}

  private next(day: string): string {
    return workedFrom(dayAfter(day), this.days);
  }

  /** So many hours of work from a moment on, by as many as are there each day. Days on which nobody is there are passed over. */
  work(from: Moment, hours: number, strength: Strength): Done {
    let { day, at } = from;
    const away = { left: longestAway };
    const toWork = () => {
      while (strength(day) <= 0 && away.left-- > 0) [day, at] = [this.next(day), 0];
    };
    if (at >= this.hoursADay - nothing) [day, at] = [this.next(day), 0];
    toWork();
    const days = [day];
    let left = hours;
    for (;;) {
      const people = strength(day) || 1;
      const here = (this.hoursADay - at) * people;
      if (left <= here + nothing) return { days, end: { day, at: at + left / people } };
      left -= here;
      [day, at] = [this.next(day), 0];
      toWork();
      days.push(day);
    }
  }

  /** Whole days from the next that is not begun: others come, or one waits for them. */
  wait(from: Moment, count: number): Done {
    let day = from.at > nothing ? this.next(from.day) : workedFrom(from.day, this.days);
    const days = [day];
    while (days.length < count) days.push((day = this.next(day)));
    return { days, end: { day: this.next(day), at: 0 } };
  }
}
