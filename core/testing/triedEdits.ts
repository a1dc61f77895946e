import { study } from '../demo/study.ts';
import { makeEdit, type EditArgs, type EditName } from '../src/edits/index.ts';
import type { Edited } from '../src/plan/patches.ts';
import { collections, type CollectionName, type Plan } from '../src/plan/index.ts';
import { edited } from './index.ts';

/** One of each verb on the study, so that none is left untriedEdits. */
export const triedEdits: { [N in EditName]: EditArgs<N> } = {
  goThrough: { run: 'k1', place: { level: 'L1', x: 90, y: -70, z: 98 } },
  leaveThrough: { run: 'k1' },
  addPanelAlone: { name: 'Old panel', amps: 100, spaces: 20 },
  renameJob: { name: 'Other' },
  describeJob: { name: 'Other', address: '12 Quarry Road', starts: '2027-03-01', ends: '2027-04-16' },
  startRoom: { name: 'Hall', use: 'hall' },
  setWalk: {
    room: 'r1',
    walk: {
      start: { x: 0, y: 0 },
      heading: 0,
      legs: [120, 96, 120, 96].map((length) => ({ length, turn: 90 })),
    },
  },
  walkOn: { room: 'r2', length: 60, turn: 0 },
  walkBack: { room: 'r2' },
  closeRoom: { room: 'r2', closing: 'last-wall' },
  setWallLength: { room: 'r1', wall: 'w1', length: 192 },
  setTurn: { room: 'r2', wall: 'w7', turn: 45 },
  setWall: { wall: 'w1', changes: { spacing: 24 } },
  setWalls: { walls: ['w1', 'w2'], changes: { bearing: true } },
  addWall: { level: 'L1', from: { x: 400, y: 0 }, to: { x: 500, y: 0 } },
  moveWall: { wall: 'w2', offset: 6 },
  moveCorner: { point: 'p1', to: { x: -4, y: 6 } },
  splitWall: { wall: 'w6', at: 40 },
  joinWalls: { walls: ['w6', 'w7'] },
  removeWalls: { walls: ['w4'] },
  copyWalls: { walls: ['w1', 'w2'], by: { x: 0, y: 300 } },
  copyRoom: { room: 'r1', by: { x: 300, y: 0 }, mirrored: true },
  nameRoom: { level: 'L1', at: { x: 60, y: -60 }, name: 'Same', use: 'den' },
  setRoom: { room: 'r1', changes: { use: 'den' } },
  removeRoom: { room: 'r1' },
  addOpening: { wall: 'w6', at: 20, width: 24, kind: 'window', sill: 30, head: 60 },
  setOpening: { opening: 'o1', changes: { width: 40 } },
  removeOpening: { opening: 'o1' },
  measureStud: { wall: 'w2', at: 33, was: 32 },
  setStud: { wall: 'w6', at: 47.5, changes: { count: 2, holes: [{ z: 30, diameter: 1, off: 0.5 }] } },
  forgetStud: { member: 'm1' },
  addObstacle: { wall: 'w2', at: 20, width: 4, low: 40, high: 60, kind: 'pipe' },
  setObstacle: { obstacle: 'x1', changes: { width: 6 } },
  removeObstacle: { obstacle: 'x1' },
  addFixture: { room: 'r1', kind: 'desk', wall: 'w1', side: 'right', at: 20, width: 48 },
  setFixture: { fixture: 'f1', changes: { va: 300 } },
  removeFixture: { fixture: 'f1' },
  addLevel: { name: 'Upper' },
  setLevel: { level: 'L1', changes: { ceiling: 109 }, joists: { depth: 11.25 } },
  setLayers: {
    walls: ['w1'],
    side: 'right',
    layers: [{ name: 'tile', thickness: 0.875, combustible: false }],
  },
  addBox: { wall: 'w1', side: 'right', at: 20 },
  moveBox: { box: 'b1', at: 50 },
  setBoxHeight: { box: 'b1', height: { value: 20, to: 'top', from: 'subfloor' } },
  setBox: { box: 'b1', changes: { pinned: true } },
  keepBoxes: { boxes: ['b1', 'b2'] },
  alignBoxes: { boxes: ['b1', 'b2'] },
  putBehind: { box: 'b1' },
  repeatBox: { box: 'b1', count: 2, every: 16 },
  setBoxModel: { box: 'b1', model: 'plastic-1g-20' },
  setDeviceKind: { device: 'd1', kind: 'gfci' },
  removeBoxes: { boxes: ['b1'] },
  addBoxes: { boxes: [{ wall: 'w1', side: 'right', at: 90, kind: 'gfci', va: 300, label: 'pump' }] },
  addDevice: { box: 'b9', kind: 'switch' },
  removeDevice: { device: 'd9' },
  moveDevice: { device: 'd9', by: 1 },
  addCeilingBox: { room: 'r1', x: 60, y: -30, kind: 'fan' },
  moveFlatBox: { box: 'b6', x: 50, y: -40 },
  lightRows: { room: 'r1', columns: 2, rows: 1, fromWall: 30, kind: 'light' },
  setControl: { switches: ['d9'], loads: ['d6'] },
  addActual: { kind: 'hours', stage: 'boxes', hours: 3, expected: 2.5, on: '2027-03-03' },
  removeActual: { actual: 'e1' },
  addPerson: { name: 'Ana', pace: 110 },
  setPerson: { person: 'y1', changes: { off: ['2027-03-02'] } },
  removePerson: { person: 'y1' },
  addOption: {
    name: 'More light',
    changes: [{ op: 'replace', path: ['circuits', 'c1', 'name'], value: 'Other' }],
  },
  setOption: { option: 'v1', changes: { says: 'A brighter desk.' } },
  removeOption: { option: 'v1' },
  takeOptions: { options: ['v1'] },
  setProposal: { changes: { validDays: 14 } },
  addModel: { name: 'Deep one', volume: 25, width: 2.25, depth: 3.6 },
  removeModel: { model: 'model1' },
  addPanel: { wall: 'w1', side: 'right', at: 20 },
  setPanel: { panel: 'n1', changes: { amps: 200 } },
  removePanel: { panel: 'n1' },
  addCircuit: { panel: 'n1', name: 'Spare' },
  setCircuit: { circuit: 'c1', changes: { gauge: 12, amps: 20 } },
  removeCircuit: { circuit: 'c1' },
  assignBoxes: { boxes: ['b1'], circuit: null },
  assignDevices: { devices: ['d1'], circuit: null },
  setDevice: { device: 'd1', changes: { va: 1500, continuous: true } },
  seatCircuit: { circuit: 'c1', space: 9 },
  splitCircuit: { circuit: 'c1', devices: ['d1'] },
  mergeCircuits: { from: 'c2', into: 'c1' },
  protectCircuit: { circuit: 'c1' },
  fitCables: { circuit: 'c2' },
  releaseCircuits: {},
  addFoundCircuits: {
    panel: 'n1',
    circuits: [
      {
        space: 20,
        name: 'Old hall',
        found: { serves: 'hall', outlets: 6, supply: 'normal', faults: [], extend: true, note: '' },
      },
    ],
  },
  setEdition: { edition: '2017' },
  setService: { changes: { existingArea: 1200 } },
  setRunWay: { run: 'k1', way: 'over' },
  pinRuns: { runs: ['k1'], pinned: true },
  orderBoxes: { circuit: 'c1', boxes: ['b3', 'b1'] },
  joinBoxes: { circuit: 'c1', from: 'b1', to: 'b4' },
  swapBoxes: { circuit: 'c1', a: 'b1', b: 'b2' },
  spliceRun: { run: 'k4', along: 30 },
  clearRuns: {},
  setRule: { rule: 'coil.feet', value: 1000 },
  setRules: { values: { 'coil.feet': 100 }, reasons: {} },
  acceptFinding: { rule: 'x', about: ['r1'], wall: null, reason: 'because' },
  reopenFinding: { rule: 'x', about: ['r1'], wall: null },
  setPrice: { item: 'x', cents: 5, per: 'each' },
  addStock: { item: 'cable-14/2', feet: 40 },
  setStock: { stock: 's1', changes: { feet: 33, where: 'shop' } },
  removeStock: { stock: 's1' },
  cutCoils: {
    on: '2026-11-28',
    coils: [{ item: 'cable-14/2', feet: 250, from: 'new', cuts: [{ run: 'k1', feet: 30 }] }],
  },
  forgetCoil: { coil: 'q1' },
  addSheetSet: { name: 'All', sheets: ['cover', 'rooms'] },
  setSheetSet: { set: 'h1', changes: { turned: 'portrait' } },
  removeSheetSet: { set: 'h1' },
  setStage: { stage: 'holes', changes: { from: '2026-12-01', people: 3 } },
  freeStage: { stage: 'holes' },
  propose: { only: ['receptacles'] },
};

