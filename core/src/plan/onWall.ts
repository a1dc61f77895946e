import type { Box, WallPlace } from './box.ts';

/** Whether a box is on a wall, rather than on a ceiling or in a floor. */
export function isOnWall(on: Box['on']): on is WallPlace {
  return 'wall' in on;
}
