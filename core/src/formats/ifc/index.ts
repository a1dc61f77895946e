import { must, nth, valueIn } from '../../lookups/index.ts';
import { cross, dot, type XY, type XYZ } from '../../geometry/index.ts';
import type { Side } from '../../plan/index.ts';
import type {
  Doubt,
  ImportedHouse,
  ImportedLabel,
  ImportedLevel,
  ImportedOpening,
  ImportedWall,
} from '../imported/house.ts';
import { framingKinds } from '../../materials/index.ts';
import { framingFor, housePlan, type ImportReading } from '../imported/toPlan.ts';
import { IfcModel, numbersOf, refOf, refsOf, textOf, type IfcLibrary, type IfcLine } from './model.ts';

export type { IfcLibrary } from './model.ts';

interface Box {
  readonly origin: XY;
  readonly along: XY;
  readonly length: number;
  readonly thickness: number;
  readonly low: number;
  readonly high: number;
}

/** A square hole shows four corners, one cut by a roof five or six; more are a curve. */
const roundCorners = 7;
const circleSegments = 36;
const refuse = (message: string): ImportReading => ({ ok: false, problems: [{ path: '(file)', message }] });

/** The plan rectangle of least area around a shape: its long side is the wall, its short side the thickness. */
function boxAround(corners: readonly XYZ[]): Box | null {
  if (corners.length < 6) return null;
  const headings = new Set<number>();
  for (let i = 0; i + 1 < corners.length; i++) {
    const [dx, dy] = [nth(corners, i + 1).x - nth(corners, i).x, nth(corners, i + 1).y - nth(corners, i).y];
    if (Math.hypot(dx, dy) > 2)
      headings.add(Math.round((((Math.atan2(dy, dx) * 180) / Math.PI + 360) % 90) * 200) / 200);
  }
  let best: { area: number; box: Box } | null = null;
  for (const degrees of headings) {
    const radians = (degrees * Math.PI) / 180;
    const u = { x: Math.cos(radians), y: Math.sin(radians) };
    const us = corners.map((c) => dot(c, u));
    const vs = corners.map((c) => cross(u, c));
    const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
    const area = (u1 - u0) * (v1 - v0);
    if (best && area >= best.area - 1e-6) continue;
    const zs = corners.map((c) => c.z);
    const lengthwise = u1 - u0 >= v1 - v0;
    const along = lengthwise ? u : { x: -u.y, y: u.x };
    const at = (s: number, t: number) => ({ x: u.x * s - u.y * t, y: u.y * s + u.x * t });
    const origin = lengthwise ? at(u0, (v0 + v1) / 2) : at((u0 + u1) / 2, v0);
    const [length, thickness] = lengthwise ? [u1 - u0, v1 - v0] : [v1 - v0, u1 - u0];
    best = { area, box: { origin, along, length, thickness, low: Math.min(...zs), high: Math.max(...zs) } };
  }
  return best?.box ?? null;
}

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

interface Context {
  readonly model: IfcModel;
  readonly fills: ReadonlyMap<number, number>;
  readonly types: ReadonlyMap<number, number>;
  readonly doubts: Doubt[];
}

function openingOf(
  opening: number,
  wall: Box,
  floor: number,
  level: string,
  context: Context,
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

function middle(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)] ?? 0;
}

/** A point inside a space: the middle of its largest triangle on the floor. */
function placeOf(corners: readonly XYZ[]): XY | null {
  const floor = Math.min(...corners.map((c) => c.z));
  const low = corners.filter((c) => Math.abs(c.z - floor) < 1);
  if (low.length < 3) return null;
  const sum = low.reduce((s, c) => ({ x: s.x + c.x, y: s.y + c.y }), { x: 0, y: 0 });
  return { x: sum.x / low.length, y: sum.y / low.length };
}

function pairs(model: IfcModel, relation: number, from: string, to: string): Map<number, number[]> {
  const map = new Map<number, number[]>();
  for (const line of model.relations(relation)) {
    const key = refOf(line[from]);
    const values = [...refsOf(line[to]), ...[refOf(line[to])].flatMap((r) => r ?? [])];
    if (key !== null) map.set(key, [...(map.get(key) ?? []), ...values]);
  }
  return map;
}

function inverse(map: ReadonlyMap<number, readonly number[]>): Map<number, number> {
  return new Map([...map].flatMap(([key, values]) => values.map((v) => [v, key] as const)));
}

interface Storey {
  readonly id: number;
  readonly floor: number;
  readonly ceiling: number;
  readonly name: string;
}

interface FoundWall {
  readonly id: number;
  readonly box: Box;
  readonly storey: number;
}

const overHeads = 12;

/** Storeys that have walls, lowest first. The ceiling is the height most walls have, and clear of every opening's head. */
function storeysOf(
  model: IfcModel,
  walls: readonly FoundWall[],
  voids: ReadonlyMap<number, readonly number[]>,
): Storey[] {
  return [...new Set(walls.map((w) => w.storey))]
    .map((id): Storey => {
      const own = walls.filter((w) => w.storey === id);
      const floor = middle(own.map((w) => w.box.low));
      const heads = own
        .flatMap((w) => voids.get(w.id) ?? [])
        .flatMap((o) => model.corners(o).map((c) => c.z - floor));
      const usual = middle(own.map((w) => w.box.high - floor));
      const ceiling = Math.max(usual, heads.reduce((a, b) => Math.max(a, b), 0) + overHeads);
      const line = id < 0 ? null : model.line(id);
      const name = line ? textOf(line['LongName']) || textOf(line['Name']) : 'Main';
      return {
        id,
        floor,
        ceiling: Math.round((ceiling > usual + overHeads ? ceiling : usual) * 16) / 16,
        name,
      };
    })
    .sort((a, b) => a.floor - b.floor);
}

