import { z } from 'zod';
import { nextId } from '../plan/ids.ts';
import {
  entrySchemas,
  fixtureSchema,
  layerSchema,
  levelSchema,
  memberRoles,
  obstacleSchema,
  openingSchema,
  position,
  side,
  text,
  type Layer,
} from '../plan/index.ts';
import { measuredAt, need, parsed } from './need.ts';
import { change, changesOf, id, ids, verb, whole } from './verb.ts';

const joists = levelSchema.shape.joists.unwrap();

const thicknessOf = (layers: readonly Layer[]) => layers.reduce((sum, l) => sum + l.thickness, 0);

/** Verbs for what is on and around the walls: openings, studs as measured, obstacles, fixtures, levels. */
export const spaceEdits = {
  addOpening: verb('Adds a door, a window or another opening.', openingSchema, (draft, args) => {
    need(draft.walls, args.wall, 'wall');
    draft.openings[nextId(draft, 'openings')] = parsed(entrySchemas.openings, args, 'opening');
  }),
  setOpening: verb(
    'Changes an opening.',
    z.strictObject({ opening: id, changes: changesOf(openingSchema) }),
    (draft, args) => {
      change(need(draft.openings, args.opening, 'opening'), openingSchema, args.changes);
    },
  ),
  removeOpening: verb('Takes an opening out of its wall.', z.strictObject({ opening: id }), (draft, args) => {
    delete draft.openings[args.opening];
  }),
  measureStud: verb(
    'Records where a stud really stands, which the layout has at “was”. Measuring the same one again replaces what was recorded.',
    z.strictObject({ wall: id, at: position, was: position, role: z.enum(memberRoles).optional() }),
    (draft, args) => {
      need(draft.walls, args.wall, 'wall');
      const known = measuredAt(draft, args.wall, args.was);
      draft.members[known ?? nextId(draft, 'members')] = entrySchemas.members.parse({
        ...(known === null ? {} : draft.members[known]),
        wall: args.wall,
        role: args.role ?? 'stud',
        at: args.at,
      });
    },
  ),
  forgetStud: verb(
    'Forgets a measured stud; the layout’s own stands again.',
    z.strictObject({ member: id }),
    (draft, args) => {
      delete draft.members[args.member];
    },
  ),

  addObstacle: verb(
    'Adds something in a wall that boxes and cables keep clear of.',
    obstacleSchema,
    (draft, args) => {
      need(draft.walls, args.wall, 'wall');
      draft.obstacles[nextId(draft, 'obstacles')] = parsed(entrySchemas.obstacles, args, 'obstacle');
    },
  ),
  setObstacle: verb(
    'Changes an obstacle.',
    z.strictObject({ obstacle: id, changes: changesOf(obstacleSchema) }),
    (draft, args) => {
      change(need(draft.obstacles, args.obstacle, 'obstacle'), obstacleSchema, args.changes);
    },
  ),
  removeObstacle: verb('Takes an obstacle away.', z.strictObject({ obstacle: id }), (draft, args) => {
    delete draft.obstacles[args.obstacle];
  }),

  addFixture: verb('Adds something that stands in a room.', fixtureSchema, (draft, args) => {
    need(draft.rooms, args.room, 'room');
    draft.fixtures[nextId(draft, 'fixtures')] = parsed(entrySchemas.fixtures, args, 'fixture');
  }),
  setFixture: verb(
    'Changes a fixture.',
    z.strictObject({ fixture: id, changes: changesOf(fixtureSchema) }),
    (draft, args) => {
      change(need(draft.fixtures, args.fixture, 'fixture'), fixtureSchema, args.changes);
    },
  ),
  removeFixture: verb('Takes a fixture away.', z.strictObject({ fixture: id }), (draft, args) => {
    delete draft.fixtures[args.fixture];
  }),

  addLevel: verb(
    'Adds a level over the highest one there is.',
    z.strictObject({ name: text }),
    (draft, args) => {
      const top = Object.values(draft.levels).reduce((a, b) => (b.elevation > a.elevation ? b : a));
      const elevation = top.elevation + top.ceiling + top.joists.depth + 0.75;
      draft.levels[nextId(draft, 'levels')] = entrySchemas.levels.parse({
        name: args.name,
        elevation,
        below: 'joists',
      });
    },
  ),
  setLevel: verb(
    'Changes a level.',
    z.strictObject({
      level: id,
      changes: changesOf(levelSchema.omit({ joists: true })),
      joists: changesOf(joists).optional(),
    }),
    (draft, args) => {
      const level = need(draft.levels, args.level, 'level');
      change(level, levelSchema, args.changes);
      if (args.joists) change(level.joists, joists, args.joists);
      if (args.changes.floorLayers && args.changes.floorLayers.length > 0)
        level.floorFinish = thicknessOf(args.changes.floorLayers);
    },
  ),
  setLayers: verb(
    'Names the layers of one side of walls; their sum becomes the finish.',
    z.strictObject({ walls: ids, side, layers: z.array(whole(layerSchema)).readonly() }),
    (draft, args) => {
      for (const id of args.walls) {
        const wall = need(draft.walls, id, 'wall');
        wall.layers[args.side] = args.layers.map((l) => ({ ...l }));
        wall.finish[args.side] = thicknessOf(args.layers);
      }
    },
  ),
} as const;
