import ICAL from 'ical.js';
import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { notEmpty } from '../../testing/index.ts';
import { compute } from '../compute/index.ts';
import { scheduleOf } from '../outputs/schedule/index.ts';
import { scheduleIcs } from './icalendar.ts';

const plan = marlStreet();
const stages = scheduleOf(plan, compute(plan), '2026-11-30');
const text = scheduleIcs('j1', plan.job.name, plan.job.address, stages);

test('an iCalendar parser reads every stage with its days, whole', () => {
  const calendar = new ICAL.Component(ICAL.parse(text) as [string, unknown[], unknown[]]);
  const events = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
  expect(events).toHaveLength(notEmpty(stages).length);
  stages.forEach((s, i) => {
    const event = events[i]!;
    expect(event.summary).toBe(`${plan.job.name}: ${s.stage}`);
    expect(event.location).toBe(plan.job.address);
    expect(event.startDate.isDate).toBe(true);
    expect(event.startDate.toString()).toBe(s.days[0]);
    // The day it ends on is the first that is not part of it: RFC 5545, 3.6.1.
    expect(event.endDate.toString() > s.days.at(-1)!).toBe(true);
    expect(event.description).toContain(s.people > 0 ? `for ${s.people}` : 'Others');
  });
  expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
});

test('the same stages give the same text, whenever it is made', () => {
  expect(scheduleIcs('j1', plan.job.name, plan.job.address, stages)).toBe(text);
  expect(text).not.toMatch(/DTSTAMP:(?!20000101T000000Z)/);
});
