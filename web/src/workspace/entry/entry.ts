import { deviceKinds, type DeviceKind, type EditArgs, fixtureKinds, type Opening } from '@fieldchalk/core';
import { priceOrder, stockOrder } from './listVerbs.ts';
import { aroundOrder, coverOrder, fixtureOrder, inWallOrder, inWalls } from './things.ts';
import { stages, type EntryContext, type Order } from './order.ts';
import {
  boxOrder,
  chooseOrder,
  legOrder,
  lightsOrder,
  openingOrder,
  order,
  panelOrder,
  problem,
  roomOrder,
  studOrder,
} from './verbs.ts';

/** What a first word does with the rest of the line. */
type Verb = (rest: string, context: EntryContext) => Order;

const openingKinds: Readonly<Record<string, Opening['kind']>> = {
  door: 'door',
  window: 'window',
  cased: 'cased',
  fireplace: 'fireplace',
  cabinet: 'cabinet',
  slider: 'sliding-door',
  garage: 'garage-door',
  glass: 'fixed-glass',
};

const closing =
  (way: EditArgs<'closeRoom'>['closing']): Verb =>
  (_, { room }) =>
    room === null ? problem('There is no room to close yet.') : order('closeRoom', { room, closing: way });

const verbs: ReadonlyMap<string, Verb> = new Map(
  Object.entries<Verb>({
    ...Object.fromEntries(
      Object.entries(openingKinds).map(([word, kind]): [string, Verb] => [
        word,
        (rest, context) => openingOrder(kind, rest, context),
      ]),
    ),
    ...Object.fromEntries(
      deviceKinds.map((kind: DeviceKind): [string, Verb] => [
        kind,
        (rest, context) => boxOrder(kind, rest, context),
      ]),
    ),
    ...Object.fromEntries(
      Object.keys(inWalls).map((word): [string, Verb] => [
        word,
        (rest, context) => inWallOrder(word, rest, context),
      ]),
    ),
    ...Object.fromEntries(
      fixtureKinds
        .filter((kind) => kind !== 'other' && !(kind in openingKinds))
        .map((kind): [string, Verb] => [kind, (rest, context) => fixtureOrder(kind, rest, context)]),
    ),
    ...Object.fromEntries(
      (['over', 'under', 'grade'] as const).map((what): [string, Verb] => [
        what,
        (rest, context) => aroundOrder(what, rest, context),
      ]),
    ),
    ...Object.fromEntries(
      (['open', 'closed'] as const).map((cover): [string, Verb] => [
        cover,
        (rest, context) => coverOrder(cover, rest, context),
      ]),
    ),
    room: roomOrder,
    lights: lightsOrder,
    stud: studOrder,
    panel: panelOrder,
    stock: stockOrder,
    price: priceOrder,
    close: closing('last-wall'),
    square: closing('square'),
    spread: closing('distribute'),
    propose: (rest) =>
      order('propose', rest ? { only: rest.split(/[\s,]+/) as EditArgs<'propose'>['only'] } : {}),
    back: (_, { room }) =>
      room === null ? problem('There is no wall to take back.') : order('walkBack', { room }),
    undo: () => ({ kind: 'undo' }),
    redo: () => ({ kind: 'redo' }),
    keep: () => ({ kind: 'keep' }),
    next: () => ({ kind: 'next' }),
    previous: () => ({ kind: 'previous' }),
    go: (rest) => {
      const stage = stages.find((s) => s === rest);
      return stage ? { kind: 'stage', stage } : problem(`Go where? ${stages.join(', ')}.`);
    },
  }),
);

/** Reads a typed line. Never throws: what cannot be read comes back as a sentence about how to write it. */
export function readEntry(line: string, context: EntryContext): Order {
  const text = line.trim();
  if (text === '') return problem('Type a length, an opening, a box or an action; ? lists them.');
  const [word = '', ...others] = text.split(/\s+/);
  try {
    const verb = verbs.get(word.toLowerCase());
    if (verb) return verb(others.join(' '), context);
    return chooseOrder(text, context) ?? legOrder(text, context);
  } catch (error) {
    return problem((error as Error).message);
  }
}
