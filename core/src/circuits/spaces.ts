import type { Plan } from '../plan/schema.ts';

/** Breaker spaces of a panel that no circuit takes, ascending. A two-pole breaker takes its own and the one below it, two numbers on. */
export function freeSpaces(plan: Plan, panelId: string): number[] {
  const taken = new Set(
    Object.values(plan.circuits).flatMap((c) =>
      c.panel === panelId && c.space !== null ? [c.space, ...(c.poles === 2 ? [c.space + 2] : [])] : [],
    ),
  );
  return Array.from({ length: plan.panels[panelId]!.spaces }, (_, i) => i + 1).filter((s) => !taken.has(s));
}

/** The first space a breaker of so many poles fits in; null when the panel has none left. */
export function firstSpace(plan: Plan, panelId: string, poles: number): number | null {
  const free = freeSpaces(plan, panelId);
  return free.find((s) => poles === 1 || free.includes(s + 2)) ?? null;
}
