import type { Plan } from '../plan/index.ts';
import type { Walk } from './walk.ts';

/** Walls of a walk still open, by leg, as its record names them. */
export function ownWalls(plan: Plan, roomId: string): string[][] {
  return plan.rooms[roomId]?.walk?.legs.map((l) => l.own.filter((id) => plan.walls[id])) ?? [];
}

/** A walk as its room’s record has it. */
export function walkOfRecord(record: NonNullable<Plan['rooms'][string]['walk']>): Walk {
  return {
    start: { x: record.x, y: record.y },
    heading: record.heading,
    legs: record.legs.map((l, i) => ({ length: l.length, turn: l.turn, was: i })),
  };
}
