import { boxNumber, deviceKinds, nth, roomUses } from '@fieldchalk/core';
import { thingWords } from './things.ts';
import { boxParts, stages, type EntryContext } from './order.ts';

/** Lines the chalk line offers while typing: what can be done, and everything that has a name. */
export function entryWords(context: EntryContext): string[] {
  const { plan, unrolled, result } = context;
  const first = unrolled?.walls[0]?.letter ?? 'A';
  const letters = new Map(unrolled?.walls.map((w) => [w.wall, w.letter]));
  const studs = (result?.members ?? []).flatMap((m) =>
    m.number !== null && letters.has(m.wall) ? [`stud ${m.number} wall ${letters.get(m.wall)}`] : [],
  );
  const names = [plan.rooms, plan.panels, plan.circuits].flatMap((r) => Object.values(r).map((x) => x.name));
  return [
    ...stages.map((s) => `go ${s}`),
    ...['close', 'back', 'square', 'spread', 'keep', 'next', 'previous', 'undo', 'redo'],
    ...['boxes', ...boxParts, 'circuits', 'runs', 'models'].map((p) => `propose ${p}`),
    ...[
      `door 32 at 14 wall ${first} hinge left swing in`,
      `window 48 at 36 wall ${first} sill 36 head 80`,
      ...['slider', 'garage', 'glass', 'cased', 'fireplace', 'cabinet'].map(
        (w) => `${w} 60 at 36 wall ${first}`,
      ),
    ],
    ...[
      'lights 3 x 2',
      'lights 3 x 2 at 30',
      `receptacle 40 wall ${first} high 42`,
      `light 30 wall ${first} out`,
    ],
    ...context.list.slice(0, 1).flatMap(({ item }) => [`stock ${item} 180 ft`, `price ${item} 0.71 ft`]),
    ...thingWords(first),
    ...deviceKinds.map((k) => `${k} 40 wall ${first}`),
    ...[`receptacle 40 wall ${first}`, `switch 40 wall ${first}`, `panel 36 wall ${first} away 27'`],
    ...(unrolled?.walls ?? []).map((w) => `room Pantry pantry behind ${w.letter}`),
    ...roomUses.map((use) => `room ${nth(use, 0).toUpperCase()}${use.slice(1)} ${use}`),
    ...Object.keys(plan.boxes).map((b) => `box ${boxNumber(b)}`),
    ...(unrolled?.walls ?? []).map((w) => `wall ${w.letter}`),
    ...names.filter(Boolean),
    ...studs,
  ];
}
