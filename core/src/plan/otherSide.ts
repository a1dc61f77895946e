import type { Side } from './fields.ts';

/** The other hand of a wall. */
export const otherSide = (hand: Side): Side => (hand === 'left' ? 'right' : 'left');
