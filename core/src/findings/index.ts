import { isAbout } from '../plan/accepted.ts';
import { boxesHoldTheirWires, boxesStandRight } from './boxes.ts';
import {
  alarmsAreThere,
  closetLightsAreClear,
  lightsAreSwitched,
  roomsAreLit,
  stairsHaveBothSwitches,
  switchesAreOutOfTheSwing,
  waysHaveSwitches,
} from './lighting.ts';
import {
  boxesClearTrim,
  dataHasAHome,
  dataKeepsApart,
  handlesAreInReach,
  modelsSuitTheirPlace,
  neighboursLineUp,
  ratedWallsAreKept,
  receptaclesAreNotBehindDoors,
  wetZonesAreFree,
} from './standing.ts';
import type { Check, CheckInput } from './check.ts';
import {
  breakersSuitWires,
  circuitsAreTrees,
  circuitsAreWithinLimits,
  devicesHaveCircuits,
} from './circuits.ts';
import {
  auditedCircuitsAreSound,
  panelsStandRight,
  serviceCarriesTheLoad,
  spacesAreSingle,
} from './panels.ts';
import { groundFaultIsInReach, outletsAreProtected } from './protection.ts';
import {
  cablesHaveConductors,
  controlsAreWhole,
  dutyCircuitsAreApart,
  groundTailsAreFull,
  kitchensHaveTwoCircuits,
  singleLoadsFit,
  suppliesKeepApart,
} from './wiring.ts';
import { identityOf, told, type Finding, type Found } from './finding.ts';
import { namesOf } from '../outputs/names.ts';
import {
  ceilingsAndFloorsHaveTheirOutlets,
  receptaclesReach,
  roomsClose,
  roomsHaveTheirOutlets,
} from './rooms.ts';
import { boresLeaveWood, closedWallsAreAChoice, runsAreLaid } from './runs.ts';

export { findingTexts, type FindingCode } from './texts.ts';
export type { FindingLevel } from './text.ts';
export { identityOf, type Finding, type FixEdit, type Found } from './finding.ts';
export type { CheckInput } from './check.ts';

export const checks: readonly Check[] = [
  roomsClose,
  receptaclesReach,
  roomsHaveTheirOutlets,
  ceilingsAndFloorsHaveTheirOutlets,
  roomsAreLit,
  lightsAreSwitched,
  stairsHaveBothSwitches,
  waysHaveSwitches,
  switchesAreOutOfTheSwing,
  closetLightsAreClear,
  alarmsAreThere,
  boxesStandRight,
  boxesClearTrim,
  receptaclesAreNotBehindDoors,
  ratedWallsAreKept,
  neighboursLineUp,
  wetZonesAreFree,
  handlesAreInReach,
  dataKeepsApart,
  dataHasAHome,
  modelsSuitTheirPlace,
  boxesHoldTheirWires,
  breakersSuitWires,
  circuitsAreWithinLimits,
  spacesAreSingle,
  devicesHaveCircuits,
  dutyCircuitsAreApart,
  kitchensHaveTwoCircuits,
  singleLoadsFit,
  outletsAreProtected,
  groundFaultIsInReach,
  controlsAreWhole,
  cablesHaveConductors,
  suppliesKeepApart,
  groundTailsAreFull,
  panelsStandRight,
  serviceCarriesTheLoad,
  auditedCircuitsAreSound,
  runsAreLaid,
  closedWallsAreAChoice,
  circuitsAreTrees,
  boresLeaveWood,
];

const rank = { error: 0, warning: 1, note: 2 } as const;

/** All findings as data, in the order of the checks. */
export function foundBy(input: CheckInput): Found[] {
  return checks.flatMap((check) => check(input));
}

/** All findings told, worst first; within a level in the order of the checks. Those a person let stand say why and come last. */
export function checkPlan(input: CheckInput): Finding[] {
  const kept = Object.values(input.plan.accepted);
  const names = namesOf(input.plan);
  return foundBy(input)
    .map((f) => {
      const same = identityOf({ ...f, rule: f.code });
      return told(f, names, kept.find((a) => isAbout(a, same))?.reason ?? null);
    })
    .sort(
      (a, b) => Number(a.accepted !== null) - Number(b.accepted !== null) || rank[a.level] - rank[b.level],
    );
}
