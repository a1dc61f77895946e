import { entryOf } from '../lookups/index.ts';
import { receptacleCandidates } from '../boxes/candidates.ts';
import { owedFlat } from '../boxes/flat.ts';
import { openDuties } from '../boxes/duties/index.ts';
import { keepsSpacing, placeOnLine, type ProvenLine } from '../boxes/index.ts';
import { roomName, type Check, type CheckInput } from './check.ts';
import type { Plan } from '../plan/index.ts';
import { finding, nothingFree, type FixEdit } from './findings.ts';

export const roomsClose: Check = ({ plan, rooms }) =>
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

/** What stands in the walls of a floor line, each kind once. */
function inTheWay(proven: ProvenLine, plan: Plan): string[] {
  const walls = new Set(proven.line.pieces.map((p) => p.wall));
  const kinds = Object.values(plan.obstacles)
    .filter((x) => walls.has(x.wall))
    .map((x) => `the ${x.kind}`);
  return [...new Set(kinds)];
}

/** Ways to cover a worst point: the stud faces nearest to it on either hand. */
function spacingFixes(proven: ProvenLine, along: number, site: CheckInput): FixEdit[] {
  const limit = site.rules('spacing.maxGap') / 2;
  const near = receptacleCandidates(proven.line, site).filter((c) => Math.abs(c.along - along) <= limit);
  const nearest = near.sort((a, b) => Math.abs(a.along - along) - Math.abs(b.along - along))[0];
  if (!nearest) return [];
  const stud = entryOf(site.framing.walls, nearest.wall).standing.reduce((a, b) =>
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

export const receptaclesReach: Check = (input) => {
  const { plan, rooms, layout, rules } = input;
  const limit = rules('spacing.maxGap') / 2;
  return Object.values(rooms).flatMap((room) => {
    const proof = entryOf(layout.proofs, room.id);
    const around = proof.spaces
      .filter((p) => !keepsSpacing(p, rules))
      .map((p) => {
        const along = p.farthest?.along ?? p.line.length / 2;
        const fixes = spacingFixes(p, along, input);
        const give =
          fixes.length > 0 ? {} : { fix: nothingFree(rules('spacing.floorReach'), inTheWay(p, plan)) };
        const extra = { place: placeOnLine(p.line, along), fixes, ...give };
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

/** Openers of vehicle doors and outlets of islands, on ceilings and in floors. */
export const ceilingsAndFloorsHaveTheirOutlets: Check = ({ plan, framing, rooms }) =>
  owedFlat(plan, framing, rooms).map(({ what, room, cause }) =>
    finding(
      what === 'opener' ? 'garage.opener' : 'counter.island',
      [room, cause],
      { room: roomName(plan, room), edition: plan.rules.edition },
      { fixes: [{ label: 'Add it', edit: 'propose', args: { only: ['receptacles'] } }] },
    ),
  );

export const roomsHaveTheirOutlets: Check = ({ plan, framing, rooms, layout, rules }) =>
  openDuties(plan, framing, rooms, layout, rules).map(({ rule, room, about, figures, place, boxes }) =>
    finding(
      rule,
      about,
      { room: roomName(plan, room), ...figures },
      {
        place,
        fixes:
          boxes.length === 0
            ? []
            : [
                {
                  label: boxes.length === 1 ? 'Add one here' : `Add ${boxes.length} here`,
                  edit: 'addBoxes',
                  args: { boxes: boxes.map(({ height, ...b }) => ({ ...b, ...(height ? { height } : {}) })) },
                },
              ],
      },
    ),
  );
