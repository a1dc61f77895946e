import { must, never, nth, valueIn } from '../../lookups/index.ts';
import { deviceWords, type BoxDevices } from '../../boxes/index.ts';
import type { Plan } from '../../plan/index.ts';
import {
  screwOf,
  type Conductor,
  type GroundJoint,
  type Joint,
  type MakeUp,
  type Net,
  type TerminalName,
} from '../../wiring/index.ts';

/**
 * A box opened flat: cables come in from above in the order of their slots, joints hang at the back, devices stand below with their
 * screws. Plain shapes in units of a pixel; y down. Every wire has its letter, so that the sheet reads without colour.
 */
export interface MakeUpDrawing {
  readonly width: number;
  readonly height: number;
  readonly cables: readonly {
    readonly run: string;
    readonly x: number;
    readonly width: number;
    readonly text: string;
    readonly feed: boolean;
  }[];
  readonly wires: readonly DrawnWire[];
  readonly joints: readonly DrawnJoint[];
  readonly devices: readonly {
    readonly id: string;
    readonly x: number;
    readonly width: number;
    readonly text: string;
  }[];
  readonly screws: readonly {
    readonly x: number;
    readonly y: number;
    readonly text: TerminalName;
    readonly circuit: string;
    readonly colour: ReturnType<typeof screwOf>;
  }[];
}

export type WireColour = 'black' | 'red' | 'white' | 'bare';

export interface DrawnWire {
  readonly path: string;
  readonly colour: WireColour;
  readonly remarked: boolean;
  readonly letter: string;
  readonly at: { readonly x: number; readonly y: number };
}

export interface DrawnJoint {
  readonly x: number;
  readonly y: number;
  readonly size: 'small' | 'middle' | 'large' | null;
  readonly method: Joint['method'] | 'crimp' | 'green';
  readonly says: string;
  readonly ground: boolean;
}

const row = { cable: 64, ground: 138, joint: 196, step: 34, device: 372 } as const;
const letters: Readonly<Record<WireColour, string>> = { black: 'B', red: 'R', white: 'W', bare: 'G' };

/** What a net is called on a sheet. */
export function netWords(net: Net, plan: Plan): string {
  switch (net.kind) {
    case 'neutral':
    case 'hot':
    case 'spare':
    case 'traveller':
      return net.kind;
    case 'other-leg':
      return 'other leg';
    case 'interconnect':
      return 'alarms together';
    case 'switched': {
      const loads = plan.controls[net.control]?.loads ?? [];
      const lit = loads.flatMap((l) => (plan.devices[l] ? deviceWords(plan.devices[l].kind) : []));
      return `switched ${[...new Set(lit)].join(', ') || 'leg'}`;
    }
    default:
      return never(net);
  }
}

const curve = (x1: number, y1: number, x2: number, y2: number) => {
  const bend = Math.max(18, Math.abs(y2 - y1) / 2);
  return `M${x1} ${y1}C${x1} ${y1 + bend} ${x2} ${y2 - bend} ${x2} ${y2}`;
};

const colourOf = (net: Net): WireColour => (net.kind === 'neutral' ? 'white' : 'black');

interface DrawnScrew {
  readonly device: string;
  readonly x: number;
  readonly y: number;
  readonly text: TerminalName;
  readonly circuit: string;
}

/** Where cables, devices and their screws stand, before anything is joined. */
interface Layout {
  readonly width: number;
  readonly cables: MakeUpDrawing['cables'];
  /** Where each conductor leaves its cable, by `endKey`. */
  readonly ends: ReadonlyMap<string, number>;
  readonly devices: MakeUpDrawing['devices'];
  readonly screws: readonly DrawnScrew[];
}

const endKey = (c: Conductor) => `${c.run} ${c.colour}`;
/** The middle of place `i` of `n` across the width. */
const spread = (width: number, i: number, n: number) => Math.round((width / n) * (i + 0.5));

function layOut(held: BoxDevices, makeup: MakeUp, label: (run: string) => string): Layout {
  const { joints } = makeup;
  const wired = held.filter(
    ([id, d]) => d.circuit !== null || joints.some((j) => j.terminals.some((t) => t.device === id)),
  );
  const width = Math.max(340, makeup.cables.length * 118, (joints.length + 1) * 74, wired.length * 184) + 24;
  const ends = new Map<string, number>();
  const cables = makeup.cables.map((c, i) => {
    const x = spread(width, i, makeup.cables.length);
    const own = joints.flatMap((j) => j.conductors).filter((k) => k.run === c.run);
    own.forEach((conductor, k) => ends.set(endKey(conductor), x - 12 * own.length + 24 * k + 6));
    return { run: c.run, x, width: 22 + own.length * 12, text: label(c.run), feed: c.feed };
  });
  const devices = wired.map(([id, d], i) => ({
    id,
    x: spread(width, i, wired.length),
    width: 160,
    text: `${d.slot + 1}  ${deviceWords(d.kind)}`,
  }));
  return { width, cables, ends, devices, screws: devices.flatMap((d) => screwsOf(d, joints)) };
}

