import { never } from '../lookups/index.ts';
import type { MeasuredHole, MemberRole } from '../plan/index.ts';
import { tidy } from '../units/index.ts';

export type { MemberRole } from '../plan/index.ts';

/** Which piece of its wall a member is: uprights by their number from the wall's `from`, the rest by what they belong to. Counted from 1. */
export type MemberPart =
  | { readonly kind: 'upright'; readonly number: number }
  | { readonly kind: 'header' | 'sill'; readonly opening: string }
  | { readonly kind: 'cripple'; readonly opening: string; readonly number: number }
  | { readonly kind: 'block'; readonly partition: number; readonly number: number }
  | { readonly kind: 'bottom-plate'; readonly piece: number }
  | { readonly kind: 'top-plate'; readonly layer: number; readonly piece: number };

/** One piece of framing. `at` is its centre along its wall, `width` its extent along the wall; heights above the subfloor. */
export interface Member {
  readonly id: string;
  readonly wall: string;
  readonly role: MemberRole;
  readonly part: MemberPart;
  readonly at: number;
  readonly width: number;
  readonly low: number;
  readonly high: number;
  /** Place among the vertical members at the floor line, counted from the wall's `from`; null for the rest. */
  readonly number: number | null;
  readonly measured: boolean;
  /** How many uprights are nailed together with it and itself, where people said so. */
  readonly pack?: number;
  /** Holes that are in it already. */
  readonly holes?: readonly MeasuredHole[];
}

/** A member's name within its wall. */
function partName(part: MemberPart): string {
  switch (part.kind) {
    case 'upright':
      return `s${part.number}`;
    case 'header':
    case 'sill':
      return `${part.kind}-${part.opening}`;
    case 'cripple':
      return `cripple-${part.opening}-${part.number}`;
    case 'block':
      return `block-${part.partition}-${part.number}`;
    case 'bottom-plate':
      return `bottom-${part.piece}`;
    case 'top-plate':
      return part.piece === 1 ? `top-${part.layer}` : `top-${part.layer}-${part.piece}`;
    default:
      return never(part);
  }
}

/** A piece as it is worked out, before it has its wall and name. */
export type Piece = Omit<Member, 'id' | 'wall' | 'number'>;

export function memberOf(wall: string, piece: Piece): Member {
  const { role, part, at, width, low, high, measured, pack, holes } = piece;
  return {
    role,
    at: tidy(at),
    width: tidy(width),
    low: tidy(low),
    high: tidy(high),
    measured,
    id: `${wall}/${partName(part)}`,
    wall,
    number: part.kind === 'upright' ? part.number : null,
    part,
    ...(pack === undefined ? {} : { pack }),
    ...(holes === undefined ? {} : { holes }),
  };
}
