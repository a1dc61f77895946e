import { faultWords } from './faultWords.ts';
import { entriesIn, idsIn, type Panel, thing } from '../plan/index.ts';
import { entryOf } from '../lookups/index.ts';
import { legLoads, seatsOf, takesTandem, freeSpaces, freeHalves } from '../circuits/index.ts';
import { ampsByFeeder } from '../materials/index.ts';
import { serviceLoads } from '../circuits/service.ts';
import { ofCircuits, ofJob, ofPanels } from './check.ts';
import { found, type Found } from './finding.ts';
import { pastCorner, roomSeeing } from '../rooms/seeing.ts';

/** Spaces hold one breaker, or two halves where the panel takes them; every circuit has one. */
export const spacesAreSingle = ofPanels((panelId, { plan }) => {
  const seats = seatsOf(plan, panelId);
  const spaces = [...new Set(seats.flatMap((s) => s.spaces))].sort((a, b) => a - b);
  const list = spaces.flatMap((space): Found[] => {
    const here = seats.filter((s) => s.spaces.includes(space));
    const halves = here.map((s) => s.half);
    const shared = here.length === 2 && halves.includes('A') && halves.includes('B');
    const about = [
      thing.panel(panelId),
      ...here.map((s) => (s.kind === 'circuit' ? thing.circuit(s.id) : thing.panel(s.id))),
    ];
    if ((here.length > 1 && !shared) || space > entryOf(plan.panels, panelId).spaces)
      return [found('circuit.space', about, { space, panel: panelId })];
    const halved = halves.some((h) => h !== null) && !takesTandem(plan, panelId, space);
    return halved ? [found('panel.tandem', about, { space, panel: panelId })] : [];
  });
  const without = entriesIn(plan, 'circuitsOnPanel', panelId).flatMap(([c, { space }]) =>
    space === null ? [c] : [],
  );
  if (without.length > 0)
    list.push(
      found('circuit.no-space', [thing.panel(panelId), ...without.map(thing.circuit)], {
        count: without.length,
        panel: panelId,
      }),
    );
  else if (
    seats.length > 0 &&
    freeSpaces(plan, panelId).length === 0 &&
    freeHalves(plan, panelId).length === 0
  )
    list.push(found('panel.full', [thing.panel(panelId)], { panel: panelId }));
  return list;
});

const placeWords = {
  bathroom: 'in a bathroom',
  'clothes-closet': 'in a clothes closet',
  'over-stairs': 'over the steps of a stair',
} as const;
const placeByUse: Readonly<Record<string, keyof typeof placeWords>> = {
  bath: 'bathroom',
  powder: 'bathroom',
  closet: 'clothes-closet',
  stair: 'over-stairs',
};

/** Least working space in front of a panel to 150 V to ground, inches. */
const working = { width: 30, depth: 36, height: 78 } as const;

function clearOf(panel: Panel): { what: keyof typeof working; has: number }[] {
  return (['width', 'depth', 'height'] as const).flatMap((what) => {
    const has = panel.clear[what];
    return has !== undefined && has < working[what] - 1e-9 ? [{ what, has }] : [];
  });
}

/** Where panels may stand, what is clear before them, and that their feeders fit. */
export const panelsStandRight = ofPanels((id, { plan, rooms, rules, circuits }) => {
  const p = entryOf(plan.panels, id);
  const list: Found[] = [];
  const room = p.on.away === 0 ? roomSeeing(rooms, p.on, pastCorner) : null;
  const place = p.place === 'auto' ? (room ? placeByUse[entryOf(plan.rooms, room).use] : undefined) : p.place;
  if (place && place !== 'clear')
    list.push(found('panel.place', [thing.panel(id)], { panel: id, where: placeWords[place] }));
  for (const { what, has } of clearOf(p))
    list.push(
      found('panel.clear', [thing.panel(id)], { panel: id, what, measured: has, needed: working[what] }),
    );
  if (p.feeder && p.feeder.amps > ampsByFeeder[p.feeder.gauge])
    list.push(
      found('panel.feeder', [thing.panel(id)], {
        panel: id,
        amps: p.feeder.amps,
        gauge: p.feeder.gauge,
        allowed: ampsByFeeder[p.feeder.gauge],
      }),
    );
  const legs = legLoads(plan, id, (c) => circuits[c]?.va ?? 0);
  const gap = Math.abs(legs.A - legs.B);
  const single = Math.max(
    0,
    ...seatsOf(plan, id).map((x) =>
      x.kind === 'circuit' && x.spaces.length === 1 ? (circuits[x.id]?.va ?? 0) : 0,
    ),
  );
  const uneven = (gap / Math.max(legs.A, legs.B, 1)) * 100 > rules('panel.legPercent');
  if (p.legs === 2 && uneven && gap > single)
    list.push(
      found('panel.legs', [thing.panel(id)], { panel: id, a: Math.round(legs.A), b: Math.round(legs.B) }),
    );
  return list;
});

/** The service carries the load, once there is enough of the job to work it out. */
export const serviceCarriesTheLoad = ofJob(({ plan, rooms }) => {
  const [id] = idsIn(plan, 'panelsFedBy', 'service');
  if (id === undefined) return [];
  const [load] = serviceLoads(plan, rooms);
  const rating = entryOf(plan.panels, id).amps;
  if (!load || load.amps <= rating) return [];
  return [found('service.load', [thing.panel(id)], { amps: Math.round(load.amps), panel: id, rating })];
});

/** Everything an audit turned up, for the people who decide what is done about it. */
export const auditedCircuitsAreSound = ofCircuits((id, { found: audit, amps }, _, { rules }) => {
  if (!audit) return [];
  const limit = rules(amps <= 15 ? 'circuit.cap15' : 'circuit.cap20');
  const list = audit.faults.map((fault) => {
    const { says, mend, level } = faultWords[fault];
    return found(
      'audit.fault',
      [thing.circuit(id), thing.fault(fault)],
      { circuit: id, fault: says, mend },
      { level },
    );
  });
  if (amps <= 20 && audit.outlets > limit)
    list.push(found('audit.outlets', [thing.circuit(id)], { circuit: id, outlets: audit.outlets, limit }));
  if (audit.supply === 'both' && !audit.faults.includes('supplies-mixed'))
    list.push(found('audit.supply', [thing.circuit(id)], { circuit: id }));
  return list;
});
