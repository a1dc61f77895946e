import { idsIn, valuesIn, type DeviceKind, type Fixture, type Plan, type Side } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { formatLength } from '../units/index.ts';
import { applianceHeights } from './fixtureHeights.ts';
import { countingKinds, type BoxDevices } from './kinds.ts';

/** A box as counting sees it: where it is on a wall, and its middle above the finished floor. */
export interface CountedBox {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  readonly middle: number;
}

/** Whether a receptacle counts for the spacing of its wall, and why. */
export interface Counting {
  readonly does: boolean;
  readonly why: string;
}

const receptacleKinds: ReadonlySet<DeviceKind> = new Set([
  'receptacle',
  'gfci',
  'counter-receptacle',
  'appliance-receptacle',
]);

/** The cabinet or appliance that a place on a wall is hidden behind; null when nobody needs to move anything to reach it. */
export function hiddenBy(
  { wall, side, at, middle }: CountedBox,
  plan: Plan,
  rules: RuleBook,
): Fixture['kind'] | null {
  const found = valuesIn(plan, 'fixturesOnWall', wall).find((f) => {
    if (f.side !== side || at < f.at || at > f.at + f.width) return false;
    if (f.kind === 'cabinet') return true;
    if (f.kind === 'counter' || f.kind === 'peninsula') return middle < rules('counter.top');
    return middle < (applianceHeights[f.kind] ?? 0);
  });
  return found?.kind ?? null;
}

/** Devices that are only live while a switch is on: every one of their loads hangs on a control. A half-switched one is not listed. */
function isWhollySwitched(plan: Plan, device: string): boolean {
  return idsIn(plan, 'controlsOfLoad', device).length > 0;
}

/**
 * Whether a box counts for wall spacing: NEC 210.52 (from memory). Null when it holds no receptacle. Not those over 5-1/2 ft, in
 * cabinets, behind appliances, for one appliance, over a counter, or wholly switched; a half-switched one does.
 */
export function countingOf(
  box: CountedBox,
  devices: BoxDevices,
  plan: Plan,
  rules: RuleBook,
): Counting | null {
  const receptacles = devices.filter(([, d]) => receptacleKinds.has(d.kind));
  if (receptacles.length === 0) return null;
  const no = (why: string): Counting => ({ does: false, why });
  const general = receptacles.filter(([, d]) => countingKinds.has(d.kind));
  if (general.length === 0)
    return receptacles.every(([, d]) => d.kind === 'appliance-receptacle')
      ? no('It is for one appliance.')
      : no('It is a counter receptacle.');
  if (box.middle > rules('spacing.maxHeight') + 1e-6)
    return no(`It is over ${formatLength(rules('spacing.maxHeight'))} high.`);
  if (general.every(([id]) => isWhollySwitched(plan, id)))
    return no('A switch turns all of it off; half-switched, it would count.');
  const behind = hiddenBy(box, plan, rules);
  if (behind === 'cabinet' || behind === 'counter' || behind === 'peninsula')
    return no('It is in a cabinet.');
  if (behind) return no(`It is behind the ${behind}.`);
  return { does: true, why: 'Anyone can plug in here.' };
}
