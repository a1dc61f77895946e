import type * as WebIfc from 'web-ifc';
import { boxSize, deviceWords, devicesIn } from '../../boxes/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { cables, panelSize } from '../../materials/index.ts';
import type { DrawnHouse } from '../../outputs/drawing/drawnHouse.ts';
import { plateEnds } from '../../outputs/drawing/wallShapes.ts';
import { signOf } from '../../outputs/figures/signs.ts';
import { catalogueOf, type Opening, type Plan } from '../../plan/index.ts';
import { isThroughWall } from '../../plan/kinds.ts';
import { boxNumber } from '../../plan/things.ts';
import { boundaryOfRoom } from '../../rooms/walked.ts';
import { wallSegment, type WallSegment } from '../../survey/snapping.ts';
import type { IfcLibrary } from './model.ts';
import { type Block, type Ifc4, metre, type Placement, WrittenShapes } from './writtenShapes.ts';

/** How deep a box is drawn, in inches. */
const boxDepth = 2.75;
const usualHeight = 97.125;

type Product = WebIfc.IFC4.IfcProduct;
/** The library writes down when it wrote a file; the same plan is to give the same bytes, so that is taken out of the head. */
function withoutMoment(file: Uint8Array): Uint8Array {
  const head = new TextDecoder('latin1').decode(file.subarray(0, 8192));
  const found = /^FILE_NAME\('.*?','(\d{4}-\d\d-\d\dT[\d:.]+)'/m.exec(head);
  const moment = found?.[1];
  if (!found || moment === undefined) return file;
  const at = found.index + found[0].length - 1 - moment.length;
  const none = '2000-01-01T00:00:00'.padEnd(moment.length, '0').slice(0, moment.length);
  file.set(new TextEncoder().encode(none), at);
  return file;
}

/** One file: its project, storeys, and what stands in them. */
class HouseFile {
  private readonly api: WebIfc.IfcAPI;
  private readonly model: number;
  private readonly shapes: WrittenShapes;
  private readonly I: Ifc4;

  constructor(
    api: WebIfc.IfcAPI,
    { IFC4 }: IfcLibrary,
    private readonly plan: Plan,
    private readonly result: DrawnHouse,
  ) {
    this.api = api;
    this.I = IFC4;
    this.shapes = new WrittenShapes(IFC4);
    this.model = api.CreateModel({
      schema: 'IFC4',
      name: plan.job.name,
      description: ['ViewDefinition [ReferenceView]'],
      authors: [],
      organizations: [],
      authorization: '',
    });
  }

  private write<T>(line: T): T {
    this.api.WriteLine(this.model, line as never);
    return line;
  }

  all(): Uint8Array {
    const { I, shapes, plan } = this;
    const units = new I.IfcUnitAssignment([
      new I.IfcSIUnit(I.IfcUnitEnum.LENGTHUNIT, null, I.IfcSIUnitName.METRE),
    ]);
    const head = [shapes.id(), null, shapes.label(plan.job.name), null, null, null, null] as const;
    const project = new I.IfcProject(...head, [shapes.context], units);
    this.write(project);
    const building = new I.IfcBuilding(
      ...([
        shapes.id(),
        null,
        shapes.label(plan.job.name),
        null,
        null,
        shapes.place([0, 0, 0], null),
      ] as const),
      ...([null, null, null, null, null, null] as const),
    );
    this.write(new I.IfcRelAggregates(shapes.id(), null, null, null, project, [building]));
    const storeys = Object.entries(plan.levels)
      .sort(([, a], [, b]) => a.elevation - b.elevation)
      .map(([level, { name, elevation }]) => {
        const floor = shapes.place([0, 0, elevation], null);
        const storey = new I.IfcBuildingStorey(
          ...([shapes.id(), null, shapes.label(name || level), null, null, floor, null, null, null] as const),
          new I.IfcLengthMeasure(elevation * metre),
        );
        this.level(level, storey, floor);
        return storey;
      });
    this.write(new I.IfcRelAggregates(shapes.id(), null, null, null, building, storeys));
    return withoutMoment(this.api.SaveModel(this.model));
  }

  private level(level: string, storey: WebIfc.IFC4.IfcBuildingStorey, floor: Placement): void {
    const { I, shapes, plan } = this;
    const walls = Object.keys(plan.walls).filter(
      (id) => entryOf(plan.points, entryOf(plan.walls, id).from).level === level,
    );
    const products: Product[] = walls.flatMap((id) => this.wall(id, floor));
    products.push(...this.flat(level, floor), ...this.cables(level));
    if (products.length > 0)
      this.write(new I.IfcRelContainedInSpatialStructure(shapes.id(), null, null, null, products, storey));
    const spaces = Object.entries(plan.rooms).flatMap(([id, room]) => {
      const polygon = room.level === level ? boundaryOfRoom(plan, id)?.polygon : undefined;
      if (!polygon) return [];
      const name = shapes.label(room.name || room.use);
      const height = entryOf(plan.levels, level).ceiling;
      return [
        new I.IfcSpace(
          ...([
            shapes.id(),
            null,
            name,
            null,
            shapes.label(room.use),
            shapes.place([0, 0, 0], floor),
          ] as const),
          shapes.body('SweptSolid', shapes.prism(polygon, height)),
          name,
          null,
          I.IfcSpaceTypeEnum.INTERNAL,
          null,
        ),
      ];
    });
    if (spaces.length > 0) this.write(new I.IfcRelAggregates(shapes.id(), null, null, null, storey, spaces));
  }

  private wall(id: string, floor: Placement): Product[] {
    const { I, shapes, plan, result } = this;
    const line = wallSegment(plan, id);
    if (!line) return [];
    const own = result.members.filter((m) => m.wall === id);
    const [from, to] = plateEnds(own) ?? [0, line.span];
    const height = own.length > 0 ? Math.max(...own.map((m) => m.high)) : usualHeight;
    const at = shapes.place([line.a.x, line.a.y, 0], floor, line.u);
    const body = shapes.block({ at: [from, -line.half, 0], size: [to - from, 2 * line.half, height] });
    const wall = new I.IfcWall(
      ...([shapes.id(), null, shapes.label(id), null, null, at, shapes.body('SweptSolid', body)] as const),
      null,
      entryOf(plan.walls, id).exterior ? I.IfcWallTypeEnum.STANDARD : I.IfcWallTypeEnum.PARTITIONING,
    );
    this.write(wall);
    for (const o of Object.values(plan.openings))
      if (o.wall === id && isThroughWall(o)) this.opening(o, wall, at, line);
    return [wall, ...this.wallBoxes(id, at, line), ...this.panels(id, at, line)];
  }

  private opening(o: Opening, wall: WebIfc.IFC4.IfcWall, within: Placement, line: WallSegment): void {
    const { I, shapes } = this;
    const at = shapes.place([o.at, 0, o.sill], within);
    const deep = 2 * line.half + 2;
    const size = { at: [0, -deep / 2, 0], size: [o.width, deep, o.head - o.sill] } as const;
    const opening = new I.IfcOpeningElement(
      ...([shapes.id(), null, null, null, null, at, shapes.body('SweptSolid', shapes.block(size))] as const),
      null,
      I.IfcOpeningElementTypeEnum.OPENING,
    );
    this.write(new I.IfcRelVoidsElement(shapes.id(), null, null, null, wall, opening));
    const leaf = shapes.place([0, 0, 0], at);
    const measures = [shapes.positive(o.head - o.sill), shapes.positive(o.width)] as const;
    const head = [shapes.id(), null, shapes.label(o.kind), null, null, leaf, null, null] as const;
    const isGlass = o.kind === 'window' || o.kind === 'fixed-glass';
    const isDoor = o.kind === 'door' || o.kind === 'sliding-door' || o.kind === 'garage-door';
    if (!isGlass && !isDoor) return;
    const isLeft = (o.hinge === 'from') === (o.swing === 'left');
    const fill = isGlass
      ? new I.IfcWindow(...head, ...measures, I.IfcWindowTypeEnum.WINDOW, null, null)
      : new I.IfcDoor(
          ...head,
          ...measures,
          I.IfcDoorTypeEnum.DOOR,
          o.kind === 'door'
            ? isLeft
              ? I.IfcDoorTypeOperationEnum.SINGLE_SWING_LEFT
              : I.IfcDoorTypeOperationEnum.SINGLE_SWING_RIGHT
            : I.IfcDoorTypeOperationEnum.SLIDING_TO_LEFT,
          null,
        );
    this.write(new I.IfcRelFillsElement(shapes.id(), null, null, null, opening, fill));
  }

  /** A box as what is in it: an outlet, a switch, a light, an alarm, or the box of a splice. */
  private terminal(box: string, at: Placement, block: Block): Product {
    const { I, shapes, plan } = this;
    const [first] = devicesIn(plan, box);
    const kind = first?.[1].kind;
    const words = `Box ${boxNumber(box)}${kind ? `, ${deviceWords(kind)}` : ''}`;
    const body = shapes.body('SweptSolid', shapes.block(block));
    const head = [
      shapes.id(),
      null,
      shapes.label(words),
      null,
      null,
      at,
      body,
      new I.IfcIdentifier(box),
    ] as const;
    switch (signOf(kind)) {
      case 'receptacle':
        return new I.IfcOutlet(...head, I.IfcOutletTypeEnum.POWEROUTLET);
      case 'data':
        return new I.IfcOutlet(...head, I.IfcOutletTypeEnum.DATAOUTLET);
      case 'switch':
        return new I.IfcSwitchingDevice(
          ...head,
          kind === 'dimmer'
            ? I.IfcSwitchingDeviceTypeEnum.DIMMERSWITCH
            : I.IfcSwitchingDeviceTypeEnum.TOGGLESWITCH,
        );
      case 'light':
        return new I.IfcLightFixture(...head, I.IfcLightFixtureTypeEnum.NOTDEFINED);
      case 'alarm':
        return new I.IfcAlarm(...head, I.IfcAlarmTypeEnum.NOTDEFINED);
      default:
        return new I.IfcJunctionBox(...head, I.IfcJunctionBoxTypeEnum.POWER);
    }
  }

  private wallBoxes(wall: string, within: Placement, line: WallSegment): Product[] {
    const { shapes, plan, result } = this;
    const catalogue = catalogueOf(plan);
    return Object.entries(result.marks).flatMap(([id, m]) => {
      const box = m.wall === wall ? plan.boxes[id] : undefined;
      if (!box) return [];
      const { width } = boxSize(box, catalogue);
      const y = m.side === 'left' ? line.half - boxDepth : -line.half;
      const height = m.topFromSubfloor - m.bottomFromSubfloor;
      const at = shapes.place([m.at - width / 2, y, m.bottomFromSubfloor], within);
      return [this.terminal(id, at, { at: [0, 0, 0], size: [width, boxDepth, height] })];
    });
  }

  private panels(wall: string, within: Placement, line: WallSegment): Product[] {
    const { I, shapes, plan } = this;
    return Object.values(plan.panels).flatMap((p) => {
      if (p.on.wall !== wall || p.on.away > 0) return [];
      const { width, height, bottom } = panelSize;
      const y = p.on.side === 'left' ? line.half : -line.half - 4;
      const at = shapes.place([p.on.at - width / 2, y, bottom], within);
      const body = shapes.body('SweptSolid', shapes.block({ at: [0, 0, 0], size: [width, 4, height] }));
      return [
        new I.IfcElectricDistributionBoard(
          ...([shapes.id(), null, shapes.label(p.name || 'Panel'), null, null, at, body, null] as const),
          I.IfcElectricDistributionBoardTypeEnum.DISTRIBUTIONBOARD,
        ),
      ];
    });
  }

  /** What is on ceilings and in floors. */
  private flat(level: string, floor: Placement): Product[] {
    const { shapes, plan } = this;
    return Object.entries(plan.boxes).flatMap(([id, { on }]) => {
      const room = 'ceiling' in on ? on.ceiling : 'floor' in on ? on.floor : null;
      if (room === null || !('x' in on) || plan.rooms[room]?.level !== level) return [];
      const z = 'ceiling' in on ? entryOf(plan.levels, level).ceiling : -boxDepth;
      const at = shapes.place([on.x - 2, on.y - 2, z], floor);
      return [this.terminal(id, at, { at: [0, 0, 0], size: [4, 4, boxDepth] })];
    });
  }

  /** Cables that begin on the level, along their ways. */
  private cables(level: string): Product[] {
    const { I, shapes, plan, result } = this;
    return Object.entries(result.runs).flatMap(([id, { path, cable }]) => {
      const run = plan.runs[id];
      const on = run && (plan.boxes[run.from]?.on ?? plan.panels[run.from]?.on);
      if (!on || path.length < 2) return [];
      const of =
        'wall' in on
          ? plan.points[plan.walls[on.wall]?.from ?? '']?.level
          : plan.rooms['ceiling' in on ? on.ceiling : on.floor]?.level;
      if (of !== level) return [];
      const radius = (cables[cable]?.width ?? 0.4) / 2;
      return [
        new I.IfcCableSegment(
          ...([shapes.id(), null, shapes.label(cable), null, null, shapes.place([0, 0, 0], null)] as const),
          shapes.body('AdvancedSweptSolid', shapes.cable(path, radius)),
          new I.IfcIdentifier(id),
          I.IfcCableSegmentTypeEnum.CABLESEGMENT,
        ),
      ];
    });
  }
}

/**
 * A plan as an IFC4 file: storeys, walls with their openings, doors and windows, spaces, outlets, switches, lights, alarms, boards, and cable along its way. Metres.
 * `library` is web-ifc; where its wasm is not beside it, `locate` says where.
 */
export async function planIfc(library: IfcLibrary, plan: Plan, result: DrawnHouse): Promise<Uint8Array> {
  const api = new library.IfcAPI();
  await api.Init();
  try {
    return new HouseFile(api, library, plan, result).all();
  } finally {
    api.Dispose();
  }
}
