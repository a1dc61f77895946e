import type { Ink, TextInk } from '@fieldchalk/core/figures';
import type { Block, Column, GridItem } from './blocks.ts';
import type { Page, PaperSize, Part } from './page.ts';
import { wrapped, type Cut } from './type.ts';

/** What is around the blocks of every page, in points. */
export const margins = { side: 36, top: 58, bottom: 40 } as const;
const lead = 1.25;
const sizes = { title: 15, 2: 12, 3: 10, body: 8.5, table: 8, head: 7.5 } as const;

const textAt = (words: string, x: number, y: number, size: number, more: Partial<TextInk> = {}): TextInk => ({
  kind: 'text',
  text: words,
  x,
  y,
  size,
  ...more,
});

/** Lines of text under each other from a top edge: their ink, and how high they are. */
function lines(
  words: readonly string[],
  at: { readonly x: number; readonly y: number },
  size: number,
  more: Partial<TextInk> = {},
): Ink[] {
  return words.map((line, i) => textAt(line, at.x, at.y + size * (0.95 + i * lead), size, more));
}

/** Lays blocks out on pages of one size, one under the other. */
export class Flow {
  readonly pages: Page[] = [];
  private parts: Part[] = [];
  private y = margins.top;
  private readonly width: number;

  constructor(
    private readonly size: PaperSize,
    private readonly sheet: string,
    private readonly title: string,
  ) {
    this.width = size.width - 2 * margins.side;
    this.parts.push(this.titlePart());
  }

  private titlePart(): Part {
    return {
      tag: 'H1',
      ink: [
        textAt(this.title, margins.side, margins.top - 14, sizes.title, { bold: true, width: this.width }),
      ],
    };
  }

  private get room(): number {
    return this.size.height - margins.bottom - this.y;
  }

  /** How high the room under a page's title is. */
  get pageRoom(): number {
    return this.size.height - margins.bottom - margins.top;
  }

  /** Goes on to the next page; one on which nothing stands yet is kept. */
  break(): void {
    if (this.parts.length <= 1) return;
    this.pages.push({ ...this.size, sheet: this.sheet, title: this.title, parts: this.parts });
    this.parts = [this.titlePart()];
    this.y = margins.top;
  }

  private need(height: number): void {
    if (height > this.room) this.break();
  }

  /** The pages, the last one ended. */
  end(): Page[] {
    this.pages.push({ ...this.size, sheet: this.sheet, title: this.title, parts: this.parts });
    return this.pages;
  }

  add(blocks: readonly Block[]): this {
    blocks.forEach((block, i) => this.addOne(block, blocks[i + 1]));
    return this;
  }

  private addOne(block: Block, next: Block | undefined): void {
    switch (block.kind) {
      case 'heading': {
        const size = sizes[block.level];
        this.need(size * 2.2 + this.leastOf(next));
        this.y += size * 0.6;
        this.parts.push({
          tag: block.level === 2 ? 'H2' : 'H3',
          ink: lines([block.text], { x: margins.side, y: this.y }, size, { bold: true, width: this.width }),
        });
        this.y += size * 1.45;
        return;
      }
      case 'text':
        return this.addText(block);
      case 'table':
        return this.addTable(block.columns, block.rows);
      case 'figure': {
        const { figure } = block;
        const most = this.width / figure.width;
        const scale = Math.min(block.scale ?? most, most, (this.pageRoom - 14) / figure.height);
        this.need(figure.height * scale + 4);
        this.parts.push({ tag: 'Figure', figure, x: margins.side, y: this.y, scale });
        this.y += figure.height * scale + 4;
        return;
      }
      case 'grid':
        return this.addGrid(block.columns, block.items);
      case 'gap':
        this.y += Math.min(block.height, Math.max(0, this.room));
    }
  }

  /** How much of the next block a heading is kept together with. */
  private leastOf(next: Block | undefined): number {
    if (!next) return 0;
    if (next.kind === 'figure') {
      const scale = Math.min(next.scale ?? Infinity, this.width / next.figure.width);
      return Math.min(next.figure.height * scale, this.pageRoom * 0.8);
    }
    return next.kind === 'table' ? 44 : 26;
  }

