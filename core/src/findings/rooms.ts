import { type Plan, thing, valuesIn } from '../plan/index.ts';
import type { House } from '../stages/index.ts';
import { entryOf } from '../lookups/index.ts';
import { receptacleCandidates } from '../boxes/candidates.ts';
import { owedFlat } from '../boxes/flat.ts';
import { openDutiesOf } from '../boxes/duties/index.ts';
import { keepsSpacing, placeOnLine, type ProvenLine } from '../boxes/index.ts';
import { readWalk } from '../rooms/walked.ts';
import { ofJob, ofRooms } from './check.ts';
import { found, type FixEdit } from './finding.ts';

/** So many walls a room has at least before it can be said not to close. */
const fewestWalls = 3;

export const roomsClose = ofRooms(({ id, boundary, gap }, { plan }) => {
  if (boundary) return [];
  const walls = plan.rooms[id]?.walk && readWalk(plan, id)?.walk.legs.length;
  if (walls !== undefined && walls < fewestWalls)
    return [found('rooms.begun', [thing.room(id)], { room: id, walls })];
  return [
    found('rooms.open', [thing.room(id)], {
      room: id,
      gap: gap ? { distance: gap.distance, from: gap.from.wall, to: gap.to.wall } : null,
    }),
  ];
});

/** What stands in the walls of a floor line, each kind once. */
function inTheWay(proven: ProvenLine, plan: Plan): string[] {
  const walls = new Set(proven.line.pieces.map((p) => p.wall));
  const kinds = [...walls].flatMap((w) => valuesIn(plan, 'obstaclesInWall', w)).map((x) => `the ${x.kind}`);
  return [...new Set(kinds)];
}

/** Ways to cover a worst point: the stud faces nearest to it on either hand. */
function spacingFixes(proven: ProvenLine, along: number, site: House): FixEdit[] {
  const limit = site.rules('spacing.maxGap') / 2;
  const near = receptacleCandidates(proven.line, site, { near: { along, within: limit } });
  const nearest = near.sort((a, b) => Math.abs(a.along - along) - Math.abs(b.along - along))[0];
  if (!nearest) return [];
  // Foam block has no studs.
  const [stud] = entryOf(site.framing.walls, nearest.wall).standing.toSorted(
    (a, b) => Math.abs(a.at - nearest.at) - Math.abs(b.at - nearest.at),
  );
  return [
    {
      label: stud ? `Add one at stud ${stud.number}` : 'Add one in reach',
      edit: 'addBox',
      args: { wall: nearest.wall, side: nearest.side, at: nearest.at, kind: 'receptacle' },
    },
  ];
}

export const receptaclesReach = ofRooms((room, input) => {
  const { plan, layout, rules } = input;
  const limit = rules('spacing.maxGap') / 2;
  const proof = entryOf(layout.proofs, room.id);
  const around = proof.spaces
    .filter((p) => !keepsSpacing(p, rules))
    .map((p) => {
      const along = p.farthest?.along ?? p.line.length / 2;
      const fixes = spacingFixes(p, along, input);
      const extra = { place: placeOnLine(p.line, along), fixes };
      const about = [thing.room(room.id)];
      const nothingFree =
        fixes.length > 0 ? null : { floorReach: rules('spacing.floorReach'), inTheWay: inTheWay(p, plan) };
      const figures = { room: room.id, limit, nothingFree };
      return p.farthest
        ? found('spacing.maxGap', about, { ...figures, distance: p.farthest.distance }, extra)
        : found('spacing.none', about, { ...figures, length: p.line.length }, extra);
    });
  const straight = proof.straight
    .filter((p) => !keepsSpacing(p, rules))
    .map((p) => {
      const place = placeOnLine(p.line, p.farthest?.along ?? p.line.length / 2);
      return found(
        'spacing.each-wall',
        [thing.room(room.id)],
        { room: room.id, wall: place?.wall ?? null, distance: p.farthest?.distance ?? null, limit },
        { place },
      );
    });
  return [...around, ...straight];
});

/** Openers of vehicle doors and outlets of islands, on ceilings and in floors. */
export const ceilingsAndFloorsHaveTheirOutlets = ofJob(({ plan, framing, rooms }) =>
  owedFlat(plan, framing, rooms).map(({ what, room, cause }) =>
    found(
      what === 'opener' ? 'garage.opener' : 'counter.island',
      [thing.room(room), what === 'opener' ? thing.opening(cause) : thing.fixture(cause)],
      { room, edition: plan.rules.edition },
      { fixes: [{ label: 'Add it', edit: 'propose', args: { only: ['receptacles'] } }] },
    ),
  ),
);

export const roomsHaveTheirOutlets = ofRooms((own, house) =>
  openDutiesOf(own, house).map(({ rule, room, about, figures, place, boxes }) =>
    found(
      rule,
      about,
      // A duty's figures are those of its own rule; the types of the two lists cannot tell that they go together.
      { room, ...figures } as never,
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
  ),
);
