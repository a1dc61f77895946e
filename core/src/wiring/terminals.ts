import { entryOf, nth } from '../lookups/index.ts';
import { isLowVoltage, switchKinds, type BoxDevices } from '../boxes/index.ts';
import type { Device, Plan } from '../plan/index.ts';
import type { CircuitConductors } from './cables.ts';
import { hot, interconnect, isAlarm, neutral, otherLeg, switched, travellers, type Net } from './nets.ts';

/** A screw or lead of a device. */
export const terminalNames = [
  'hot',
  'hot 2',
  'hot 3',
  'hot top',
  'hot bottom',
  'other leg',
  'neutral',
  'line hot',
  'line neutral',
  'load hot',
  'load neutral',
  'in',
  'out',
  'common',
  'traveller 1',
  'traveller 2',
  'in 1',
  'in 2',
  'out 1',
  'out 2',
  'signal',
] as const;
export type TerminalName = (typeof terminalNames)[number];

export interface Terminal {
  readonly device: string;
  readonly name: TerminalName;
}

export interface WiredTerminal extends Terminal {
  readonly net: Net;
}

/** The colour of the screw a terminal has: brass for hot, silver for neutral, dark for the common of a three-way switch. */
export function screwOf(name: TerminalName): 'brass' | 'silver' | 'dark' | 'lead' {
  switch (name) {
    case 'neutral':
    case 'line neutral':
    case 'load neutral':
      return 'silver';
    case 'common':
      return 'dark';
    case 'signal':
      return 'lead';
    default:
      return 'brass';
  }
}

function switchTerminals(device: string, control: string, chain: readonly string[]): WiredTerminal[] {
  const at = chain.indexOf(device);
  const last = chain.length - 1;
  const t = (name: TerminalName, net: Net): WiredTerminal => ({ device, name, net });
  if (last === 0) return [t('in', hot), t('out', switched(control))];
  const pair = (names: readonly [TerminalName, TerminalName], stretch: number) =>
    travellers(control, stretch).map((net, i) => t(nth(names, i), net));
  if (at === 0) return [t('common', hot), ...pair(['traveller 1', 'traveller 2'], 1)];
  if (at === last) return [...pair(['traveller 1', 'traveller 2'], last), t('common', switched(control))];
  return [...pair(['in 1', 'in 2'], at), ...pair(['out 1', 'out 2'], at + 1)];
}

const hotNames: readonly TerminalName[] = ['hot', 'hot 2', 'hot 3'];

/** A device's terminals on its circuit, each with the net it is wired to. Low-voltage devices and spare splices have none. */
export function terminalsOf(
  id: string,
  device: Device,
  plan: Plan,
  { nets }: CircuitConductors,
): WiredTerminal[] {
  if (isLowVoltage(device.kind) || device.kind === 'splice') return [];
  if (switchKinds.has(device.kind)) {
    const control = [...nets.chains].find(([, chain]) => chain.includes(id));
    return control ? switchTerminals(id, ...control) : [{ device: id, name: 'in', net: hot }];
  }
  const here = nets.at.get(device.box);
  const t = (name: TerminalName, net: Net): WiredTerminal[] =>
    here?.has(net) ? [{ device: id, name, net }] : [];
  const legs = [...nets.chains.keys()].filter((k) => entryOf(plan.controls, k).loads.includes(id));
  if (device.kind === 'gfci') return [...t('line hot', hot), ...t('line neutral', neutral)];
  if (legs.length > 0 && device.half)
    return [...t('hot top', hot), ...t('hot bottom', switched(nth(legs, 0))), ...t('neutral', neutral)];
  const hots =
    legs.length > 0 ? legs.slice(0, 3).flatMap((k, i) => t(nth(hotNames, i), switched(k))) : t('hot', hot);
  return [
    ...hots,
    ...t('other leg', otherLeg),
    ...t('neutral', neutral),
    ...(isAlarm(device.kind) ? t('signal', interconnect) : []),
  ];
}

/** The ground-fault receptacle of a circuit in a box from whose LOAD side everything beyond is fed; null when there is none, or it is covered already. */
export function passingGfci(held: BoxDevices, circuit: string, covered: boolean): string | null {
  if (covered) return null;
  return held.find(([, d]) => d.kind === 'gfci' && d.circuit === circuit)?.[0] ?? null;
}
