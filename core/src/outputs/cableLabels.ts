import type { CutToPull } from './cutList.ts';

/** What is written on both ends of every cable, in the order the cables are cut: first where it is pulled from, then the other end. */
export const cableLabelsInOrder = (cuts: readonly CutToPull[]): string[] =>
  cuts.flatMap(({ labels }) => labels.filter((words) => words !== ''));
