import { depthPlan, keepsSpacing, placeOnLine, switchKinds, type ProvenLine } from '../boxes/index.ts';
import { receptacleCandidates } from '../boxes/candidates.ts';
import { openDuties } from '../boxes/duties/index.ts';
import { dutiesOf, isLowVoltage, isOutlet, roomOfBox } from '../circuits/index.ts';
import { isAbout } from '../plan/accepted.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/schema.ts';
import { ampsByGauge, cables, framingKinds } from '../plan/stock.ts';
import type { Stages } from '../stages.ts';
import { toDecimals } from '../units/index.ts';
import { finding, type Finding, type FixEdit } from './findings.ts';

export { findingTexts } from './findings.ts';
export type { Finding, FindingCode, FindingLevel, FixEdit } from './findings.ts';

/** The plan and what every stage made of it. */
export interface CheckInput extends Stages {
  readonly plan: Plan;
}

type Check = (input: CheckInput) => Finding[];

const roomName = (plan: Plan, id: string) => plan.rooms[id]!.name || id;
const circuitName = (plan: Plan, id: string) => plan.circuits[id]!.name || id;

const roomsClose: Check = ({ plan, rooms }) =>
  Object.values(rooms)
    .filter((r) => r.boundary === null)
    .map((r) =>
      finding('rooms.open', [r.id], {
        room: roomName(plan, r.id),
        gap: r.gap?.distance ?? 0,
        wallA: r.gap?.from.wall ?? '',
        wallB: r.gap?.to.wall ?? '',
      }),
    );

/** Ways to cover a worst point: the stud faces nearest to it on either hand. */
function spacingFixes(
  proven: ProvenLine,
  along: number,
  { plan, framing, layout, rules }: CheckInput,
): FixEdit[] {
  const limit = rules('spacing.maxGap') / 2;
  const near = receptacleCandidates(proven.line, plan, framing, layout, rules).filter(
    (c) => Math.abs(c.along - along) <= limit,
  );
  const nearest = near.sort((a, b) => Math.abs(a.along - along) - Math.abs(b.along - along))[0];
  if (!nearest) return [];
  const stud = framing.walls[nearest.wall]!.standing.reduce((a, b) =>
    Math.abs(b.at - nearest.at) < Math.abs(a.at - nearest.at) ? b : a,
  );
  return [
    {
      label: `Add one at stud ${stud.number}`,
      edit: 'addBox',
      args: { wall: nearest.wall, side: nearest.side, at: nearest.at, kind: 'receptacle' },
    },
  ];
}

const receptaclesReach: Check = (input) => {
  const { plan, rooms, layout, rules } = input;
  const limit = rules('spacing.maxGap') / 2;
  return Object.values(rooms).flatMap((room) => {
    const proof = layout.proofs[room.id]!;
    const around = proof.spaces
      .filter((p) => !keepsSpacing(p, rules))
      .map((p) => {
        const along = p.farthest?.along ?? p.line.length / 2;
        const extra = { place: placeOnLine(p.line, along), fixes: spacingFixes(p, along, input) };
        return p.farthest
          ? finding(
              'spacing.maxGap',
              [room.id],
              { room: roomName(plan, room.id), distance: p.farthest.distance, limit },
              extra,
            )
          : finding(
              'spacing.none',
              [room.id],
              { room: roomName(plan, room.id), length: p.line.length, limit },
              extra,
            );
      });
    const straight = proof.straight
      .filter((p) => !keepsSpacing(p, rules))
      .map((p) => {
        const place = placeOnLine(p.line, p.farthest?.along ?? p.line.length / 2);
        return finding(
          'spacing.each-wall',
          [room.id],
          {
            room: roomName(plan, room.id),
            wall: place?.wall ?? '',
            distance: p.farthest?.distance ?? -1,
            limit,
          },
          { place },
        );
      });
    return [...around, ...straight];
  });
};

const roomsHaveTheirOutlets: Check = ({ plan, framing, rooms, layout, rules }) =>
  openDuties(plan, framing, rooms, layout, rules).map(({ rule, room, about, figures, place, boxes }) =>
    finding(
      rule,
      about,
      { room: roomName(plan, room), ...figures },
      {
        place,
        fixes: boxes.slice(0, 1).map((b) => ({
          label: 'Add one here',
          edit: 'addBox',
          args: {
            wall: b.wall,
            side: b.side,
            at: b.at,
            kind: b.kind,
            exact: b.exact,
            gangs: b.gangs,
            ...(b.height ? { height: b.height } : {}),
          },
        })),
      },
    ),
  );

