/** What marks a price as invented, where its day would stand. */
export const invented = 'invented';

interface StarterPrice {
  readonly cents: number;
  readonly per: 'ft' | 'each' | 'in';
  readonly on: typeof invented;
}

/** Invented: round figures to try the list with, of no supplier and no year. The first that an item begins with is its price, in cents. */
const figures: readonly (readonly [begins: string, cents: number, per?: 'ft' | 'in'])[] = [
  ['cable-6/', 420, 'ft'],
  ['cable-8/', 300, 'ft'],
  ['cable-10/3', 220, 'ft'],
  ['cable-10/', 160, 'ft'],
  ['cable-12/3', 140, 'ft'],
  ['cable-12/', 95, 'ft'],
  ['cable-14/3', 100, 'ft'],
  ['cable-14/', 65, 'ft'],
  ['cable-', 40, 'ft'],
  ['box-plastic-1g', 90],
  ['box-plastic-2g', 260],
  ['box-plastic-', 480],
  ['box-old-work-', 420],
  ['box-bracket-', 210],
  ['box-fan-', 1900],
  ['box-metal-gangs-', 1800],
  ['box-metal-', 520],
  ['box-', 500],
  ['ring-', 260],
  ['extension-', 380],
  ['backing-', 8, 'in'],
  ['device-receptacle-15', 160],
  ['device-receptacle-20', 340],
  ['device-gfci-', 2200],
  ['device-counter-receptacle', 340],
  ['device-appliance-receptacle', 1400],
  ['device-switch-3way', 420],
  ['device-switch-4way', 1500],
  ['device-switch', 180],
  ['device-dimmer', 2600],
  ['device-smoke-alarm', 4200],
  ['device-co-alarm', 4500],
  ['device-wafer-light', 1800],
  ['device-light', 3500],
  ['device-fan', 14_000],
  ['device-bath-fan', 9500],
  ['device-data', 700],
  ['device-tv', 700],
  ['device-', 2500],
  ['plate-1g', 70],
  ['plate-', 190],
  ['blank-', 60],
  ['cover-', 220],
  ['breaker-', 900],
  ['wire-connector-', 14],
  ['staple-', 6],
  ['stacker-', 60],
  ['strap-', 25],
  ['connector-', 80],
  ['nail-plate', 45],
  ['guard-plate', 320],
  ['foam-wedge', 40],
  ['foam-adhesive', 900],
  ['screw-', 8],
  ['pin-', 60],
  ['brace-', 780],
  ['bit-', 1400],
  ['label-', 9],
  ['sealant-', 850],
  ['tube-', 9, 'in'],
];
/** What a breaker costs more by what it protects against, and each pole after the first. Invented. */
const protectedMore = { none: 0, gfci: 4500, afci: 4200, dual: 5200 } as const;

/** An invented price for an item of the list, so that there is a figure to begin with; null for what nobody buys. */
export function starterPrice(item: string): StarterPrice | null {
  if (item.startsWith('tail-')) return null;
  const [, cents = 500, per = 'each'] = figures.find(([begins]) => item.startsWith(begins)) ?? [];
  const breaker = /^breaker-\d+a-(\d)p-(none|gfci|afci|dual)$/.exec(item);
  const more = breaker
    ? (Number(breaker[1]) - 1) * 1100 + protectedMore[breaker[2] as keyof typeof protectedMore]
    : 0;
  return { cents: cents + more, per, on: invented };
}
