import { notEmpty } from '@fieldchalk/core/testing';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, test } from 'vitest';
import {
  compute,
  edits,
  planSchema,
  type ListedEdit,
  type Plan,
  type ResultFile,
  resultFile,
} from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import * as command from './chalk.ts';
import type { Replay } from './replay.ts';

async function chalk(args: string[], input = '') {
  const heard = { out: '', errors: '' };
  const code = await command.chalk(args, {
    input: () => Buffer.from(input),
    out: (text) => (heard.out += text),
    errors: (text) => (heard.errors += text),
  });
  return { code, ...heard };
}

/** The same as a process of its own, as a shell runs it. */
function spawned(args: string[], input = '') {
  const done = spawnSync(process.execPath, ['--import', 'tsx', 'cli/src/main.ts', ...args], {
    input,
    encoding: 'utf8',
  });
  return { code: done.status, out: done.stdout, errors: done.stderr };
}
const demo = JSON.stringify(study());

describe('chalk', () => {
  test('compute prints what the core computes', async () => {
    const { code, out } = await chalk(['compute', '-'], demo);
    expect(code).toBe(0);
    expect(JSON.parse(out) as ResultFile).toEqual(JSON.parse(JSON.stringify(resultFile(compute(study())))));
  });

  test('distances: the panel and the boxes of a circuit, and what cable costs from each to each; the circuit has to be named', async () => {
    const { code, out } = await chalk(['distances', '-', '--circuit', 'c1'], demo);
    expect(code).toBe(0);
    const { ids, cost } = JSON.parse(out) as { ids: string[]; cost: number[][] };
    const boxes = new Set(
      Object.values(study().devices)
        .filter((d) => d.circuit === 'c1')
        .map((d) => d.box),
    );
    expect(ids[0]).toBe(study().circuits.c1!.panel);
    expect(new Set(ids.slice(1))).toEqual(boxes);
    cost.forEach((row, i) =>
      row.forEach((c, j) => {
        expect(c).toBe(cost[j]![i]);
        expect(c > 0).toBe(i !== j);
      }),
    );
    for (const asked of [['--circuit', 'c99'], []]) {
      const wrong = await chalk(['distances', '-', ...asked], demo);
      expect([wrong.code, wrong.out]).toEqual([2, '']);
      expect(wrong.errors).toMatch(/^--circuit: .*one of c1.* is needed$/m);
    }
  });

  test('check exits 0 on a sound plan and 1 where an error is found', async () => {
    expect((await chalk(['check', '-'], demo)).code).toBe(0);
    const plan = study();
    const wrong = { ...plan, circuits: { ...plan.circuits, c1: { ...plan.circuits.c1!, amps: 20 } } };
    const { code, out } = await chalk(['check', '-'], JSON.stringify(wrong));
    expect(code).toBe(1);
    expect(out).toContain('circuit.breaker');
  });

  test('bad input: every problem as path: sentence, exit 2, nothing on standard output, no stack', async () => {
    const bad = {
      format: 'fieldchalk.plan',
      version: 1,
      walls: { w1: { from: 'a', to: 'b', kind: 'x' } },
      points: { a: { x: 'far', y: 0 } },
    };
    const { code, out, errors } = await chalk(['compute', '-'], JSON.stringify(bad));
    expect([code, out]).toEqual([2, '']);
    expect(errors).toMatch(/^walls\.w1\.kind: .+$/m);
    expect(errors).toMatch(/^points\.a\.x: must be a number$/m);
    for (const args of [
      ['compute', '/nowhere.json'],
      ['fly'],
      [],
      ['propose', '-', '--only', 'cake'],
      ['import', '-', '--from', 'ifc'],
      ['import', '-', '--from', 'dxf'],
      ['import', '-', '--from', 'doc'],
    ]) {
      const answer = await chalk(args, demo);
      expect([args.join(' '), answer.code]).toEqual([args.join(' '), 2]);
      expect(answer.errors).not.toMatch(/\n\s+at /);
    }
  });

  test('propose lays out only what is asked, the same each time', async () => {
    const plan = planSchema.parse({
      ...study(),
      boxes: {},
      devices: {},
      controls: {},
      runs: {},
      circuits: {},
    });
    const receptacles = () => chalk(['propose', '-', '--only', 'receptacles'], JSON.stringify(plan));
    const [a, b] = [(await receptacles()).out, (await receptacles()).out];
    expect(a).toBe(b);
    const proposed = JSON.parse(a) as Plan;
    expect(Object.keys(proposed.boxes).length).toBe(5);
    expect(proposed.circuits).toEqual({});
    const whole = JSON.parse((await chalk(['propose', '-'], JSON.stringify(plan))).out) as Plan;
    const onWalls = Object.values(whole.boxes).filter((box) => 'wall' in box.on);
    expect(onWalls).toHaveLength(6);
    expect(Object.keys(whole.runs)).toHaveLength(Object.keys(whole.boxes).length);
    expect(notEmpty(onWalls).every((box) => box.model.startsWith('plastic-1g'))).toBe(true);
  });

  test('rules, schema, import and export', async () => {
    expect((JSON.parse((await chalk(['rules'])).out) as { id: string }[]).map((r) => r.id)).toContain(
      'spacing.maxGap',
    );
    expect((await chalk(['schema'])).out).toContain('$schema');
    const rooms = await chalk(
      ['import', '-', '--from', 'csv'],
      `Name,Length,Width,Use\nDen,"12'6""",10 4,den\nHall,20',4',hall\n`,
    );
    expect(rooms.errors).toBe('');
    expect(Object.values((JSON.parse(rooms.out) as Plan).rooms).map((r) => r.name)).toEqual(['Den', 'Hall']);
    expect(Object.values(compute(JSON.parse(rooms.out) as Plan).rooms).map((r) => r.area)).toEqual([
      150 * 124,
      240 * 48,
    ]);
    const narrow = await chalk(['import', '-', '--from', 'csv'], 'name,length\nDen,x');
    expect(narrow.errors).toContain('width: is a column');
    const drawing = 'node_modules/dxf/test/resources/floorplan.dxf';
    const house = await chalk(['import', drawing]);
    expect(house.errors).toContain('taken as inches');
    expect(Object.keys((JSON.parse(house.out) as Plan).openings)).toHaveLength(27);
    const gaps = await chalk(['import', drawing, '--gaps', 'doors']);
    expect(Object.keys((JSON.parse(gaps.out) as Plan).openings).length).toBeGreaterThanOrEqual(27);
    expect((await chalk(['import', drawing, '--walls', 'wavy'])).errors).toContain(
      '--walls: “wavy” is not one of pairs, single',
    );
    expect((await chalk(['export', '-', '--to', 'csv'], demo)).out).toContain('cable-14/2');
    const cuts = (await chalk(['export', '-', '--to', 'csv', '--what', 'cuts'], demo)).out.split('\r\n');
    expect(cuts[0]).toBe('order,circuit,cable,cut,from,to,label here,label there');
    expect(cuts.length - 2).toBe(Object.keys((JSON.parse(demo) as { runs: object }).runs).length);
    const drilling = (await chalk(['export', '-', '--to', 'csv', '--what', 'drilling'], demo)).out;
    expect(drilling.split('\r\n')[0]).toContain('wall,what,studs,up,along,bit,holes');
    expect(drilling).toContain('top-plate');
    expect((await chalk(['export', '-', '--to', 'csv', '--what', 'audit'], demo)).out).toMatch(
      /^space,half,name,amps/,
    );
    const asked = await chalk(['export', '-', '--to', 'csv', '--what', 'audit', '--panel', 'n9'], demo);
    expect([asked.code, asked.errors]).toEqual([2, '--panel: “n9” is not a panel of the plan\n']);
  });

  test('as a process: standard input, output, errors and the exit code', () => {
    const sound = spawned(['compute', '-'], demo);
    expect([sound.code, sound.errors]).toEqual([0, '']);
    expect(JSON.parse(sound.out)).toEqual(JSON.parse(JSON.stringify(resultFile(compute(study())))));
    const bad = spawned(['check', '-'], '{"format": "fieldchalk.plan"');
    expect([bad.code, bad.out]).toEqual([2, '']);
    expect(bad.errors).toMatch(/^\(file\): is not JSON: .+\n$/);
  });
});

