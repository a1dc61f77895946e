import type { IfcLibrary } from '../src/formats/ifc/model.ts';

/** A small house written with the IFC library itself, for tests: what is in it is known to the inch. Lengths in the file's own unit. */
export interface WrittenOpening {
  readonly at: number;
  readonly width: number;
  readonly sill: number;
  readonly height: number;
  readonly fill: 'door' | 'window' | null;
  readonly operation?: 'SINGLE_SWING_LEFT' | 'SINGLE_SWING_RIGHT' | 'SLIDING_TO_LEFT';
  readonly round?: boolean;
}
export interface WrittenWall {
  readonly name: string;
  /** Where the wall's own axis starts; the axis is on the wall's right face. */
  readonly from: readonly [number, number];
  readonly heading: readonly [number, number];
  readonly length: number;
  readonly thickness: number;
  readonly height: number;
  /** Cut by a roof plane that rises along the wall to this height at its far end. */
  readonly risesTo?: number;
  readonly openings?: readonly WrittenOpening[];
}
export interface WrittenStorey {
  readonly name: string;
  readonly elevation: number;
  readonly walls: readonly WrittenWall[];
  readonly spaces?: readonly {
    name: string;
    from: readonly [number, number];
    size: readonly [number, number];
  }[];
}

export async function writeIfc(
  ifc: IfcLibrary,
  storeys: readonly WrittenStorey[],
  millimetres = false,
): Promise<Uint8Array> {
  const api = new ifc.IfcAPI();
  await api.Init();
  const I = ifc.IFC4;
  const model = api.CreateModel({
    schema: 'IFC4',
    name: 'house',
    description: ['test'],
    authors: [],
    organizations: [],
    authorization: '',
  });
  let count = 0;
  const id = () => new I.IfcGloballyUniqueId(`0test${String(++count).padStart(17, '0')}`);
  const label = (text: string) => new I.IfcLabel(text);
  const point = (...v: number[]) => new I.IfcCartesianPoint(v.map((x) => new I.IfcLengthMeasure(x)));
  const heading = (...v: number[]) => new I.IfcDirection(v.map((x) => new I.IfcReal(x)));
  const positive = (v: number) => new I.IfcPositiveLengthMeasure(v);
  const axes = (x: number, y: number, z: number, u: readonly number[] = [1, 0]) =>
    new I.IfcAxis2Placement3D(point(x, y, z), heading(0, 0, 1), heading(u[0]!, u[1]!, 0));
  type Placement = InstanceType<typeof I.IfcLocalPlacement>;
  const place = (
    x: number,
    y: number,
    z: number,
    u: readonly number[] = [1, 0],
    within: Placement | null = null,
  ) => new I.IfcLocalPlacement(within, axes(x, y, z, u));
  const units = new I.IfcUnitAssignment([
    new I.IfcSIUnit(
      I.IfcUnitEnum.LENGTHUNIT,
      millimetres ? I.IfcSIPrefix.MILLI : null,
      I.IfcSIUnitName.METRE,
    ),
  ]);
  const context = new I.IfcGeometricRepresentationContext(
    null,
    label('Model'),
    new I.IfcDimensionCount(3),
    new I.IfcReal(1e-5),
    axes(0, 0, 0),
    null,
  );
  const project = new I.IfcProject(id(), null, label('House'), null, null, null, null, [context], units);
  const block = (x: number, y: number, z: number, dx: number, dy: number, dz: number) =>
    new I.IfcExtrudedAreaSolid(
      new I.IfcRectangleProfileDef(
        I.IfcProfileTypeEnum.AREA,
        null,
        new I.IfcAxis2Placement2D(point(x + dx / 2, y + dy / 2), null),
        positive(dx),
        positive(dy),
      ),
      axes(0, 0, z),
      heading(0, 0, 1),
      positive(dz),
    );
  const disc = (x: number, y: number, z: number, diameter: number, depth: number) =>
    new I.IfcExtrudedAreaSolid(
      new I.IfcCircleProfileDef(
        I.IfcProfileTypeEnum.AREA,
        null,
        new I.IfcAxis2Placement2D(point(0, 0), null),
        positive(diameter / 2),
      ),
      new I.IfcAxis2Placement3D(point(x, y, z), heading(0, 1, 0), heading(1, 0, 0)),
      heading(0, 0, 1),
      positive(depth),
    );
  const shape = (kind: string, ...items: InstanceType<typeof I.IfcGeometricRepresentationItem>[]) =>
    new I.IfcProductDefinitionShape(null, null, [
      new I.IfcShapeRepresentation(context, label('Body'), label(kind), items),
    ]);
  const write = <T>(line: T): T => {
    api.WriteLine(model, line as never);
    return line;
  };
  write(project);
  for (const storey of storeys) {
    const floor = place(0, 0, storey.elevation);
    const level = new I.IfcBuildingStorey(
      id(),
      null,
      label(storey.name),
      null,
      null,
      floor,
      null,
      null,
      null,
      new I.IfcLengthMeasure(storey.elevation),
    );
    const contained = storey.walls.map((w) => {
      const at = place(w.from[0], w.from[1], 0, w.heading, floor);
      const body = block(0, 0, 0, w.length, w.thickness, w.risesTo ?? w.height);
      const slope = [w.length, (w.risesTo ?? 0) - w.height] as const;
      const steep = Math.hypot(...slope) || 1;
      const plane = new I.IfcPlane(
        new I.IfcAxis2Placement3D(
          point(0, 0, w.height),
          heading(-slope[1] / steep, 0, slope[0] / steep),
          heading(slope[0] / steep, 0, slope[1] / steep),
        ),
      );
      const cut = w.risesTo
        ? new I.IfcBooleanClippingResult(
            I.IfcBooleanOperator.DIFFERENCE,
            body,
            new I.IfcHalfSpaceSolid(plane, new I.IfcBoolean(false)),
          )
        : null;
      const wall = new I.IfcWall(
        id(),
        null,
        label(w.name),
        null,
        null,
        at,
        cut ? shape('Clipping', cut) : shape('SweptSolid', body),
        null,
        null,
      );
      write(wall);
      for (const o of w.openings ?? []) {
        const inside = place(o.at, 0, o.sill, [1, 0], at);
        const hole = o.round
          ? disc(o.width / 2, -w.thickness / 2, o.height / 2, o.width, w.thickness * 2)
          : block(0, -w.thickness / 2, 0, o.width, w.thickness * 2, o.height);
        const opening = new I.IfcOpeningElement(
          id(),
          null,
          null,
          null,
          null,
          inside,
          shape('SweptSolid', hole),
          null,
          null,
        );
        write(new I.IfcRelVoidsElement(id(), null, null, null, wall, opening));
        if (!o.fill) continue;
        const leaf = place(0, 0, 0, [1, 0], inside);
        const fill =
          o.fill === 'door'
            ? new I.IfcDoor(
                id(),
                null,
                null,
                null,
                null,
                leaf,
                null,
                null,
                positive(o.height),
                positive(o.width),
                I.IfcDoorTypeEnum.DOOR,
                I.IfcDoorTypeOperationEnum[o.operation ?? 'SINGLE_SWING_LEFT'],
                null,
              )
            : new I.IfcWindow(
                id(),
                null,
                null,
                null,
                null,
                leaf,
                null,
                null,
                positive(o.height),
                positive(o.width),
                null,
                null,
                null,
              );
        write(new I.IfcRelFillsElement(id(), null, null, null, opening, fill));
      }
      return wall;
    });
    write(new I.IfcRelContainedInSpatialStructure(id(), null, null, null, contained, level));
    const rooms = (storey.spaces ?? []).map(
      (s) =>
        new I.IfcSpace(
          id(),
          null,
          label(s.name),
          null,
          null,
          place(s.from[0], s.from[1], 0, [1, 0], floor),
          shape('SweptSolid', block(0, 0, 0, s.size[0], s.size[1], storey.walls[0]!.height)),
          label(s.name),
          null,
          null,
          null,
        ),
    );
    if (rooms.length > 0) write(new I.IfcRelAggregates(id(), null, null, null, level, rooms));
  }
  const bytes = api.SaveModel(model);
  api.Dispose();
  return bytes;
}
