import type { Figure, Ink } from '@fieldchalk/core/figures';

/** Lengths of paper are in points, 72 to an inch, y down. */
export const pointsAnInch = 72;

export const papers = {
  letter: { width: 612, height: 792, says: 'Letter' },
  a4: { width: 595.28, height: 841.89, says: 'A4' },
} as const;
export type PaperName = keyof typeof papers;
export type Turned = 'portrait' | 'landscape';

export interface PaperSize {
  readonly width: number;
  readonly height: number;
}

export function paperSize(paper: PaperName, turned: Turned): PaperSize {
  const { width, height } = papers[paper];
  return turned === 'portrait' ? { width, height } : { width: height, height: width };
}

/** A figure where it stands on its page: points a unit of it. */
export interface PlacedFigure {
  readonly figure: Figure;
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

/** What is on a page, as who reads it aloud is told: headings, paragraphs, figures, tables cell by cell; the rest is left out. */
export type Part =
  | { readonly tag: 'H1' | 'H2' | 'H3' | 'P' | 'Artifact'; readonly ink: readonly Ink[] }
  | ({ readonly tag: 'Figure' } & PlacedFigure)
  | {
      readonly tag: 'Table';
      /** Rules between its rows, which nobody is told of. */
      readonly rules: readonly Ink[];
      readonly rows: readonly {
        readonly isHead: boolean;
        readonly cells: readonly (readonly Ink[])[];
      }[];
    };

export interface Page extends PaperSize {
  /** The sheet it belongs to. */
  readonly sheet: string;
  readonly title: string;
  readonly parts: readonly Part[];
}
