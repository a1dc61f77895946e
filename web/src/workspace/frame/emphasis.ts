import type { Stage } from '../entry/order.ts';

/** What a stage is about is drawn in full; the rest is faint or gone. */
export interface Emphasis {
  readonly boxes: 'full' | 'faint';
  /** All cable in its jackets, faint, or only what is in hand. */
  readonly cables: 'full' | 'hand';
  /** Lines from switches to what they work. */
  readonly controls: boolean;
  /** Studs in the walls of the plan. */
  readonly studs: boolean;
  /** What was measured: lengths of walls, sizes of rooms and openings. */
  readonly sizes: boolean;
  /** Distances to the nearest receptacle, under the walls. */
  readonly profile: boolean;
  /** Heights of boxes under their numbers. */
  readonly heights: boolean;
  /** Boxes by their circuits. */
  readonly circuits: boolean;
  /** What the crew has done is ticked. */
  readonly done: boolean;
  /** Boxes of the room behind the wall. */
  readonly ghosts: boolean;
  /** Markers where something is open. */
  readonly findings: boolean;
}

const plain: Emphasis = {
  boxes: 'full',
  cables: 'hand',
  controls: false,
  studs: false,
  sizes: false,
  profile: false,
  heights: false,
  circuits: false,
  done: false,
  ghosts: false,
  findings: true,
};

export const emphasisOf: Readonly<Record<Stage, Emphasis>> = {
  walk: { ...plain, boxes: 'faint', studs: true, sizes: true, findings: false },
  boxes: { ...plain, controls: true, profile: true, heights: true, ghosts: true },
  circuits: { ...plain, circuits: true },
  runs: { ...plain, cables: 'full', studs: true },
  'make-up': { ...plain, findings: false },
  order: { ...plain, boxes: 'faint', findings: false },
  crew: { ...plain, cables: 'full', heights: true, done: true, findings: false },
  prove: { ...plain, profile: true, heights: true },
};
