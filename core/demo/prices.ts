import type { Plan } from '../src/plan/index.ts';

/** What our invented company pays, in cents. */
const cables = {
  'cable-14/2': 48,
  'cable-12/2': 71,
  'cable-14/3': 74,
  'cable-10/3': 168,
  'cable-6/3': 365,
  'cable-data': 31,
};
const byInch = { 'backing-2x4': 6, 'backing-2x6': 9, 'tube-1-1/4': 12 };
const boxes = {
  'box-plastic-1g-18': 96,
  'box-plastic-1g-20': 118,
  'box-plastic-1g-22.5': 139,
  'box-plastic-2g-34': 244,
  'box-plastic-2g-42': 312,
  'box-plastic-3g-54': 465,
  'box-plastic-4g-68': 720,
  'box-plastic-ceiling-20': 285,
  'box-old-work-1g-20': 395,
  'box-bracket-1g': 188,
  'box-fan-21.5': 1890,
  'extension-1g': 340,
  'brace-joist': 1240,
};
const devices = {
  'device-receptacle-15': 142,
  'device-counter-receptacle': 415,
  'device-appliance-receptacle': 1380,
  'device-gfci-15': 1880,
  'device-gfci-20': 2140,
  'device-switch': 165,
  'device-switch-3way': 385,
  'device-switch-4way': 1420,
  'device-dimmer': 2650,
  'device-light': 3900,
  'device-wafer-light': 1650,
  'device-fan': 14_900,
  'device-bath-fan': 9800,
  'device-smoke-alarm': 4300,
  'device-data': 620,
  'device-tv': 740,
  'plate-1g': 58,
  'plate-2g': 124,
  'plate-3g': 218,
  'plate-4g': 340,
  'cover-round': 95,
  'cover-ceiling-receptacle': 260,
};
const panel = {
  'breaker-15a-1p-none': 780,
  'breaker-20a-1p-none': 820,
  'breaker-15a-1p-afci': 4650,
  'breaker-20a-1p-afci': 4720,
  'breaker-20a-1p-dual': 5980,
  'breaker-30a-2p-gfci': 10_900,
  'breaker-50a-2p-gfci': 11_800,
};
const small = {
  'staple-1/2': 6,
  'staple-3/4': 9,
  'stacker-4': 68,
  'strap-data': 22,
  'connector-nm': 64,
  'wire-connector-small': 12,
  'wire-connector-middle': 16,
  'wire-connector-large': 22,
  'screw-1-1/4': 7,
  'label-cable': 11,
  'sealant-tube': 890,
};

const at = (per: 'ft' | 'in' | 'each', figures: Readonly<Record<string, number>>): Plan['prices'] =>
  Object.fromEntries(Object.entries(figures).map(([item, cents]) => [item, { cents, per }]));

/** A price of its own for every item the demo job needs. */
export const demoPrices: Plan['prices'] = {
  ...at('ft', cables),
  ...at('in', byInch),
  ...at('each', { ...boxes, ...devices, ...panel, ...small }),
};
