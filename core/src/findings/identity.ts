import type { Finding } from './finding.ts';

/** Whether a finding is open: notes are only told, and what was let stand is settled. */
export const isOpen = (f: Pick<Finding, 'level' | 'accepted'>): boolean =>
  f.level !== 'note' && f.accepted === null;

/** How a finding that a person lets stand is kept in the plan: the check, ids of what it is about, and its wall. */
export function identityOf(f: Pick<Finding, 'rule' | 'about' | 'place'>): {
  rule: string;
  about: string[];
  wall: string | null;
} {
  return { rule: f.rule, about: f.about.map((t) => t.id), wall: f.place?.wall ?? null };
}
