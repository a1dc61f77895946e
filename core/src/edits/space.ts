import { entryOf } from '../lookups/index.ts';
import { nextId } from '../plan/ids.ts';
import {
  entrySchemas,
  type Fixture,
  type Layer,
  type Level,
  type MemberRole,
  type Obstacle,
  type Opening,
  type Plan,
} from '../plan/index.ts';
import { need, parsed } from './need.ts';

const thicknessOf = (layers: readonly Layer[]) => layers.reduce((sum, l) => sum + l.thickness, 0);

/** Verbs for what is on and around the walls: openings, studs as measured, obstacles, fixtures, levels. */
export const spaceEdits = {
  addOpening: (draft: Plan, args: Partial<Opening> & { wall: string; at: number }) => {
    need(draft.walls, args.wall, 'wall');
    draft.openings[nextId(draft.openings, 'o')] = parsed(entrySchemas.openings, args, 'opening');
  },
  setOpening: (draft: Plan, args: { opening: string; changes: Partial<Opening> }) => {
    Object.assign(need(draft.openings, args.opening, 'opening'), args.changes);
  },
  removeOpening: (draft: Plan, args: { opening: string }) => {
    delete draft.openings[args.opening];
  },
  /** Records where a stud really stands. Measuring the same one again replaces what was recorded. */
  measureStud: (
    draft: Plan,
    args: {
      wall: string;
      at: number;
      was: number;
      role?: MemberRole;
    },
  ) => {
    need(draft.walls, args.wall, 'wall');
    const known = Object.keys(draft.members).find(
      (id) =>
        entryOf(draft.members, id).wall === args.wall &&
        Math.abs(entryOf(draft.members, id).at - args.was) < 0.05,
    );
    draft.members[known ?? nextId(draft.members, 'm')] = entrySchemas.members.parse({
      wall: args.wall,
      role: args.role ?? 'stud',
      at: args.at,
    });
  },
  forgetStud: (draft: Plan, args: { member: string }) => {
    delete draft.members[args.member];
  },

  addObstacle: (draft: Plan, args: Partial<Obstacle> & { wall: string; at: number }) => {
    need(draft.walls, args.wall, 'wall');
    draft.obstacles[nextId(draft.obstacles, 'x')] = parsed(entrySchemas.obstacles, args, 'obstacle');
  },
  setObstacle: (draft: Plan, args: { obstacle: string; changes: Partial<Obstacle> }) => {
    Object.assign(need(draft.obstacles, args.obstacle, 'obstacle'), args.changes);
  },
  removeObstacle: (draft: Plan, args: { obstacle: string }) => {
    delete draft.obstacles[args.obstacle];
  },

  addFixture: (draft: Plan, args: Partial<Fixture> & { room: string }) => {
    need(draft.rooms, args.room, 'room');
    draft.fixtures[nextId(draft.fixtures, 'f')] = parsed(entrySchemas.fixtures, args, 'fixture');
  },
  setFixture: (draft: Plan, args: { fixture: string; changes: Partial<Fixture> }) => {
    Object.assign(need(draft.fixtures, args.fixture, 'fixture'), args.changes);
  },
  removeFixture: (draft: Plan, args: { fixture: string }) => {
    delete draft.fixtures[args.fixture];
  },

  /** Adds a level over the highest one there is. */
  addLevel: (draft: Plan, args: { name: string }) => {
    const top = Object.values(draft.levels).reduce((a, b) => (b.elevation > a.elevation ? b : a));
    const elevation = top.elevation + top.ceiling + top.joists.depth + 0.75;
    draft.levels[nextId(draft.levels, 'L')] = entrySchemas.levels.parse({
      name: args.name,
      elevation,
      below: 'joists',
    });
  },
  setLevel: (
    draft: Plan,
    args: { level: string; changes: Partial<Omit<Level, 'joists'>>; joists?: Partial<Level['joists']> },
  ) => {
    const level = need(draft.levels, args.level, 'level');
    Object.assign(level, args.changes);
    if (args.joists) Object.assign(level.joists, args.joists);
    if (args.changes.floorLayers && args.changes.floorLayers.length > 0)
      level.floorFinish = thicknessOf(args.changes.floorLayers);
  },
  /** Names the layers of one side of a wall; their sum becomes its finish. */
  setLayers: (draft: Plan, args: { walls: readonly string[]; side: 'left' | 'right'; layers: Layer[] }) => {
    for (const id of args.walls) {
      const wall = need(draft.walls, id, 'wall');
      wall.layers[args.side] = args.layers.map((l) => ({ ...l }));
      wall.finish[args.side] = thicknessOf(args.layers);
    }
  },
} as const;