function readHouse(model: IfcModel, doubts: Doubt[]): ImportedHouse {
  const { ifc } = model;
  const storeyOf = inverse(
    pairs(model, ifc.IFCRELCONTAINEDINSPATIALSTRUCTURE, 'RelatingStructure', 'RelatedElements'),
  );
  const parentOf = inverse(pairs(model, ifc.IFCRELAGGREGATES, 'RelatingObject', 'RelatedObjects'));
  const voids = pairs(model, ifc.IFCRELVOIDSELEMENT, 'RelatingBuildingElement', 'RelatedOpeningElement');
  const filled = pairs(model, ifc.IFCRELFILLSELEMENT, 'RelatingOpeningElement', 'RelatedBuildingElement');
  const fills = new Map(
    [...filled].flatMap(([opening, list]) => (list[0] === undefined ? [] : [[opening, list[0]] as const])),
  );
  const types = inverse(pairs(model, ifc.IFCRELDEFINESBYTYPE, 'RelatingType', 'RelatedObjects'));
  const context: Context = { model, fills, types, doubts };

  const found = model.ids(ifc.IFCWALL, ifc.IFCWALLSTANDARDCASE, ifc.IFCWALLELEMENTEDCASE).flatMap((id) => {
    const box = boxAround(model.corners(id));
    if (!box)
      doubts.push({
        about: `#${id}`,
        level: 'L1',
        at: null,
        says: `Wall ${textOf(model.line(id)['Name']) || `#${id}`} has no shape that can be read; draw it by hand.`,
      });
    return box ? [{ id, box, storey: storeyOf.get(id) ?? -1 }] : [];
  });
  const storeys = storeysOf(model, found, voids);
  const levelOf = new Map(storeys.map((s, i) => [s.id, `L${i + 1}`]));
  const levels = storeys.map((s, i): ImportedLevel => ({
    id: `L${i + 1}`,
    name: s.name || `Level ${i + 1}`,
    ceiling: s.ceiling,
    elevation: Math.round((s.floor - nth(storeys, 0).floor) * 16) / 16,
  }));

  const walls = found.map(({ id, box, storey }): ImportedWall => {
    const level = valueIn(levelOf, storey);
    const { floor, ceiling } = must(
      storeys.find((s) => s.id === storey),
      'what was looked for',
    );
    const rise = box.high - floor;
    const name = textOf(model.line(id)['Name']) || `#${id}`;
    if (rise > ceiling + 6)
      doubts.push({
        about: name,
        level,
        at: box.origin,
        says: `Wall ${name} rises with the roof to ${Math.round(rise / 12)} ft; it came in at the level’s ceiling height.`,
      });
    const openings = (voids.get(id) ?? []).flatMap((o) => openingOf(o, box, floor, level, context) ?? []);
    const { origin: a, along, length, thickness } = box;
    const b = { x: a.x + along.x * length, y: a.y + along.y * length };
    const beyond = (thickness - framingKinds[framingFor(thickness)].depth) / 2;
    return {
      level,
      a,
      b,
      thickness,
      exterior: false,
      ...(rise < ceiling - 6 ? { height: Math.max(12, Math.round(rise * 16) / 16) } : {}),
      ...(beyond > 0.5 ? { finish: Math.min(6, Math.round(beyond * 16) / 16) } : {}),
      openings: openings.sort((x, y) => x.start - y.start),
    };
  });
  const labels = model.ids(ifc.IFCSPACE).flatMap((id): ImportedLabel[] => {
    const line = model.line(id);
    const at = placeOf(model.corners(id));
    const level = levelOf.get(parentOf.get(id) ?? storeyOf.get(id) ?? -1);
    const name = textOf(line['LongName']) || textOf(line['Name']);
    return at && level && name ? [{ level, at, name, size: null }] : [];
  });
  const curtains = model.ids(ifc.IFCCURTAINWALL).length;
  if (curtains > 0)
    doubts.push({
      about: 'curtain walls',
      level: 'L1',
      at: null,
      says: `${curtains} curtain walls were left out; draw them as fixed glass.`,
    });
  return { levels, walls, labels };
}

/**
 * Reads a plan out of an IFC file (2x3 and 4). Walls come by the middle of their own shape, so it does not matter where the file keeps their
 * axis. Never throws; what is doubtful comes back as such.
 */
export async function planFromIfc(
  ifc: IfcLibrary,
  bytes: Uint8Array,
  name = 'Imported model',
): Promise<ImportReading> {
  const head = new TextDecoder().decode(bytes.slice(0, 200)).trimStart();
  if (bytes.length === 0) return refuse('is empty');
  if (!head.startsWith('ISO-10303-21'))
    return refuse(
      'is not an IFC file: it does not begin with ISO-10303-21. Save the model as .ifc (not .ifczip or .ifcxml)',
    );
  const api = new ifc.IfcAPI();
  await api.Init();
  api.SetLogLevel(ifc.LogLevel.LOG_LEVEL_OFF);
  let opened = -1;
  try {
    opened = api.OpenModel(bytes, { CIRCLE_SEGMENTS: circleSegments });
    if (opened < 0) return refuse('cannot be read as IFC; export it again as IFC 2x3 or IFC 4');
    const doubts: Doubt[] = [];
    const house = readHouse(new IfcModel(ifc, api, opened), doubts);
    return house.walls.length === 0
      ? refuse('holds no walls that have a shape')
      : housePlan(house, name, doubts);
  } catch (error) {
    return refuse(
      `cannot be read as IFC: ${error instanceof Error ? error.message.split('\n')[0] : 'the file is damaged'}. Export it again`,
    );
  } finally {
    if (opened >= 0) api.CloseModel(opened);
    api.Dispose();
  }
}
