import { listUnder, nth, valueIn } from '../../lookups/index.ts';
import type { Doubt, ImportedHouse, ImportedLabel, ImportedLevel, ImportedWall } from '../imported/house.ts';
import { framingKinds } from '../../materials/index.ts';
import { framingFor, housePlan, type ImportReading, type ImportStep } from '../imported/toPlan.ts';
import { IfcModel, refOf, refsOf, textOf, type IfcLibrary } from './model.ts';
import { openingOf, type OpeningContext } from './openings.ts';
import { boxAround, placeOf } from './shapes.ts';
import { storeysOf, type FoundWall, type Storey } from './storeys.ts';

export type { IfcLibrary } from './model.ts';

const circleSegments = 36;
const refuse = (message: string): ImportReading => ({ ok: false, problems: [{ path: '(file)', message }] });

function pairs(model: IfcModel, relation: number, from: string, to: string): Map<number, number[]> {
  const map = new Map<number, number[]>();
  for (const line of model.relations(relation)) {
    const key = refOf(line[from]);
    const values = [...refsOf(line[to]), ...[refOf(line[to])].flatMap((r) => r ?? [])];
    if (key !== null) listUnder(map, key).push(...values);
  }
  return map;
}

function inverse(map: ReadonlyMap<number, readonly number[]>): Map<number, number> {
  return new Map([...map].flatMap(([key, values]) => values.map((v) => [v, key] as const)));
}

/** Everything of one file that more than one reader asks for. */
interface Reading {
  readonly model: IfcModel;
  readonly doubts: Doubt[];
  readonly storeyOf: ReadonlyMap<number, number>;
  readonly voids: ReadonlyMap<number, readonly number[]>;
  readonly openings: OpeningContext;
}

function relationsOf(model: IfcModel, doubts: Doubt[]): Reading {
  const { ifc } = model;
  const contained = pairs(
    model,
    ifc.IFCRELCONTAINEDINSPATIALSTRUCTURE,
    'RelatingStructure',
    'RelatedElements',
  );
  const filled = pairs(model, ifc.IFCRELFILLSELEMENT, 'RelatingOpeningElement', 'RelatedBuildingElement');
  const fills = new Map(
    [...filled].flatMap(([opening, list]) => (list[0] === undefined ? [] : [[opening, list[0]] as const])),
  );
  const types = inverse(pairs(model, ifc.IFCRELDEFINESBYTYPE, 'RelatingType', 'RelatedObjects'));
  return {
    model,
    doubts,
    storeyOf: inverse(contained),
    voids: pairs(model, ifc.IFCRELVOIDSELEMENT, 'RelatingBuildingElement', 'RelatedOpeningElement'),
    openings: { model, fills, types, doubts },
  };
}

const nameOf = (model: IfcModel, id: number): string => textOf(model.line(id)['Name']) || `#${id}`;

/** Walls by their shapes; one without a shape is a doubt. */
function findWalls({ model, doubts, storeyOf }: Reading): FoundWall[] {
  const { ifc } = model;
  return model.ids(ifc.IFCWALL, ifc.IFCWALLSTANDARDCASE, ifc.IFCWALLELEMENTEDCASE).flatMap((id) => {
    const box = boxAround(model.corners(id));
    if (!box)
      doubts.push({
        about: `#${id}`,
        level: 'L1',
        at: null,
        says: `Wall ${nameOf(model, id)} has no shape that can be read; draw it by hand.`,
      });
    return box ? [{ id, box, storey: storeyOf.get(id) ?? -1 }] : [];
  });
}

/** A storey and the level it becomes. */
interface Placed {
  readonly level: string;
  readonly storey: Storey;
}

function wallOf({ id, box }: FoundWall, { level, storey }: Placed, reading: Reading): ImportedWall {
  const { model, doubts, voids } = reading;
  const rise = box.high - storey.floor;
  const name = nameOf(model, id);
  if (rise > storey.ceiling + 6)
    doubts.push({
      about: name,
      level,
      at: box.origin,
      says: `Wall ${name} rises with the roof to ${Math.round(rise / 12)} ft; it came in at the level’s ceiling height.`,
    });
  const openings = (voids.get(id) ?? []).flatMap(
    (o) => openingOf(o, box, storey.floor, level, reading.openings) ?? [],
  );
  const { origin: a, along, length, thickness } = box;
  const beyond = (thickness - framingKinds[framingFor(thickness)].depth) / 2;
  return {
    level,
    a,
    b: { x: a.x + along.x * length, y: a.y + along.y * length },
    thickness,
    exterior: false,
    ...(rise < storey.ceiling - 6 ? { height: Math.max(12, Math.round(rise * 16) / 16) } : {}),
    ...(beyond > 0.5 ? { finish: Math.min(6, Math.round(beyond * 16) / 16) } : {}),
    openings: openings.sort((x, y) => x.start - y.start),
  };
}

/** Names of rooms, each at a point inside its space. */
function labelsOf({ model, storeyOf }: Reading, levelOf: ReadonlyMap<number, Placed>): ImportedLabel[] {
  const { ifc } = model;
  const parentOf = inverse(pairs(model, ifc.IFCRELAGGREGATES, 'RelatingObject', 'RelatedObjects'));
  return model.ids(ifc.IFCSPACE).flatMap((id): ImportedLabel[] => {
    const line = model.line(id);
    const at = placeOf(model.corners(id));
    const placed = levelOf.get(parentOf.get(id) ?? storeyOf.get(id) ?? -1);
    const name = textOf(line['LongName']) || textOf(line['Name']);
    return at && placed && name ? [{ level: placed.level, at, name, size: null }] : [];
  });
}

function readHouse(model: IfcModel, doubts: Doubt[]): ImportedHouse {
  const reading = relationsOf(model, doubts);
  const found = findWalls(reading);
  const storeys = storeysOf(model, found, reading.voids);
  const placed = new Map(
    storeys.map((storey, i): [number, Placed] => [storey.id, { level: `L${i + 1}`, storey }]),
  );
  const levels = storeys.map((s, i): ImportedLevel => ({
    id: `L${i + 1}`,
    name: s.name || `Level ${i + 1}`,
    ceiling: s.ceiling,
    elevation: Math.round((s.floor - nth(storeys, 0).floor) * 16) / 16,
  }));
  const walls = found.map((wall) => wallOf(wall, valueIn(placed, wall.storey), reading));
  const labels = labelsOf(reading, placed);
  const curtains = model.ids(model.ifc.IFCCURTAINWALL).length;
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
  told: (step: ImportStep) => void = () => undefined,
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
    told('walls');
    const doubts: Doubt[] = [];
    const house = readHouse(new IfcModel(ifc, api, opened), doubts);
    return house.walls.length === 0
      ? refuse('holds no walls that have a shape')
      : housePlan(house, name, doubts, told);
  } catch (error) {
    return refuse(
      `cannot be read as IFC: ${error instanceof Error ? error.message.split('\n')[0] : 'the file is damaged'}. Export it again`,
    );
  } finally {
    if (opened >= 0) api.CloseModel(opened);
    api.Dispose();
  }
}
