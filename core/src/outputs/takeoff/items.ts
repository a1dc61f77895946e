import {
  cableNames,
  framingKinds,
  framingNames,
  isData,
  itemId,
  type Catalogue,
  type Item,
} from '../../materials/index.ts';
import { catalogueOf, type DeviceKind, type Plan } from '../../plan/index.ts';
import { deviceKinds } from '../../plan/kinds.ts';
import { formatLength } from '../../units/index.ts';
import { capital } from './line.ts';

const connectorNames = {
  small: 'Wire connector, small (two or three 14, two 12)',
  middle: 'Wire connector, middle (four or five 14, three or four 12)',
  large: 'Wire connector, large',
  crimp: 'Crimp sleeve for grounds',
  green: 'Green grounding connector',
} as const;
export const connectorSizes = ['small', 'middle', 'large', 'crimp', 'green'] as const;
const protections = { none: '', gfci: ', GFCI', afci: ', AFCI', dual: ', dual function' } as const;
const deviceNames: Partial<Record<DeviceKind, string>> = {
  receptacle: 'Receptacle, tamper-resistant',
  gfci: 'GFCI receptacle, tamper-resistant',
};
/** Devices made for 15 A and for 20 A. */
export const byAmps: ReadonlySet<DeviceKind> = new Set(['receptacle', 'gfci']);
/** What has one name, whatever it is for. */
const plainNames = {
  blank: 'Blank for a plate',
  stacker: 'Cable stacker, for four',
  strap: 'Data cable strap, loose',
  'cable-connector': 'Cable connector',
  'nail-plate': 'Steel nail plate, 1/16 in.',
  'guard-plate': 'Steel guard plate, 18 in.',
  'foam-wedge': 'Foam wedge',
  'foam-adhesive': 'Foam adhesive, can',
  tube: 'Flexible tube, 1-1/4 in.',
  screw: 'Wood screw, 1-1/4 in.',
  pin: 'Powder-actuated pin with its load',
  brace: 'Bar brace between joists',
  label: 'Cable label',
  sealant: 'Fire-block sealant, tube',
} as const satisfies Partial<Record<Item['kind'], string>>;

/** What an item is called on the list; boxes by the models there are. */
export function itemName(item: Item, catalogue: Catalogue): string {
  switch (item.kind) {
    case 'cable':
      return isData(item.cable) ? 'Data cable, four pairs' : `${item.cable} NM-B cable with ground`;
    case 'box':
      return catalogue[item.model]?.name ?? itemId(item);
    case 'backing':
      return `Backing, ${item.size}`;
    case 'device': {
      const name = deviceNames[item.device as DeviceKind] ?? item.device.replaceAll('-', ' ');
      return capital(`${name}${item.amps === null ? '' : `, ${item.amps} A`}`);
    }
    case 'plate':
      return `Wall plate, ${item.gangs} gang`;
    case 'cover':
      return item.gangs === null ? 'Blank cover, round' : `Blank cover, ${item.gangs} gang`;
    case 'outlet-cover':
      return item.on === 'floor' ? 'Floor cover for a receptacle' : 'Round cover for a receptacle';
    case 'ring': {
      const ring = item.gangs === null ? 'Round ring' : `Mud ring, ${item.gangs} gang`;
      return `${ring}, for a ${formatLength(item.across)} square box`;
    }
    case 'extension':
      return item.gangs === null ? 'Extension, square, 1-1/2 in. deep' : `Extension ring, ${item.gangs} gang`;
    case 'breaker':
      return `Breaker, ${item.amps} A, ${item.poles} pole${protections[item.protection]}`;
    case 'wire-connector':
      return connectorNames[item.size];
    case 'tail':
      return `Tails, ${item.gauge} AWG ${item.colour}`;
    case 'staple':
      return `Staple, ${item.size} in., insulated`;
    case 'bit':
      return `Bit, ${formatLength(item.diameter)}`;
    default:
      return plainNames[item.kind];
  }
}

const gangs = [1, 2, 3, 4] as const;
const gangsOrRound = [...gangs, null] as const;
/** Breakers of branch circuits in houses: NEC 240.6(A) (from memory), up to what cable is here for. */
const breakerAmps = [15, 20, 25, 30, 35, 40, 45, 50, 60] as const;
/** Ways in which no device is bought: a splice is made, and an opener is hung by others. */
const notBought: ReadonlySet<DeviceKind> = new Set(['splice', 'opener']);

/** How wide square boxes are, as their rings are told apart, in inches. */
export const acrossOf = (width: number): number => Math.floor(width * 16) / 16;

/** What a van or a shop has whether or not a job needs any: all that is bought, with the models of the job. Tails are cut, and bits are counted by what they drill. */
export function stockItems(plan: Plan): { readonly item: string; readonly name: string }[] {
  const catalogue = catalogueOf(plan);
  const squares = Object.entries(catalogue).filter(([name]) => name.startsWith('metal-square'));
  const across = [...new Set(squares.map(([, { width }]) => acrossOf(width)))];
  const items: Item[] = [
    ...cableNames.map((cable) => ({ kind: 'cable', cable }) as const),
    ...Object.keys(catalogue).map((model) => ({ kind: 'box', model }) as const),
    ...framingNames
      .filter((name) => framingKinds[name].studs)
      .map((size) => ({ kind: 'backing', size }) as const),
    ...deviceKinds
      .filter((device) => !notBought.has(device))
      .flatMap((device) =>
        (byAmps.has(device) ? ([15, 20] as const) : [null]).map(
          (amps) => ({ kind: 'device', device, amps }) as const,
        ),
      ),
    ...gangs.map((g) => ({ kind: 'plate', gangs: g }) as const),
    ...gangsOrRound.map((g) => ({ kind: 'cover', gangs: g }) as const),
    ...(['ceiling', 'floor'] as const).map((on) => ({ kind: 'outlet-cover', on }) as const),
    ...across.flatMap((wide) => [1, 2, null].map((g) => ({ kind: 'ring', across: wide, gangs: g }) as const)),
    ...gangsOrRound.map((g) => ({ kind: 'extension', gangs: g }) as const),
    ...breakerAmps.flatMap((amps) =>
      ([1, 2] as const).flatMap((poles) =>
        (['none', 'gfci', 'afci', 'dual'] as const).map(
          (protection) => ({ kind: 'breaker', amps, poles, protection }) as const,
        ),
      ),
    ),
    ...connectorSizes.map((size) => ({ kind: 'wire-connector', size }) as const),
    ...(['1/2', '3/4'] as const).map((size) => ({ kind: 'staple', size }) as const),
    ...(Object.keys(plainNames) as (keyof typeof plainNames)[]).map((kind) => ({ kind }) as const),
  ];
  return items.map((item) => ({ item: itemId(item), name: itemName(item, catalogue) }));
}
