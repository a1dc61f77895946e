import type { XY } from '../../geometry/index.ts';
import { cables, isData } from '../../materials/index.ts';
import type { DeviceKind } from '../../plan/index.ts';
import { circle, polygon, polyline, segment, type Fill, type Ink, type Pen } from './ink.ts';

export const signKinds = ['receptacle', 'switch', 'light', 'data', 'alarm', 'other'] as const;
/** What a sign on paper stands for. Signs are the product's own; the key sheet tells them. */
export type SignKind = (typeof signKinds)[number];

const kinds: Readonly<Record<DeviceKind, SignKind>> = {
  receptacle: 'receptacle',
  gfci: 'receptacle',
  'counter-receptacle': 'receptacle',
  'appliance-receptacle': 'receptacle',
  switch: 'switch',
  'switch-3way': 'switch',
  'switch-4way': 'switch',
  dimmer: 'switch',
  light: 'light',
  'wafer-light': 'light',
  fan: 'other',
  'bath-fan': 'other',
  'smoke-alarm': 'alarm',
  'co-alarm': 'alarm',
  opener: 'other',
  data: 'data',
  tv: 'data',
  thermostat: 'data',
  doorbell: 'data',
  splice: 'other',
  disconnect: 'other',
};

/** The sign for a box by the device in its first place; an empty box has that of other things. */
export const signOf = (kind: DeviceKind | undefined): SignKind => (kind ? kinds[kind] : 'other');

export const signWords: Readonly<Record<SignKind, string>> = {
  receptacle: 'Receptacle',
  switch: 'Switch or control',
  light: 'Light',
  data: 'Data and low voltage',
  alarm: 'Smoke or CO alarm',
  other: 'Fan, equipment, splice or empty',
};

/** Proposed boxes are open, kept ones solid, those there already hatched. */
export const boxFill = (box: { readonly kept: boolean; readonly existing?: boolean }): Fill =>
  box.existing ? 'hatch' : box.kept ? 0 : 1;

const around = (at: XY, radius: number, corners: number, from: number): XY[] =>
  Array.from({ length: corners }, (_, i) => {
    const angle = from + (2 * Math.PI * i) / corners;
    return { x: at.x + radius * Math.cos(angle), y: at.y + radius * Math.sin(angle) };
  });

/** The corners of a sign around its middle, so many units from there to its edge, y down; null for those that are round. */
export function signCorners(kind: SignKind, at: XY, radius: number): XY[] | null {
  switch (kind) {
    case 'switch':
      return around(at, radius * 1.25, 3, -Math.PI / 2);
    case 'light':
      return around(at, radius * 1.2, 4, 0);
    case 'data':
      return around(at, radius * 1.25, 4, Math.PI / 4);
    case 'alarm':
      return around(at, radius * 1.15, 6, 0);
    default:
      return null;
  }
}

/** A sign as ink. */
export function signInk(kind: SignKind, at: XY, radius: number, fill: Fill): Ink[] {
  const pen: Pen = { width: radius * 0.28 };
  const corners = signCorners(kind, at, radius);
  const shape = corners ? polygon(corners) : circle(at, radius);
  const mark = { width: radius * 0.28, grey: fill === 0 ? 1 : 0 };
  const inner = {
    receptacle: segment({ x: at.x - radius * 0.5, y: at.y }, { x: at.x + radius * 0.5, y: at.y }),
    other: polyline([
      { x: at.x - radius * 0.45, y: at.y - radius * 0.45 },
      { x: at.x + radius * 0.45, y: at.y + radius * 0.45 },
    ]),
  } as Partial<Record<SignKind, string>>;
  const d = inner[kind];
  return [{ kind: 'path', d: shape, pen, fill }, ...(d ? [{ kind: 'path', d, pen: mark } as const] : [])];
}

const widths: Readonly<Record<number, number>> = { 14: 1, 12: 1.7, 10: 2.4 };

/** How a kind of cable is drawn without colour: heavier wire wider, three conductors dashed, data dotted. */
export function cablePen(cable: string): Pen {
  if (isData(cable)) return { width: 1.1, dash: [1.4, 2.6] };
  const kind = cables[cable];
  const width = widths[kind?.gauge ?? 0] ?? 3;
  return kind?.conductors === 3 ? { width, dash: [7, 2.5] } : { width };
}
