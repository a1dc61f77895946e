import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { boxNumber, compute, Computer, formatLength, sheetKinds } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { pdfOf, sheetPages } from './index.ts';

/** The PDF as other programs see it: those of Debian’s poppler-utils. */
const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-pdf-'));
const file = join(folder, 'sheets.pdf');
const read = (program: string, ...args: string[]) => execFileSync(program, args, { encoding: 'utf8' });
const plan = study();
const set = {
  sheets: sheetKinds,
  paper: 'letter',
  turned: 'landscape',
  revision: 'Revision 3',
  day: '2026-11-28',
} as const;
const made = () => pdfOf(sheetPages(plan, new Computer(), set), { title: plan.job.name, day: set.day });
let pages: ReturnType<typeof sheetPages> = [];

beforeAll(async () => {
  pages = sheetPages(plan, new Computer(), set);
  writeFileSync(file, await made());
});
afterAll(() => rmSync(folder, { recursive: true }));

describe('the PDF', () => {
  test('has its title, its language, tags, the day it was issued, and so many pages', () => {
    const info = read('pdfinfo', file);
    expect(info).toMatch(new RegExp(`Title:\\s+${plan.job.name}`));
    expect(info).toMatch(/Tagged:\s+yes/);
    expect(info).toMatch(new RegExp(`Pages:\\s+${pages.length}\\n`));
    expect(info).toMatch(/CreationDate:\s+Sat Nov 28 00:00:00 2026 UTC/);
    const structure = read('pdfinfo', '-struct', file);
    for (const tag of ['Document', 'Sect', 'H1', 'H2', 'P', 'Figure', 'Table', 'TR', 'TH', 'TD'])
      expect(structure).toMatch(new RegExp(`^\\s*${tag}\\b`, 'm'));
  });

  test('embeds the type it uses, as text that can be found', () => {
    const fonts = read('pdffonts', file).trim().split('\n').slice(2);
    expect(fonts).toHaveLength(2);
    for (const font of fonts) expect(font).toMatch(/DejaVuSansCondensed.*\byes yes yes\b/);
  });

  test('has every mark of a wall in its text', () => {
    const at = pages.flatMap((p, i) => (p.sheet.startsWith('room ') ? [i + 1] : []));
    const text = read('pdftotext', '-f', `${notEmpty(at)[0]}`, '-l', `${at.at(-1)}`, file, '-');
    for (const [id, mark] of notEmpty(Object.entries(compute(plan).marks))) {
      expect(text).toMatch(new RegExp(`(^|\\s)${boxNumber(id)}(\\s|$)`, 'm'));
      expect(text).toContain(formatLength(mark.bottomFromSubfloor));
    }
  });

  test('draws a story pole at true scale: the bar to check it by is six inches of paper, inch marks an inch apart', () => {
    const at = pages.findIndex((p) => p.sheet.startsWith('pole ')) + 1;
    read('pdftocairo', '-svg', '-f', `${at}`, '-l', `${at}`, file, join(folder, 'pole.svg'));
    const svg = execFileSync('cat', [join(folder, 'pole.svg')], { encoding: 'utf8' });
    const level = /stroke-width:([\d.]+);[^>]*d="M ([\d.]+) ([\d.]+) L ([\d.]+) \3 "/g;
    const lines = [...svg.matchAll(level)].map(([, width, x1, y, x2]) => ({
      width: Number(width),
      x: Number(x1),
      length: Number(x2) - Number(x1),
      y: Number(y),
    }));
    const bar = notEmpty(lines).filter((l) => l.width === 2);
    expect(bar.map((l) => Math.round(l.length * 100) / 100)).toEqual([432]);
    // Of the first strip; those beside it begin half an inch on.
    const first = lines.filter((l) => l.x === 36 && Math.abs(l.length - 0.35 * 72) < 0.05);
    const inches = first.map((l) => l.y);
    const rows = [...new Set(inches)].sort((m, n) => m - n);
    const apart = rows.slice(1).map((y, i) => y - rows[i]!);
    expect(notEmpty(apart).filter((d) => Math.abs(d - 72) < 0.02).length).toBeGreaterThan(4);
  });

  test('is the same to the byte, made again', async () => {
    expect((await made()).equals(await made())).toBe(true);
  });

  test('has a bookmark for every sheet', () => {
    const titles = [...new Set(pages.map((p) => p.title))];
    const dests = read('pdftohtml', '-xml', '-i', '-stdout', file);
    const outline = dests.slice(dests.indexOf('<outline>'));
    expect(outline.match(/<item /g)).toHaveLength(titles.length);
  });
});
