import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/index.ts';
import { edited, notEmpty } from '../../../testing/index.ts';
import { compute } from '../../compute/index.ts';
import { emptyPlan, type Plan } from '../../plan/index.ts';
import { makeEdit } from '../../edits/index.ts';
import { dayAfter } from './days.ts';
import { scheduleOf } from './index.ts';

/** A job of 40 hours of boxes and 8 of trim, by hand: two people of eight hours do 16 a day. */
const worked = (boxes: number, trim = 0) => ({
  hours: {
    stages: [
      { stage: 'boxes' as const, hours: boxes },
      { stage: 'trim' as const, hours: trim },
    ],
  },
  cuts: [],
});
const from = (starts: string, rules: Record<string, unknown> = {}): Plan => {
  const plan = emptyPlan('Job');
  return { ...plan, job: { ...plan.job, starts }, rules: { ...plan.rules, values: rules } };
};
const days = (plan: Plan, boxes: number, trim = 0) =>
  Object.fromEntries(scheduleOf(plan, worked(boxes, trim), '2026-11-30').map((s) => [s.stage, s]));

describe('stages on days', () => {
  test('40 hours for two take two days and a half: Thursday, Friday, Monday', () => {
    // 26 November 2026 is a Thursday.
    const { boxes } = days(from('2026-11-26'), 40);
    expect(boxes).toMatchObject({
      days: ['2026-11-26', '2026-11-27', '2026-11-30'],
      startsAt: 0,
      endsAt: 4,
      people: 2,
      after: null,
    });
  });

  test('a week of six days, another crew and another pace', () => {
    expect(days(from('2026-11-26', { 'crew.week': 'six' }), 40)['boxes']!.days.at(-1)).toBe('2026-11-28');
    expect(days(from('2026-11-26', { 'crew.people': 5 }), 40)['boxes']!.days).toEqual(['2026-11-26']);
    expect(days(from('2026-11-26', { 'crew.pace': 50 }), 40)['boxes']!.days).toHaveLength(5);
  });

  test('a job that begins on a Sunday begins on the Monday; one that says no day, on the day given', () => {
    expect(days(from('2026-11-29'), 8)['boxes']!.days).toEqual(['2026-11-30']);
    expect(days(from(''), 8)['boxes']!.days).toEqual(['2026-11-30']);
  });

  test('the self-check follows within the day; inspection and cover take whole days; trim waits for both', () => {
    const stages = days(from('2026-11-30', { 'crew.cover': 3 }), 8, 8);
    // Boxes take four of the eight hours, the check one more.
    expect(stages['self-check']).toMatchObject({ days: ['2026-11-30'], startsAt: 4, endsAt: 5 });
    expect(stages['inspection']!.days).toEqual(['2026-12-01']);
    expect(stages['cover']!.days).toEqual(['2026-12-02', '2026-12-03', '2026-12-04']);
    expect(stages['trim']).toMatchObject({ days: ['2026-12-07'], after: 'cover' });
    expect(stages['test']).toMatchObject({ days: ['2026-12-07'], startsAt: 4 });
  });

  test('a stage begins no earlier than a person says, and what follows it moves along; not before what it waits for', () => {
    const plan = from('2026-11-30');
    const later = edited(plan, 'setStage', {
      stage: 'self-check',
      changes: { from: '2026-12-03', people: 1 },
    });
    const moved = days(later, 8, 8);
    expect(moved['self-check']).toMatchObject({ days: ['2026-12-03'], people: 1, endsAt: 2 });
    expect(moved['inspection']!.days).toEqual(['2026-12-04']);
    const early = edited(plan, 'setStage', { stage: 'trim', changes: { from: '2026-12-01' } });
    expect(days(early, 8, 8)['trim']).toMatchObject({ isTooEarly: true });
    expect(days(early, 8, 8)['trim']!.days).toEqual(days(plan, 8, 8)['trim']!.days);
    expect(edited(early, 'freeStage', { stage: 'trim' }).schedule).toEqual({});
  });

  test('people by name work at their own pace, and not on their days off', () => {
    // 30 November 2026 is a Monday. Ana does a day’s work of eight hours, the apprentice four.
    let plan = edited(from('2026-11-30'), 'addPerson', { name: 'Ana' });
    plan = edited(plan, 'addPerson', { name: 'Ben', pace: 50 });
    expect(days(plan, 24)['boxes']).toMatchObject({
      days: ['2026-11-30', '2026-12-01'],
      endsAt: 8,
      people: 2,
      names: ['Ana', 'Ben'],
    });
    const off = edited(plan, 'setPerson', { person: 'y1', changes: { off: ['2026-12-01'] } });
    // Tuesday Ben alone does four of the twelve that are left, Wednesday both the other eight in five hours and a third.
    expect(days(off, 24)['boxes']).toMatchObject({
      days: ['2026-11-30', '2026-12-01', '2026-12-02'],
      endsAt: 5.33,
    });
    const alone = edited(off, 'setStage', { stage: 'boxes', changes: { who: ['y1'] } });
    // A day on which nobody who does it is there is passed over.
    expect(days(alone, 16)['boxes']).toMatchObject({
      days: ['2026-11-30', '2026-12-02'],
      names: ['Ana'],
    });
    const without = edited(alone, 'removePerson', { person: 'y1' });
    expect(without.schedule['g1']).not.toHaveProperty('who');
    expect(days(without, 16)['boxes']).toMatchObject({ names: ['Ben'] });
    expect(days(without, 16)['boxes']!.days).toHaveLength(4);
  });

  test('nobody works on days that are closed, and inspectors do not come either', () => {
    const closed = edited(from('2026-11-30'), 'describeJob', { closed: ['2026-12-01', '2026-12-02'] });
    const stages = days(closed, 20);
    expect(stages['boxes']!.days).toEqual(['2026-11-30', '2026-12-03']);
    expect(stages['inspection']!.days).toEqual(['2026-12-04']);
  });

  test('who is off for good does not keep the calendar for ever', () => {
    const off = Array.from({ length: 400 }, (_, i) => dayAfter('2026-11-30', i));
    const plan = edited(from('2026-11-30'), 'addPerson', { name: 'Ana', off });
    expect(days(plan, 8)['boxes']!.days[0]! > '2027-12-01').toBe(true);
  });

  test('two of one name cannot be told apart', () => {
    const plan = edited(from('2026-11-30'), 'addPerson', { name: 'Ana' });
    expect(makeEdit(plan, 'addPerson', { name: ' ana ' })).toMatchObject({
      ok: false,
      problems: [{ path: 'name', message: 'is ana, who is on the job already' }],
    });
    expect(edited(plan, 'setPerson', { person: 'y1', changes: { name: 'Ana B.' } }).crew['y1']!.name).toBe(
      'Ana B.',
    );
  });

  test('no work takes no days', () => {
    expect(scheduleOf(emptyPlan('Job'), worked(0), '2026-11-30')).toEqual([]);
  });

  test('the demo: every hour of its stages is in the calendar, in order, and none on a Sunday', () => {
    const plan = marlStreet();
    const result = compute(plan);
    const list = notEmpty(scheduleOf(plan, result, '2026-11-30'));
    const sum = result.hours.stages.reduce((s, h) => s + h.hours, 0) + 2 + 3;
    expect(list.reduce((s, l) => s + l.hours, 0)).toBeCloseTo(sum, 1);
    const all = list.flatMap((l) => l.days);
    expect(all).toEqual([...all].sort());
    expect(list.map((l) => l.stage)).toContain('lighting pull');
  });
});
