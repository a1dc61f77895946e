import { describe, expect, test } from 'vitest';
import { storyPoles, type StoryPole } from '../storyPole.ts';
import { marlStreet } from '../../../demo/marlStreet.ts';
import { computed } from '../../../testing/index.ts';
import { page, poleLines, poleStrips, storyPoleSvg } from './storyPole.ts';

const pole: StoryPole = {
  floorFinish: 0.75,
  levels: ['L1'],
  marks: [
    { bottomFromSubfloor: 15.125, boxes: ['b1'], kinds: ['receptacle'], walls: ['w1'] },
    { bottomFromSubfloor: 45.5, boxes: ['b2'], kinds: ['switch-3way'], walls: ['w1'] },
  ],
};

describe('a story pole in strips at true scale', () => {
  test('an inch on the stick is an inch on the page: marks stand as far apart as they are, on every strip that holds them', () => {
    const strips = poleStrips(45.5);
    expect(strips).toHaveLength(6);
    for (const line of poleLines(pole, strips).filter((l) => l.mark !== null)) {
      const own = strips.find((s) => s.page === line.page && s.x === line.x1)!;
      const height = own.from + own.y - line.y;
      expect([15.125, 45.5]).toContainEqual(expect.closeTo(height, 9) as number);
    }
  });

  test('every strip lies on its page, and each takes up where the one before ends', () => {
    const strips = poleStrips(80);
    strips.slice(1).forEach((s, i) => {
      expect(s.from).toBe(strips[i]!.from + 8.5);
      expect(strips[i]!.to).toBeGreaterThan(s.from);
    });
    for (const s of strips) {
      expect(s.y - (s.to - s.from)).toBeGreaterThanOrEqual(page.margin + 0.3);
      expect(s.x + 2.3).toBeLessThanOrEqual(page.width - page.margin + 0.01);
    }
  });

  test('pages are sized in inches and name every mark of the demo', () => {
    const plan = marlStreet();
    const [first] = storyPoles(plan, computed(plan).marks);
    const pages = storyPoleSvg(first!, plan.job.name);
    expect(pages[0]).toContain('width="8.5in" height="11in" viewBox="0 0 8.5 11"');
    const bold = pages.join('').match(/font-size="0.13"/g)!.length;
    expect(bold).toBeGreaterThanOrEqual(first!.marks.length);
  });
});
