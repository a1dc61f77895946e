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
import type { Finding } from './findings.ts';
import {
  ceilingsAndFloorsHaveTheirOutlets,
  receptaclesReach,
  roomsClose,
  roomsHaveTheirOutlets,
} from './rooms.ts';
import { boresLeaveWood, closedWallsAreAChoice, runsAreLaid } from './runs.ts';

export { findingTexts } from './findings.ts';
export type { Finding, FindingCode, FindingLevel, FixEdit } from './findings.ts';
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

/** All findings, worst first; within a level in the order of the checks. Those a person let stand say why and come last. */
export function checkPlan(input: CheckInput): Finding[] {
  const kept = Object.values(input.plan.accepted);
  return checks
    .flatMap((check) => check(input))
    .map((f) => ({
      ...f,
      accepted: kept.find((a) => isAbout(a, { ...f, wall: f.place?.wall ?? null }))?.reason ?? null,
    }))
    .sort(
      (a, b) => Number(a.accepted !== null) - Number(b.accepted !== null) || rank[a.level] - rank[b.level],
    );
}
