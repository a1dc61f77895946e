import type { RunPlace } from './run.ts';

/** Something in a plan that people point at. */
export type ThingKind =
  | 'room'
  | 'wall'
  | 'member'
  | 'opening'
  | 'obstacle'
  | 'fixture'
  | 'box'
  | 'device'
  | 'control'
  | 'panel'
  | 'circuit'
  | 'run'
  | 'fault';

export interface Thing {
  readonly kind: ThingKind;
  readonly id: string;
}

const of =
  (kind: ThingKind) =>
  (id: string): Thing => ({ kind, id });

/** Things by their kind: `thing.room('r1')`. */
export const thing = {
  room: of('room'),
  wall: of('wall'),
  member: of('member'),
  opening: of('opening'),
  fixture: of('fixture'),
  box: of('box'),
  device: of('device'),
  control: of('control'),
  panel: of('panel'),
  circuit: of('circuit'),
  run: of('run'),
  fault: of('fault'),
};

/** What things are called on site, within a sentence: “box 12, Porch, wall B”, “the cable from box 2 to box 3”. Never an id. */
export interface Names {
  room(id: string): string;
  /** `room`: the one it is seen from; the first that sees it when not given. */
  wall(id: string, room?: string): string;
  /** By its letter alone, within a room that is named already. */
  wallIn(room: string, id: string): string;
  opening(id: string): string;
  fixture(id: string): string;
  /** With where it is. */
  box(id: string): string;
  /** By its number alone. */
  boxNumber(id: string): string;
  device(id: string): string;
  panel(id: string): string;
  circuit(id: string): string;
  run(id: string): string;
  /** Where a cable is told to go through. */
  place(at: RunPlace): string;
  /** An end of a cable: a box by its number, a panel, or an open end. */
  end(id: string | null): string;
}

/** The number people call a box by: `b7` is box 7; an id without digits stands for itself. */
export const boxNumber = (id: string): string => id.replace(/^\D+/, '') || id;
