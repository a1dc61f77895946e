export type { DrawnHouse } from './drawnHouse.ts';
export {
  around,
  crosses,
  lettered,
  lineHeight,
  middleOf,
  near,
  placeLabels,
  rectAround,
  type LabelForm,
  type PlacedLabel,
  type Rect,
  type Segment,
  type WantedLabel,
} from './placeLabels.ts';
export {
  dotRadius,
  flatRadius,
  planDetail,
  planLabels,
  type PlanDetail,
  type PlanLabels,
  type PlanLabelsAsked,
} from './planLabels.ts';
export { distanceLines, extentOf, planShapes, type FlatShape, type PlanShapes } from './planShapes.ts';
export type { RibbonCable } from './ribbonCables.ts';
export {
  furnitureOf,
  holeRadius,
  profileDepth,
  profileY,
  ribbonLabels,
  rowFurniture,
  rowPlaces,
  troubleSize,
  type RibbonLabels,
  type RibbonLabelsAsked,
} from './ribbonLabels.ts';
export { ribbonRows, rowLayout, type RowFurniture, type RowLayout } from './ribbonRows.ts';
export {
  boxRects,
  facePlaces,
  fixtureRects,
  framingRects,
  holesOn,
  isOn,
  obstacleRects,
  openingRects,
  panelsOn,
  ribbonShapes,
  type GhostBox,
  type RibbonBox,
  type RibbonFixture,
  type RibbonHole,
  type RibbonObstacle,
  type RibbonOpening,
  type RibbonPanel,
  type RibbonRect,
  type RibbonShapes,
} from './ribbonShapes.ts';
export { checkBar, page as polePage, poleLines, poleStrips, strip as poleStrip } from './storyPole.ts';
export { textWidth } from './textWidth.ts';
export { alongWall, onRibbon, seenFromOutside, type Unrolled, type UnrolledWall } from './unrolled.ts';
export type { WallShape } from './wallShapes.ts';
