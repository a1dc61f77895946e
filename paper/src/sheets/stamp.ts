import type { Page } from '../layout/page.ts';
import type { SheetJob } from './job.ts';

/** The job, the set and the page on every page; label sheets stay free of it, they are bought with their labels on them. */
export function stamped(pages: readonly Page[], { plan, revision, day }: SheetJob): Page[] {
  return pages.map((page, i) => {
    if (page.sheet === 'labels') return page;
    const right = page.width - 36;
    return {
      ...page,
      parts: [
        ...page.parts,
        {
          tag: 'Artifact',
          ink: [
            {
              kind: 'text',
              text: plan.job.name,
              x: 36,
              y: 24,
              size: 8.5,
              bold: true,
              width: page.width / 2 - 40,
            },
            {
              kind: 'text',
              text: [revision, day].filter(Boolean).join(' · '),
              x: right,
              y: 24,
              size: 8.5,
              align: 'right',
            },
            { kind: 'path', d: `M36 28H${right}`, pen: { width: 0.6 } },
            {
              kind: 'text',
              text: 'Local code and licensed practice decide.',
              x: 36,
              y: page.height - 18,
              size: 7,
              grey: 0.25,
            },
            {
              kind: 'text',
              text: `${page.title} · page ${i + 1} of ${pages.length}`,
              x: right,
              y: page.height - 18,
              size: 7,
              align: 'right',
              grey: 0.25,
            },
          ],
        },
      ],
    };
  });
}
