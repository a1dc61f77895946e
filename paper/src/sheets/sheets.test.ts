import { describe, expect, test } from 'vitest';
import {
  boxNumber,
  compute,
  Computer,
  formatLength,
  propose,
  roomOfBox,
  type SheetKind,
  sheetKinds,
  boundedRooms,
} from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { furnishedHouse } from '@fieldchalk/core/testing/houses';
import { faultsOf, wordsOn } from '../testing/faults.ts';
import { sheetPages, type SheetsAsked } from './index.ts';

const set = (more: Partial<SheetsAsked> = {}): SheetsAsked => ({
  sheets: sheetKinds,
  paper: 'letter',
  turned: 'landscape',
  revision: 'Revision 3',
  day: '2026-11-28',
  ...more,
});
const plan = marlStreet();
const result = compute(plan);
const computer = new Computer();
const textsOf = (pages: readonly Parameters<typeof wordsOn>[0][]) =>
  pages.flatMap((p) => wordsOn(p).map((w) => w.text));

test('words over words, and words off the paper, are found', () => {
  const words = (text: string, x: number) => ({ kind: 'text' as const, text, x, y: 50, size: 10 });
  const page = { width: 200, height: 100, sheet: 's', title: 'S' };
  const parts = (xs: number[]) => [{ tag: 'P' as const, ink: xs.map((x, i) => words(`word ${i}`, x)) }];
  expect(faultsOf({ ...page, parts: parts([10, 80]) })).toEqual([]);
  expect(faultsOf({ ...page, parts: parts([10, 30]) })).toHaveLength(1);
  expect(faultsOf({ ...page, parts: parts([10, 180]) })).toHaveLength(1);
});

