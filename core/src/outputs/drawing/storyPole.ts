import type { StoryPole } from '../storyPole.ts';
import { formatLength } from '../../units/index.ts';

/**
 * A story pole as printed sheets: the stick cut into strips that lie side by side on a page at true scale, to be cut out and taped end to
 * end. Lengths in inches; a page is US Letter.
 */
export const page = { width: 8.5, height: 11, margin: 0.5 } as const;
export const strip = { width: 2.3, length: 8.5, overlap: 0.5, perPage: 3 } as const;
/** A bar to measure before the sheet is believed, in inches. */
export const checkBar = 6;

export interface PoleStrip {
  readonly page: number;
  /** Place of its lower left corner on the page, from the page's upper left. */
  readonly x: number;
  readonly y: number;
  readonly from: number;
  readonly to: number;
}

export interface PoleLine {
  /** Where on its strip's page. */
  readonly page: number;
  readonly x1: number;
  readonly x2: number;
  readonly y: number;
  readonly mark: string | null;
  /** The figure of a whole inch; null elsewhere. */
  readonly inch: number | null;
}

/** The strips a stick up to `top` inches takes, lowest first: each begins where the one before ends, less what is taped over. */
export function poleStrips(top: number): PoleStrip[] {
  const count = Math.max(1, Math.ceil(top / strip.length));
  return Array.from({ length: count }, (_, i) => ({
    page: Math.floor(i / strip.perPage),
    x: page.margin + (i % strip.perPage) * (strip.width + 0.3),
    y: page.height - page.margin - 0.6,
    from: i * strip.length,
    to: Math.min((i + 1) * strip.length + strip.overlap, Math.max(top + 1, 1)),
  }));
}

/** Quarter-inch ticks, whole inches longer, and the marks across the whole strip with what is nailed there. */
export function poleLines(pole: StoryPole, strips: readonly PoleStrip[]): PoleLine[] {
  return strips.flatMap((s) => {
    const at = (height: number) => s.y - (height - s.from);
    const ticks = Array.from({ length: Math.floor((s.to - s.from) * 4) + 1 }, (_, i): PoleLine => {
      const height = s.from + i / 4;
      const long = Number.isInteger(height) ? 0.35 : 0.15;
      return {
        page: s.page,
        x1: s.x,
        x2: s.x + long,
        y: at(height),
        mark: null,
        inch: Number.isInteger(height) ? height : null,
      };
    });
    const marks = pole.marks
      .filter((m) => m.bottomFromSubfloor >= s.from && m.bottomFromSubfloor <= s.to)
      .map((m): PoleLine => ({
        page: s.page,
        x1: s.x,
        x2: s.x + strip.width,
        y: at(m.bottomFromSubfloor),
        inch: null,
        mark: `${formatLength(m.bottomFromSubfloor)} ${whatFor(m.kinds)}`,
      }));
    return [...ticks, ...marks];
  });
}

const longestWord = 18;

/** What a mark is for, in as many words as fit across a strip: the plainest thing there, and how many kinds more. */
function whatFor(kinds: readonly string[]): string {
  const plain = kinds.find((k) => k === 'receptacle' || k === 'switch') ?? kinds[0] ?? '';
  const word = plain.replaceAll('-', ' ').slice(0, longestWord);
  return kinds.length > 1 ? `${word} +${kinds.length - 1}` : word;
}

const escape = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

/** One SVG document a page, sized in inches, so that a browser or printer at 100 % gives the stick itself. */
export function storyPoleSvg(pole: StoryPole, title: string): string[] {
  const strips = poleStrips(pole.marks.at(-1)?.bottomFromSubfloor ?? 0);
  const lines = poleLines(pole, strips);
  const pages = Math.max(...strips.map((s) => s.page)) + 1;
  return Array.from({ length: pages }, (_, number) => {
    const outlines = strips
      .filter((s) => s.page === number)
      .map((s) => {
        const tall = s.to - s.from;
        const label = `${formatLength(s.from)} to ${formatLength(s.to)}`;
        return `<rect x="${s.x}" y="${s.y - tall}" width="${strip.width}" height="${tall}" fill="none" stroke="#000" stroke-width="0.01"/><text x="${s.x + 0.05}" y="${s.y + 0.18}" font-size="0.14">${label}</text>`;
      });
    const drawn = lines
      .filter((l) => l.page === number)
      .map((l) => {
        const weight = l.mark === null ? 0.006 : 0.025;
        const rule = `<line x1="${l.x1}" x2="${l.x2}" y1="${l.y}" y2="${l.y}" stroke="#000" stroke-width="${weight}"/>`;
        if (l.inch !== null)
          return `${rule}<text x="${l.x2 + 0.04}" y="${l.y + 0.04}" font-size="0.11" fill="#555">${l.inch}</text>`;
        return l.mark === null
          ? rule
          : `${rule}<text x="${l.x1 + 0.6}" y="${l.y - 0.05}" font-size="0.13" font-weight="bold">${escape(l.mark)}</text>`;
      });
    const bar = `<line x1="${page.margin}" x2="${page.margin + checkBar}" y1="${page.height - 0.35}" y2="${page.height - 0.35}" stroke="#000" stroke-width="0.03"/><text x="${page.margin + checkBar + 0.1}" y="${page.height - 0.3}" font-size="0.14">${checkBar} in. Measure it first; print at 100 %.</text>`;
    const head = `<text x="${page.margin}" y="${page.margin}" font-size="0.2" font-weight="bold">${escape(title)}</text><text x="${page.margin}" y="${page.margin + 0.22}" font-size="0.14">Bottom of box from the subfloor, under ${formatLength(pole.floorFinish)} of floor. Page ${number + 1} of ${pages}; lowest strip at the left.</text>`;
    return `<svg xmlns="http://www.w3.org/2000/svg" width="${page.width}in" height="${page.height}in" viewBox="0 0 ${page.width} ${page.height}" font-family="sans-serif">${head}${outlines.join('')}${drawn.join('')}${bar}</svg>`;
  });
}
