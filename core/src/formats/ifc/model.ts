import { nth } from '../../lookups/index.ts';
import type { FlatMesh, IfcAPI } from 'web-ifc';
import type { XYZ } from '../../geometry/index.ts';

/** The reader's library, handed in by whoever may load it; the core never loads its 6 MB itself. */
export type IfcLibrary = typeof import('web-ifc');

/** A line of the file as the library gives it. */
export interface IfcLine {
  readonly expressID: number;
  readonly type: number;
  readonly [attribute: string]: unknown;
}

const inchesPerMetre = 1000 / 25.4;

/** One open file: lines, relations and shapes, in inches with z up. */
export class IfcModel {
  private readonly api: IfcAPI;
  readonly ifc: IfcLibrary;
  private readonly model: number;

  constructor(ifc: IfcLibrary, api: IfcAPI, model: number) {
    this.ifc = ifc;
    this.api = api;
    this.model = model;
  }

  ids(...types: number[]): number[] {
    const found = types.flatMap((type) => {
      const list = this.api.GetLineIDsWithType(this.model, type);
      return Array.from({ length: list.size() }, (_, i) => list.get(i));
    });
    return [...new Set(found)].sort((a, b) => a - b);
  }

  line(id: number): IfcLine {
    return this.api.GetLine(this.model, id) as IfcLine;
  }

  /** The lines of a kind of relation. */
  relations(type: number): IfcLine[] {
    return this.ids(type).map((id) => this.line(id));
  }

  /** Corners of an element's shape. Empty when it has none that can be made. */
  corners(id: number): XYZ[] {
    let mesh: FlatMesh;
    try {
      mesh = this.api.GetFlatMesh(this.model, id);
    } catch {
      return [];
    }
    const corners: XYZ[] = [];
    for (let i = 0; i < mesh.geometries.size(); i++) {
      const placed = mesh.geometries.get(i);
      const geometry = this.api.GetGeometry(this.model, placed.geometryExpressID);
      const values = this.api.GetVertexArray(geometry.GetVertexData(), geometry.GetVertexDataSize());
      const t = placed.flatTransformation;
      for (let k = 0; k + 2 < values.length; k += 6) {
        const [x, y, z] = [nth(values, k), nth(values, k + 1), nth(values, k + 2)];
        const row = (r: number) => nth(t, r) * x + nth(t, r + 4) * y + nth(t, r + 8) * z + nth(t, r + 12);
        // The library's shapes are in metres with y up and z towards the viewer.
        corners.push({ x: row(0) * inchesPerMetre, y: -row(2) * inchesPerMetre, z: row(1) * inchesPerMetre });
      }
      geometry.delete();
    }
    return corners;
  }
}

export const refOf = (value: unknown): number | null =>
  typeof value === 'object' && value !== null && 'value' in value && typeof value.value === 'number'
    ? value.value
    : null;
export const refsOf = (value: unknown): number[] =>
  Array.isArray(value) ? value.flatMap((v) => refOf(v) ?? []) : [];
export const textOf = (value: unknown): string =>
  typeof value === 'object' && value !== null && 'value' in value ? String(value.value) : '';
export const numbersOf = (value: unknown): number[] =>
  Array.isArray(value) ? value.map((v) => Number(textOf(v) || v)) : [];
