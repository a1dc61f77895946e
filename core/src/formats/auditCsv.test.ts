import { expect, test } from 'vitest';
import { computed, edited, wallOf } from '../../testing/index.ts';
import { auditCsv, readAuditCsv } from './auditCsv.ts';

const text = `space,amps,gauge,name,serves,outlets,supply,faults,extend,poles
1,15,14,Hall,"hall, stair",9,normal,,yes,1
3,20 A,14 AWG,Old kitchen,kitchen,14,normal,no-connector; splice-without-box,no,1
5,30,10,Dryer,dryer,1,normal,,no,2
2,15,14,Furnace,furnace,1,both,,no,1`;

const house = () => wallOf(240, {}, { panels: { n1: { on: { wall: 'w1', at: 60 }, spaces: 12 } } });

test('an audit is read, checked and reported: breaker over wire, too many outlets, faults, supplies mixed', () => {
  const read = readAuditCsv(text);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const plan = edited(house(), 'addFoundCircuits', { panel: 'n1', circuits: read.circuits });
  const found = computed(plan).findings.map((f) => [f.rule, f.level, f.about[0]!.id].join(' '));
  expect(found).toEqual(
    expect.arrayContaining([
      'circuit.breaker error c2',
      'audit.outlets warning c2',
      'audit.fault error c2',
      'audit.supply error c4',
    ]),
  );
  expect(Object.values(plan.circuits).map((c) => [c.space, c.poles, c.volts])).toEqual([
    [1, 1, 120],
    [3, 1, 120],
    [5, 2, 240],
    [2, 1, 120],
  ]);
});

test('written and read again it is the same; read twice, a space is brought up to date and not doubled', () => {
  const read = readAuditCsv(text);
  if (!read.ok) throw new Error('not read');
  const plan = edited(house(), 'addFoundCircuits', { panel: 'n1', circuits: read.circuits });
  const again = readAuditCsv(auditCsv(plan, 'n1'));
  if (!again.ok) throw new Error(JSON.stringify(again.problems));
  const twice = edited(plan, 'addFoundCircuits', { panel: 'n1', circuits: again.circuits });
  expect(twice.circuits).toEqual(plan.circuits);
});

test.each([
  ['space\n1', 'amps: is a column the audit must have'],
  ['space,amps,colour\n1,15,red', 'colour: is not a column'],
  ['space,amps\n,15', 'line 2.space: is required'],
  ['space,amps\n1,fifteen', 'line 2.amps: “fifteen” must be a whole number'],
  ['space,amps,faults\n1,15,rusty', 'line 2.faults: “rusty” must be one of'],
  ['space,amps,gauge\n1,15,13', 'line 2.gauge: must be one of'],
  ['space,amps,supply\n1,15,solar', 'line 2.supply: “solar” must be one of'],
  ['space,amps', '(file): holds no circuits'],
])('%j is refused with its line, column and the way out', (csv, says) => {
  const read = readAuditCsv(csv);
  if (read.ok) throw new Error('was read');
  expect(read.problems.map((p) => `${p.path}: ${p.message}`).join('\n')).toContain(says);
});
