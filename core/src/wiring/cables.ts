import { entryOf, nth, valueIn } from '../lookups/index.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, type Plan } from '../plan/index.ts';
import { frozen, settled } from '../plan/settled.ts';
import { cableNamed, cables, isData } from '../materials/index.ts';
import {
  circuitNets,
  hot,
  isTraveller,
  neutral,
  otherLeg,
  type CircuitNets,
  type Net,
  type NeutralSchool,
} from './nets.ts';
import { circuitTree, type CircuitTree, type Stretch } from './tree.ts';

export type Colour = 'black' | 'red' | 'white' | 'bare';

/** One insulated conductor of a run and what it carries; `net` null when it is spare. White that is hot must be re-marked: NEC 200.7(C). */
export interface Conductor {
  readonly run: string;
  readonly colour: Colour;
  readonly net: Net | null;
  readonly remarked: boolean;
}

const coloursOf = (conductors: number): readonly Colour[] =>
  conductors >= 3 ? ['black', 'red', 'white'] : ['black', 'white'];

/** Conductors of the cables that carry so many nets side by side: 2 or 3 each, as few cables as can be. */
export function cablesFor(nets: number): (2 | 3)[] {
  const count = Math.max(1, Math.ceil(nets / 3));
  const threes = Math.max(0, nets - 2 * count);
  return Array.from({ length: count }, (_, i) => (i < threes ? 3 : 2));
}

/** Shares the nets of a stretch among its cables: neutral and hot in the first, the rest in order. What does not fit is left over. */
export function shareNets(nets: readonly Net[], sizes: readonly number[]): { each: Net[][]; over: Net[] } {
  const left = [...nets];
  const each = sizes.map((size) => left.splice(0, size));
  return { each, over: left };
}

/** Gives each net of one cable its colour: neutral is white; without one, white carries the supply to a switch, re-marked. */
export function colourNets(run: string, nets: readonly Net[], conductors: number): Conductor[] {
  const left = [...nets];
  const take = (net: Net | undefined) => {
    if (net !== undefined) left.splice(left.indexOf(net), 1);
    return net ?? null;
  };
  const white = left.includes(neutral)
    ? take(neutral)
    : left.length === conductors
      ? take(left.find((n) => n === hot || n === otherLeg) ?? left.find(isTraveller) ?? left.at(-1))
      : null;
  return coloursOf(conductors).map((colour): Conductor => {
    const net = colour === 'white' ? white : take(left[0]);
    return { run, colour, net, remarked: colour === 'white' && net !== null && net !== neutral };
  });
}

/** What every conductor of a circuit carries. `short`: stretches whose cables have too few conductors. */
export interface CircuitConductors {
  readonly tree: CircuitTree;
  readonly nets: CircuitNets;
  readonly byRun: ReadonlyMap<string, readonly Conductor[]>;
  readonly short: readonly { readonly stretch: Stretch; readonly needs: number; readonly has: number }[];
  /** Stretches with a cable or conductor more than they use. */
  readonly spare: readonly Stretch[];
}

export function circuitConductors(plan: Plan, circuitId: string, school: NeutralSchool): CircuitConductors {
  const tree = circuitTree(plan, circuitId);
  const nets = circuitNets(plan, tree, school);
  const byRun = new Map<string, readonly Conductor[]>();
  const short: { stretch: Stretch; needs: number; has: number }[] = [];
  const spare: Stretch[] = [];
  for (const stretch of tree.stretches) {
    const wanted = valueIn(nets.onStretch, stretch);
    const sizes = stretch.runs.map((r) => entryOf(cables, entryOf(plan.runs, r).cable).conductors);
    const { each, over } = shareNets(wanted, sizes);
    stretch.runs.forEach((run, i) => byRun.set(run, colourNets(run, nth(each, i), nth(sizes, i))));
    const has = sizes.reduce((sum, n) => sum + n, 0);
    if (over.length > 0) short.push({ stretch, needs: wanted.length, has });
    else if (has > cablesFor(wanted.length).reduce((sum: number, n) => sum + n, 0)) spare.push(stretch);
  }
  return { tree, nets, byRun, short, spare };
}

/** Whether the switches of a control are all new and nobody has pinned one: then which of them is a three-way is not decided before the cable is. */
function areFree(plan: Plan, control: string): boolean {
  const own = entryOf(plan.controls, control).switches.map((d) => entryOf(plan.devices, d));
  return own.every((d) => {
    const box = entryOf(plan.boxes, d.box);
    return (
      !d.pinned && !box.pinned && !box.existing && (d.kind === 'switch-3way' || d.kind === 'switch-4way')
    );
  });
}

/**
 * Gives the switches of the controls of some circuits their roles by how the cable comes to them, in a plan draft: three-way at both ends,
 * four-way between. So the order of the cable decides the roles, and never the other way round.
 */
export function assignRoles(draft: Plan, circuits: Iterable<string>, school: NeutralSchool): void {
  const plan = frozen(settled(draft));
  for (const id of circuits) {
    const { chains } = circuitNets(plan, circuitTree(plan, id), school, (control) => areFree(plan, control));
    for (const [control, order] of chains) {
      if (order.length < 3 || !areFree(plan, control)) continue;
      entryOf(draft.controls, control).switches = [...order];
      order.forEach((d, i) => {
        const isEnd = i === 0 || i === order.length - 1;
        entryOf(draft.devices, d).kind = isEnd ? 'switch-3way' : 'switch-4way';
      });
    }
  }
}

/**
 * Gives every stretch of some circuits the cables its conductors need, in a plan draft: 2 or 3 conductors, or several cables side by side.
 * Runs that are pinned stay as they are. Returns whether anything changed.
 */
export function fitCables(draft: Plan, circuits: Iterable<string>, school: NeutralSchool): boolean {
  const plan = frozen(settled(draft));
  const fitted = [...circuits].map((id) => fitCircuit(draft, plan, id, school));
  return fitted.includes(true);
}

/** The same for one circuit, read from the plan as it was before any was fitted: no circuit's cables decide another's. */
function fitCircuit(draft: Plan, plan: Plan, circuitId: string, school: NeutralSchool): boolean {
  const { tree, nets } = circuitConductors(plan, circuitId, school);
  const { gauge } = entryOf(plan.circuits, circuitId);
  let changed = false;
  for (const stretch of tree.stretches) {
    const runs = stretch.runs.map((id) => [id, entryOf(plan.runs, id)] as const);
    if (runs.some(([, r]) => r.pinned)) continue;
    const want = cablesFor(valueIn(nets.onStretch, stretch).length).map((n) => cableNamed(gauge, n));
    want.forEach((cable, i) => {
      const known = runs[i];
      if (known?.[1].cable === cable) return;
      changed = true;
      if (known) entryOf(draft.runs, known[0]).cable = cable;
      else {
        const { from, to, way } = nth(runs, 0)[1];
        draft.runs[nextId(draft, 'runs')] = entrySchemas.runs.parse({
          from,
          to,
          way,
          circuit: circuitId,
          cable,
        });
      }
    });
    for (const [id] of runs.slice(want.length)) {
      changed = true;
      delete draft.runs[id];
    }
  }
  return changed;
}

export const carriesPower = (plan: Plan, run: string): boolean => !isData(entryOf(plan.runs, run).cable);