/** What must be there before some verbs have anything to work on. */
export const beforeTrying: Partial<Record<EditName, (plan: Plan) => Plan>> = {
  walkOn: (p) => edited(p, 'startRoom', triedEdits.startRoom),
  walkBack: (p) => edited(beforeTrying.walkOn!(p), 'walkOn', triedEdits.walkOn),
  closeRoom: (p) => edited(beforeTrying.walkBack!(p), 'walkOn', { room: 'r2', length: 50, turn: 90 }),
  setTurn: (p) => beforeTrying.closeRoom!(p),
  joinWalls: (p) => edited(p, 'splitWall', triedEdits.splitWall),
  setObstacle: (p) => edited(p, 'addObstacle', triedEdits.addObstacle),
  removeObstacle: (p) => edited(p, 'addObstacle', triedEdits.addObstacle),
  setFixture: (p) => edited(p, 'addFixture', triedEdits.addFixture),
  removeFixture: (p) => edited(p, 'addFixture', triedEdits.addFixture),
  reopenFinding: (p) => edited(p, 'acceptFinding', triedEdits.acceptFinding),
  propose: (p) => edited(p, 'removeBoxes', { boxes: ['b2'] }),
  alignBoxes: (p) => edited(p, 'setBoxHeight', triedEdits.setBoxHeight),
  removeDevice: (p) => edited(p, 'addDevice', triedEdits.addDevice),
  moveDevice: (p) => edited(p, 'addDevice', triedEdits.addDevice),
  removeActual: (p) => edited(p, 'addActual', triedEdits.addActual),
  setPerson: (p) => edited(p, 'addPerson', triedEdits.addPerson),
  removePerson: (p) => edited(p, 'addPerson', triedEdits.addPerson),
  setOption: (p) => edited(p, 'addOption', triedEdits.addOption),
  removeOption: (p) => edited(p, 'addOption', triedEdits.addOption),
  takeOptions: (p) => edited(p, 'addOption', triedEdits.addOption),
  removeModel: (p) => edited(p, 'addModel', triedEdits.addModel),
  setStock: (p) => edited(p, 'addStock', triedEdits.addStock),
  removeStock: (p) => edited(p, 'addStock', triedEdits.addStock),
  forgetCoil: (p) => edited(p, 'cutCoils', triedEdits.cutCoils),
  setSheetSet: (p) => edited(p, 'addSheetSet', triedEdits.addSheetSet),
  removeSheetSet: (p) => edited(p, 'addSheetSet', triedEdits.addSheetSet),
  freeStage: (p) => edited(p, 'setStage', triedEdits.setStage),
  protectCircuit: (p) => edited(p, 'setRoom', { room: 'r1', changes: { use: 'basement' } }),
  fitCables: (p) => ({
    ...p,
    runs: Object.fromEntries(Object.entries(p.runs).map(([id, r]) => [id, { ...r, cable: '14/3' as const }])),
  }),
};

