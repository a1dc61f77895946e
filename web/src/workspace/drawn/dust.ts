/** Repeatable random numbers from 0 to 1 (mulberry32), so that dust lies the same on every screen. */
function randomFrom(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** The side of the tile that dust is drawn on, in pixels. */
export const dustTile = 28;

/** Grains of chalk on a tile, as the data of a path: `share` of it is covered, about; the rest shows what is under it. */
export function dust(share: number, seed = 7): string {
  const random = randomFrom(seed);
  const grain = () => 0.7 + random() * 1.5;
  let path = '';
  // Grains fall on each other: so many are needed until the share is covered.
  let bare = 1;
  while (1 - bare < share) {
    const [size, x, y] = [grain(), random() * dustTile, random() * dustTile];
    bare *= 1 - size ** 2 / dustTile ** 2;
    path += `M${x.toFixed(1)} ${y.toFixed(1)}h${size.toFixed(1)}v${size.toFixed(1)}h-${size.toFixed(1)}z`;
  }
  return path;
}

/** Of a snapped line: solid enough to follow, broken here and there. */
export const lineDust = dust(0.86);
/** Of a face that only has chalk on it. */
export const faceDust = dust(0.16, 3);
