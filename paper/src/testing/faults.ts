import type { Ink, TextInk } from '@fieldchalk/core/figures';
import type { Page } from '../layout/page.ts';
import { widthOf } from '../layout/type.ts';

/** Words of a page where they come out: points, y down. */
export interface SetWords {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Whether they stand in a drawing. */
  readonly isDrawn: boolean;
}

interface Origin {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly isDrawn: boolean;
}

/** The height of capitals and figures over the baseline, and what hangs below: shares of the type’s size. */
const [over, under] = [0.73, 0.1];

function setWords(t: TextInk, { x, y, scale, isDrawn }: Origin): SetWords {
  const own = widthOf(t.text, t.size, t.bold ? 'bold' : 'regular');
  const width = Math.min(own, t.width ?? own);
  const left = t.align === 'middle' ? t.x - width / 2 : t.align === 'right' ? t.x - width : t.x;
  return {
    text: t.text,
    x: x + left * scale,
    y: y + (t.y - t.size * over) * scale,
    width: width * scale,
    height: t.size * (over + under) * scale,
    isDrawn,
  };
}

/** All words of a page. */
export function wordsOn(page: Page): SetWords[] {
  const of = (ink: readonly Ink[], origin: Origin) =>
    ink.flatMap((one) => (one.kind === 'text' && one.text.trim() !== '' ? [setWords(one, origin)] : []));
  const plain = { x: 0, y: 0, scale: 1, isDrawn: false };
  return page.parts.flatMap((part) => {
    if (part.tag === 'Figure') return of(part.figure.ink, { ...part, isDrawn: true });
    if (part.tag === 'Table') return part.rows.flatMap((r) => r.cells.flatMap((cell) => of(cell, plain)));
    return of(part.ink, plain);
  });
}

const meet = (a: SetWords, b: SetWords) =>
  a.x < b.x + b.width - 0.3 &&
  b.x < a.x + a.width - 0.3 &&
  a.y < b.y + b.height - 0.3 &&
  b.y < a.y + a.height - 0.3;

/** What is wrong with a page: words off the paper, and words over words, each with each. */
export function faultsOf(page: Page): string[] {
  const words = wordsOn(page);
  const off = words.filter(
    (w) => w.x < 4 || w.y < 4 || w.x + w.width > page.width - 4 || w.y + w.height > page.height - 4,
  );
  return [
    ...off.map((w) => `“${w.text}” is off the page ${page.title}`),
    ...words.flatMap((a, i) =>
      words
        .slice(i + 1)
        .flatMap((b) => (meet(a, b) ? [`“${a.text}” is over “${b.text}” on ${page.title}`] : [])),
    ),
  ];
}
