import { aroundRoom, type Plan, thing } from '../plan/index.ts';
import { idsOf } from '../incremental/index.ts';
import { entryOf, listUnder, nth } from '../lookups/index.ts';
import { adjustedAmps, cables, dataGauge, framingKinds, isData } from '../materials/index.ts';
import type { Member } from '../framing/index.ts';
import { roomServed } from '../rooms/seeing.ts';
import { drilledOnce, hasWay, type Bore } from '../runs/index.ts';
import { besidePower } from '../runs/beside.ts';
import { mostOfDepth } from '../runs/boreLimits.ts';
import { isLying } from '../runs/holes.ts';
import { opensAt } from '../runs/openSpaces.ts';
import type { House } from '../stages/index.ts';
import { toDecimals } from '../units/index.ts';
import { ofJob, ofRuns, ofWalls } from './check.ts';
import { found, type FixEdit, type Found } from './finding.ts';

/** Cables that find no way: those that a closed ceiling or floor shuts in are one finding for each such, as one word of what may be done with it mends them all. */
export const runsAreLaid = ofJob((house) => {
  const astray = idsOf(house.runs.runs).filter((id) => !hasWay(entryOf(house.runs.runs, id)));
  const apart: Found[] = [];
  const behind = new Map<string, { readonly run: string; readonly shut: Shut }[]>();
  for (const run of astray) {
    const fixes = otherWayOut(run, house);
    const shut = fixes.length === 0 ? shutIn(run, house) : null;
    if (!shut) apart.push(found('run.no-route', [thing.run(run)], { runs: [run], shut }, { fixes }));
    else listUnder(behind, `${shut.room} ${shut.is}`).push({ run, shut });
  }
  const together = [...behind.values()].map((them) => {
    const [{ shut }, runs] = [nth(them, 0), them.map((t) => t.run)];
    const about = [...runs.map(thing.run), thing.room(shut.room)];
    return found('run.no-route', about, { runs, shut }, { fixes: waysThrough(shut) });
  });
  return [...apart, ...together];
});

/** A closed ceiling or floor of a room that cable is to leave alone. */
interface Shut {
  readonly room: string;
  readonly is: 'ceiling' | 'floor';
}

/** The first closed ceiling, or else floor, around the ends of a cable that is left alone; null where there is none. */
function shutIn(id: string, { plan, rooms }: House): Shut | null {
  const { from, to } = entryOf(plan.runs, id);
  const around = [from, to].flatMap((end) => roomServed(plan, rooms, end ?? '') ?? []);
  const is = (['ceiling', 'floor'] as const).find((of) => around.some((r) => isLeft(plan, r, of)));
  const room = is && around.find((r) => isLeft(plan, r, is));
  return is && room !== undefined ? { room, is } : null;
}

/** Whether the ceiling or floor of a room is closed and cable leaves it alone. */
function isLeft(plan: Plan, room: string, is: Shut['is']): boolean {
  const { above, ceilingAccess, below, floorAccess } = aroundRoom(plan, entryOf(plan.rooms, room));
  const [has, access] = is === 'ceiling' ? [above, ceilingAccess] : [below, floorAccess];
  return has === 'closed' && access === 'leave';
}

function waysThrough({ room, is }: Shut): FixEdit[] {
  const set = (access: 'fish' | 'open') => ({
    room,
    changes: is === 'ceiling' ? { ceilingAccess: access } : { floorAccess: access },
  });
  return [
    { label: `Fish through the ${is}`, edit: 'setRoom', args: set('fish') },
    { label: `Open a strip of the ${is}`, edit: 'setRoom', args: set('open') },
  ];
}

/** A panel elsewhere whose cable leaves its wall where it can not, as over a slab: let it leave on the other side, where that is open. */
function otherWayOut(id: string, house: House): FixEdit[] {
  const { plan, framing } = house;
  const { from, to } = entryOf(plan.runs, id);
  return [from, to].flatMap((end) => {
    const panel = plan.panels[end ?? ''];
    if (end === null || !panel || panel.on.away === 0) return [];
    const { up, down } = opensAt(house, entryOf(framing.lines, panel.on.wall).level);
    const isBelow = panel.on.leaves === 'below';
    if (isBelow ? down || !up : up || !down) return [];
    const leaves = isBelow ? 'above' : 'below';
    return [
      {
        label: `Let the panel’s cable leave ${leaves}`,
        edit: 'setPanel',
        args: { panel: end, changes: {}, on: { leaves } },
      },
    ];
  });
}

/** A cable that was told to go over or under and goes another way, since none is open there. */
export const waysAreAsAsked = ofRuns(({ id, way, length }, { plan }) => {
  const asked = entryOf(plan.runs, id).way;
  if ((asked !== 'over' && asked !== 'under') || way === null || way === asked) return [];
  const fixes = [{ label: 'Take the cheapest way', edit: 'setRunWay', args: { run: id, way: 'auto' } }];
  return [found('run.way', [thing.run(id)], { run: id, asked, way, length: length.path }, { fixes })];
});

/** A cable that was told to go through places it does not come to. */
export const stopsAreReached = ofRuns((laid, { plan }) => {
  const { id, missed } = laid;
  if (missed.length === 0 || !hasWay(laid)) return [];
  const fixes = [{ label: 'Let it go its own way', edit: 'leaveThrough', args: { run: id } }];
  const of = entryOf(plan.runs, id).through.length;
  return [
    found('run.through', [thing.run(id)], { run: id, missed: missed.map((i) => i + 1), of }, { fixes }),
  ];
});

export const closedWallsAreAChoice = ofRuns((r) =>
  r.closed.map((c) =>
    found('run.closed', [thing.run(r.id), thing.wall(c.wall)], {
      run: r.id,
      wall: c.wall,
      studs: c.studs,
      fishMinutes: c.fishMinutes,
      openMinutes: c.openMinutes,
      how: c.how,
    }),
  ),
);

