import { expect, test } from 'vitest';
import type { StageOnDays } from '@fieldchalk/core';
import { calendarOf, dateWords, dayWords, spanOf } from './scheduleDays.ts';

const stage = (days: string[], startsAt: number, endsAt: number): StageOnDays => ({
  ...{ stage: 'boxes', hours: 8, people: 2, names: [], after: null, from: '', isTooEarly: false },
  ...{ days, startsAt, endsAt },
});
const stages = [stage(['2026-11-27', '2026-11-30'], 0, 4), stage(['2026-11-30'], 4, 6)];

test('the calendar has every day from the first to the last, weekends too, and goes on after them', () => {
  const calendar = calendarOf(stages);
  expect(calendar.days).toEqual(['2026-11-27', '2026-11-28', '2026-11-29', '2026-11-30']);
  expect(calendar.dayAt(5)).toBe('2026-12-02');
  expect(calendarOf([]).days).toEqual([]);
});

test('a stage begins where the one before it ends, within the day', () => {
  const calendar = calendarOf(stages);
  expect(spanOf(stages[0]!, calendar, 8)).toEqual({ start: 0, length: 3.5 });
  expect(spanOf(stages[1]!, calendar, 8)).toEqual({ start: 3.5, length: 0.25 });
});

test('days are told by their weekday', () => {
  expect(dayWords('2026-11-30')).toBe('Mon, Nov 30');
  expect(dateWords('2026-11-30')).toBe('Nov 30');
  expect(dayWords('')).toBe('');
});
