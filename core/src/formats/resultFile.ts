import type { Result } from '../compute/index.ts';
import type { Finding } from '../findings/index.ts';
import type { Member } from '../framing/index.ts';
import type { Bore } from '../runs/index.ts';
import { netId, type Joint } from '../wiring/index.ts';

/** A finding as the open format writes it: what it is about as bare ids. */
export type WrittenFinding = Omit<Finding, 'about'> & { readonly about: readonly string[] };

export function writtenFinding({ rule, level, about, ...rest }: Finding): WrittenFinding {
  return { rule, level, about: about.map((t) => t.id), ...rest };
}

function writtenMember({ id, role, at, width, low, high, measured, wall, number }: Member) {
  return number === null
    ? { id, role, at, width, low, high, measured, wall, number }
    : { id, wall, role, at, width, low, high, number, measured };
}

function writtenBore({ role: _, ...bore }: Bore) {
  return bore;
}

function writtenJoint(joint: Joint) {
  const conductors = joint.conductors.map((c) => ({ ...c, net: c.net && netId(c.net) }));
  return { ...joint, net: netId(joint.net), conductors };
}

/** A result as the open format has it (docs/plan-format.md): typed records become the names that others read. */
export function resultFile(result: Result) {
  return {
    ...result,
    members: result.members.map(writtenMember),
    runs: Object.fromEntries(
      Object.entries(result.runs).map(([id, run]) => [id, { ...run, bores: run.bores.map(writtenBore) }]),
    ),
    makeup: Object.fromEntries(
      Object.entries(result.makeup).map(([box, m]) => [box, { ...m, joints: m.joints.map(writtenJoint) }]),
    ),
    findings: result.findings.map(writtenFinding),
  };
}
export type ResultFile = ReturnType<typeof resultFile>;
