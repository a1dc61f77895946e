import { entryOf, must } from '../../lookups/index.ts';
import { isLowVoltage, yokeKinds, type BoxLayout } from '../../boxes/index.ts';
import type { BoxResult } from '../../fill/index.ts';
import { compareIds } from '../../plan/ids.ts';
import { catalogueOf, type Plan, type Price } from '../../plan/index.ts';
import { cables, isData } from '../../materials/index.ts';
import type { RunLayout } from '../../runs/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { MakeUp } from '../../wiring/index.ts';
import { formatLength, lengthInFeet, toDecimals } from '../../units/index.ts';
import { planCoils, type Coil } from './coils.ts';

export type { Coil } from './coils.ts';
export { planCoils } from './coils.ts';

/** One line of the list. `cents` is null while the job has no price for the item. */
export interface TakeoffLine {
  readonly item: string;
  readonly name: string;
  readonly quantity: number;
  readonly unit: 'ft' | 'each' | 'in';
  readonly why: string;
  readonly cents: number | null;
}

export interface Takeoff {
  readonly lines: readonly TakeoffLine[];
  readonly coils: readonly Coil[];
}

type Draft = Omit<TakeoffLine, 'cents'>;

function cableLines(plan: Plan, runs: RunLayout, rules: RuleBook): { lines: Draft[]; coils: Coil[] } {
  const laid = Object.values(runs.runs).filter((r) => r.path.length > 0);
  const types = Object.keys(cables).filter((c) => laid.some((r) => r.cable === c));
  const coils: Coil[] = [];
  const lines = types.map((type): Draft => {
    const own = laid.filter((r) => r.cable === type);
    const item = `cable-${type}`;
    const inches = own.reduce((sum, r) => sum + r.length.cut, 0);
    const part = (of: 'path' | 'loops' | 'ends' | 'margin') =>
      formatLength(own.reduce((sum, r) => sum + r.length[of], 0));
    const cuts = own.map((r) => ({ run: r.id, feet: toDecimals(lengthInFeet(r.length.cut), 2) }));
    const stock = Object.entries(plan.stock).flatMap(([id, s]) =>
      s.item === item && s.feet ? [{ id, feet: s.feet }] : [],
    );
    coils.push(...planCoils(item, cuts, stock, rules('coil.feet')));
    const why = `${own.length} cuts: ${part('path')} along the runs, ${part('loops')} service loops, ${part('ends')} free ends, ${part('margin')} margin; rounded up to the foot.`;
    return {
      item,
      name: isData(type) ? 'Data cable, four pairs' : `${type} NM-B cable with ground`,
      quantity: Math.ceil(lengthInFeet(inches) - 1e-9),
      unit: 'ft',
      why,
    };
  });
  return { lines, coils };
}

function countBy<T>(list: readonly T[], key: (entry: T) => string | null): Map<string, number> {
  const counts = new Map<string, number>();
  for (const entry of list) {
    const k = key(entry);
    if (k !== null) counts.set(k, (counts.get(k) ?? 0) + 1);
  }
  return new Map([...counts].sort((a, b) => compareIds(a[0], b[0])));
}

const each = (item: string, name: string, quantity: number, why: string): Draft[] =>
  quantity > 0 ? [{ item, name, quantity, unit: 'each', why }] : [];

function boxLines(plan: Plan, boxes: Readonly<Record<string, BoxResult>>, layout: BoxLayout): Draft[] {
  const catalogue = catalogueOf(plan);
  const bought = Object.keys(boxes).filter(
    (id) => !entryOf(plan.boxes, id).existing && entryOf(boxes, id).model in catalogue,
  );
  const models = countBy(bought, (id) => entryOf(boxes, id).model);
  const backing = Object.values(layout.placed).filter(
    (p) => p.backing && !entryOf(plan.boxes, p.id).existing,
  );
  const sizes = countBy(backing, (p) => must(p.backing, 'the backing').size);
  return [
    ...[...models].flatMap(([model, n]) =>
      each(
        `box-${model}`,
        entryOf(catalogue, model).name,
        n,
        'The smallest box that holds its wires, or the one chosen.',
      ),
    ),
    ...[...sizes].map(([size, n]): Draft => {
      const inches = backing
        .filter((p) => must(p.backing, 'the backing').size === size)
        .reduce((sum, p) => sum + must(p.backing, 'the backing').length, 0);
      return {
        item: `backing-${size}`,
        name: `Backing, ${size}`,
        quantity: Math.ceil(inches),
        unit: 'in',
        why: `${n} pieces between studs, behind boxes that hang on no stud face.`,
      };
    }),
  ];
}

const deviceNames: Record<string, string> = {
  receptacle: 'Receptacle, tamper-resistant',
  gfci: 'GFCI receptacle, tamper-resistant',
};

