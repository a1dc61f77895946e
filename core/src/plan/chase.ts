import type { Obstacle } from './obstacle.ts';

/** A shaft that people marked: its plates are cut through, and cable goes up and down in it freely. */
export const isChase = ({ kind }: Pick<Obstacle, 'kind'>): boolean => /\bchase\b/i.test(kind);