describe('sheets', () => {
  test.each([
    { paper: 'letter', turned: 'landscape' },
    { paper: 'letter', turned: 'portrait' },
    { paper: 'a4', turned: 'landscape' },
    { paper: 'a4', turned: 'portrait' },
  ] as const)('no word of the demo is clipped or over another: $paper $turned', (on) => {
    const pages = sheetPages(plan, computer, set(on));
    expect(pages.length).toBeGreaterThan(60);
    expect(pages.flatMap(faultsOf)).toEqual([]);
    expect(textsOf(pages).filter((t) => /undefined|NaN|null|\bw\d+\b/.test(t))).toEqual([]);
  });

  test.each([1, 2, 3, 4, 5, 6, 7, 8])('nor of random house %i', (seed) => {
    const house = structuredClone(furnishedHouse(seed));
    propose(house, { only: seed % 4 === 0 ? ['boxes', 'circuits', 'runs'] : ['boxes'] });
    const pages = sheetPages(house, new Computer(), set({ turned: seed % 2 ? 'portrait' : 'landscape' }));
    expect(notEmpty(pages).flatMap(faultsOf)).toEqual([]);
  });

  test('every mark of a wall is on the sheet of its room: number, height to its bottom, and its stud', () => {
    const seen = boundedRooms(plan);
    const pages = sheetPages(plan, computer, set({ sheets: ['rooms'] }));
    for (const [id, mark] of notEmpty(Object.entries(result.marks))) {
      const room = roomOfBox(plan.boxes[id]!, seen);
      if (!room) continue;
      const own = pages.filter((p) => p.sheet === `room ${room}`);
      const drawn = own.flatMap((p) =>
        wordsOn(p)
          .filter((w) => w.isDrawn)
          .map((w) => w.text),
      );
      const listed = own.flatMap((p) =>
        wordsOn(p)
          .filter((w) => !w.isDrawn)
          .map((w) => w.text),
      );
      expect(drawn, `box ${id} drawn`).toContain(boxNumber(id));
      expect(listed, `box ${id} listed`).toContain(boxNumber(id));
      expect(drawn).toContain(formatLength(mark.bottomFromSubfloor));
      expect(listed).toContain(formatLength(mark.bottomFromSubfloor));
      if (mark.stud !== null) expect(listed.join(' ')).toContain(`stud ${mark.stud}`);
    }
  });

  test('every hole, cut, line of material, label and finding is on its list', () => {
    const of = (kind: SheetKind) => textsOf(sheetPages(plan, computer, set({ sheets: [kind] }))).join(' ');
    const cuts = of('cuts');
    for (const { cut } of notEmpty(result.cuts)) expect(cuts).toContain(formatLength(cut));
    const takeoff = of('takeoff');
    for (const { name } of notEmpty(result.takeoff.lines)) expect(takeoff).toContain(name.split(' ')[0]);
    const drilling = sheetPages(plan, computer, set({ sheets: ['drilling'] }));
    const rows = drilling.flatMap((p) => p.parts.flatMap((t) => (t.tag === 'Table' ? t.rows : [])));
    const lines = result.drilling.reduce((sum, d) => sum + d.lines.length, 0);
    expect(rows.filter((r) => !r.isHead)).toHaveLength(lines);
    const labels = textsOf(sheetPages(plan, computer, set({ sheets: ['labels'] }))).join(' ');
    for (const { text } of notEmpty(result.labels)) expect(labels).toContain(text.split(' · ')[0]);
  });

  test('a set has its sheets in its own order, the cover says on which pages they are', () => {
    const sheets = ['directory', 'cover', 'boxes'] as const;
    const pages = sheetPages(plan, computer, set({ sheets }));
    const order = [...new Set(pages.map((p) => p.sheet))];
    expect(order).toEqual(['directory n1', 'directory n2', 'cover', 'boxes L1', 'boxes L2']);
    const cover = pages.filter((p) => p.sheet === 'cover');
    const rows = cover.flatMap((p) =>
      p.parts.flatMap((t) =>
        t.tag === 'Table'
          ? t.rows.map((r) => r.cells.map((c) => c.map((i) => (i.kind === 'text' ? i.text : '')).join(' ')))
          : [],
      ),
    );
    for (const title of new Set(pages.filter((p) => p.sheet !== 'cover').map((p) => p.title))) {
      const at = pages.findIndex((p) => p.title === title) + 1;
      expect(rows.find((r) => r[1] === title)?.[0]).toBe(`${at}`);
    }
  });

  test('what changed has a cloud on the plan and on its wall, and the cover says what clouds are', () => {
    const changed = new Set([Object.keys(result.marks)[0]!]);
    const clouds = (pages: ReturnType<typeof sheetPages>) =>
      pages.flatMap((p) =>
        p.parts.flatMap((t) =>
          t.tag === 'Figure'
            ? t.figure.ink.filter((i) => i.kind === 'path' && (i.d.match(/a/g)?.length ?? 0) > 7)
            : [],
        ),
      ).length;
    const sheets = set({ sheets: ['cover', 'boxes', 'rooms'] });
    const [before, after] = [
      sheetPages(plan, computer, sheets),
      sheetPages(plan, computer, sheets, { changed }),
    ];
    expect(clouds(after) - clouds(before)).toBeGreaterThanOrEqual(2);
    expect(textsOf(after).join(' ')).toContain('Clouds are drawn around what changed');
    expect(textsOf(before).join(' ')).not.toContain('Clouds are drawn');
  });

  test('an empty job has sheets that say so little, and none that breaks', () => {
    const empty = structuredClone(plan);
    for (const list of [
      empty.rooms,
      empty.walls,
      empty.points,
      empty.boxes,
      empty.devices,
      empty.circuits,
      empty.runs,
      empty.panels,
      empty.openings,
      empty.fixtures,
      empty.obstacles,
      empty.controls,
      empty.members,
    ])
      for (const id of Object.keys(list)) delete (list as Record<string, unknown>)[id];
    const pages = sheetPages(empty, new Computer(), set());
    expect(notEmpty(pages).flatMap(faultsOf)).toEqual([]);
    expect(pages.map((p) => p.sheet)).toContain('cover');
  });
});
