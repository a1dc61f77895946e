import { randomFrom } from './index.ts';
import type { Sharing } from '../src/proposals/circuits/sharing.ts';

/** Outlets scattered over a house, some of them lights, from a seed. */
export function randomSharing(seed: number, count: number): Sharing {
  const s = sharing(seed, count);
  // Every third has counters that one circuit may not have all of.
  if (seed % 3 !== 0 || count < 2) return s;
  const items = s.items.map((item, i) => ({ ...item, counter: i % 2 === 0 || i === 1 }));
  return { ...s, items, apart: items.filter((i) => i.counter).length };
}

function sharing(seed: number, count: number): Sharing {
  const random = randomFrom(seed);
  const places = Array.from({ length: count }, () => ({ x: random() * 500, y: random() * 400 }));
  const rooms = 1 + Math.floor(random() * 5);
  const items = places.map(() => ({
    outlets: 1 + Math.floor(random() * 3),
    va: 60 + Math.floor(random() * 400),
    rooms: [Math.floor(random() * rooms)],
    light: random() < 0.5,
  }));
  const away = (a: { x: number; y: number }, b: { x: number; y: number }) =>
    Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
  return {
    items,
    between: (a, b) => away(places[a]!, places[b]!),
    home: (i) => away(places[i]!, { x: -60, y: 0 }),
    mostOutlets: 6 + Math.floor(random() * 6),
    mostVa: 1440,
    atLeast: random() < 0.3 ? 2 : 1,
    homeRun: Math.floor(random() * 300),
    split: Math.floor(random() * 120),
    dark: random() < 0.5 ? 2000 : 0,
  };
}
