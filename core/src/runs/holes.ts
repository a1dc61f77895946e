import type { Member, MemberRole } from '../framing/index.ts';
import { entryOf, lastOf, listUnder, nth } from '../lookups/index.ts';
import { bitSizes, cables, isData } from '../materials/index.ts';
import type { MeasuredHole } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';
import type { Place, WayBore } from './cableLine.ts';

/** A hole as one cable meets it. Inches; `at` along its wall, `z` above the subfloor. */
export interface Bore {
  readonly member: string;
  readonly role: MemberRole;
  readonly wall: string;
  readonly number: number | null;
  readonly at: number;
  readonly z: number;
  readonly diameter: number;
  /** Wood left to the nearer face. */
  readonly edge: number;
  /** Whether steel has to cover it, and on how many faces: NEC 300.4(A)(1). */
  readonly plate: boolean;
  readonly plates: 0 | 1 | 2;
  /** Off the middle of the framing, towards the wall's left where it is more than nothing. */
  readonly off: number;
  /** Whether it was in the wood before the job. */
  readonly isThere: boolean;
  /** How many cables share it, and how many current-carrying conductors those have. */
  readonly cables: number;
  readonly conductors: number;
  /** The box or panel it was raised or dropped to clear. */
  readonly avoids: string | null;
  /** The hole's own name: the same for every cable in it. */
  readonly hole: string;
}

/** What one hole is drilled as: plates that lie on each other are drilled at once, and one plate of steel covers them. */
export const drilledAs = ({ wall, role, at, hole }: Pick<Bore, 'wall' | 'role' | 'at' | 'hole'>): string =>
  role === 'top-plate' || role === 'bottom-plate' ? `${wall} ${role} ${at}` : hole;

/** Holes as they are drilled, each once. */
export const drilledOnce = <B extends Parameters<typeof drilledAs>[0]>(bores: readonly B[]): B[] => [
  ...new Map(bores.map((b) => [drilledAs(b), b])).values(),
];

/** Holes that are to be drilled, each once: what was in the wood before the job is not. */
export const toDrill = <B extends Parameters<typeof drilledAs>[0] & Pick<Bore, 'isThere'>>(
  bores: readonly B[],
): B[] => drilledOnce(bores.filter((b) => !b.isThere));

/** A hole with which step of a cable's way goes through it, and which hole of the way it is. */
export interface DrilledHole {
  /** By member, in the order of the step. */
  readonly bores: readonly Bore[];
  readonly place: Place;
  readonly step: number;
  readonly order: number;
}

/** A hole some cable asks for. */
export interface WantedHole extends WayBore {
  readonly run: string;
  readonly cable: string;
}

/** How far a further hole is moved from the first. */
export const shift = 2;
/** Wood between the edges of holes in one member, and the least where there is no more room: common practice, no source. */
const spacings = [
  { step: shift, wood: 1 },
  { step: 0.5, wood: 0.5 },
];

/** The across of two, three and four round things of one size in the smallest hole that takes them. */
const ringed = [0, 1, 2, 2.1547, 2.4142];

/** The smallest round hole that takes these cables, a tenth to spare: flat ones lie on each other, round ones side by side. Inches. */
export function boreNeeded(cableTypes: readonly string[]): number {
  const sizes = cableTypes.map((c) => entryOf(cables, c));
  const flat = sizes.filter((s) => s.width > s.thickness);
  const round = sizes.filter((s) => s.width <= s.thickness);
  const stack = flat.reduce((sum, s) => sum + s.thickness, 0);
  const flats = flat.length === 0 ? 0 : Math.hypot(Math.max(...flat.map((s) => s.width)), stack);
  const widest = Math.max(0, ...round.map((s) => s.width));
  const rounds = widest * (ringed[round.length] ?? Math.sqrt(round.length / 0.69));
  return (flats + rounds) * 1.1;
}

/** The bits there are to drill with, from the smallest to the largest. Inches. */
export interface Bag {
  readonly smallest: number;
  readonly largest: number;
}
const wholeBag: Bag = { smallest: 0, largest: 1 };

