import { beforeEach, describe, expect, test } from 'vitest';
import { TypedAhead } from './typedAhead.ts';

let ready = true;
let typing = false;
let done: string[] = [];
let refused: [string, string][] = [];
let waits: boolean[] = [];
const lines = () =>
  new TypedAhead({
    isReady: () => ready,
    take: (line) => {
      if (line.startsWith('bad')) return 'It cannot be read.';
      done.push(line);
      ready = !line.endsWith('…');
      return null;
    },
    refused: (line, says) => void refused.push([line, says]),
    isTyping: () => typing,
    waits: (is) => void waits.push(is),
  });

describe('lines typed ahead', () => {
  beforeEach(() => {
    ready = true;
    typing = false;
    done = [];
    refused = [];
    waits = [];
  });

  test('are taken at once where nothing is being worked out', () => {
    const ahead = lines();
    ahead.add('panel 3');
    expect([done, ahead.isWaiting]).toEqual([['panel 3'], false]);
  });

  test('wait until it is, and are taken in the order they were typed', () => {
    ready = false;
    const ahead = lines();
    ahead.add('12 right…');
    ahead.add('door 32 at 14');
    expect([done, ahead.isWaiting]).toEqual([[], true]);
    ready = true;
    ahead.goOn();
    // The first changes the plan, so the second waits for what follows from it.
    expect([done, ahead.isWaiting]).toEqual([['12 right…'], true]);
    ready = true;
    ahead.goOn();
    expect([done, ahead.isWaiting]).toEqual([['12 right…', 'door 32 at 14'], false]);
    expect(refused).toEqual([]);
    // Whoever says what is saved hears of them.
    expect(waits).toEqual([true, true, true, false]);
  });

  test('one that is refused stops those behind it, and all are told', () => {
    ready = false;
    const ahead = lines();
    for (const line of ['bad leg', '10 right', 'close']) ahead.add(line);
    ready = true;
    ahead.goOn();
    expect(done).toEqual([]);
    expect(refused).toEqual([['bad leg', '“bad leg”: It cannot be read. Not done either: 10 right; close.']]);
    ahead.add('10 right');
    expect(done).toEqual(['10 right']);
  });

  test('one that is refused while the next is typed is told by its words', () => {
    typing = true;
    lines().add('bad leg');
    expect(refused).toEqual([['bad leg', '“bad leg”: It cannot be read.']]);
  });

  test('given up, nothing of them is done; with none waiting nothing is said', () => {
    ready = false;
    const ahead = lines();
    ahead.giveUp('Too long.');
    expect(refused).toEqual([]);
    ahead.add('close');
    ahead.giveUp('Too long.');
    ready = true;
    ahead.goOn();
    expect([done, refused]).toEqual([[], [['close', 'Too long.']]]);
  });
});
