import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';

/** The two cuts of the type all paper is set in: DejaVu Sans Condensed, which has every sign the lists use. */
export const cuts = ['regular', 'bold'] as const;
export type Cut = (typeof cuts)[number];

const files: Readonly<Record<Cut, string>> = {
  regular: 'dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf',
  bold: 'dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf',
};

/** Tables by which letters change or move beside each other: looked up for every word, and nothing here is set so finely. */
const shaping = new Set(['GDEF', 'GPOS', 'GSUB', 'kern']);

/** A TrueType file without those tables (OpenType specification, “Organization of an OpenType Font”). */
function withoutShaping(file: Buffer): Buffer {
  const count = file.readUInt16BE(4);
  const records = Array.from({ length: count }, (_, i) => file.subarray(12 + 16 * i, 28 + 16 * i));
  const kept = records.filter((r) => !shaping.has(r.toString('latin1', 0, 4)));
  const head = Buffer.alloc(12 + 16 * kept.length);
  file.copy(head, 0, 0, 12);
  head.writeUInt16BE(kept.length, 4);
  let at = head.length;
  const tables = kept.map((record, i) => {
    const [from, length] = [record.readUInt32BE(8), record.readUInt32BE(12)];
    record.copy(head, 12 + 16 * i);
    head.writeUInt32BE(at, 12 + 16 * i + 8);
    const table = Buffer.alloc(Math.ceil(length / 4) * 4);
    file.copy(table, 0, from, from + length);
    at += table.length;
    return table;
  });
  return Buffer.concat([head, ...tables]);
}

const bytes = new Map<Cut, Buffer>();

/** The bytes of a cut's font file, without what would move its letters together. */
export function fontBytes(cut: Cut): Buffer {
  const found =
    bytes.get(cut) ?? withoutShaping(readFileSync(createRequire(import.meta.url).resolve(files[cut])));
  bytes.set(cut, found);
  return found;
}

interface Metrics {
  readonly font: fontkit.Font;
  readonly widths: Map<string, number>;
}
const known = new Map<Cut, Metrics>();

function metricsOf(cut: Cut): Metrics {
  const found = known.get(cut) ?? { font: fontkit.create(fontBytes(cut)) as fontkit.Font, widths: new Map() };
  known.set(cut, found);
  return found;
}

/** How wide words come out, in the unit of `size`, the height of their type; letters are not drawn closer in pairs. */
export function widthOf(words: string, size: number, cut: Cut = 'regular'): number {
  const { font, widths } = metricsOf(cut);
  let sum = 0;
  for (const letter of words) {
    const width =
      widths.get(letter) ??
      font.glyphForCodePoint(letter.codePointAt(0) ?? 32).advanceWidth / font.unitsPerEm;
    widths.set(letter, width);
    sum += width;
  }
  return sum * size;
}

/** Words of one line that is too long, cut where it is full. */
function broken(word: string, width: number, size: number, cut: Cut): string[] {
  const parts: string[] = [];
  let part = '';
  for (const letter of word) {
    if (part !== '' && widthOf(part + letter, size, cut) > width) {
      parts.push(part);
      part = '';
    }
    part += letter;
  }
  return [...parts, part];
}

/** Words in lines of a width, broken between words, and within one that is wider than a line. */
export function wrapped(words: string, width: number, size: number, cut: Cut = 'regular'): string[] {
  return words.split('\n').flatMap((line) => {
    const lines: string[] = [];
    let open = '';
    for (const word of line.split(' ')) {
      const longer = open === '' ? word : `${open} ${word}`;
      if (widthOf(longer, size, cut) <= width) {
        open = longer;
        continue;
      }
      if (open !== '') lines.push(open);
      const parts = broken(word, width, size, cut);
      lines.push(...parts.slice(0, -1));
      open = parts.at(-1) ?? '';
    }
    return [...lines, open];
  });
}
