import { query } from '../incremental/index.ts';
import { isAbout } from '../plan/accepted.ts';
import { valuesIn } from '../plan/index.ts';
import type { House } from '../stages/index.ts';
import { cablesHaveSlots, boxesHoldTheirWires, boxesStandRight } from './boxes.ts';
import {
  alarmsAreThere,
  alarmsKeepTheirDistance,
  closetLightsAreClear,
  lightsAreSwitched,
  roomsAreLit,
  someLightsAreLaidOut,
  stairsHaveBothSwitches,
  switchesAreOutOfTheSwing,
  waysHaveSwitches,
  waysOutAreLit,
} from './lighting.ts';
import {
  boxesClearTrim,
  boxesKeepDataApart,
  dataHasAHome,
  dataKeepsApart,
  handlesAreInReach,
  modelsSuitTheirPlace,
  neighboursLineUp,
  ratedWallsAreKept,
  receptaclesAreNotBehindDoors,
  wetZonesAreFree,
} from './standing.ts';
import type { Check } from './check.ts';
import {
  breakersSuitWires,
  cablesSuitBreakers,
  cablesThereSuitBreakers,
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
  lightsHaveOneControl,
  singleLoadsFit,
  suppliesKeepApart,
} from './wiring.ts';
import { told, type Finding, type Found } from './finding.ts';
import { identityOf } from './identity.ts';
import { namesOf } from '../outputs/names.ts';
import {
  ceilingsAndFloorsHaveTheirOutlets,
  receptaclesReach,
  roomsClose,
  roomsHaveTheirOutlets,
} from './rooms.ts';
import {
  boresLeaveWood,
  holesTakeTheirCables,
  closedCeilingsAreAChoice,
  closedWallsAreAChoice,
  loopsAreStapled,
  runsAreLaid,
  stopsAreReached,
  bendsAreGentle,
  dataCablesKeepApart,
  cablesCarryTheirCircuits,
  waysAreAsAsked,
} from './runs.ts';

export { findingTexts, type FindingCode } from './texts.ts';
export type { FindingLevel } from './text.ts';
export type { Finding, FixEdit, Found } from './finding.ts';
export type { Check, Subject } from './check.ts';

export const checks: readonly Check[] = [
  roomsClose,
  receptaclesReach,
  roomsHaveTheirOutlets,
  ceilingsAndFloorsHaveTheirOutlets,
  someLightsAreLaidOut,
  roomsAreLit,
  waysOutAreLit,
  lightsAreSwitched,
  stairsHaveBothSwitches,
  waysHaveSwitches,
  switchesAreOutOfTheSwing,
  closetLightsAreClear,
  alarmsAreThere,
  alarmsKeepTheirDistance,
  boxesStandRight,
  boxesClearTrim,
  receptaclesAreNotBehindDoors,
  ratedWallsAreKept,
  neighboursLineUp,
  wetZonesAreFree,
  handlesAreInReach,
  boxesKeepDataApart,
  dataKeepsApart,
  dataHasAHome,
  modelsSuitTheirPlace,
  boxesHoldTheirWires,
  cablesHaveSlots,
  breakersSuitWires,
  cablesSuitBreakers,
  cablesThereSuitBreakers,
  circuitsAreWithinLimits,
  spacesAreSingle,
  devicesHaveCircuits,
  dutyCircuitsAreApart,
  kitchensHaveTwoCircuits,
  singleLoadsFit,
  outletsAreProtected,
  groundFaultIsInReach,
  controlsAreWhole,
  lightsHaveOneControl,
  cablesHaveConductors,
  suppliesKeepApart,
  groundTailsAreFull,
  panelsStandRight,
  serviceCarriesTheLoad,
  auditedCircuitsAreSound,
  runsAreLaid,
  stopsAreReached,
  bendsAreGentle,
  dataCablesKeepApart,
  cablesCarryTheirCircuits,
  waysAreAsAsked,
  closedWallsAreAChoice,
  closedCeilingsAreAChoice,
  loopsAreStapled,
  circuitsAreTrees,
  boresLeaveWood,
  holesTakeTheirCables,
];

const rank = { error: 0, warning: 1, note: 2 } as const;

/** A finding told as the app shows it, with the reason why a person let it stand. */
function tell(own: Found, { plan }: House): Finding {
  const same = identityOf({ ...own, rule: own.code });
  const kept = valuesIn(plan, 'acceptedOfRule', own.code).find((a) => isAbout(a, same));
  return told(own, namesOf(plan), kept?.reason ?? null);
}

/** For each check the findings about what it looks at, and all of them together, in the order of the checks. */
const tellings = checks.map((check) => {
  const about = query(`findings about ${check.about}`, (house: House, id: string): Finding[] =>
    check.of(id, house).map((own) => tell(own, house)),
  );
  return query('findings of check', (house: House): Finding[] =>
    check.ids(house).flatMap((id) => about(house, id)),
  );
});

/** All findings told, worst first; within a level in the order of the checks. Those a person let stand say why and come last. */
export const findingsOf = query('findings', (house: House): Finding[] =>
  tellings
    .flatMap((tell) => tell(house))
    .sort(
      (a, b) => Number(a.accepted !== null) - Number(b.accepted !== null) || rank[a.level] - rank[b.level],
    ),
);
