import { entryOf } from '../../lookups/index.ts';
import { idsOf } from '../../incremental/index.ts';
import type { Computer } from '../../compute/index.ts';
import type { Plan, Run } from '../../plan/index.ts';
import { frozen } from '../../plan/settled.ts';
import {
  cableCents,
  closedMinutes,
  type LaidRun,
  openedInches,
  outsideEffort,
  toDrill,
} from '../../runs/index.ts';
import type { House } from '../../stages/index.ts';
import { lengthInFeet, toDecimals } from '../../units/index.ts';

/** One way a cable may go, and what that comes to. */
export interface WayOffered {
  /** What is asked for to get it. */
  readonly asked: Run['way'];
  /** Which way it goes then. */
  readonly goes: NonNullable<LaidRun['way']>;
  /** Whether the cable goes this way now. */
  readonly isNow: boolean;
  /** Length to cut, inches. */
  readonly cut: number;
  /** Holes drilled for it alone, of which through plates; and holes it shares with other cables. */
  readonly holes: number;
  readonly plateHoles: number;
  readonly shared: number;
  readonly joists: number;
  /** Bits its holes take, inches, smallest first. */
  readonly bits: readonly number[];
  readonly minutes: number;
  readonly cents: number;
}

const askable = ['auto', 'wall', 'over', 'under'] as const;

/** Minutes to open or fish what is closed for one cable: what is opened for others anyhow is not opened for it. */
function closedAlone(laid: LaidRun, { runs, rules }: House): number {
  if (laid.closed.length === 0 && laid.ceilings.length === 0) return 0;
  const others = idsOf(runs.runs).flatMap((id) => (id === laid.id ? [] : [entryOf(runs.runs, id)]));
  const studs = (of: readonly LaidRun[], wall: string) =>
    new Set(of.flatMap((r) => r.bores.flatMap((b) => (b.wall === wall ? (b.number ?? []) : []))));
  const closed = closedMinutes(rules);
  const walls = laid.closed.map(({ wall, how }) => {
    const open = studs(others, wall);
    return closed(how, [...studs([laid], wall)].filter((stud) => !open.has(stud)).length);
  });
  const fished = laid.ceilings.map((c) => (c.how === 'fish' ? c.fishMinutes : 0));
  const strip = openedInches([...others, laid]) - openedInches(others);
  return lengthInFeet(strip) * rules('minutes.stripFoot') + [...walls, ...fished].reduce((a, b) => a + b, 0);
}

/** Minutes for the holes, the pull, the staples and the closed framing of one cable. */
function minutesOf(
  laid: LaidRun,
  own: Pick<WayOffered, 'holes' | 'plateHoles' | 'shared'>,
  house: House,
): number {
  const { rules } = house;
  const grooves = laid.grooves.reduce((sum, g) => sum + g.inches, 0);
  return (
    (own.holes - own.plateHoles + laid.joists) * rules('minutes.bore') +
    own.plateHoles * rules('minutes.plateBore') +
    own.shared * rules('minutes.sharedBore') +
    lengthInFeet(laid.length.path) * rules('minutes.pullFoot') +
    lengthInFeet(outsideEffort(laid, rules)) * rules('minutes.outsideFoot') +
    laid.staples * rules('minutes.staple') +
    lengthInFeet(grooves) * rules('minutes.grooveFoot') +
    closedAlone(laid, house)
  );
}

function offered(asked: Run['way'], laid: LaidRun, house: House): Omit<WayOffered, 'isNow'> | null {
  const { plan, rules } = house;
  if (laid.way === null) return null;
  const drilled = toDrill(laid.bores);
  const alone = drilled.filter((b) => b.cables === 1);
  const own = {
    holes: alone.length,
    plateHoles: alone.filter((b) => b.role.endsWith('plate')).length,
    shared: drilled.length - alone.length,
  };
  const minutes = minutesOf(laid, own, house);
  const wire = lengthInFeet(laid.length.cut) * cableCents(plan, laid.cable, rules);
  return {
    asked,
    goes: laid.way,
    cut: laid.length.cut,
    ...own,
    joists: laid.joists,
    bits: [...new Set(drilled.map((b) => b.diameter))].sort((a, b) => a - b),
    minutes: toDecimals(minutes, 1),
    cents: Math.round(wire + (minutes / 60) * rules('cost.labour')),
  };
}

/**
 * The really different ways a cable may go, the one it goes now first: the cheapest, in the wall, over the plates, under the floor. Each is laid
 * with all other cable where it is. Ways that come out the same are told once.
 */
export function waysOffered(plan: Plan, runId: string, computer: Computer): WayOffered[] {
  const run = entryOf(plan.runs, runId);
  const known = new Map<string, WayOffered>();
  const others = askable.filter((way) => way !== run.way);
  const drawn = run.through.length > 0 ? [run.way] : [];
  const order = [run, ...[...drawn, ...others].map((way) => ({ ...run, way, through: [] }))];
  for (const own of order) {
    const house = computer.take(frozen({ ...plan, runs: { ...plan.runs, [runId]: own } }));
    const laid = entryOf(house.runs.runs, runId);
    const found = offered(own.way, laid, house);
    const same = JSON.stringify(laid.path);
    if (found && !known.has(same)) known.set(same, { ...found, isNow: own === run });
  }
  computer.take(plan);
  return [...known.values()];
}
