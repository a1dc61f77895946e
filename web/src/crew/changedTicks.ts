import type { Plan, Result, Unrolled } from '@fieldchalk/core';
import { ceilingTasks, changedSince, type Task, wallTasks } from './tasks.ts';

/** Something that was ticked and is otherwise now. */
export interface ChangedTick {
  readonly task: Task;
  /** The room it is seen in, as it is called. */
  readonly room: string;
  /** How it was when it was ticked. */
  readonly was: string;
}

/** All that was ticked and has changed since, room by room, each thing once. */
export function changedTicks(
  plan: Plan,
  result: Result,
  rooms: Readonly<Record<string, Unrolled>>,
  standing: ReadonlyMap<string, { readonly done: boolean; readonly stood?: string }>,
): ChangedTick[] {
  const noted = [...standing.values()].some((mark) => mark.done && mark.stood);
  if (!noted) return [];
  const told = new Set<string>();
  return Object.entries(rooms).flatMap(([id, unrolled]) => {
    const letter = (wall: string) => unrolled.walls.find((w) => w.wall === wall)?.letter ?? '';
    const tasks = [
      ...unrolled.walls.flatMap((wall) => wallTasks(plan, result, { ...unrolled, walls: [wall] })),
      ...ceilingTasks(plan, result, id, letter, 0),
    ];
    return tasks.flatMap((task): ChangedTick[] => {
      const key = `${task.kind} ${task.about}`;
      const was = changedSince(task, standing.get(key));
      if (was === null || told.has(key)) return [];
      told.add(key);
      return [{ task, room: plan.rooms[id]?.name ?? '', was }];
    });
  });
}

/** In a sentence, for the list of the lead. */
export const changedWords = ({ task, room, was }: ChangedTick): string =>
  `${room}: ${task.small.split(' · ')[0] ?? task.big}. It was ${was}; now ${task.big}${task.where ? `, ${task.where}` : ''}.`;
