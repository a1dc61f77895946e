import { never } from '../lookups/index.ts';
import type { Gauge } from './cable.ts';

/** Something on the list of material. */
export type Item =
  | { readonly kind: 'cable'; readonly cable: string }
  | { readonly kind: 'box'; readonly model: string }
  | { readonly kind: 'backing'; readonly size: string }
  /** `amps` where the same device is made for more than one. */
  | { readonly kind: 'device'; readonly device: string; readonly amps: 15 | 20 | null }
  | { readonly kind: 'plate'; readonly gangs: number }
  /** Over a splice or an empty box; `gangs` null for a round one on a ceiling. */
  | { readonly kind: 'cover'; readonly gangs: number | null }
  /** Over a receptacle on a ceiling or in a floor. */
  | { readonly kind: 'outlet-cover'; readonly on: 'ceiling' | 'floor' }
  /** In a gang of a plate that no device is behind. */
  | { readonly kind: 'blank' }
  /** Brings a square box to the finish, with room for devices; `gangs` null for a round one. `across` is the box’s width in inches. */
  | { readonly kind: 'ring'; readonly across: number; readonly gangs: number | null }
  /** Makes a box reach a finish too thick to nail it ahead of; `gangs` null for a square box made deeper. */
  | { readonly kind: 'extension'; readonly gangs: number | null }
  | {
      readonly kind: 'breaker';
      readonly amps: number;
      readonly poles: number;
      readonly protection: 'none' | 'gfci' | 'afci' | 'dual';
    }
  | { readonly kind: 'wire-connector'; readonly size: 'small' | 'middle' | 'large' | 'crimp' | 'green' }
  | { readonly kind: 'tail'; readonly gauge: Gauge; readonly colour: string }
  | { readonly kind: 'staple'; readonly size: '1/2' | '3/4' }
  | { readonly kind: 'stacker' }
  | { readonly kind: 'strap' }
  | { readonly kind: 'cable-connector' }
  | { readonly kind: 'nail-plate' }
  | { readonly kind: 'guard-plate' }
  | { readonly kind: 'foam-wedge' }
  | { readonly kind: 'foam-adhesive' }
  | { readonly kind: 'tube' }
  | { readonly kind: 'screw' }
  | { readonly kind: 'pin' }
  | { readonly kind: 'brace' }
  /** Inches. */
  | { readonly kind: 'bit'; readonly diameter: number }
  | { readonly kind: 'label' }
  | { readonly kind: 'sealant' };

/** Whether an item of the list is measured by its length, and not counted by pieces. */
export const isLengthItem = (item: string): boolean => /^(cable|tube|backing|tail)-/.test(item);

/** What an item is called in the open format: in the list, the price list and the stock. */
export function itemId(item: Item): string {
  switch (item.kind) {
    case 'cable':
      return `cable-${item.cable}`;
    case 'box':
      return `box-${item.model}`;
    case 'backing':
      return `backing-${item.size}`;
    case 'device':
      return `device-${item.device}${item.amps === null ? '' : `-${item.amps}`}`;
    case 'plate':
      return `plate-${item.gangs}g`;
    case 'cover':
      return item.gangs === null ? 'cover-round' : `cover-${item.gangs}g`;
    case 'outlet-cover':
      return `cover-${item.on}-receptacle`;
    case 'blank':
      return 'blank-insert';
    case 'ring':
      return `ring-${item.across}-${item.gangs === null ? 'round' : `${item.gangs}g`}`;
    case 'extension':
      return item.gangs === null ? 'extension-square' : `extension-${item.gangs}g`;
    case 'breaker':
      return `breaker-${item.amps}a-${item.poles}p-${item.protection}`;
    case 'wire-connector':
      return `wire-connector-${item.size}`;
    case 'tail':
      return `tail-${item.gauge}-${item.colour}`;
    case 'staple':
      return `staple-${item.size}`;
    case 'stacker':
      return 'stacker-4';
    case 'strap':
      return 'strap-data';
    case 'cable-connector':
      return 'connector-nm';
    case 'nail-plate':
      return 'nail-plate';
    case 'guard-plate':
      return 'guard-plate-18';
    case 'foam-wedge':
      return 'foam-wedge';
    case 'foam-adhesive':
      return 'foam-adhesive';
    case 'tube':
      return 'tube-1-1/4';
    case 'screw':
      return 'screw-1-1/4';
    case 'pin':
      return 'pin-powder';
    case 'brace':
      return 'brace-joist';
    case 'bit':
      return `bit-${item.diameter}`;
    case 'label':
      return 'label-cable';
    case 'sealant':
      return 'sealant-tube';
    default:
      return never(item);
  }
}