function screwsOf(device: Layout['devices'][number], joints: readonly Joint[]): DrawnScrew[] {
  const own = joints.flatMap((j) =>
    j.terminals.filter((t) => t.device === device.id).map((t) => ({ ...t, circuit: j.circuit })),
  );
  return own.map((t, k) => ({
    device: device.id,
    x: device.x - device.width / 2 + (device.width / (own.length + 1)) * (k + 1),
    y: row.device - 8,
    text: t.name,
    circuit: t.circuit,
  }));
}

interface Drawn {
  readonly joint: DrawnJoint | null;
  readonly wires: readonly DrawnWire[];
}

const drawnWire = (
  path: string,
  colour: WireColour,
  at: { x: number; y: number },
  remarked = false,
): DrawnWire => ({ path, colour, remarked, letter: letters[colour], at });

/** The bare conductors: every cable's to the joint, and from there to the devices, or to the one screw. */
function drawGrounds(g: GroundJoint, jointCount: number, { width, cables, devices }: Layout): Drawn {
  const x = spread(width, 0, jointCount + 1);
  const says = `grounds, ${g.cables} + ${g.tails} ${g.tails === 1 ? 'tail' : 'tails'}`;
  const grounded = devices.slice(0, g.method === 'screw' ? 1 : devices.length);
  return {
    joint: { x, y: row.ground, size: g.connector, method: g.method, says, ground: true },
    wires: [
      ...cables.map((c) => {
        const from = c.x + c.width / 2 - 4;
        return drawnWire(curve(from, row.cable, x, row.ground - 10), 'bare', { x: from, y: row.cable + 12 });
      }),
      ...grounded.map((d) => {
        const to = d.x + d.width / 2 - 6;
        return drawnWire(curve(x, row.ground + 8, to, row.device), 'bare', { x: to, y: row.device - 10 });
      }),
    ],
  };
}

/** Joint `i` of a box: its conductors come to it and tails go on to the screws; made on a screw itself, they go there at once. */
function drawJoint(j: Joint, i: number, jointCount: number, layout: Layout, plan: Plan): Drawn {
  const x = spread(layout.width, i + 1, jointCount + 1);
  const y = row.joint + (i % 3) * row.step;
  const direct = j.method === 'screw' || j.method === 'through';
  const says = `${netWords(j.net, plan)}${j.side ? `, ${j.side}` : ''}`;
  const screwOfTerminal = (t: Joint['terminals'][number]) =>
    must(
      layout.screws.find((s) => s.device === t.device && s.text === t.name),
      `the screw ${t.name} of ${t.device}`,
    );
  const conductors = j.conductors.map((c, k) => {
    const from = valueIn(layout.ends, endKey(c));
    const to = direct
      ? { x: screwOfTerminal(nth(j.terminals, 0)).x + k * 5, y: row.device - 14 }
      : { x: x + (k - (j.conductors.length - 1) / 2) * 6, y: y - 12 };
    const at = { x: from, y: row.cable + 12 };
    return drawnWire(curve(from, row.cable, to.x, to.y), c.colour, at, c.remarked);
  });
  if (direct) return { joint: null, wires: conductors };
  const tails = j.terminals.map((t, k) => {
    const to = screwOfTerminal(t);
    const from = x + (k - (j.terminals.length - 1) / 2) * 8;
    return drawnWire(curve(from, y + 10, to.x, row.device - 14), colourOf(j.net), {
      x: to.x,
      y: row.device - 26,
    });
  });
  return {
    joint: { x, y, size: j.connector, method: j.method, says, ground: false },
    wires: [...conductors, ...tails],
  };
}

/** Lays out one box. `label` gives the words on each cable. */
export function drawMakeUp(
  held: BoxDevices,
  plan: Plan,
  makeup: MakeUp,
  label: (run: string) => string,
): MakeUpDrawing {
  const layout = layOut(held, makeup, label);
  const count = makeup.joints.length;
  const drawn = [
    ...(makeup.grounds ? [drawGrounds(makeup.grounds, count, layout)] : []),
    ...makeup.joints.map((j, i) => drawJoint(j, i, count, layout, plan)),
  ];
  return {
    width: layout.width,
    height: row.device + 66,
    cables: layout.cables,
    wires: drawn.flatMap((d) => d.wires),
    joints: drawn.flatMap((d) => d.joint ?? []),
    devices: layout.devices,
    screws: layout.screws.map(({ x, y, text, circuit }) => ({ x, y, text, circuit, colour: screwOf(text) })),
  };
}
