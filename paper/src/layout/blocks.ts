import type { Figure } from '@fieldchalk/core/figures';

export interface Column {
  readonly title: string;
  /** Its share of the table's width. */
  readonly share: number;
  readonly align?: 'left' | 'right';
  readonly bold?: boolean;
}

/** A figure with a title over it and words beside it: so many points a unit. */
export interface GridItem {
  readonly title: string;
  readonly figure: Figure;
  readonly scale: number;
  readonly words: readonly string[];
}

/** What a sheet is made of, from its top to its end; pages break where they are full. */
export type Block =
  | { readonly kind: 'heading'; readonly text: string; readonly level: 2 | 3 }
  /** `isBarred`: with a bar beside it, as cautions have. */
  | {
      readonly kind: 'text';
      readonly text: string;
      readonly size?: number;
      readonly bold?: boolean;
      readonly isBarred?: boolean;
    }
  | {
      readonly kind: 'table';
      readonly columns: readonly Column[];
      readonly rows: readonly (readonly string[])[];
    }
  /** As large as the page lets it be, or so many points a unit. */
  | { readonly kind: 'figure'; readonly figure: Figure; readonly scale?: number }
  /** Figures with their words beside them, each kept together, in so many columns. */
  | { readonly kind: 'grid'; readonly columns: number; readonly items: readonly GridItem[] }
  | { readonly kind: 'gap'; readonly height: number };

export const heading = (text: string, level: 2 | 3 = 2): Block => ({ kind: 'heading', text, level });
export const text = (words: string, size?: number): Block => ({
  kind: 'text',
  text: words,
  ...(size === undefined ? {} : { size }),
});
export const caution = (words: string): Block => ({ kind: 'text', text: words, isBarred: true });
export const table = (columns: readonly Column[], rows: readonly (readonly string[])[]): Block => ({
  kind: 'table',
  columns,
  rows,
});
/** A column with its share of the width. */
export const column = (title: string, share: number, more: Partial<Column> = {}): Column => ({
  title,
  share,
  ...more,
});
