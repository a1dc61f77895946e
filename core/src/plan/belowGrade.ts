import type { Plan } from './plan.ts';

/** Whether a level lies below the ground outside: as it says, or because a level over it has a basement under it. */
export function isLevelBelowGrade(plan: Plan, level: string): boolean {
  const own = plan.levels[level];
  if (!own) return false;
  return (
    own.belowGrade ??
    Object.values(plan.levels).some((over) => over.elevation > own.elevation && over.below === 'basement')
  );
}

/** Whether a room does: as it says, or as its level. */
export function isBelowGrade(plan: Plan, room: string): boolean {
  const own = plan.rooms[room];
  return own !== undefined && (own.belowGrade ?? isLevelBelowGrade(plan, own.level));
}