/** The smallest bit of a bag that takes these cables; where none does, the smallest there is that takes the largest of them alone. */
export function bitFor(cableTypes: readonly string[], { smallest, largest }: Bag = wholeBag): number {
  const needed = Math.max(smallest, boreNeeded(cableTypes));
  const fits = bitSizes.find((b) => b >= needed && b <= largest + 1e-9);
  if (fits !== undefined) return fits;
  const alone = Math.max(smallest, ...cableTypes.map((c) => boreNeeded([c])));
  return bitSizes.find((b) => b >= alone) ?? lastOf(bitSizes);
}

/** Whether the largest bit makes a hole that takes these cables. One alone always goes. */
export const fitsHole = (cableTypes: readonly string[], largest = wholeBag.largest): boolean =>
  boreNeeded(cableTypes) <= (bitSizes.findLast((b) => b <= largest + 1e-9) ?? 0);

/** Cables that may share one hole, each in the first that has room: no more than the rule says, and no more than the largest bit takes. */
function sharing(wanted: readonly WantedHole[], perHole: number, largest: number): WantedHole[][] {
  const groups: WantedHole[][] = [];
  for (const one of wanted) {
    const open = groups.find(
      (g) => g.length < perHole && fitsHole([...g.map((w) => w.cable), one.cable], largest),
    );
    if (open) open.push(one);
    else groups.push([one]);
  }
  return groups;
}

/** Whether cable goes up or down through it, not level. */
export const isLying = ({ role }: Pick<Member, 'role'>): boolean =>
  role === 'top-plate' || role === 'bottom-plate' || role === 'block';
/** Where a hole lies along what it may be moved along: an upright's height, or the wall for what lies in it. */
const alongMember = (w: WantedHole): number => (isLying(nth(w.members, 0)) ? w.at : w.z);

interface Drilled {
  readonly at: number;
  readonly diameter: number;
}

/** The nearest place to the one wanted where a hole is clear of those drilled before it; where wood is short, as near to them as can be. Null where there is none. */
function clearPlace(
  wanted: number,
  diameter: number,
  drilled: readonly Drilled[],
  [from, to]: WayBore['within'],
): number | null {
  for (const { step, wood } of spacings)
    for (let k = 0; k * step <= to - from + step; k++)
      for (const side of k === 0 ? [0] : [1, -1]) {
        const at = wanted + side * k * step;
        if (k > 0 && (at < from - 1e-9 || at > to + 1e-9)) continue;
        const isClear = drilled.every(
          (d) => Math.abs(d.at - at) >= (d.diameter + diameter) / 2 + wood - 1e-9,
        );
        if (isClear) return at;
      }
  return null;
}

/** Groups with the places found for them; one for which there was none goes through the hole of the last that had one, which is over-full then. */
function gathered(
  groups: readonly WantedHole[][],
  places: readonly (number | null)[],
): { group: WantedHole[]; at: number }[] {
  const holes: { group: WantedHole[]; at: number }[] = [];
  groups.forEach((group, k) => {
    const at = nth(places, k);
    const last = holes.at(-1);
    if (at === null && last) last.group.push(...group);
    else holes.push({ group: [...group], at: at ?? alongMember(nth(group, 0)) });
  });
  return holes;
}

/** What holes are drilled in. */
interface Wood {
  /** Depth of the framing of a wall. */
  readonly depthOf: (wall: string) => number;
  readonly rules: RuleBook;
  /** Holes that are drilled already. */
  readonly drilled: readonly Bore[];
  /** The largest bit for a member. */
  readonly largestIn: (member: Member) => number;
}

/** A hole that is in the wood already is gone through where it is this near to the one wanted. Inches. */
const nearHole = 4;

/** Of holes that people measured the one nearest to a height that takes these cables; null where there is none. */
function thereAt(
  holes: readonly MeasuredHole[],
  z: number,
  cableTypes: readonly string[],
): MeasuredHole | null {
  const needed = boreNeeded(cableTypes);
  const near = holes
    .filter((h) => Math.abs(h.z - z) <= nearHole && h.diameter >= needed)
    .sort((a, b) => Math.abs(a.z - z) - Math.abs(b.z - z) || a.z - b.z);
  return near[0] ?? null;
}