function deviceLines(plan: Plan): Draft[] {
  const devices = Object.values(plan.devices).filter((d) => !entryOf(plan.boxes, d.box).existing);
  const kinds = countBy(devices, (d) => {
    const amps = d.circuit ? entryOf(plan.circuits, d.circuit).amps : 15;
    return d.kind === 'receptacle' || d.kind === 'gfci'
      ? `${d.kind}-${aloneOn(plan, d.circuit) && amps >= 20 ? 20 : 15}`
      : d.kind;
  });
  const plates = countBy(
    Object.keys(plan.boxes).filter(
      (id) =>
        !entryOf(plan.boxes, id).existing &&
        devices.some((d) => d.box === id && (yokeKinds.has(d.kind) || isLowVoltage(d.kind))),
    ),
    (id) => String(entryOf(plan.boxes, id).gangs),
  );
  return [
    ...[...kinds].flatMap(([kind, n]) => {
      const [, base, amps] = must(/^(.*?)(?:-(15|20))?$/.exec(kind), 'the match');
      const name = `${deviceNames[must(base, 'the base')] ?? must(base, 'the base').replaceAll('-', ' ')}${amps ? `, ${amps} A` : ''}`;
      return each(
        `device-${kind}`,
        must(name[0], 'the entry').toUpperCase() + name.slice(1),
        n,
        'One for each place in the plan.',
      );
    }),
    ...[...plates].flatMap(([gangs, n]) =>
      each(`plate-${gangs}g`, `Wall plate, ${gangs} gang`, n, 'One for each box with a device.'),
    ),
  ];
}

/** A receptacle alone on its circuit matches the breaker: NEC 210.21(B)(1) (from memory). */
function aloneOn(plan: Plan, circuit: string | null): boolean {
  return circuit !== null && Object.values(plan.devices).filter((d) => d.circuit === circuit).length === 1;
}

function breakerLines(plan: Plan): Draft[] {
  const circuits = Object.values(plan.circuits).filter((c) => !c.existing && c.panel !== null);
  const kinds = countBy(
    circuits,
    (c) => `${c.amps}a-${c.poles}p-${c.protectAt === 'breaker' ? c.protection : 'none'}`,
  );
  return [...kinds].flatMap(([kind, n]) => {
    const [amps, poles, protection] = kind.split('-') as [string, string, string];
    const words = { none: '', gfci: ', GFCI', afci: ', AFCI', dual: ', dual function' }[protection];
    return each(
      `breaker-${kind}`,
      `Breaker, ${amps.slice(0, -1)} A, ${poles[0]} pole${words}`,
      n,
      'One for each new circuit.',
    );
  });
}

const connectorNames = {
  small: 'Wire connector, small (two or three 14, two 12)',
  middle: 'Wire connector, middle (four or five 14, three or four 12)',
  large: 'Wire connector, large',
  crimp: 'Crimp sleeve for grounds',
  green: 'Green grounding connector',
} as const;

/** Connectors and tails as the boxes are made up. Tails come off stripped ends, so that wire is not bought twice. */
function makeUpLines(plan: Plan, makeup: Readonly<Record<string, MakeUp>>, rules: RuleBook): Draft[] {
  const boxes = Object.entries(makeup)
    .filter(([id]) => !entryOf(plan.boxes, id).existing)
    .map(([, m]) => m);
  const count = (size: keyof typeof connectorNames) => boxes.reduce((sum, m) => sum + m.connectors[size], 0);
  const why =
    rules('makeup.devices') === 'pigtail'
      ? 'By the joints of each box, a tail to every device.'
      : 'By the joints of each box, devices fed through.';
  const tails = new Map<string, { count: number; inches: number }>();
  for (const t of boxes.flatMap((m) => m.tails)) {
    const key = `${t.gauge}-${t.colour}`;
    const known = tails.get(key) ?? { count: 0, inches: 0 };
    tails.set(key, { count: known.count + t.count, inches: known.inches + t.count * t.inches });
  }
  return [
    ...(['small', 'middle', 'large', 'crimp', 'green'] as const).flatMap((size) =>
      each(`wire-connector-${size}`, connectorNames[size], count(size), why),
    ),
    ...[...tails]
      .sort(([a], [b]) => compareIds(a, b))
      .map(([key, t]): Draft => {
        const [gauge, colour] = key.split('-') as [string, string];
        return {
          item: `tail-${key}`,
          name: `Tails, ${gauge} AWG ${colour}, ${t.count} of them`,
          quantity: Math.ceil(t.inches),
          unit: 'in',
          why: 'Cut from the stripped ends of the cable: nothing to buy.',
        };
      }),
  ];
}

