export type { XY } from './geometry/index.ts';
export { compute, Computer } from './compute/index.ts';
export type { Placed, Result, SpaceResult } from './compute/index.ts';
export { propose, proposalKinds } from './proposals/index.ts';
export type { ProposalKind, ProposalProgress } from './proposals/index.ts';
export { distancesOf, orderProof } from './proposals/runs/index.ts';
export type { Distances, OrderProof } from './proposals/runs/index.ts';
export { waysOffered } from './proposals/runs/waysOffered.ts';
export type { WayOffered } from './proposals/runs/waysOffered.ts';
export type { CeilingMark, Mark } from './outputs/marks.ts';
export type { Stages } from './stages/index.ts';
export { readPlan, readPlanText } from './plan/read.ts';
export type { PlanReading } from './plan/read.ts';
export { applyChange, applyEdit, EditRefused } from './plan/gate.ts';
export { patched } from './plan/patches.ts';
export type { Change, Edited, Patch } from './plan/patches.ts';
export { otherwiseOf } from './plan/otherwise.ts';
export { spentAmong, withoutSpent } from './plan/spent.ts';
export { seenOtherwise, standsAt, type SeenOtherwise } from './plan/seen.ts';
export {
  argumentProblems,
  edits,
  listEdits,
  makeEdit,
  makeEdits,
  proposed,
  recipeOf,
} from './edits/index.ts';
export { editStep, isPlain } from './edits/names.ts';
export type { EditArgs, EditName, EditStep, ListedEdit } from './edits/index.ts';
export {
  boundedRooms,
  boxesOfRoom,
  pastCorner,
  roomHolding,
  roomOfBox,
  roomSeeing,
  type WallPoint,
} from './rooms/seeing.ts';
export { useByName, useNamed } from './rooms/useByName.ts';
export { walkClosure, walkPoints } from './survey/walk.ts';
export { boundaryOfRoom, readWalk, unnamedSpaces, walkedCorners } from './rooms/walked.ts';
export type { WalkedRoom, WalkedStretch } from './rooms/walked.ts';
export type { Walk, WalkLeg } from './survey/walk.ts';
export * from './plan/index.ts';
export type { Problem } from './plan/problems.ts';
export { problemsFrom } from './plan/problems.ts';
export {
  emptyRules,
  readRulesText,
  ruleChanges,
  rulesFileSchema,
  withRule,
  withRuleChanges,
} from './plan/rulesFile.ts';
export type { RuleChange } from './plan/rulesFile.ts';
export type { RulesFile } from './plan/rulesFile.ts';
export { compareIds, nextId, wallLetter } from './plan/ids.ts';
export { planHash, textHash } from './plan/hash.ts';
export { frozen } from './plan/settled.ts';
export {
  ampsByFeeder,
  feederGauges,
  framingNames,
  ampsByGauge,
  boxModels,
  cables,
  framingKinds,
  gauges,
  wireFor,
  panelSize,
} from './materials/index.ts';
export { groupOfRule, listRules, ruleBook, ruleCatalogue, ruleGroups, ruleIds } from './rules/index.ts';
export type { Height, Rule, RuleGroup, RuleId } from './rules/index.ts';
export { homeLabel } from './boxes/dataHome.ts';
export {
  bottomFromSubfloor,
  boxSize,
  devicesIn,
  deviceWords,
  heightIn,
  heightWords,
  lightKinds,
  switchKinds,
} from './boxes/index.ts';
export { crewView, type CrewView } from './compute/crewView.ts';
export { jobCard, stateKinds, type JobCard, type StateKind } from './compute/jobCard.ts';
export { storyPoles } from './outputs/storyPole.ts';
export type { PoleMark, StoryPole } from './outputs/storyPole.ts';
export { findingTexts } from './findings/index.ts';
export { identityOf, isOpen } from './findings/identity.ts';
export type { Finding, FindingCode, FixEdit } from './findings/index.ts';
export { isLengthItem, itemId } from './materials/item.ts';
export { invented, starterPrice } from './materials/starterPrices.ts';
export type { CutToPull } from './outputs/cutList.ts';
export type { WallDrilling } from './outputs/drillingList.ts';
export { changeAbout, editWords, toldProblem, type ToldProblem } from './outputs/problemWords.ts';
export { namesOf, sentence } from './outputs/names.ts';
export { boxNumber } from './plan/things.ts';
export { hasWay, toDrill, type Bore } from './runs/index.ts';
export { stockItems } from './outputs/takeoff/items.ts';
export { takeOff, type Takeoff, type TakeoffLine } from './outputs/takeoff/index.ts';
export { linesOf, takeoffSources } from './outputs/takeoff/parts.ts';
export { takeoffBy, takeoffOrders, type TakeoffGroup, type TakeoffOrder } from './outputs/takeoff/by.ts';
export type { Thing, ThingKind } from './plan/things.ts';
export * from './outputs/buying/index.ts';
export * from './offers/index.ts';
export * from './outputs/actuals/index.ts';
export { ruleValueWords } from './outputs/ruleWords.ts';
export { estimateOf, type Estimate } from './outputs/estimate.ts';
export { cutsCsv, drillingCsv, takeoffCsv } from './formats/csv.ts';
export * from './units/index.ts';
export { auditColumns, auditCsv, readAuditCsv } from './formats/auditCsv.ts';
export type { AuditReading, FoundEntry } from './formats/auditCsv.ts';
export { drawMakeUp, netWords } from './outputs/drawing/makeup.ts';
export type { DrawnJoint, DrawnWire, MakeUpDrawing } from './outputs/drawing/makeup.ts';
export { freeHalves, freeSpaces, legLoads, legOf, seatsOf, takesTandem } from './circuits/index.ts';
export { circuitTerms } from './circuits/terms.ts';
export { darkRooms, deadBoxes } from './circuits/dark.ts';
export { devicesSuiting } from './circuits/suiting.ts';
export { circuitTrials } from './proposals/circuits/trials.ts';
export type { CircuitTerms } from './circuits/terms.ts';
export { whyOnCircuit } from './circuits/why.ts';
export { faultWords } from './findings/faultWords.ts';
export type { LoadLine, ServiceLoad } from './circuits/service.ts';
export { circuitNumber } from './circuits/spaces.ts';
export { netId, screwOf } from './wiring/index.ts';
export type { Joint, MakeUp } from './wiring/index.ts';
export type { CableLabel } from './outputs/labels.ts';
export { cableLabelsInOrder } from './outputs/cableLabels.ts';
export { changedSince, type LaidPlan } from './outputs/changedSince.ts';
export { dayAfter } from './outputs/schedule/days.ts';
export { scheduleOf, type StageOnDays } from './outputs/schedule/index.ts';
export { panelRows, seatWords, type PanelPlace } from './outputs/directory.ts';
export { drillingWords } from './outputs/drillingWords.ts';
export { makeUpWords } from './outputs/makeUpWords.ts';
export { storyPoleSvg } from './outputs/drawing/storyPole.ts';
export { unrolledRooms, unrollRoom } from './outputs/drawing/unrolled.ts';
export { changeOf, countRuns, withChange, type Change as ValueChange } from './incremental/index.ts';
export type { Unrolled, UnrolledWall } from './outputs/drawing/unrolled.ts';
export * from './lookups/index.ts';
export { resultFile, writtenFinding, type ResultFile, type WrittenFinding } from './formats/resultFile.ts';
export { placeInPlan, placeOnWall, wallAtPoint, type InWall } from './survey/pointing.ts';
export { drillLine } from './runs/drillLine.ts';
export { snappedEnd, snappedFlat, snappedOffset, wallSegment, type WallSegment } from './survey/snapping.ts';
