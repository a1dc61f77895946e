import type { Box } from '../plan/index.ts';
import type { PlacedBox, WallSetting } from './place.ts';

export type Fixing = 'nail' | 'screw' | 'wings' | 'backing' | 'powder' | 'there';

/** What holds a wall box: as a person says, else by its wall. Foam block and furring take screws, closed walls old-work wings. */
export function fixingOf(box: Box, placed: PlacedBox, setting: WallSetting): Fixing {
  if (box.existing) return 'there';
  if (setting.cover === 'closed') return 'wings';
  if (placed.backing) return 'backing';
  if (box.fixing !== 'auto') return box.fixing;
  return setting.frame.standing.length === 0 || setting.framingSize === 'furring' ? 'screw' : 'nail';
}
