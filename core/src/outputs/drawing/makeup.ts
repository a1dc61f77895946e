import { must, never, nth, valueIn } from '../../lookups/index.ts';
import { deviceWords, type BoxDevices } from '../../boxes/index.ts';
import type { Plan } from '../../plan/index.ts';
import type { Conductor, Joint, MakeUp, Net, TerminalName } from '../../wiring/index.ts';

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

/** Lays out one box. `label` gives the words on each cable. */
export function drawMakeUp(
  held: BoxDevices,
  plan: Plan,
  makeup: MakeUp,
  label: (run: string) => string,
): MakeUpDrawing {
  const wired = held.filter(
    ([id, d]) => d.circuit !== null || makeup.joints.some((j) => j.terminals.some((t) => t.device === id)),
  );
  const joints = makeup.joints;
  const width = Math.max(340, makeup.cables.length * 118, (joints.length + 1) * 74, wired.length * 184) + 24;
  const spread = (i: number, n: number) => Math.round((width / n) * (i + 0.5));
  const wires: DrawnWire[] = [];
  const ends = new Map<string, { x: number; conductor: Conductor }>();
  const cables = makeup.cables.map((c, i) => {
    const x = spread(i, makeup.cables.length);
    const own = joints.flatMap((j) => j.conductors).filter((k) => k.run === c.run);
    own.forEach((conductor, k) =>
      ends.set(`${c.run} ${conductor.colour}`, { x: x - 12 * own.length + 24 * k + 6, conductor }),
    );
    return { run: c.run, x, width: 22 + own.length * 12, text: label(c.run), feed: c.feed };
  });
  const wire = (path: string, colour: WireColour, at: { x: number; y: number }, remarked = false) =>
    wires.push({ path, colour, remarked, letter: letters[colour], at });
  const devices = wired.map(([id, d], i) => ({
    id,
    x: spread(i, wired.length),
    width: 160,
    text: `${d.slot + 1}  ${deviceWords(d.kind)}`,
  }));
  const screws = devices.flatMap((dev) => {
    const own = joints.flatMap((j) =>
      j.terminals.filter((t) => t.device === dev.id).map((t) => ({ ...t, circuit: j.circuit })),
    );
    return own.map((t, k) => ({
      device: dev.id,
      x: dev.x - dev.width / 2 + (dev.width / (own.length + 1)) * (k + 1),
      y: row.device - 8,
      text: t.name,
      circuit: t.circuit,
    }));
  });
  const drawn: DrawnJoint[] = [];
  if (makeup.grounds) {
    const g = makeup.grounds;
    const x = spread(0, joints.length + 1);
    drawn.push({
      x,
      y: row.ground,
      size: g.connector,
      method: g.method,
      says: `grounds, ${g.cables} + ${g.tails} tails`,
      ground: true,
    });
    for (const c of cables)
      wire(curve(c.x + c.width / 2 - 4, row.cable, x, row.ground - 10), 'bare', {
        x: c.x + c.width / 2 - 4,
        y: row.cable + 12,
      });
    for (const dev of devices.slice(0, g.method === 'screw' ? 1 : devices.length))
      wire(curve(x, row.ground + 8, dev.x + dev.width / 2 - 6, row.device), 'bare', {
        x: dev.x + dev.width / 2 - 6,
        y: row.device - 10,
      });
  }
  joints.forEach((j, i) => {
    const x = spread(i + 1, joints.length + 1);
    const y = row.joint + (i % 3) * row.step;
    const direct = j.method === 'screw' || j.method === 'through';
    const words = `${netWords(j.net, plan)}${j.side ? `, ${j.side}` : ''}`;
    if (!direct) drawn.push({ x, y, size: j.connector, method: j.method, says: words, ground: false });
    const at = (t: Joint['terminals'][number]) =>
      must(
        screws.find((s) => s.device === t.device && s.text === t.name),
        'what was looked for',
      );
    j.conductors.forEach((c, k) => {
      const from = valueIn(ends, `${c.run} ${c.colour}`);
      const to = direct
        ? { x: at(nth(j.terminals, 0)).x + k * 5, y: row.device - 14 }
        : { x: x + (k - (j.conductors.length - 1) / 2) * 6, y: y - 12 };
      wire(curve(from.x, row.cable, to.x, to.y), c.colour, { x: from.x, y: row.cable + 12 }, c.remarked);
    });
    if (direct) return;
    j.terminals.forEach((t, k) => {
      const to = at(t);
      wire(
        curve(x + (k - (j.terminals.length - 1) / 2) * 8, y + 10, to.x, row.device - 14),
        colourOf(j.net),
        { x: to.x, y: row.device - 26 },
      );
    });
  });
  return {
    width,
    height: row.device + 66,
    cables,
    wires,
    joints: drawn,
    devices,
    screws: screws.map(({ x, y, text, circuit }) => ({ x, y, text, circuit })),
  };
}
