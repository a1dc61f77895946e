import type { Side } from './schema.ts';

/** The other hand of a wall. */
export const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');
