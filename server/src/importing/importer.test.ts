import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { stalled } from '../testing/stall.ts';
import { Importer, usualLimits, type ImportLimits } from './importer.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const csv = bytesOf("name,length,width\nDen,12',10'");
const never = new AbortController().signal;
const quiet = () => undefined;
const importer = (limits: Partial<ImportLimits> = {}) => new Importer({ ...usualLimits, ...limits });
const read = (file: string, text: string, limits: Partial<ImportLimits> = {}) =>
  importer(limits).read('me', { file }, bytesOf(text), quiet, never);

/** A drawing whose entities name each other as blocks, many times over: small to send, without end to lay out. */
function blocksWithin(depth: number, times: number): string {
  const pair = (code: number, value: string | number) => `${code}\n${value}\n`;
  const insert = (name: string) =>
    pair(0, 'INSERT') + pair(8, '0') + pair(2, name) + pair(10, 0) + pair(20, 0);
  const block = (i: number) =>
    pair(0, 'BLOCK') +
    pair(8, '0') +
    pair(2, `B${i}`) +
    pair(70, 0) +
    pair(10, 0) +
    pair(20, 0) +
    (i < depth
      ? insert(`B${i + 1}`).repeat(times)
      : pair(0, 'LINE') + pair(8, '0') + pair(10, 0) + pair(20, 0) + pair(11, 9) + pair(21, 9)) +
    pair(0, 'ENDBLK');
  const blocks = Array.from({ length: depth + 1 }, (_, i) => block(i)).join('');
  return `${pair(0, 'SECTION')}${pair(2, 'BLOCKS')}${blocks}${pair(0, 'ENDSEC')}${pair(0, 'SECTION')}${pair(2, 'ENTITIES')}${insert('B0')}${pair(0, 'ENDSEC')}${pair(0, 'EOF')}`;
}

describe('a file in a thread of its own', () => {
  test('is read, with its steps told; what cannot be read says why', async () => {
    const steps: string[] = [];
    const done = await importer().read('me', { file: 'a.csv' }, csv, (s) => steps.push(s), never);
    expect(done).toMatchObject({ ok: true });
    expect(JSON.parse(done?.ok ? done.report : '')).toMatchObject({ counts: { rooms: 1 } });
    expect(steps[0]).toBe('reading');
    expect(await read('a.doc', 'x')).toMatchObject({ ok: false, code: 'bad-request' });
    expect(await read('a.dxf', 'x')).toMatchObject({ ok: false, code: 'bad-plan' });
  });

  test('an honest drawing as well; nobody waits for it', async () => {
    const drawing = readFileSync('node_modules/dxf/test/resources/floorplan.dxf');
    const steps: string[] = [];
    const work = importer().read('me', { file: 'a.dxf' }, drawing, (s) => steps.push(s), never);
    expect((await stalled(work)).stall).toBeLessThan(1500);
    expect(steps).toEqual(['reading', 'walls', 'rooms', 'checking']);
  });
});

