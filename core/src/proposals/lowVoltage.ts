import { entryOf } from '../lookups/index.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, type DeviceKind, type Fixture, type Plan } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { Height, RuleBook } from '../rules/index.ts';
import { receptacleCandidates } from '../boxes/candidates.ts';
import type { Site } from '../boxes/index.ts';
import { bottomFromSubfloor, kindsIn } from '../boxes/kinds.ts';
import { entriesOf } from '../incremental/index.ts';
import { nominalBoxSize } from '../materials/index.ts';

/** A box for a desk or a screen: power or low voltage, at a height of its own where it has one. */
interface Wanted {
  readonly kind: DeviceKind;
  readonly height: Height | null;
  readonly label: string;
  readonly reason: string;
}

const isPower = (kind: DeviceKind) =>
  kind === 'receptacle' || kind === 'gfci' || kind === 'appliance-receptacle';

/** What stands behind a desk or a screen on the wall: common practice, no source. */
function wantedFor(f: Fixture, rules: RuleBook): Wanted[] {
  if (f.kind === 'desk')
    return [{ kind: 'data', height: null, label: '', reason: 'Beside the power at the desk.' }];
  if (f.kind !== 'television') return [];
  const screen = rules('height.television');
  const behind = 'Behind the screen on the wall.';
  return [
    { kind: 'receptacle', height: screen, label: '', reason: behind },
    { kind: 'tv', height: screen, label: 'tube', reason: behind },
    { kind: 'data', height: null, label: 'tube', reason: 'Foot of the tube up to the screen.' },
  ];
}

/** Whether a fixture already has a box of a kind, at about the height it is wanted at. */
function has(f: Fixture & { wall: string }, want: Wanted, { plan, layout, rules }: Site): boolean {
  const { height: tall } = nominalBoxSize(1);
  return entryOf(layout.onWall, f.wall).some((p) => {
    const near = p.side === f.side && p.at >= f.at - 24 && p.at <= f.at + f.width + 24;
    if (
      !near ||
      !kindsIn(plan, p.id).some((kind) => kind === want.kind || (isPower(want.kind) && isPower(kind)))
    )
      return false;
    const floor = entryOf(layout.settings, p.wall).floorFinish;
    const wanted = bottomFromSubfloor(want.height ?? rules('height.receptacle'), tall, floor);
    return want.height === null || Math.abs(p.bottom - wanted) < 6;
  });
}

/** Centres along a fixture's wall where a bracket or box goes, nearest to its middle, kept apart from what is there. */
function placeFor(f: Fixture & { wall: string }, want: Wanted, { plan, framing, layout, rules }: Site) {
  const { width, height: tall } = nominalBoxSize(1);
  const height = want.height ?? rules('height.receptacle');
  const line = {
    length: f.width + 32,
    ring: false,
    pieces: [{ wall: f.wall, side: f.side, start: f.at - 16, end: f.at + f.width + 16, offset: 0 }],
  };
  const middle = f.at + f.width / 2;
  const bottom = bottomFromSubfloor(height, tall, entryOf(layout.settings, f.wall).floorFinish);
  const others = entryOf(layout.onWall, f.wall).filter(
    (p) => p.side === f.side && p.top > bottom && p.bottom < bottom + tall,
  );
  const power = others.filter((p) => kindsIn(plan, p.id).some(isPower));
  const beside = power.sort((a, b) => Math.abs(a.at - middle) - Math.abs(b.at - middle))[0]?.at ?? middle;
  const target = want.kind === 'tv' || want.label === '' ? beside : middle;
  const clear = (at: number) =>
    others.every((p) => Math.abs(p.at - at) - (p.width + width) / 2 >= rules('data.apart') - 1e-6);
  const candidates = [false, true].flatMap((exact) =>
    receptacleCandidates(line, { plan, framing, layout, rules }, { exact, height, hidden: true }).filter(
      (c) => clear(c.at),
    ),
  );
  const faces = candidates.filter((c) => !c.exact);
  return (
    (faces.length > 0 ? faces : candidates).sort(
      (a, b) => Math.abs(a.at - target) - Math.abs(b.at - target),
    )[0] ?? null
  );
}

/** Adds one box that a desk or screen still lacks to a plan draft; asked again until it returns false. */
export function addLowVoltage(draft: Plan, site: Site, rooms: Readonly<Record<string, FoundRoom>>): boolean {
  const { plan, rules } = site;
  if (rules('data.layout') === 'none') return false;
  for (const [, f] of entriesOf(plan.fixtures)) {
    if (!f.wall || !plan.walls[f.wall] || !rooms[f.room]?.boundary) continue;
    const own = f as Fixture & { wall: string };
    for (const want of wantedFor(f, rules)) {
      if (has(own, want, site)) continue;
      const place = placeFor(own, want, site);
      if (!place) continue;
      const id = nextId(draft, 'boxes');
      const height = want.height ?? place.local?.height;
      draft.boxes[id] = entrySchemas.boxes.parse({
        on: { wall: place.wall, side: place.side, at: place.at, ...(height ? { height } : {}) },
        exact: place.exact,
        reason: want.reason,
      });
      draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({
        box: id,
        kind: want.kind,
        label: want.label,
      });
      return true;
    }
  }
  return false;
}
