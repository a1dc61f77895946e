import { emptyPlan, type Plan } from '../src/plan/index.ts';
import { parseLength } from '../src/units/index.ts';
import { done } from './done.ts';
import { madeOnce } from './madeOnce.ts';

function length(text: string): number {
  const read = parseLength(text);
  if (!read.ok) throw new Error(`Demo: ${read.problem}`);
  return read.inches;
}

function wiredStudy(): Plan {
  let plan = emptyPlan('Study', 'addition');
  plan = done(plan, 'startRoom', { name: 'Study', use: 'office' });
  const legs: [string, number][] = [
    [`15'8-1/2"`, 90],
    [`11'8-1/2"`, 90],
    [`10'2"`, 90],
    [`2'6"`, -90],
    [`5'6-1/2"`, 90],
    [`9'2-1/2"`, 90],
  ];
  const walk = {
    start: { x: 0, y: 0 },
    heading: 0,
    legs: legs.map(([text, turn]) => ({ length: length(text), turn })),
  };
  plan = done(plan, 'setWalk', { room: 'r1', walk });
  plan = done(plan, 'setWall', { wall: 'w1', changes: { exterior: true, bearing: true, framing: '2x4' } });
  plan = done(plan, 'addOpening', { wall: 'w1', kind: 'window', at: 62, width: 48, sill: 36, head: 80 });
  plan = done(plan, 'addOpening', {
    wall: 'w3',
    kind: 'door',
    at: 20,
    width: 32,
    sill: 0,
    head: 82,
    hinge: 'from',
    swing: 'right',
  });
  plan = done(plan, 'addOpening', { wall: 'w2', kind: 'window', at: 54, width: 36, sill: 36, head: 80 });
  plan = done(plan, 'measureStud', { wall: 'w6', at: 47.5, was: 48 });
  plan = done(plan, 'addPanel', {
    wall: 'w3',
    side: 'right',
    at: 80,
    away: 324,
    leaves: 'below',
    name: 'Basement',
    amps: 150,
    spaces: 30,
  });
  plan = done(plan, 'propose', { only: ['boxes'] });
  plan = done(plan, 'propose', { only: ['circuits', 'runs'] });
  for (const [item, cents, per] of [
    ['cable-14/2', 48, 'ft'],
    ['cable-12/2', 71, 'ft'],
    ['box-plastic-1g-18', 96, 'each'],
    ['box-plastic-1g-20', 118, 'each'],
    ['device-receptacle-15', 142, 'each'],
    ['device-switch', 165, 'each'],
    ['plate-1g', 58, 'each'],
    ['breaker-15a-1p-afci', 4650, 'each'],
    ['breaker-15a-1p-none', 780, 'each'],
    ['staple-1/2', 6, 'each'],
    ['connector-nm', 64, 'each'],
    ['wire-connector-small', 12, 'each'],
    ['wire-connector-middle', 16, 'each'],
  ] as const)
    plan = done(plan, 'setPrice', { item, cents, per });
  return plan;
}

/** One L-shaped room of the Marl Street addition by itself, walked, wired from the basement panel, with a receptacle circuit. */
export const study = madeOnce(wiredStudy);