describe('chalk replay', () => {
  const folder = mkdtempSync(join(tmpdir(), 'chalk-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  const script = (value: unknown): string => {
    const file = join(folder, 'edits.json');
    writeFileSync(file, typeof value === 'string' ? value : JSON.stringify(value));
    return file;
  };

  test('applies edits one after another: what each took, that a new computer says the same, and the plan at the end', async () => {
    const end = join(folder, 'end.json');
    const file = script([
      { edit: 'renameJob', args: { name: 'Other' } },
      { edit: 'moveBox', args: { box: 'b1', at: 60 } },
      { edit: 'moveWall', args: { wall: 'w2', offset: 6 } },
    ]);
    const { code, out } = await chalk(['replay', '-', file, '-o', end], demo);
    expect(code).toBe(0);
    const told = JSON.parse(out) as Omit<Replay, 'plan'>;
    expect(told.full.result).toMatch(/^[0-9a-f]{16}$/);
    expect(told.edits.map((e) => [e.edit, e.sameAsNew])).toEqual([
      ['renameJob', true],
      ['moveBox', true],
      ['moveWall', true],
    ]);
    const [renamed, box, wall] = told.edits.map((e) => e.recomputed);
    expect(renamed).toBe(0);
    expect(box).toBeGreaterThan(0);
    expect(wall).toBeGreaterThan(box!);
    const plan = JSON.parse(readFileSync(end, 'utf8')) as Plan;
    expect([plan.job.name, (plan.boxes['b1']!.on as { at: number }).at]).toEqual(['Other', 60]);
  });

  test('what can be told without the plan is told of every edit before any is made', async () => {
    const { code, out, errors } = await chalk(
      [
        'replay',
        '-',
        script([
          { edit: 'moveBox', args: { box: 'b1', at: 'far' } },
          { edit: 'renameJob' },
          { edit: 'setOpening', args: { opening: 'o1', changes: { colour: 'red', kind: 'hatch' } } },
        ]),
      ],
      demo,
    );
    expect([code, out]).toEqual([2, '']);
    expect(errors.split('\n')).toEqual([
      '0.moveBox.at: must be a number',
      '1.renameJob: is required (object)',
      expect.stringMatching(/^2\.setOpening\.changes\.kind: must be one of: door, /),
      '2.setOpening.changes.colour: is not a known field; remove it or correct its name',
      '',
    ]);
  });

  test('“chalk edits” lists every edit with what it does and the schema of its arguments', async () => {
    const { code, out } = await chalk(['edits']);
    const listed = JSON.parse(out) as ListedEdit[];
    expect([code, listed.map((e) => e.edit)]).toEqual([0, Object.keys(edits).sort()]);
    expect(listed.find((e) => e.edit === 'moveBox')).toMatchObject({
      does: 'Moves a box along its wall, or to another wall or side.',
      args: { properties: { at: { type: 'number' } }, required: ['box', 'at'], additionalProperties: false },
    });
  });

  test('a refused edit says which and why and exits 2; so does a script that is none', async () => {
    const refused = await chalk(
      ['replay', '-', script([{ edit: 'moveBox', args: { box: 'none', at: 3 } }])],
      demo,
    );
    expect([refused.code, refused.out]).toEqual([2, '']);
    expect(refused.errors).toMatch(/^0\.moveBox\.box: /);
    for (const [value, says] of [
      [{}, '(edits): must be a list'],
      ['{', 'edits.json: is not JSON'],
      [[{ edit: 'fly' }], '0.edit: “fly” is not the name of an edit'],
      [[{ edit: 'renameJob', args: { name: 'x' }, when: 1 }], '0.when: is not a known field'],
      [[3], '0: must be { "edit", "args" }'],
    ] as const) {
      const { code, errors } = await chalk(['replay', '-', script(value)], demo);
      expect([code, errors]).toEqual([2, expect.stringContaining(says)]);
    }
    expect((await chalk(['replay', '-'], demo)).errors).toContain('needs a file of EDITS');
  });

  test('sheets: those asked for, in that order, on the paper asked for; the same plan gives the same bytes', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-'));
    const file = join(folder, 'sheets.pdf');
    const export_ = (...more: string[]) => chalk(['export', '-', '--to', 'pdf', ...more], demo);
    const some = ['--what', 'directory,rooms', '--paper', 'a4', '--turned', 'portrait', '-o', file];
    expect((await export_(...some)).code).toBe(0);
    const first = readFileSync(file);
    expect(first.subarray(0, 5).toString('latin1')).toBe('%PDF-');
    expect((await export_(...some)).code).toBe(0);
    expect(readFileSync(file).equals(first)).toBe(true);
    rmSync(folder, { recursive: true });

    expect(await export_('--what', 'rooms,walls')).toMatchObject({
      code: 2,
      errors: expect.stringContaining('--what: “walls” is not one of sheets, cover') as string,
    });
    expect((await export_('--paper', 'a3')).errors).toContain('--paper: “a3” is not one of letter, a4');
    expect((await export_('--day', 'today')).errors).toContain('--day: “today” is not a day');
    expect((await export_('--what', 'cover')).errors).toContain('a pdf file needs a name');
    const svg = await chalk(['export', '-', '--to', 'svg', '--what', 'key,boxes'], demo);
    expect(svg.out.match(/<svg y=/g)).toHaveLength(2);
    expect(svg.out).toContain('<title>Plan with boxes, Main</title>');
  });

  test('two plans compared; a proposal and a change order as PDF, with the options taken', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'chalk-'));
    try {
      const option = {
        name: '20 A',
        says: '',
        changes: [{ op: 'replace', path: ['circuits', 'c1', 'amps'], value: 20 }],
      };
      const offered = { ...study(), options: { v1: option } };
      const [first, later] = [join(folder, 'first.json'), join(folder, 'later.json')];
      writeFileSync(first, JSON.stringify(offered));
      const { b1: _, ...boxes } = study().boxes;
      const devices = Object.fromEntries(Object.entries(study().devices).filter(([, d]) => d.box !== 'b1'));
      const runs = Object.fromEntries(
        Object.entries(study().runs).filter(([, r]) => r.from !== 'b1' && r.to !== 'b1'),
      );
      writeFileSync(later, JSON.stringify({ ...offered, boxes, devices, runs }));
      const compared = await chalk(['compare', first, later]);
      expect(compared.code).toBe(0);
      const { words, gone } = JSON.parse(compared.out) as { words: string[]; gone: string[] };
      expect(words[0]).toMatch(/^Study: .* instead of/);
      expect(gone).toContain('b1');
      const pdf = ['--to', 'pdf', '--day', '2026-11-29', '-o', join(folder, 'out.pdf')];
      expect((await chalk(['export', first, ...pdf, '--what', 'proposal', '--take', 'v1'])).code).toBe(0);
      expect(readFileSync(join(folder, 'out.pdf')).subarray(0, 5).toString()).toBe('%PDF-');
      const order = ['export', later, ...pdf, '--what', 'change-order'];
      expect((await chalk([...order, '--since', first, '--agreed', '5000'])).code).toBe(0);
      expect(await chalk(order)).toMatchObject({
        code: 2,
        errors: expect.stringContaining('--since') as string,
      });
      expect(await chalk([...order, '--since', first])).toMatchObject({
        code: 2,
        errors: expect.stringMatching(/--agreed: the earlier plan has no price for .*, so say/) as string,
      });
      expect(await chalk([...order, '--since', first, '--agreed', 'much'])).toMatchObject({
        code: 2,
        errors: expect.stringContaining('--agreed: “much”') as string,
      });
      expect(await chalk(['export', first, ...pdf, '--what', 'proposal', '--take', 'v7'])).toMatchObject({
        code: 2,
        errors: expect.stringContaining('“v7” is not one of v1') as string,
      });
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  test('a level as DXF: the lowest, or the one named', async () => {
    const dxf = await chalk(['export', '-', '--to', 'dxf'], demo);
    expect(dxf).toMatchObject({ code: 0, out: expect.stringContaining('\nWalls\n') as string });
    expect((await chalk(['export', '-', '--to', 'dxf', '--level', 'Main'], demo)).out).toBe(dxf.out);
    expect((await chalk(['export', '-', '--to', 'dxf', '--level', 'Attic'], demo)).errors).toContain(
      '--level: “Attic” is not one of Main',
    );
  });
});