const boxesStandRight: Check = ({ plan, layout, rules }) =>
  Object.values(layout.placed).flatMap((p) => {
    const place = { wall: p.wall, side: p.side, at: p.at };
    const devices = layout.devices.get(p.id) ?? [];
    const floorFinish = layout.settings.get(p.wall)!.floorFinish;
    const handle = (p.bottom + p.top) / 2 - floorFinish;
    const list: Finding[] = [];
    if (p.trouble === 'no-face') list.push(finding('box.no-face', [p.id], { box: p.id }, { place }));
    if (p.trouble === 'collides') list.push(finding('box.collides', [p.id], { box: p.id }, { place }));
    if (devices.some(([, d]) => switchKinds.has(d.kind)) && handle > rules('height.switchHighest') + 1e-6)
      list.push(
        finding(
          'box.switch-height',
          [p.id],
          { box: p.id, height: handle, limit: rules('height.switchHighest') },
          { place },
        ),
      );
    const setting = layout.settings.get(p.wall)!;
    const depth = depthPlan(setting.finish[p.side], setting.layers[p.side], p, {
      depth: setting.frame.line.depth,
    });
    if (depth.needs !== 'nothing' && !plan.boxes[p.id]!.existing)
      list.push(
        finding('box.depth', [p.id], { box: p.id, finish: depth.finish, says: depth.says }, { place }),
      );
    if (devices.length > plan.boxes[p.id]!.gangs)
      list.push(
        finding(
          'box.slot',
          [p.id],
          { box: p.id, gangs: plan.boxes[p.id]!.gangs, devices: devices.length },
          { place },
        ),
      );
    return list;
  });

const boxesHoldTheirWires: Check = ({ boxes, layout }) =>
  Object.entries(boxes).flatMap(([id, b]) => {
    if (b.fits) return [];
    const placed = layout.placed[id];
    const place = placed ? { wall: placed.wall, side: placed.side, at: placed.at } : null;
    const fixes: FixEdit[] = b.smallest
      ? [{ label: `Use ${b.smallest}`, edit: 'setBoxModel', args: { box: id, model: b.smallest } }]
      : [];
    return [
      finding(
        'fill.volume',
        [id],
        { box: id, used: b.used, volume: b.volume, smallest: b.smallest ?? '' },
        { place, fixes },
      ),
    ];
  });

const breakersSuitWires: Check = ({ plan }) => [
  ...Object.entries(plan.circuits).flatMap(([id, c]) => {
    const allowed = ampsByGauge[c.gauge];
    if (c.amps <= allowed) return [];
    return [
      finding(
        'circuit.breaker',
        [id],
        { circuit: circuitName(plan, id), amps: c.amps, gauge: c.gauge, allowed },
        { level: c.gauge <= 8 ? 'warning' : 'error' },
      ),
    ];
  }),
  ...Object.entries(plan.runs).flatMap(([id, run]) => {
    const circuit = run.circuit === null ? null : plan.circuits[run.circuit]!;
    if (!circuit || circuit.amps <= ampsByGauge[cables[run.cable]!.gauge]) return [];
    return [
      finding('circuit.cable', [id, run.circuit!], {
        run: id,
        cable: run.cable,
        amps: circuit.amps,
        circuit: circuitName(plan, run.circuit!),
      }),
    ];
  }),
];

const circuitsAreWithinLimits: Check = ({ plan, circuits, rules }) =>
  Object.entries(circuits).flatMap(([id, r]) => {
    const c = plan.circuits[id]!;
    const name = circuitName(plan, id);
    const cap = c.amps <= 15 ? rules('circuit.cap15') : rules('circuit.cap20');
    const limit = Math.round((c.amps * c.volts * rules('circuit.loadPercent')) / 100);
    const list: Finding[] = [];
    if (c.panel === null) list.push(finding('circuit.panel', [id], { circuit: name }));
    if (c.amps <= 20 && r.outlets > cap)
      list.push(finding('circuit.cap', [id], { circuit: name, outlets: r.outlets, limit: cap }));
    if (r.va > limit) list.push(finding('circuit.load', [id], { circuit: name, va: r.va, limit }));
    if (r.unreached.length > 0)
      list.push(finding('circuit.unreached', [id], { circuit: name, boxes: r.unreached.length }));
    if (r.dropPercent > rules('circuit.dropPercent'))
      list.push(
        finding('circuit.drop', [id], {
          circuit: name,
          percent: r.dropPercent,
          limit: rules('circuit.dropPercent'),
        }),
      );
    return list;
  });

const spacesAreSingle: Check = ({ plan }) =>
  Object.entries(plan.panels).flatMap(([panelId, panel]) => {
    const users = new Map<number, string[]>();
    for (const [id, c] of Object.entries(plan.circuits)) {
      if (c.panel !== panelId || c.space === null) continue;
      for (const space of c.poles === 2 ? [c.space, c.space + 2] : [c.space])
        users.set(space, [...(users.get(space) ?? []), id]);
    }
    return [...users].flatMap(([space, ids]) =>
      ids.length > 1 || space > panel.spaces
        ? [finding('circuit.space', [panelId, ...ids], { space, panel: panel.name || panelId })]
        : [],
    );
  });

