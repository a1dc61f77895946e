export * from './ink.ts';
export { makeUpFigure } from './makeUpFigure.ts';
export { planFigure, type PlanAsked, type PlanShown } from './planFigure.ts';
export { roomFigures, type RoomAsked, type RoomShown } from './roomFigure.ts';
export { boxFill, cablePen, signInk, signOf, signWords, type SignKind } from './signs.ts';
