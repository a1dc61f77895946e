import { expect, test } from 'vitest';
import { houseOf, planOf } from '../../testing/index.ts';
import { planOfHouse, randomHouse } from '../../testing/randomHouse.ts';

const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 250);

const found = (plan: ReturnType<typeof planOf>) => houseOf(plan);

test(`${houses} seeded houses of T’s, jogs and oblique walls: every room is found and closed, with the area the cuts give`, () => {
  let rooms = 0;
  let oblique = 0;
  for (let seed = 1; seed <= houses; seed++) {
    const house = randomHouse(seed);
    const plan = planOf(planOfHouse(house, null));
    const result = found(plan).rooms;
    house.rooms.forEach((room, i) => {
      const got = result[`r${i + 1}`]!;
      if (!got.boundary) throw new Error(`seed ${seed}: room ${i + 1} is not closed`);
      if (Math.abs(got.area - room.area) > 1e-3 * room.area)
        throw new Error(`seed ${seed}: room ${i + 1} has ${got.area} sq in., not ${room.area}`);
    });
    rooms += house.rooms.length;
    if (house.walls.some((w) => Math.abs((w.b.x - w.a.x) * (w.b.y - w.a.y)) > 100)) oblique++;
  }
  expect(rooms).toBeGreaterThan(houses * 4);
  expect(oblique).toBeGreaterThan(houses * 0.3);
});

test('the order walls are entered in and the way they run change no area, no floor line, no stud', () => {
  for (let seed = 1; seed <= houses; seed++) {
    const house = randomHouse(seed);
    const plain = found(planOf(planOfHouse(house, null)));
    const shuffled = found(planOf(planOfHouse(house, seed + 5000)));
    const figures = ({ rooms, framing }: ReturnType<typeof found>) => [
      ...house.rooms.flatMap((_, i) => {
        const { area, boundary, spaces } = rooms[`r${i + 1}`]!;
        return [area, boundary!.faces.length, ...spaces.map((s) => s.length).sort((a, b) => a - b)];
      }),
      ...Object.values(framing.walls)
        .map((w) => w.standing.length)
        .sort((a, b) => a - b),
    ];
    const [a, b] = [figures(plain), figures(shuffled)];
    const differs = a.length !== b.length || a.some((v, i) => Math.abs(v - b[i]!) > 1e-3);
    if (differs) throw new Error(`seed ${seed}:\n${a.join(' ')}\n${b.join(' ')}`);
  }
});
