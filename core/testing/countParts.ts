import { boxModels } from '../src/materials/boxModels.ts';
import type { Result } from '../src/compute/index.ts';
import type { Plan } from '../src/plan/index.ts';
import { ruleBook } from '../src/rules/index.ts';

/**
 * Everything a plan buys, counted once more by item: thing by thing, from what the result says of each box, cable and hole, and with none of
 * the sums the takeoff is made of.
 */
export function countParts(plan: Plan, result: Result): Record<string, number> {
  const count: Record<string, number> = {};
  const add = (item: string, more = 1) => (count[item] = (count[item] ?? 0) + more);
  const rule = ruleBook(plan.rules.values);
  const inBox = (id: string) => Object.values(plan.devices).filter((d) => d.box === id);
  const isNew = (id: string) => !plan.boxes[id]!.existing;
  const lowVoltage = ['data', 'tv', 'thermostat', 'doorbell'];
  const ungrouped = ['light', 'wafer-light', 'fan', 'bath-fan', 'smoke-alarm', 'co-alarm', 'splice'];

  for (const [id, box] of Object.entries(plan.boxes).filter(([b]) => isNew(b))) {
    const model = result.boxes[id]?.model ?? '';
    const onWall = 'wall' in box.on;
    if (boxModels[model] || plan.models[model]) add(`box-${model}`);
    if (model.startsWith('metal-square'))
      add(`ring-${model.includes('42') ? '4.6875' : '4'}-${onWall ? `${box.gangs}g` : 'round'}`);
    if (model.startsWith('metal-square-extended')) add('extension-square');
    const mark = result.marks[id];
    if (mark?.depth.needs === 'extension') add(`extension-${box.gangs}g`);
    if (mark?.backing) add(`backing-${mark.backing.size}`, mark.backing.length);
    const corners = box.gangs > 2 ? 4 : 2;
    if (mark?.fixing === 'screw' || mark?.fixing === 'backing') add('screw-1-1/4', corners);
    if (mark?.fixing === 'backing') add('screw-1-1/4', 4);
    if (mark?.fixing === 'powder') add('pin-powder', corners);
    const ceiling = boxModels[model]?.mount === 'ceiling' && !/^(fan|pan)-/.test(model);
    if ('ceiling' in box.on && ceiling && rule('box.ceiling') === 'exact') add('brace-joist');

    const kinds = inBox(id).map((d) => d.kind);
    const plated = inBox(id).filter((d) => lowVoltage.includes(d.kind) || !ungrouped.includes(d.kind));
    if (plated.length > 0 && !onWall) add(`cover-${'floor' in box.on ? 'floor' : 'ceiling'}-receptacle`);
    if (plated.length > 0 && onWall) {
      add(`plate-${box.gangs}g`);
      const wide = (circuit: string | null) =>
        circuit !== null && plan.circuits[circuit]!.poles === 2 && plan.circuits[circuit]!.amps >= 30;
      const taken = inBox(id).reduce((n, d) => n + (d.kind !== 'disconnect' && wide(d.circuit) ? 2 : 1), 0);
      if (box.gangs > taken) add('blank-insert', box.gangs - taken);
    }
    const bare = plated.length === 0 && kinds.every((k) => k === 'splice');
    if (bare && (kinds.length > 0 || onWall)) add(onWall ? `cover-${box.gangs}g` : 'cover-round');

    const made = result.makeup[id];
    for (const [size, n] of Object.entries(made?.connectors ?? {}))
      if (n > 0) add(`wire-connector-${size}`, n);
    for (const t of made?.tails ?? []) add(`tail-${t.gauge}-${t.colour}`, t.count * t.inches);
  }
  for (const d of Object.values(plan.devices).filter((x) => x.kind !== 'splice' && isNew(x.box))) {
    const kind = d.kind === 'opener' ? 'receptacle' : d.kind;
    const alone = Object.values(plan.devices).filter((x) => x.circuit === d.circuit).length === 1;
    const isTwenty = d.circuit !== null && plan.circuits[d.circuit]!.amps >= 20 && alone;
    add(`device-${kind}${kind === 'receptacle' || kind === 'gfci' ? `-${isTwenty ? 20 : 15}` : ''}`);
  }
  for (const c of Object.values(plan.circuits))
    if (!c.existing && c.panel !== null)
      add(`breaker-${c.amps}a-${c.poles}p-${c.protectAt === 'breaker' ? c.protection : 'none'}`);

  const stapled = new Map<string, string[]>();
  for (const [id, run] of Object.entries(result.runs)) {
    if (run.path.length > 0) add(`cable-${run.cable}`, run.length.cut / 12);
    if (run.cable === 'data') add('strap-data', run.staples);
    else
      for (const { at } of run.stapled) {
        const place = [at.x, at.y, at.z].map((v) => Math.round(2 * v)).join();
        stapled.set(place, [...(stapled.get(place) ?? []), run.cable]);
      }
    const ends = [plan.runs[id]!.from, plan.runs[id]!.to].filter((e) => e !== null);
    const clamped = (end: string) =>
      plan.panels[end] || boxModels[result.boxes[end]?.model ?? '']?.clamps === 'external';
    add('connector-nm', ends.filter(clamped).length);
    const guarded = [...run.guarded, ...run.grooves.filter((g) => g.guarded)];
    add(
      'guard-plate-18',
      guarded.reduce((n, g) => n + Math.ceil(g.inches / 18), 0),
    );
    add(
      'foam-wedge',
      run.grooves.reduce((n, g) => n + g.wedges, 0),
    );
  }
  for (const cables of stapled.values()) {
    const round = cables.filter((c) => c.includes('/3')).length;
    const flat = cables.length - round;
    if (cables.length >= rule('staple.stack')) add('stacker-4', Math.ceil(cables.length / 4));
    else {
      add('staple-1/2', rule('staple.under') === 'listed' ? Math.ceil(flat / 2) : flat);
      add('staple-3/4', round);
    }
  }
  add('label-cable', result.labels.filter((l) => result.runs[l.run]!.path.length > 0).length);
  const lines = result.drilling.flatMap((w) => w.lines);
  add(
    'nail-plate',
    lines.reduce((n, l) => n + l.steel, 0),
  );
  const bits: Record<number, number> = {};
  for (const l of lines) bits[l.bit] = (bits[l.bit] ?? 0) + l.count;
  for (const [bit, n] of Object.entries(bits)) add(`bit-${bit}`, Math.round(n / rule('parts.bit')));
  const through = lines.filter((l) => l.what === 'top-plate' || l.what === 'bottom-plate');
  const sealed = through.reduce((n, l) => n + l.count, 0);
  add('sealant-tube', Math.ceil(sealed / rule('parts.sealant')));
  const foamed = Object.entries(result.marks).filter(
    ([id, m]) => isNew(id) && plan.walls[m.wall]!.framing === 'foam-block',
  ).length;
  add('foam-adhesive', Math.ceil((foamed + (count['foam-wedge'] ?? 0)) / rule('parts.adhesive')));

  const rounded = (item: string, n: number) =>
    /^(cable|tail|backing)-/.test(item) ? Math.ceil(n - 1e-6) : n;
  return Object.fromEntries(
    Object.entries(count).flatMap(([item, n]) => (n > 0 ? [[item, rounded(item, n)]] : [])),
  );
}
