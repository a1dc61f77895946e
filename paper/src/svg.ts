import type { Fill, Ink } from '@fieldchalk/core/figures';
import type { Page } from './layout/page.ts';
import { widthOf } from './layout/type.ts';

const escaped = (words: string) =>
  words.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');
const grey = (share: number) => {
  const part = Math.round(share * 255);
  return `rgb(${part},${part},${part})`;
};
const filled = (fill: Fill | undefined) =>
  fill === undefined ? 'none' : typeof fill === 'number' ? grey(fill) : `url(#${fill})`;
const anchors = { left: 'start', middle: 'middle', right: 'end' } as const;

/** Ink as SVG. */
function inkSvg(ink: readonly Ink[]): string {
  return ink
    .map((one) => {
      if (one.kind === 'text') {
        const { x, y, size, bold, align = 'left', text, width } = one;
        const own = widthOf(text, size, bold ? 'bold' : 'regular');
        const set = width !== undefined && own > width ? Math.min(own, width) : own;
        const left = align === 'middle' ? x - set / 2 : align === 'right' ? x - set : x;
        const paper = one.isOnPaper
          ? `<rect x="${left - 0.8}" y="${y - size * 0.78}" width="${set + 1.6}" height="${size * 0.98}" fill="#fff"/>`
          : '';
        return `${paper}<text x="${x}" y="${y}" font-size="${size}"${bold ? ' font-weight="bold"' : ''} text-anchor="${anchors[align]}" fill="${grey(one.grey ?? 0)}" textLength="${Math.round(set * 100) / 100}" lengthAdjust="spacingAndGlyphs">${escaped(text)}</text>`;
      }
      const { d, at, pen, fill } = one;
      const units = at?.scale ?? 1;
      const placed = at ? ` transform="translate(${at.x} ${at.y}) scale(${at.scale})"` : '';
      const drawn = pen
        ? ` stroke="${grey(pen.grey ?? 0)}" stroke-width="${pen.width / units}" stroke-linejoin="round"${pen.dash?.length ? ` stroke-dasharray="${pen.dash.map((n) => n / units).join(' ')}"` : ''}`
        : '';
      return `<path d="${d}" fill="${filled(fill)}"${drawn}${placed}/>`;
    })
    .join('');
}

const patterns =
  '<defs><pattern id="hatch" width="3" height="3" patternUnits="userSpaceOnUse"><rect width="3" height="3" fill="#fff"/><path d="M-1 4L4 -1" stroke="#444" stroke-width="0.9"/></pattern>' +
  '<pattern id="stipple" width="7" height="7" patternUnits="userSpaceOnUse"><path d="M1 1h1v1h-1zM4 5h1v1h-1z" fill="#444"/></pattern></defs>';

/** Pages one under the other as one SVG document. */
export function svgOfAll(pages: readonly Page[]): string {
  let y = 0;
  const placed = pages.map((page) => {
    const at = y;
    y += page.height + 12;
    return svgOf(page).replace('<svg ', `<svg y="${at}" `);
  });
  const width = Math.max(1, ...pages.map((p) => p.width));
  const height = Math.max(1, y - 12);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}pt" height="${height}pt" viewBox="0 0 ${width} ${height}">${placed.join('')}</svg>\n`;
}

/** A page as one SVG document, as large as its paper. */
export function svgOf(page: Page): string {
  const parts = page.parts.map((part) => {
    switch (part.tag) {
      case 'Figure':
        return `<g role="img" aria-label="${escaped(part.figure.says)}" transform="translate(${part.x} ${part.y}) scale(${part.scale})">${inkSvg(part.figure.ink)}</g>`;
      case 'Table':
        return inkSvg([...part.rows.flatMap((r) => r.cells.flat()), ...part.rules]);
      default:
        return inkSvg(part.ink);
    }
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${page.width}pt" height="${page.height}pt" viewBox="0 0 ${page.width} ${page.height}" font-family="'DejaVu Sans Condensed', 'Archivo Variable', sans-serif"><title>${escaped(page.title)}</title>${patterns}<rect width="${page.width}" height="${page.height}" fill="#fff"/>${parts.join('')}</svg>`;
}
