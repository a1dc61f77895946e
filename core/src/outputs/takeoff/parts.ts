import { itemId, type Item } from '../../materials/index.ts';
import { idsIn } from '../../plan/index.ts';
import { thing, type Thing } from '../../plan/things.ts';
import type { House } from '../../stages/index.ts';
import { backing, models, rings } from './boxLines.ts';
import { inches } from './cableLines.ts';
import { breakers, devices, plates } from './deviceLines.ts';
import { braces, fixings } from './fixingLines.ts';
import { heldByRun, type Held } from './held.ts';
import { joining } from './makeUpLines.ts';
import { alongCable, connectors, nailPlates, tubes } from './smallParts.ts';
import { drilled, flags } from './useUpLines.ts';

/** A thing that a line of the takeoff comes from, and how much of the line is its own: shares of a line add up to one. */
export interface TakeoffPart {
  readonly of: Thing;
  readonly share: number;
}

type Weighed = readonly (readonly [id: string, amount: number])[];

/** Sums that are kept by the item itself. */
const byItem = [
  [models, thing.box],
  [backing, thing.box],
  [rings, thing.box],
  [plates, thing.box],
  [joining, thing.box],
  [fixings, thing.box],
  [braces, thing.box],
  [devices, thing.device],
  [breakers, thing.circuit],
  [flags, thing.run],
  [drilled, thing.wall],
] as const;

/** Sums that are kept by a word, with the item they are counted for. */
const byWord = [
  [connectors, { kind: 'cable-connector' }, 'connectors', thing.run],
  [nailPlates, { kind: 'nail-plate' }, 'plates', thing.wall],
  [alongCable, { kind: 'guard-plate' }, 'guards', thing.run],
  [alongCable, { kind: 'foam-wedge' }, 'wedges', thing.run],
  [alongCable, { kind: 'foam-adhesive' }, 'wedges', thing.run],
  [drilled, { kind: 'sealant' }, 'through plates', thing.wall],
] as const satisfies readonly (readonly [unknown, Item, string, unknown])[];

const isItem = (key: string, asked: string): boolean =>
  key.startsWith('{') && itemId(JSON.parse(key) as Item) === asked;

const heldItems: readonly (readonly [Item, keyof Held])[] = [
  [{ kind: 'staple', size: '1/2' }, 'narrow'],
  [{ kind: 'staple', size: '3/4' }, 'wide'],
  [{ kind: 'strap' }, 'data'],
  [{ kind: 'stacker' }, 'stackers'],
];

/** What holds cable, by the cables it is put over first. */
function heldParts(house: House, asked: string): Weighed {
  const what = heldItems.find(([item]) => itemId(item) === asked)?.[1];
  return what ? [...heldByRun(house)].map(([run, own]) => [run, own[what]]) : [];
}

/** What a line of the takeoff comes from, by its item: boxes, devices, circuits, cables, or walls with holes in them, each with its share. */
export function takeoffParts(house: House, asked: string): TakeoffPart[] {
  const cable = (key: string) =>
    key.endsWith(' cut') && itemId({ kind: 'cable', cable: key.slice(0, -' cut'.length) }) === asked;
  const parts: readonly (readonly [Weighed, (id: string) => Thing])[] = [
    ...byItem.map(([sums, as]) => [sums.from(house, (key) => isItem(key, asked)), as] as const),
    ...byWord.flatMap(([sums, item, word, as]) =>
      itemId(item) === asked ? [[sums.from(house, (key) => key === word), as] as const] : [],
    ),
    [inches.from(house, cable), thing.run],
    [heldParts(house, asked), thing.run],
    [asked === itemId({ kind: 'tube' }) ? tubes(house) : [], thing.device],
  ];
  const all = parts.flatMap(([own, as]) =>
    own.flatMap(([id, amount]) => (amount > 0 ? [{ of: as(id), amount }] : [])),
  );
  const total = all.reduce((sum, { amount }) => sum + amount, 0);
  return all.map(({ of, amount }) => ({ of, share: amount / total }));
}

/** The same without the shares. */
export const takeoffSources = (house: House, asked: string): Thing[] =>
  takeoffParts(house, asked).map(({ of }) => of);

/** Items that a thing adds to: the lines that are its own, in the order of the list. */
export function linesOf(house: House, items: readonly string[], { kind, id }: Thing): string[] {
  const boxes = kind === 'box' ? new Set(idsIn(house.plan, 'devicesInBox', id)) : new Set<string>();
  const isOwn = ({ of }: TakeoffPart) =>
    (of.kind === kind && of.id === id) || (of.kind === 'device' && boxes.has(of.id));
  return items.filter((item) => takeoffParts(house, item).some(isOwn));
}
