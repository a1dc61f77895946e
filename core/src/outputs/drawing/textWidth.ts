/**
 * Widths of letters in thousandths of their size: the wider of regular and bold in Archivo at 92 % width, the type that drawings are
 * lettered in, as a browser measured them. What is not listed counts as wide as an em.
 */
const widths: Readonly<Record<string, number>> = widthsFrom({
  155: '′',
  167: '⁄',
  192: ' ',
  253: 'ijl',
  293: 'I/!',
  313: 'f-·',
  322: "t.,:;'",
  338: '″°',
  361: 'r()',
  460: '–',
  535: 'ckvxyzs$',
  552: 'L',
  567: '0123456789abdeghnopquJ',
  573: 'F#?',
  610: 'T+×Z',
  635: 'EPS',
  658: 'VXY',
  690: 'ABCDHKRU',
  711: 'N&',
  749: 'wGOQ',
  838: '½¼¾mM→✕✓',
  911: 'W%',
  1035: '⅛⅜⅝⅞',
});

function widthsFrom(byWidth: Record<number, string>): Record<string, number> {
  return Object.fromEntries(
    Object.entries(byWidth).flatMap(([width, letters]) => [...letters].map((l) => [l, Number(width)])),
  );
}

/** How wide words come out at most, in the unit of `size`, the height of their type. */
export function textWidth(words: string, size: number): number {
  let sum = 0;
  for (const letter of words) sum += widths[letter] ?? 1000;
  return (sum * size) / 1000;
}
