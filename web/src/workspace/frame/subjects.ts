import type { Finding } from '@fieldchalk/core';
import type { Stage } from '../entry/order.ts';

/** The stage in which a finding is put right. */
export type FindingStage = Extract<Stage, 'walk' | 'boxes' | 'circuits' | 'runs'>;

const stageOfKind: Readonly<Record<Finding['about'][number]['kind'], FindingStage>> = {
  wall: 'walk',
  opening: 'walk',
  obstacle: 'walk',
  fixture: 'boxes',
  member: 'runs',
  run: 'runs',
  box: 'boxes',
  device: 'boxes',
  control: 'boxes',
  room: 'boxes',
  panel: 'circuits',
  circuit: 'circuits',
  fault: 'circuits',
};

/** By what a finding is about first; what is about the whole job is put right among the circuits. */
export function stageOfFinding(finding: Pick<Finding, 'about' | 'rule'>): FindingStage {
  if (finding.rule.startsWith('rooms.')) return 'walk';
  const [first] = finding.about;
  return first ? stageOfKind[first.kind] : 'circuits';
}