export const closedCeilingsAreAChoice = ofRuns((r) =>
  r.ceilings.map(({ level, of, joists, how, fishMinutes, openMinutes }) =>
    found('run.closed-ceiling', [thing.run(r.id)], {
      run: r.id,
      level,
      of,
      joists,
      fishMinutes,
      openMinutes,
      how,
    }),
  ),
);

export const loopsAreStapled = ofRuns((r) =>
  r.longLoops.map(({ box, loop, most }) =>
    found('staple.loop', [thing.run(r.id), thing.box(box)], { run: r.id, box, loop, most }),
  ),
);

export const bendsAreGentle = ofRuns((r) =>
  r.tight.map(({ end, room, needs }) =>
    found('run.bend', [thing.run(r.id)], { run: r.id, end, room, needs: toDecimals(needs, 2) }),
  ),
);

/** Data beside power for less than this hums nothing. Inches; common practice, no source. */
const shortBeside = 36;

/** Data cable that lies along power cable nearer than the house has it. */
export const dataCablesKeepApart = ofRuns((r, { plan, runs, rules }) => {
  const apart = rules('data.apart');
  if (!isData(r.cable) || apart === 0) return [];
  const beside = besidePower({ plan, runs }, r.path, apart);
  if (!beside || beside.inches < shortBeside) return [];
  return [
    found('data.beside', [thing.run(r.id), thing.run(beside.run)], {
      run: r.id,
      power: beside.run,
      inches: Math.round(beside.inches),
      apart,
    }),
  ];
});

/** Not more than so many doubled studs one after another may be bored past what single ones may: IRC R602.6 (from memory). */
const mostDoubled = 2;

/** Doubled studs of a wall that stand in a row of more than may be bored past the limit of single ones, by their ids. */
function tooManyInARow(wall: string, limit: number, { framing, runs }: House): ReadonlySet<string> {
  const past = new Set(entryOf(runs.holes, wall).flatMap((b) => (b.diameter > limit ? [b.member] : [])));
  const rows: string[][] = [];
  let packs = 0;
  let last: Member | null = null;
  for (const m of entryOf(framing.walls, wall).standing) {
    const isOn = (m.pack ?? 1) > 1 && past.has(m.id);
    const isSamePack = last !== null && m.pack === last.pack && m.at - last.at < m.width + 0.01;
    if (!isOn) packs = 0;
    else if (packs === 0) {
      packs = 1;
      rows.push([m.id]);
    } else {
      if (!isSamePack) packs++;
      rows.at(-1)?.push(m.id);
    }
    if (isOn && packs > mostDoubled) rows.at(-1)?.push('more');
    last = m;
  }
  return new Set(rows.filter((row) => row.includes('more')).flat());
}

export const boresLeaveWood = ofWalls((_, id, house) => {
  const { plan, framing, runs, rules } = house;
  const wall = entryOf(plan.walls, id);
  const { depth } = framingKinds[wall.framing];
  const members = new Map(entryOf(framing.walls, id).members.map((m) => [m.id, m]));
  const single = mostOfDepth(wall, { role: 'stud' }, rules);
  const inARow = tooManyInARow(id, (depth * single) / 100 + 1e-9, house);
  return entryOf(runs.holes, id).flatMap((bore) => {
    const member = members.get(bore.member);
    if (bore.number === null || !member) return [];
    const percent = (bore.diameter / depth) * 100;
    const limit = inARow.has(member.id) ? single : mostOfDepth(wall, member, rules);
    if (percent <= limit + 1e-9) return [];
    return [
      found('bore.size', [thing.member(bore.member)], {
        diameter: bore.diameter,
        stud: bore.number,
        wall: bore.wall,
        percent: toDecimals(percent, 1),
        limit,
      }),
    ];
  });
});

/** Where cable has no other way and there is wood for no further hole, more go through one than the house lets share it, or than it takes. */
export const holesTakeTheirCables = ofWalls((boxes, id, { runs, rules }) =>
  drilledOnce(entryOf(runs.holes, id)).flatMap((bore) => {
    const most = rules(isLying(bore) ? 'drill.perPlate' : 'drill.perHole');
    if (bore.cables <= most) return [];
    const { at, cables: count, role, number } = bore;
    const params = { wall: id, cables: count, most, role, stud: number };
    const place = { wall: id, side: boxes[0]?.side ?? ('left' as const), at };
    return [found('bore.full', [thing.member(bore.member)], params, { place })];
  }),
);

/** More than two cables in a hole that is sealed, or in the insulation of an outside wall, carry less: NEC 334.80 (from memory). */
const mostUnadjusted = 2;

export const cablesCarryTheirCircuits = ofRuns((r, { plan }) => {
  const circuit = plan.circuits[entryOf(plan.runs, r.id).circuit ?? ''];
  const { gauge } = entryOf(cables, r.cable);
  if (!circuit || gauge === dataGauge) return [];
  const crowded = r.bores.filter(
    (b) => b.cables > mostUnadjusted && (isLying(b) || entryOf(plan.walls, b.wall).exterior),
  );
  const worst = crowded.reduce<Bore | null>((w, b) => (!w || b.conductors > w.conductors ? b : w), null);
  const amps = worst && adjustedAmps(gauge, worst.conductors);
  if (!worst || amps === null || amps >= circuit.amps) return [];
  const { wall, cables: count, conductors } = worst;
  const facts = {
    run: r.id,
    wall,
    cables: count,
    conductors,
    amps: toDecimals(amps, 1),
    breaker: circuit.amps,
  };
  return [found('run.derated', [thing.run(r.id)], facts)];
});
