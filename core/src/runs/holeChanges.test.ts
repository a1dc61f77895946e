import { describe, expect, test } from 'vitest';
import { HoleChanges } from './holeChanges.ts';
import { HoleUses, type Drilled, type UsesByPlace } from './holeUses.ts';
import type { HolePlace } from './drilling.ts';

const place = (key: string): HolePlace => ({
  key,
  at: { x: 0, y: 0 },
  step: 0,
  isPlate: false,
  most: 1,
  largest: 1,
});
const [here, there] = [place('here'), place('there')];
const through = (...places: HolePlace[]): Drilled => ({ cable: '14/2', places });
const turns = new Map(['k1', 'k2', 'k9', 'k10'].map((id, turn) => [id, turn]));

/** Uses of runs, as they stand. */
function settled(runs: Record<string, Drilled>): UsesByPlace {
  const uses: UsesByPlace = new Map();
  const all = new HoleUses(uses);
  for (const [id, drilled] of Object.entries(runs)) all.change(id, undefined, drilled);
  all.settle();
  return uses;
}

describe('which runs go through a place', () => {
  test('are told in the order of their ids, as they did and as they do; only what changed is a change', () => {
    const k9 = through(here);
    const uses = new HoleUses(settled({ k10: through(here), k9, k2: through(here, there) }));
    expect(uses.at('here').map((u) => u.id)).toEqual(['k2', 'k9', 'k10']);
    expect(uses.change('k9', k9, k9)).toBe(false);
    expect([...uses.changed]).toEqual([]);
    expect(uses.change('k9', k9, through(there))).toBe(true);
    expect(uses.at('here').map((u) => u.id)).toEqual(['k2', 'k10']);
    expect(uses.was('here').map((u) => u.id)).toEqual(['k2', 'k9', 'k10']);
    expect(uses.at('there').map((u) => u.id)).toEqual(['k2', 'k9']);
    expect([...uses.changed].sort()).toEqual(['here', 'there']);
  });

  test('are forgotten where no run goes any more, once that is settled', () => {
    const k1 = through(here);
    const before = settled({ k1 });
    const uses = new HoleUses(before);
    uses.change('k1', k1, undefined);
    expect([...before.keys()]).toEqual(['here']);
    expect([...uses.keys()]).toEqual(['here']);
    uses.settle();
    expect([...before.keys()]).toEqual([]);
  });
});

describe('what a cable finds when its turn comes', () => {
  const sharing = { perHole: 2, perPlate: 2 };

  test('are the others as they were laid again before it, and as they were laid first after it', () => {
    const first = new HoleUses(settled({ k1: through(here), k2: through(there), k9: through(here) }));
    const again = new HoleUses(settled({ k1: through(there) }));
    const changes = new HoleChanges(sharing, turns, first, again);
    // k1 went there again, so that here only k9 is left to share with; there k1 and k2 fill the one hole.
    expect(changes.roomFor('here', '14/2', 1)).toBe('shared');
    expect(changes.roomFor('there', '14/2', 2)).toBe('shared');
    // With its own turn a run's first way counts no more.
    expect(changes.roomFor('here', '14/2', 2)).toBe('new');
    expect(changes.roomFor('elsewhere', '14/2', 0)).toBe('new');
  });

  test('is told where it differs from last time, and whether for the better, as long as that holds', () => {
    const k9 = through(here);
    const first = new HoleUses(settled({ k9 }));
    const again = new HoleUses(settled({}));
    first.change('k9', k9, through(there));
    const changes = new HoleChanges(sharing, turns, first, again);
    const told = (turn: number) =>
      changes.forCable('14/2', turn).map((c) => `${c.place.key} ${c.isBetter ? 'better' : 'worse'}`);
    expect(told(0).sort()).toEqual(['here worse', 'there better']);
    // Once its own turn has come it is as it was laid again: nowhere yet.
    expect(told(3)).toEqual([]);
    again.change('k9', undefined, through(there));
    changes.forget();
    expect(told(3)).toEqual(['there better']);
  });
});
