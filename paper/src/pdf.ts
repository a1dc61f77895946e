import PDFDocument from 'pdfkit';
import type { Fill, Ink, TextInk } from '@fieldchalk/core/figures';
import type { Page, Part } from './layout/page.ts';
import { cuts, fontBytes, widthOf, type Cut } from './layout/type.ts';

export interface PaperInfo {
  readonly title: string;
  /** The day the set was issued, as 2026-11-28; the file says it was made then, so that the same set has the same bytes. */
  readonly day: string;
  /** Told after each page. */
  readonly onPage?: (done: number, of: number) => void;
}

const grey = (share: number) => {
  const part = Math.round(share * 255)
    .toString(16)
    .padStart(2, '0');
  return `#${part}${part}${part}`;
};

type Doc = InstanceType<typeof PDFDocument>;
/** A tiling pattern of the document: lines of hatching, or dots. */
interface Patterns {
  readonly hatch: unknown;
  readonly stipple: unknown;
}

function patternsOf(doc: Doc): Patterns {
  const pattern = (doc as unknown as { pattern: (...args: unknown[]) => unknown }).pattern.bind(doc);
  return {
    hatch: pattern([0, 0, 3, 3], 3, 3, '0.9 w -1 -1 m 4 4 l S -1 2 m 1 4 l S 2 -1 m 4 1 l S'),
    stipple: pattern([0, 0, 7, 7], 7, 7, '1 1 1 1 re f 4 5 1 1 re f'),
  };
}

function fillWith(doc: Doc, fill: Fill, patterns: Patterns): void {
  if (typeof fill === 'number') doc.fillColor(grey(fill));
  else (doc as unknown as { fillColor: (c: unknown) => void }).fillColor([patterns[fill], '#444444']);
}

function drawText(doc: Doc, t: TextInk): void {
  const cut: Cut = t.bold ? 'bold' : 'regular';
  const own = widthOf(t.text, t.size, cut);
  const share = t.width !== undefined && own > t.width ? t.width / own : 1;
  const width = own * share;
  const x = t.align === 'middle' ? t.x - width / 2 : t.align === 'right' ? t.x - width : t.x;
  if (t.isOnPaper) doc.rect(x - 0.8, t.y - t.size * 0.78, width + 1.6, t.size * 0.98).fill('#ffffff');
  doc
    .font(cut)
    .fontSize(t.size)
    .fillColor(grey(t.grey ?? 0));
  // `baseline` as a word puts y where the letters stand.
  doc.text(t.text, x, t.y, {
    lineBreak: false,
    baseline: 'alphabetic',
    ...(share === 1 ? {} : { horizontalScaling: share * 100 }),
  } as PDFKit.Mixins.TextOptions);
}

function drawInk(doc: Doc, ink: readonly Ink[], patterns: Patterns): void {
  for (const one of ink) {
    if (one.kind === 'text') {
      drawText(doc, one);
      continue;
    }
    const { d, at, pen, fill } = one;
    doc.save();
    if (at) doc.translate(at.x, at.y).scale(at.scale);
    const units = at?.scale ?? 1;
    doc.path(d);
    if (pen) {
      doc
        .lineWidth(pen.width / units)
        .strokeColor(grey(pen.grey ?? 0))
        .lineJoin('round');
      const [dash, space = dash] = pen.dash ?? [];
      if (dash !== undefined && space !== undefined) doc.dash(dash / units, { space: space / units });
    }
    if (fill !== undefined) {
      fillWith(doc, fill, patterns);
      if (pen) doc.fillAndStroke();
      else doc.fill();
    } else doc.stroke();
    doc.restore();
  }
}

type Struct = PDFKit.PDFStructureElement;
type Options = { alt?: string; title?: string };

/** Draws within marked content, so that what it is is told beside how it looks. */
function marked(doc: Doc, tag: string, options: Options, draw: () => void): Struct {
  const content = doc.markStructureContent(tag);
  draw();
  doc.endMarkedContent();
  return doc.struct(tag as never, options as never, content as never);
}

function unmarked(doc: Doc, draw: () => void): void {
  doc.markContent('Artifact');
  draw();
  doc.endMarkedContent();
}

function drawPart(doc: Doc, section: Struct, part: Part, patterns: Patterns): void {
  switch (part.tag) {
    case 'Artifact':
      return unmarked(doc, () => drawInk(doc, part.ink, patterns));
    case 'Figure': {
      const { figure, x, y, scale } = part;
      section.add(
        marked(doc, 'Figure', { alt: figure.says }, () => {
          doc.save();
          doc.translate(x, y).scale(scale);
          drawInk(doc, figure.ink, patterns);
          doc.restore();
        }),
      );
      return;
    }
    case 'Table': {
      const table = doc.struct('Table');
      section.add(table);
      for (const { isHead, cells } of part.rows) {
        const row = doc.struct('TR');
        table.add(row);
        for (const ink of cells)
          row.add(marked(doc, isHead ? 'TH' : 'TD', {}, () => drawInk(doc, ink, patterns)));
        row.end();
      }
      table.end();
      unmarked(doc, () => drawInk(doc, part.rules, patterns));
      return;
    }
    default:
      section.add(marked(doc, part.tag, {}, () => drawInk(doc, part.ink, patterns)));
  }
}

/**
 * Pages as a PDF: vector drawing, text as text in embedded fonts, a bookmark a sheet, tagged, with its language and title. The same pages of the same day
 * give the same bytes.
 */
export async function pdfOf(pages: readonly Page[], info: PaperInfo): Promise<Buffer> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    bufferPages: false,
    pdfVersion: '1.7',
    tagged: true,
    lang: 'en-US',
    displayTitle: true,
    margin: 0,
    info: {
      Title: info.title,
      Producer: 'Field Chalk',
      Creator: 'Field Chalk',
      CreationDate: new Date(`${info.day || '2000-01-01'}T00:00:00Z`),
    },
  } as PDFKit.PDFDocumentOptions);
  // Where a line ends is known without asking, and asking takes as long as drawing it.
  doc.widthOfString = (words) => widthOf(words, 1);
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done, failed) => doc.on('end', done).on('error', failed));
  for (const cut of cuts) doc.registerFont(cut, fontBytes(cut));
  const patterns = patternsOf(doc);
  const root = doc.struct('Document');
  doc.addStructure(root);
  let section: Struct | null = null;
  let sheet = '';
  pages.forEach((page, i) => {
    doc.addPage({ size: [page.width, page.height], margin: 0 });
    if (page.sheet !== sheet || !section) {
      section?.end();
      sheet = page.sheet;
      section = doc.struct('Sect', { title: page.title });
      root.add(section);
      doc.outline.addItem(page.title);
    }
    for (const part of page.parts) drawPart(doc, section, part, patterns);
    info.onPage?.(i + 1, pages.length);
  });
  (section as Struct | null)?.end();
  root.end();
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}
