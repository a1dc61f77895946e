import type { Problem } from '../plan/problems.ts';
import { readPlanText } from '../plan/read.ts';
import { planFromDxf, type DrawingUnderstood, type DxfOptions, type SketchLine } from './dxf/index.ts';
import { planFromIfc, type IfcLibrary } from './ifc/index.ts';
import { planReport, type ImportReport } from './imported/toPlan.ts';
import { planFromRoomsCsv } from './roomsCsv.ts';

export {
  drawingUnits,
  type DrawingUnderstood,
  type DrawingUnit,
  drawnGaps,
  type DrawnGaps,
  type DrawnLayer,
  drawnWalls,
  type DrawnWalls,
  type ScaleReading,
  type SketchLine,
} from './dxf/index.ts';
export type { Doubt } from './imported/house.ts';
export type { ImportedRoom, ImportReport } from './imported/toPlan.ts';

export const importFormats = ['json', 'csv', 'dxf', 'ifc'] as const;
export type ImportFormat = (typeof importFormats)[number];

export { importSteps, type ImportStep } from './imported/toPlan.ts';

/** What came of a file: a whole, valid plan with what to look at, or every problem with its place. */
export type Imported =
  | ({ readonly ok: true } & ImportReport & Partial<DrawingUnderstood>)
  | ({ readonly ok: false; readonly problems: readonly Problem[] } & Partial<DrawingUnderstood> & {
        readonly sketch?: readonly SketchLine[];
      });

/** The format a file's name says; null for a name that says none we read. */
export function formatOfName(name: string): ImportFormat | null {
  const ending = name.toLowerCase().split('.').at(-1);
  return importFormats.find((f) => f === ending) ?? null;
}

/** Reads a file of another program into a plan. `loadIfc` is called for IFC alone, since its library is large. */
export async function importPlan(
  format: ImportFormat,
  bytes: Uint8Array,
  loadIfc: () => Promise<IfcLibrary>,
  options: DxfOptions = {},
): Promise<Imported> {
  const text = () => new TextDecoder().decode(bytes);
  options.told?.('reading');
  switch (format) {
    case 'json': {
      const read = readPlanText(text());
      return read.ok ? (planReport(read.plan) as Imported) : read;
    }
    case 'csv':
      return planFromRoomsCsv(text(), options.name);
    case 'dxf':
      return planFromDxf(text(), options);
    case 'ifc':
      return planFromIfc(await loadIfc(), bytes, options.name, options.told);
    default:
      return format satisfies never;
  }
}