  private addText(block: Extract<Block, { kind: 'text' }>): void {
    const size = block.size ?? sizes.body;
    const inset = block.isBarred ? 8 : 0;
    const cut: Cut = block.bold ? 'bold' : 'regular';
    const words = wrapped(block.text, this.width - inset, size, cut);
    const height = words.length * size * lead;
    this.need(Math.min(height, this.pageRoom));
    const bar: Ink[] = block.isBarred
      ? [
          {
            kind: 'path',
            d: `M${margins.side + 1.5} ${this.y}V${this.y + height}`,
            pen: { width: 3 },
          },
        ]
      : [];
    if (bar.length > 0) this.parts.push({ tag: 'Artifact', ink: bar });
    const ink = lines(words, { x: margins.side + inset, y: this.y }, size, { bold: block.bold === true });
    this.parts.push({ tag: 'P', ink });
    this.y += height + size * 0.5;
  }

  private addGrid(columns: number, items: readonly GridItem[]): void {
    const gap = 16;
    const width = (this.width - gap * (columns - 1)) / columns;
    for (let i = 0; i < items.length; i += columns) {
      const row = items.slice(i, i + columns).map((item) => {
        const scale = Math.min(item.scale, (width * 0.62) / item.figure.width);
        const aside = item.figure.width * scale + 10;
        const words = item.words.map((w) => wrapped(w, width - aside, sizes.table));
        const count = words.reduce((sum, w) => sum + w.length + 0.25, 0);
        const high = Math.max(item.figure.height * scale, count * sizes.table * lead) + 30;
        return { item, scale, aside, words, high };
      });
      const high = Math.max(...row.map((r) => r.high));
      this.need(Math.min(high, this.pageRoom));
      row.forEach((one, k) => this.addItem(one, margins.side + k * (width + gap), width));
      this.y += high;
    }
  }

  private addItem(
    one: { item: GridItem; scale: number; aside: number; words: readonly string[][] },
    x: number,
    width: number,
  ): void {
    const { item, scale, aside, words } = one;
    this.parts.push({
      tag: 'H2',
      ink: lines([item.title], { x, y: this.y + 2 }, 10, { bold: true, width }),
    });
    const top = this.y + 18;
    this.parts.push({ tag: 'Figure', figure: item.figure, x, y: top, scale });
    let y = top;
    for (const w of words) {
      this.parts.push({ tag: 'P', ink: lines(w, { x: x + aside, y }, sizes.table) });
      y += (w.length + 0.25) * sizes.table * lead;
    }
  }

  private addTable(columns: readonly Column[], rows: readonly (readonly string[])[]): void {
    const shares = columns.reduce((sum, c) => sum + c.share, 0);
    let x = margins.side;
    const places = columns.map((c) => {
      const width = (this.width * c.share) / shares;
      const place = { ...c, x, width: width - 9 };
      x += width;
      return place;
    });
    const rowOf = (cells: readonly string[], isHead: boolean) => {
      const size = isHead ? sizes.head : sizes.table;
      const set = places.map((p, i) => {
        const cut: Cut = isHead || p.bold ? 'bold' : 'regular';
        return wrapped(cells[i] ?? '', p.width, size, cut);
      });
      return { set, size, isHead, height: Math.max(...set.map((w) => w.length)) * size * lead + 4 };
    };
    const head = rowOf(
      columns.map((c) => c.title),
      true,
    );
    const body = rows.map((cells) => rowOf(cells, false));
    type Row = (typeof body)[number];
    let table: { rules: Ink[]; rows: { isHead: boolean; cells: Ink[][] }[] } | null = null;
    const draw = ({ set, size, isHead, height }: Row) => {
      const y = this.y + 2;
      const cells = set.map((words, i) => {
        const place = places[i];
        if (!place) return [];
        const isRight = place.align === 'right';
        return lines(words, { x: place.x + (isRight ? place.width : 0), y }, size, {
          bold: isHead || place.bold === true,
          align: isRight ? 'right' : 'left',
        });
      });
      table?.rows.push({ isHead, cells });
      this.y += height;
      table?.rules.push({
        kind: 'path',
        d: `M${margins.side} ${this.y}H${this.size.width - margins.side}`,
        pen: { width: isHead ? 1 : 0.4, grey: isHead ? 0 : 0.5 },
      });
    };
    const begin = () => {
      table = { rules: [], rows: [] };
      this.parts.push({ tag: 'Table', ...table });
      if (columns.some((c) => c.title !== '')) draw(head);
    };
    this.need(head.height + (body[0]?.height ?? 0));
    begin();
    for (const row of body) {
      if (row.height > this.room && this.room < this.pageRoom - head.height - 2) {
        this.break();
        begin();
      }
      draw(row);
    }
    this.y += 6;
  }
}
