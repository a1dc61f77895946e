import { expect, test } from 'vitest';
import { planFromRoomsCsv } from './roomsCsv.ts';

const usesOf = (csv: string) => {
  const read = planFromRoomsCsv(csv);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return Object.values(read.plan.rooms).map((r) => `${r.name}: ${r.use}`);
};

test('what a room is for is read from its column, in any case and in one’s own words; without one from its name', () => {
  expect(
    usesOf(
      "Name,Length,Width,Use\nBig,12',10',Bedroom\nDen,10',9',OFFICE\nNorth,12',10',half bath\nKitchen,14',12',\nKitchen two,9',9',pantry",
    ),
  ).toEqual(['Big: bedroom', 'Den: office', 'North: powder', 'Kitchen: kitchen', 'Kitchen two: pantry']);
  expect(usesOf("name,length,width\nGarage,20',20'\nSomething,9',9'")).toEqual([
    'Garage: garage',
    'Something: living',
  ]);
});

test('what is wrong is said by line, room and column', () => {
  const read = planFromRoomsCsv("name,length,width,use\nBed 2,12',x,bedroom\n,9',9',bath\nDen,9',9',zzz");
  expect(read.ok ? [] : read.problems.map((p) => p.path)).toEqual([
    'line 2 (Bed 2), width',
    'line 3, name',
    'line 4 (Den), use',
  ]);
  expect(read.ok ? '' : read.problems[2]!.message).toMatch(
    /^“zzz” is no use of a room; write one of: kitchen/,
  );
});
