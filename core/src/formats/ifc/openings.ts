import { must, nth } from '../../lookups/index.ts';
import { cross, dot, type XY } from '../../geometry/index.ts';
import type { Side } from '../../plan/index.ts';
import type { Doubt, ImportedOpening } from '../imported/house.ts';
import { numbersOf, refOf, textOf, type IfcLine, type IfcModel } from './model.ts';
import type { PlanBox } from './shapes.ts';

/** A square hole shows four corners, one cut by a roof five or six; more are a curve. */
const roundCorners = 7;

/** Axes of an element's placement in the plan, through all the placements it stands in. */
function axesOf(model: IfcModel, element: IfcLine): { x: XY; y: XY } {
  let x = { x: 1, y: 0 };
  const turns: XY[] = [];
  for (let id = refOf(element['ObjectPlacement']); id !== null;) {
    const placement = model.line(id);
    const axis = model.line(must(refOf(placement['RelativePlacement']), 'the placement'));
    const direction = refOf(axis['RefDirection']);
    if (direction !== null) {
      const [dx = 1, dy = 0] = numbersOf(model.line(direction)['DirectionRatios']);
      const length = Math.hypot(dx, dy) || 1;
      turns.push({ x: dx / length, y: dy / length });
    }
    id = refOf(placement['PlacementRelTo']);
  }
  for (const t of turns) x = { x: t.x * x.x - t.y * x.y, y: t.y * x.x + t.x * x.y };
  return { x, y: { x: -x.y, y: x.x } };
}

/** How a door opens: said on the door itself, or on its type or style. */
function operationOf(model: IfcModel, door: IfcLine, types: ReadonlyMap<number, number>): string {
  const own = textOf(door['OperationType']);
  if (own && own !== 'NOTDEFINED') return own;
  const type = types.get(door.expressID);
  return type === undefined ? '' : textOf(model.line(type)['OperationType']);
}

function kindOf(
  model: IfcModel,
  fill: IfcLine | null,
  operation: string,
  width: number,
): ImportedOpening['kind'] {
  const { ifc } = model;
  if (!fill) return 'cased';
  if (fill.type === ifc.IFCWINDOW || fill.type === ifc.IFCWINDOWSTANDARDCASE) return 'window';
  if (/ROLLINGUP|REVOLVING|FOLDING_TO|LIFTING/.test(operation) && width > 84) return 'garage-door';
  return /SLIDING/.test(operation) ? 'sliding-door' : 'door';
}

/** What fills each opening and what type each thing is of, by the numbers of the file; `doubts` is added to. */
export interface OpeningContext {
  readonly model: IfcModel;
  readonly fills: ReadonlyMap<number, number>;
  readonly types: ReadonlyMap<number, number>;
  readonly doubts: Doubt[];
}

/** One opening of a wall, doors and windows alike; null when it has no shape. */
export function openingOf(
  opening: number,
  wall: PlanBox,
  floor: number,
  level: string,
  context: OpeningContext,
): ImportedOpening | null {
  const { model, fills, types, doubts } = context;
  const fillId = fills.get(opening);
  const fill = fillId === undefined ? null : model.line(fillId);
  const own = model.corners(opening);
  const corners = own.length > 0 || fillId === undefined ? own : model.corners(fillId);
  if (corners.length === 0) return null;
  const us = corners.map((c) => dot({ x: c.x - wall.origin.x, y: c.y - wall.origin.y }, wall.along));
  const zs = corners.map((c) => c.z);
  const [start, end] = [Math.min(...us), Math.max(...us)];
  const operation = fill ? operationOf(model, fill, types) : '';
  const kind = kindOf(model, fill, operation, end - start);
  const places = new Set(corners.map((_, i) => `${nth(us, i).toFixed(1)} ${nth(zs, i).toFixed(1)}`));
  const at = {
    x: wall.origin.x + (wall.along.x * (start + end)) / 2,
    y: wall.origin.y + (wall.along.y * (start + end)) / 2,
  };
  if (places.size >= roundCorners)
    doubts.push({
      about: 'opening',
      level,
      at,
      says: `A ${fill ? kind : 'opening'} ${Math.round(end - start)} in. across is not square; it came in as the square around it.`,
    });
  const axes = fill ? axesOf(model, fill) : null;
  const forward = axes ? dot(axes.x, wall.along) >= 0 : true;
  const hingeLow = !/RIGHT/.test(operation);
  const swing: Side = axes && cross(wall.along, axes.y) < 0 ? 'right' : 'left';
  return {
    start,
    end,
    kind,
    sill: Math.max(0, Math.round((Math.min(...zs) - floor) * 16) / 16),
    head: Math.round((Math.max(...zs) - floor) * 16) / 16,
    hinge: hingeLow === forward ? 'from' : 'to',
    swing,
  };
}
