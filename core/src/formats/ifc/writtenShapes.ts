import type * as WebIfc from 'web-ifc';
import type { XY } from '../../geometry/index.ts';

export const metre = 0.0254;

export type Ifc4 = (typeof WebIfc)['IFC4'];
export type Placement = WebIfc.IFC4.IfcLocalPlacement;
/** A right-angled block in inches, from its nearest corner. */
export interface Block {
  readonly at: readonly [x: number, y: number, z: number];
  readonly size: readonly [x: number, y: number, z: number];
}

/** The parts of IFC that everything is made of; lengths come in inches and are written in metres. */
export class WrittenShapes {
  private count = 0;
  readonly context: WebIfc.IFC4.IfcGeometricRepresentationContext;

  constructor(readonly I: Ifc4) {
    this.context = new I.IfcGeometricRepresentationContext(
      null,
      this.label('Model'),
      new I.IfcDimensionCount(3),
      new I.IfcReal(1e-5),
      this.axes([0, 0, 0]),
      null,
    );
  }

  /** Ids count up: the same plan has the same. Their letters are those of the standard (IfcGloballyUniqueId). */
  id() {
    return new this.I.IfcGloballyUniqueId(`0fieldchalk${String(++this.count).padStart(11, '0')}`);
  }

  label(words: string) {
    return new this.I.IfcLabel(words);
  }

  point(...inches: number[]) {
    return new this.I.IfcCartesianPoint(
      inches.map((v) => new this.I.IfcLengthMeasure(Math.round(v * metre * 1e6) / 1e6)),
    );
  }

  private heading(...v: number[]) {
    return new this.I.IfcDirection(v.map((x) => new this.I.IfcReal(x)));
  }

  positive(inches: number) {
    return new this.I.IfcPositiveLengthMeasure(Math.round(inches * metre * 1e6) / 1e6);
  }

  private axes(at: readonly number[], u: XY = { x: 1, y: 0 }) {
    return new this.I.IfcAxis2Placement3D(
      this.point(...at),
      this.heading(0, 0, 1),
      this.heading(u.x, u.y, 0),
    );
  }

  place(at: readonly [number, number, number], within: Placement | null, u?: XY): Placement {
    return new this.I.IfcLocalPlacement(within, this.axes(at, u));
  }

  block({ at: [x, y, z], size: [dx, dy, dz] }: Block) {
    const { I } = this;
    return new I.IfcExtrudedAreaSolid(
      new I.IfcRectangleProfileDef(
        I.IfcProfileTypeEnum.AREA,
        null,
        new I.IfcAxis2Placement2D(this.point(x + dx / 2, y + dy / 2), null),
        this.positive(dx),
        this.positive(dy),
      ),
      this.axes([0, 0, z]),
      this.heading(0, 0, 1),
      this.positive(dz),
    );
  }

  prism(corners: readonly XY[], height: number) {
    const { I } = this;
    const points = corners.map((p) => this.point(p.x, p.y));
    const [first] = points;
    return new I.IfcExtrudedAreaSolid(
      new I.IfcArbitraryClosedProfileDef(
        I.IfcProfileTypeEnum.AREA,
        null,
        new I.IfcPolyline(first ? [...points, first] : points),
      ),
      this.axes([0, 0, 0]),
      this.heading(0, 0, 1),
      this.positive(height),
    );
  }

  cable(path: readonly (XY & { readonly z: number })[], radius: number) {
    const points = path.filter((p, i) => {
      const before = path[i - 1];
      return !before || Math.hypot(p.x - before.x, p.y - before.y, p.z - before.z) > 0.01;
    });
    return new this.I.IfcSweptDiskSolid(
      new this.I.IfcPolyline(points.map((p) => this.point(p.x, p.y, p.z))),
      this.positive(radius),
      null,
      null,
      null,
    );
  }

  body(kind: 'SweptSolid' | 'AdvancedSweptSolid', item: WebIfc.IFC4.IfcGeometricRepresentationItem) {
    return new this.I.IfcProductDefinitionShape(null, null, [
      new this.I.IfcShapeRepresentation(this.context, this.label('Body'), this.label(kind), [item]),
    ]);
  }
}
