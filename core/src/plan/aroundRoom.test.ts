import { expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { aroundRoom } from './aroundRoom.ts';

test('what is around a room is what its level has, but for what the room says itself', () => {
  const { rooms, levels } = study();
  const [room] = Object.values(rooms);
  const shut = { above: 'closed', ceilingAccess: 'fish', below: 'slab', floorAccess: 'leave' } as const;
  const on = { levels: { [room!.level]: { ...levels[room!.level]!, ...shut } } };
  expect(aroundRoom(on, room!)).toEqual(shut);
  expect(aroundRoom(on, { ...room!, above: 'attic', floorAccess: 'open' })).toEqual({
    ...shut,
    above: 'attic',
    floorAccess: 'open',
  });
  expect(() => aroundRoom(on, { ...room!, level: 'L99' })).toThrow('L99');
});
