import { formatLength, type StoryPole, storyPoles } from '@fieldchalk/core';
import { checkBar, poleLines, polePage, poleStrip, poleStrips } from '@fieldchalk/core/drawing';
import { rectangle, segment, type Ink } from '@fieldchalk/core/figures';
import { type Page, papers, pointsAnInch } from '../layout/page.ts';
import type { MadeSheet, SheetJob } from './job.ts';

const pt = (inches: number) => inches * pointsAnInch;

function polePages({ paper }: SheetJob, pole: StoryPole, id: string, title: string): Page[] {
  const { width, height } = papers[paper];
  const strips = poleStrips(pole.marks.at(-1)?.bottomFromSubfloor ?? 0);
  const lines = poleLines(pole, strips);
  const pages = Math.max(...strips.map((s) => s.page)) + 1;
  return Array.from({ length: pages }, (_, number): Page => {
    const outlines = strips
      .filter((s) => s.page === number)
      .flatMap((s): Ink[] => {
        const tall = s.to - s.from;
        return [
          {
            kind: 'path',
            d: rectangle({ x: pt(s.x), y: pt(s.y - tall), width: pt(poleStrip.width), height: pt(tall) }),
            pen: { width: 0.7 },
          },
          {
            kind: 'text',
            text: `${formatLength(s.from)} to ${formatLength(s.to)}`,
            x: pt(s.x + 0.05),
            y: pt(s.y + 0.18),
            size: 9,
          },
        ];
      });
    const drawn = lines
      .filter((l) => l.page === number)
      .flatMap((l): Ink[] => {
        const rule: Ink = {
          kind: 'path',
          d: segment({ x: pt(l.x1), y: pt(l.y) }, { x: pt(l.x2), y: pt(l.y) }),
          pen: { width: l.mark === null ? 0.4 : 1.6 },
        };
        if (l.inch !== null)
          return [
            rule,
            { kind: 'text', text: `${l.inch}`, x: pt(l.x2 + 0.04), y: pt(l.y + 0.04), size: 7.5, grey: 0.25 },
          ];
        if (l.mark === null) return [rule];
        const room = pt(poleStrip.width - 0.65);
        return [
          rule,
          {
            kind: 'text',
            text: l.mark,
            x: pt(l.x1 + 0.6),
            y: pt(l.y - 0.05),
            size: 8.5,
            bold: true,
            width: room,
            isOnPaper: true,
          },
        ];
      });
    const barY = height - pt(0.5);
    return {
      width,
      height,
      sheet: id,
      title,
      parts: [
        {
          tag: 'H1',
          ink: [{ kind: 'text', text: title, x: pt(polePage.margin), y: 44, size: 13, bold: true }],
        },
        {
          tag: 'P',
          ink: [
            {
              kind: 'text',
              text: `Bottom of box from the subfloor, under ${formatLength(pole.floorFinish)} of floor. Lowest strip at the left; cut out, tape end to end.`,
              x: pt(polePage.margin),
              y: 57,
              size: 8.5,
            },
          ],
        },
        {
          tag: 'Figure',
          x: 0,
          y: 0,
          scale: 1,
          figure: {
            width,
            height,
            says: `Story pole, ${strips.length} strips at true scale`,
            ink: [
              ...outlines,
              ...drawn,
              {
                kind: 'path',
                d: segment(
                  { x: pt(polePage.margin), y: barY },
                  { x: pt(polePage.margin + checkBar), y: barY },
                ),
                pen: { width: 2 },
              },
              {
                kind: 'text',
                text: `${checkBar} in. Measure it first; print at 100 %.`,
                x: pt(polePage.margin),
                y: barY - 5,
                size: 8.5,
              },
            ],
          },
        },
      ],
    };
  });
}

/** Story poles as strips at true scale, always upright, with a bar to check the printer by. */
export function poleSheets(job: SheetJob): MadeSheet[] {
  const { plan, result } = job;
  return storyPoles(plan, result.marks).map((pole, i) => {
    const levels = pole.levels.map((l) => plan.levels[l]?.name || l).join(', ');
    const id = `pole ${i + 1}`;
    const title = `Story pole, ${levels}`;
    return { id, title, pages: polePages(job, pole, id, title) };
  });
}