/** Which collection of the study the things named in `triedEdits` are in. */
const aimedAt: ReadonlyMap<string, CollectionName> = new Map(
  collections.flatMap((name) => Object.keys(study()[name]).map((id) => [id, name] as const)),
);

/** What only changes how much, so that it may be a little more or less. */
const measures: ReadonlySet<string> = new Set(['at', 'offset', 'length', 'width', 'x', 'y', 'every', 'va']);

/** The same arguments for another plan: things it has in place of those named, and measures somewhat different. */
function aimed(value: unknown, plan: Plan, random: () => number, key = ''): unknown {
  if (typeof value === 'number')
    return measures.has(key) ? Math.round((value + (random() - 0.5) * 40) * 4) / 4 : value;
  if (typeof value === 'string') {
    const collection = aimedAt.get(value);
    const ids = collection ? Object.keys(plan[collection]) : [];
    return ids[Math.floor(random() * ids.length)] ?? value;
  }
  if (Array.isArray(value)) return value.map((v: unknown) => aimed(v, plan, random, key));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, aimed(v, plan, random, k)]));
}

/** Other things a wall, a room and a level may be changed to: how they are framed, finished, and may be got into. */
const otherChanges: Partial<Record<EditName, readonly object[]>> = {
  setWall: [
    { cover: 'open' },
    ...(['leave', 'fish', 'open'] as const).map((access) => ({ cover: 'closed', access })),
    { framing: '2x6' },
    { bearing: true },
    { exterior: true },
    { height: 60 },
  ],
  setRoom: [
    { above: 'attic' },
    { above: 'joists' },
    { below: 'crawl' },
    ...(['leave', 'fish', 'open'] as const).flatMap((access) => [
      { above: 'closed', ceilingAccess: access },
      { below: 'closed', floorAccess: access },
    ]),
  ],
  setLevel: [
    { above: 'truss' },
    { above: 'joists' },
    { below: 'basement' },
    { below: 'slab' },
    { ceiling: 121 },
  ],
};

/** One of each verb, or for some one of several changes, in an order of its own; whether it can be made depends on the plan. */
export function randomEdit(
  name: EditName,
  plan: Plan,
  random: () => number,
): { args: unknown; done: Edited } {
  const others = otherChanges[name] ?? [];
  const given = aimed(triedEdits[name], plan, random) as object;
  const changes = others[Math.floor(random() * (others.length + 1))];
  const args = changes ? { ...given, changes } : given;
  return { args, done: makeEdit(plan, name, args as never) };
}