describe('a file made to harm', () => {
  test.each([
    ['loops in the parser', '0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n4\n10\n0\n'],
    ['breaks off in its header', '0\nSECTION\n2\nHEADER\n9\n$X\n10\n'],
    ['breaks off in a block', '0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nA\n'],
    [
      'claims vertices without end',
      `0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n90\n2000000000\n10\n0\n20\n0\n0\nENDSEC\n0\nEOF\n`,
    ],
    ['has blocks within blocks, 16 million lines', blocksWithin(7, 10)],
    [
      'has an array of inserts without end',
      '0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n8\n0\n2\nB\n70\n0\n10\n0\n20\n0\n0\nLINE\n8\n0\n10\n0\n20\n0\n11\n9\n21\n9\n0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n8\n0\n2\nB\n10\n0\n20\n0\n70\n100000\n71\n100000\n44\n1\n45\n1\n0\nENDSEC\n0\nEOF\n',
    ],
  ])('that %s is stopped and said; this thread never stalls', async (_, text) => {
    const from = performance.now();
    const work = read('a.dxf', text, { seconds: 3, megabytes: 300 });
    const { stall, done } = await stalled(work);
    expect(done?.ok).toBe(false);
    expect(done?.ok === false && done.detail).toMatch(/^a\.dxf .{10,}/);
    expect(stall).toBeLessThan(1500);
    expect(performance.now() - from).toBeLessThan(12_000);
  });

  test('a model that refers to itself is stopped and said', async () => {
    const lines = [
      'ISO-10303-21;',
      "HEADER;FILE_DESCRIPTION((''),'2;1');FILE_NAME('','',(''),(''),'','','');FILE_SCHEMA(('IFC2X3'));ENDSEC;",
      'DATA;',
      "#1=IFCBUILDINGSTOREY('a',$,$,$,$,#2,$,$,.ELEMENT.,0.);",
      '#2=IFCLOCALPLACEMENT(#2,#2);',
      "#3=IFCWALLSTANDARDCASE('b',$,$,$,$,#2,#4,$);",
      '#4=IFCPRODUCTDEFINITIONSHAPE($,$,(#5));',
      "#5=IFCSHAPEREPRESENTATION(#5,'Body','MappedRepresentation',(#6));",
      '#6=IFCMAPPEDITEM(#7,#6);',
      '#7=IFCREPRESENTATIONMAP(#6,#5);',
      'ENDSEC;',
      'END-ISO-10303-21;',
    ];
    const done = await read('a.ifc', lines.join('\n'), { seconds: 3, megabytes: 600 });
    expect(done).toMatchObject({ ok: false });
  });
});

describe('whose turn it is', () => {
  const busy = { code: 'busy' };
  const asking = (limits: Partial<ImportLimits>) => {
    const one = importer(limits);
    const order: string[] = [];
    return {
      order,
      of: async (person: string, file: string, given = never) => {
        const done = await one.read(person, { file }, csv, quiet, given);
        order.push(file);
        return done;
      },
    };
  };

  test('more than wait are sent away; when all is read there is room again', async () => {
    const { of, order } = asking({ atOnce: 1, waiting: 1 });
    const work = [of('me', 'a.csv'), of('you', 'b.csv')];
    await expect(of('they', 'c.csv')).rejects.toMatchObject(busy);
    expect(await Promise.all(work)).toMatchObject([{ ok: true }, { ok: true }]);
    expect(await of('they', 'c.csv')).toMatchObject({ ok: true });
    expect(order).toEqual(['a.csv', 'b.csv', 'c.csv']);
  });

  test('one person’s files are read one after the other; who comes later does not wait for them', async () => {
    const { of, order } = asking({ atOnce: 2 });
    const mine = ['a.csv', 'b.csv', 'c.csv'].map((file) => of('me', file));
    await expect(of('me', 'd.csv')).rejects.toMatchObject(busy);
    const yours = of('you', 'x.csv');
    await Promise.all([...mine, yours]);
    expect(order.filter((file) => file !== 'x.csv')).toEqual(['a.csv', 'b.csv', 'c.csv']);
    expect(order.indexOf('x.csv')).toBeLessThan(2);
  });

  test('one that is given up in the line leaves it', async () => {
    const { of } = asking({ atOnce: 1, waiting: 1 });
    const given = new AbortController();
    const work = [of('me', 'a.csv'), of('you', 'b.csv', given.signal)];
    given.abort();
    expect(await work[1]).toBe(null);
    work.push(of('they', 'c.csv'));
    expect(await Promise.all(work)).toMatchObject([{ ok: true }, null, { ok: true }]);
  });

  test('one that is given up ends at once and makes room', async () => {
    const one = importer({ atOnce: 1 });
    const given = new AbortController();
    const work = one.read('me', { file: 'a.csv' }, csv, () => given.abort(), given.signal);
    expect(await work).toBe(null);
    expect(await one.read('me', { file: 'a.csv' }, csv, quiet, never)).toMatchObject({ ok: true });
  });
});