/**
 * Drills the holes that cables ask for. Cables that ask for one place share it as far as the rules and the largest bit let them; a further
 * hole is moved along its members to where it is clear of others. Power and data never share. By run, in no order.
 */
export function drillHoles(
  wanted: readonly WantedHole[],
  { depthOf, rules, drilled, largestIn }: Wood,
): Map<string, DrilledHole[]> {
  const smallest = rules('drill.smallestBit');
  const places = new Map<string, WantedHole[]>();
  for (const one of wanted) {
    const members = one.members.map((m) => m.id).sort();
    const key = `${members.join('+')}@${toDecimals(alongMember(one), 2)}${isData(one.cable) ? '/data' : ''}`;
    listUnder(places, key).push(one);
  }
  const byMember = new Map<string, Drilled[]>();
  const holesIn = (member: string): Drilled[] => {
    const own = byMember.get(member) ?? [];
    byMember.set(member, own);
    return own;
  };
  for (const { id, holes = [] } of new Set(wanted.flatMap((w) => w.members)))
    for (const { z, diameter } of holes) holesIn(id).push({ at: z, diameter });
  for (const b of drilled) holesIn(b.member).push({ at: isLying(b) ? b.at : b.z, diameter: b.diameter });
  const byRun = new Map<string, DrilledHole[]>();
  const used = new Set<MeasuredHole>();
  for (const queue of places.values()) {
    const { members, within } = nth(queue, 0);
    const isLevel = !isLying(nth(members, 0));
    const bag = { smallest, largest: Math.min(...members.map(largestIn)) };
    const groups = sharing(queue, rules(isLevel ? 'drill.perHole' : 'drill.perPlate'), bag.largest);
    const wantedAt = alongMember(nth(queue, 0));
    const free = members.flatMap((m) => (m.holes ?? []).filter((h) => !used.has(h)));
    const there = isLevel
      ? thereAt(
          free,
          wantedAt,
          nth(groups, 0).map((w) => w.cable),
        )
      : null;
    if (there) used.add(there);
    const found = groups.map((group, k) => {
      if (there && k === 0) return there.z;
      const diameter = bitFor(
        group.map((w) => w.cable),
        bag,
      );
      const taken = members.flatMap((m) => holesIn(m.id));
      const at = clearPlace(alongMember(nth(group, 0)), diameter, taken, within);
      if (at !== null) for (const m of members) holesIn(m.id).push({ at, diameter });
      return at;
    });
    gathered(groups, found).forEach(({ group, at: place }, k) => {
      const own = there && k === 0 ? there : null;
      const diameter =
        own?.diameter ??
        bitFor(
          group.map((w) => w.cable),
          bag,
        );
      const along = toDecimals(place, 4);
      const conductors = group.reduce((sum, w) => sum + carrying(w.cable), 0);
      for (const { run, order, step, avoids } of group) {
        const holes = byRun.get(run) ?? [];
        byRun.set(run, holes);
        const bores = members.map((member): Bore => {
          const depth = depthOf(member.wall);
          const off = Math.abs(own?.off ?? 0);
          const edge = toDecimals((depth - diameter) / 2 - off, 4);
          const farEdge = (depth - diameter) / 2 + off;
          const isShort = (wood: number) => wood < rules('drill.edge') - 1e-9;
          const isThere = own !== null && (member.holes ?? []).includes(own);
          return {
            member: member.id,
            role: member.role,
            wall: member.wall,
            number: member.number,
            at: isLevel ? member.at : along,
            z: isLevel ? along : (member.low + member.high) / 2,
            diameter,
            off: own?.off ?? 0,
            edge,
            plate: isShort(edge),
            plates: isShort(farEdge) ? 2 : isShort(edge) ? 1 : 0,
            cables: group.length,
            conductors,
            isThere,
            avoids,
            hole: `${member.id}@${toDecimals(along, 2)}`,
          };
        });
        holes.push({ step, order, place: { at: along, z: along }, bores });
      }
    });
  }
  return byRun;
}

/** Current-carrying conductors of a cable; none of one that carries no power. */
const carrying = (cable: string): number => (isData(cable) ? 0 : entryOf(cables, cable).conductors);