function smallPartLines(
  plan: Plan,
  runs: RunLayout,
  boxes: Readonly<Record<string, BoxResult>>,
  rules: RuleBook,
): Draft[] {
  const all = Object.values(runs.runs);
  const laid = all.filter((r) => !isData(r.cable));
  const narrow = laid.filter((r) => entryOf(cables, r.cable).conductors === 2);
  const staplesOf = (list: typeof laid) => list.reduce((sum, r) => sum + r.staples, 0);
  const holes = new Map(all.flatMap((r) => r.bores.map((b) => [b.hole, b] as const)));
  const ends = Object.values(plan.runs).flatMap((r) => [r.from, r.to]);
  const atPanels = ends.filter((e) => e !== null && plan.panels[e]).length;
  const catalogue = catalogueOf(plan);
  const atMetal = ends.filter(
    (e) => e !== null && boxes[e] && catalogue[boxes[e].model]?.clamps === 'external',
  ).length;
  const first = formatLength(rules('staple.first'));
  return [
    ...each(
      'staple-1/2',
      'Staple, 1/2 in., insulated',
      staplesOf(narrow),
      `Near each box at ${first} along the cable, then every ${formatLength(rules('staple.every'))} where nothing else supports it.`,
    ),
    ...each(
      'staple-3/4',
      'Staple, 3/4 in., insulated',
      staplesOf(laid) - staplesOf(narrow),
      'For three-conductor cable.',
    ),
    ...each(
      'strap-data',
      'Data cable strap, loose',
      staplesOf(all) - staplesOf(laid),
      'Data cable is held, never pinched.',
    ),
    ...each(
      'connector-nm',
      'Cable connector',
      atPanels + atMetal,
      'One for each cable at a panel or metal box.',
    ),
    ...each(
      'nail-plate',
      'Steel nail plate, 1/16 in.',
      [...holes.values()].filter((b) => b.plate).length,
      `Where less than ${formatLength(rules('drill.edge'))} of wood is left to the face.`,
    ),
  ];
}

/** Tube from the low bracket up to each screen, so that a cable can be changed later; a foot over for the bends. Common practice, no source. */
function tubeLines(plan: Plan, layout: BoxLayout): Draft[] {
  const ends = (kind: 'tv' | 'data') =>
    Object.values(plan.devices)
      .filter((d) => d.kind === kind && d.label === 'tube')
      .flatMap((d) => layout.placed[d.box] ?? []);
  const lengths = ends('tv').flatMap((top) => {
    const away = ends('data')
      .filter((foot) => foot.wall === top.wall && foot.side === top.side)
      .map((foot) => Math.abs(foot.at - top.at) + Math.abs(foot.bottom - top.bottom));
    return away.length === 0 ? [] : [Math.min(...away) + 12];
  });
  const inches = Math.ceil(lengths.reduce((sum, l) => sum + l, 0));
  if (inches === 0) return [];
  const why = `${lengths.length} up to screens, each with a foot over for the bends.`;
  return [{ item: 'tube-1-1/4', name: 'Flexible tube, 1-1/4 in.', quantity: inches, unit: 'in', why }];
}

/** How many of what the price is for a line takes; null when the price is in a measure that does not tell (a box of unknown count). */
function pricedUnits(line: Draft, per: Price['per'] | undefined, coils: readonly Coil[]): number | null {
  if (per === 'coil') return coils.filter((c) => c.item === line.item && c.from === 'new').length;
  if (per === 'each') return line.unit === 'each' ? line.quantity : null;
  const inches = { ft: 12, in: 1, each: null }[line.unit];
  if (inches === null || (per !== 'ft' && per !== 'in')) return null;
  return (line.quantity * inches) / (per === 'ft' ? 12 : 1);
}

/** What the list is counted from. */
export interface TakenOff {
  readonly plan: Plan;
  readonly layout: BoxLayout;
  readonly runs: RunLayout;
  readonly boxes: Readonly<Record<string, BoxResult>>;
  readonly makeup: Readonly<Record<string, MakeUp>>;
  readonly rules: RuleBook;
}

/** The list of material and the pull plan. Every line says where its number comes from. */
export function takeOff({ plan, layout, runs, boxes, makeup, rules }: TakenOff): Takeoff {
  const { lines, coils } = cableLines(plan, runs, rules);
  const drafts = [
    ...lines,
    ...boxLines(plan, boxes, layout),
    ...deviceLines(plan),
    ...breakerLines(plan),
    ...tubeLines(plan, layout),
    ...smallPartLines(plan, runs, boxes, rules),
    ...makeUpLines(plan, makeup, rules),
  ];
  const priced = drafts.map((line): TakeoffLine => {
    const units = pricedUnits(line, plan.prices[line.item]?.per, coils);
    if (line.item.startsWith('tail-')) return { ...line, cents: 0 };
    const cents = plan.prices[line.item]?.cents;
    return { ...line, cents: cents === undefined || units === null ? null : Math.round(cents * units) };
  });
  return { lines: priced, coils };
}