const devicesHaveCircuits: Check = ({ plan }) => {
  const without = Object.values(plan.devices).filter(
    (d) => d.circuit === null && !isLowVoltage(d.kind) && !plan.boxes[d.box]!.existing,
  );
  return without.length > 0 ? [finding('circuit.unassigned', [], { count: without.length })] : [];
};

const outletsAreProtected: Check = ({ plan, rooms, circuits }) =>
  Object.entries(circuits).flatMap(([id, r]) => {
    const c = plan.circuits[id]!;
    if (c.existing) return [];
    const own = Object.entries(plan.devices).filter(([, d]) => d.circuit === id && isOutlet(d));
    const duties = own.map(([deviceId, d]) => {
      const room = roomOfBox(plan.boxes[d.box]!, rooms);
      return { deviceId, ...dutiesOf(d, room ? plan.rooms[room]!.use : null) };
    });
    const open = duties.filter((d) => d.groundFault && !r.protected.includes(d.deviceId));
    const list: Finding[] = [];
    if (duties.some((d) => d.arcFault) && c.protection !== 'afci' && c.protection !== 'dual')
      list.push(
        finding(
          'protect.afci',
          [id],
          { circuit: circuitName(plan, id) },
          {
            fixes: [
              {
                label: 'Use an AFCI breaker',
                edit: 'setCircuit',
                args: { circuit: id, changes: { protection: open.length > 0 ? 'dual' : 'afci' } },
              },
            ],
          },
        ),
      );
    if (open.length > 0)
      list.push(
        finding('protect.gfci', [id, ...open.map((d) => d.deviceId)], {
          circuit: circuitName(plan, id),
          count: open.length,
        }),
      );
    return list;
  });

const runsAreLaid: Check = ({ plan, runs }) =>
  Object.values(runs.runs)
    .filter((r) => r.path.length === 0)
    .map((r) =>
      finding('run.no-route', [r.id], {
        run: r.id,
        from: plan.runs[r.id]!.from,
        to: plan.runs[r.id]!.to ?? 'its open end',
      }),
    );

const closedWallsAreAChoice: Check = ({ runs }) =>
  Object.values(runs.runs).flatMap((r) =>
    r.closed.map((c) =>
      finding('run.closed', [r.id, c.wall], {
        run: r.id,
        wall: c.wall,
        studs: c.studs,
        fish: c.fishMinutes,
        open: c.openMinutes,
        how: c.how,
        cheaper: c.fishMinutes <= c.openMinutes ? 'fish' : 'open',
      }),
    ),
  );

const circuitsAreTrees: Check = ({ plan }) => {
  const leader = new Map<string, string>();
  const root = (key: string): string =>
    leader.has(key) && leader.get(key) !== key ? root(leader.get(key)!) : key;
  return Object.keys(plan.runs)
    .sort(compareIds)
    .flatMap((id) => {
      const run = plan.runs[id]!;
      if (run.circuit === null || run.to === null) return [];
      const [a, b] = [root(`${run.circuit}/${run.from}`), root(`${run.circuit}/${run.to}`)];
      if (a === b)
        return [finding('run.loop', [id, run.circuit], { run: id, circuit: circuitName(plan, run.circuit) })];
      leader.set(a, b);
      return [];
    });
};

const boresLeaveWood: Check = ({ plan, runs, rules }) => {
  const holes = new Map(Object.values(runs.runs).flatMap((r) => r.bores.map((b) => [b.hole, b] as const)));
  return [...holes.values()].flatMap((bore) => {
    if (bore.number === null) return [];
    const wall = plan.walls[bore.wall]!;
    const percent = (bore.diameter / framingKinds[wall.framing].depth) * 100;
    const limit = rules(wall.bearing || wall.exterior ? 'bore.bearing' : 'bore.other');
    if (percent <= limit + 1e-9) return [];
    return [
      finding('bore.size', [bore.member], {
        diameter: bore.diameter,
        stud: bore.number,
        wall: bore.wall,
        percent: toDecimals(percent, 1),
        limit,
      }),
    ];
  });
};

export const checks: readonly Check[] = [
  roomsClose, receptaclesReach, roomsHaveTheirOutlets, boxesStandRight, boxesHoldTheirWires, breakersSuitWires, circuitsAreWithinLimits, spacesAreSingle,
  devicesHaveCircuits, outletsAreProtected, runsAreLaid, closedWallsAreAChoice, circuitsAreTrees, boresLeaveWood,
]; // prettier-ignore

const rank = { error: 0, warning: 1, note: 2 } as const;

/** All findings, worst first; within a level in the order of the checks. Those a person let stand say why and come last. */
export function checkPlan(input: CheckInput): Finding[] {
  const kept = Object.values(input.plan.accepted);
  return checks
    .flatMap((check) => check(input))
    .map((f) => ({
      ...f,
      accepted: kept.find((a) => isAbout(a, { ...f, wall: f.place?.wall ?? null }))?.reason ?? null,
    }))
    .sort(
      (a, b) => Number(a.accepted !== null) - Number(b.accepted !== null) || rank[a.level] - rank[b.level],
    );
}
