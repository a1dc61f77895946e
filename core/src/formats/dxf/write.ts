import { Colors, DxfWriter, point2d, point3d, Units, type DxfBlock } from '@tarikjabiri/dxf';
import { devicesIn } from '../../boxes/index.ts';
import type { XY } from '../../geometry/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { cables } from '../../materials/index.ts';
import type { DrawnHouse } from '../../outputs/drawing/drawnHouse.ts';
import { planShapes } from '../../outputs/drawing/planShapes.ts';
import { plateEnds } from '../../outputs/drawing/wallShapes.ts';
import { signCorners, signKinds, signOf, type SignKind } from '../../outputs/figures/signs.ts';
import type { Opening, Plan } from '../../plan/index.ts';
import { isThroughWall } from '../../plan/kinds.ts';
import { boxNumber } from '../../plan/things.ts';
import { middlesLayer } from './middles.ts';
import { wallSegment, type WallSegment } from '../../survey/snapping.ts';

/** Layers by plain names. A slash may not stand in one. */
const layers = {
  walls: { name: 'Walls', colour: Colors.White },
  // A colour below nothing is a layer that is switched off.
  middles: { name: middlesLayer, colour: -Colors.White },
  doors: { name: 'Doors', colour: Colors.Green },
  slidingDoors: { name: 'Sliding doors', colour: Colors.Green },
  garageDoors: { name: 'Garage doors', colour: Colors.Green },
  cased: { name: 'Cased openings', colour: Colors.Green },
  fireplaces: { name: 'Fireplaces', colour: Colors.Green },
  cabinets: { name: 'Cabinets', colour: Colors.Green },
  windows: { name: 'Windows', colour: Colors.Cyan },
  fixedGlass: { name: 'Fixed glass', colour: Colors.Cyan },
  studs: { name: 'Studs', colour: Colors.Yellow },
  rooms: { name: 'Rooms', colour: Colors.White },
  boxes: { name: 'Boxes', colour: Colors.Red },
  numbers: { name: 'Box numbers', colour: Colors.Red },
  panels: { name: 'Panels', colour: Colors.Magenta },
  fixtures: { name: 'Fixtures', colour: Colors.Blue },
} as const;
/** What runs along an opening that no door swings in: on which layer, and how far off the wall’s middle, in inches. */
const drawnAlong: Record<
  Exclude<Opening['kind'], 'door'>,
  { readonly layer: keyof typeof layers; readonly offs: readonly number[] | 'faces' }
> = {
  window: { layer: 'windows', offs: [0] },
  'fixed-glass': { layer: 'fixedGlass', offs: [0.6, -0.6] },
  'sliding-door': { layer: 'slidingDoors', offs: [0.7, -0.7] },
  'garage-door': { layer: 'garageDoors', offs: 'faces' },
  cased: { layer: 'cased', offs: 'faces' },
  fireplace: { layer: 'fireplaces', offs: 'faces' },
  cabinet: { layer: 'cabinets', offs: 'faces' },
};
const cableLayer = (cable: string) => `Cable ${cable.replaceAll('/', '-')}`;

/** A place along a wall and off its middle, as the house lies: inches, y up. */
const placeOn = ({ a, u }: WallSegment, along: number, off: number): XY => ({
  x: a.x + u.x * along - u.y * off,
  y: a.y + u.y * along + u.x * off,
});

/** The radius of a sign, in inches of the house. */
const signRadius = 3;

/** Our own signs as blocks, around their middle: y runs up here, and down on paper. */
function drawSign(block: DxfBlock, kind: SignKind): void {
  const corners = signCorners(kind, { x: 0, y: 0 }, signRadius);
  if (corners)
    return outline(
      block,
      corners.map(({ x, y }) => ({ x, y: -y })),
    );
  block.addCircle(point3d(0, 0), signRadius);
  const [half, up] = [signRadius / 2, kind === 'other' ? signRadius / 2 : 0];
  block.addLine(point3d(-half, -up), point3d(half, up));
}

function outline(block: DxfBlock, points: readonly XY[]): void {
  points.forEach((p, i) => {
    const next = points[(i + 1) % points.length] ?? p;
    block.addLine(point3d(p.x, p.y), point3d(next.x, next.y));
  });
}

/** Writes one level; everything is drawn at its true size, in inches. */
class LevelDrawing {
  readonly dxf = new DxfWriter();

  constructor(
    private readonly plan: Plan,
    private readonly result: DrawnHouse,
    private readonly level: string,
  ) {
    this.dxf.setUnits(Units.Inches);
    for (const { name, colour } of Object.values(layers)) this.dxf.addLayer(name, colour, 'CONTINUOUS');
    for (const kind of new Set(Object.values(result.runs).map((r) => r.cable)))
      this.dxf.addLayer(cableLayer(kind), Colors.Yellow, 'CONTINUOUS');
    for (const kind of signKinds) drawSign(this.dxf.addBlock(kind), kind);
  }

  private line(layer: keyof typeof layers, a: XY, b: XY): void {
    this.dxf.addLine(point3d(a.x, a.y), point3d(b.x, b.y), { layerName: layers[layer].name });
  }

  /** The middle, and both faces, cut at the openings, closed at their jambs, and at ends that meet no other wall. */
  walls(): void {
    const { plan, result, level } = this;
    const meets = new Map<string, number>();
    for (const { from, to } of Object.values(plan.walls))
      for (const p of [from, to]) meets.set(p, (meets.get(p) ?? 0) + 1);
    for (const [id, wall] of Object.entries(plan.walls)) {
      const line = entryOf(plan.points, wall.from).level === level ? wallSegment(plan, id) : null;
      if (!line) continue;
      this.line('middles', line.a, placeOn(line, line.span, 0));
      const own = result.members.filter((m) => m.wall === id);
      const [start, end] = plateEnds(own) ?? [0, line.span];
      const openings = Object.values(plan.openings)
        .filter((o) => o.wall === id && isThroughWall(o))
        .sort((a, b) => a.at - b.at);
      const cuts = [start, ...openings.flatMap((o) => [o.at, o.at + o.width]), end];
      for (const off of [line.half, -line.half])
        for (let i = 0; i + 1 < cuts.length; i += 2) {
          const [from = 0, to = 0] = cuts.slice(i, i + 2);
          if (to - from > 0.01) this.line('walls', placeOn(line, from, off), placeOn(line, to, off));
        }
      const caps = [
        ...openings.flatMap((o) => [o.at, o.at + o.width]),
        ...(meets.get(wall.from) === 1 ? [start] : []),
        ...(meets.get(wall.to) === 1 ? [end] : []),
      ];
      for (const along of caps)
        this.line('walls', placeOn(line, along, line.half), placeOn(line, along, -line.half));
      for (const o of Object.values(plan.openings)) if (o.wall === id) this.opening(line, o);
      for (const m of own)
        if (m.number !== null)
          for (const along of [m.at - 0.75, m.at + 0.75])
            this.line('studs', placeOn(line, along, line.half), placeOn(line, along, -line.half));
    }
  }

  private opening(line: WallSegment, o: Opening): void {
    const [start, end] = [o.at, o.at + o.width];
    if (o.kind !== 'door') {
      const { layer, offs } = drawnAlong[o.kind];
      for (const off of offs === 'faces' ? [line.half, -line.half] : offs)
        this.line(layer, placeOn(line, start, off), placeOn(line, end, off));
      return;
    }
    const [hinge, strike] = o.hinge === 'from' ? [start, end] : [end, start];
    const side = o.swing === 'left' ? 1 : -1;
    const [h, s, tip] = [
      placeOn(line, hinge, line.half * side),
      placeOn(line, strike, line.half * side),
      placeOn(line, hinge, (line.half + o.width) * side),
    ];
    this.line('doors', h, tip);
    const angle = (p: XY) => ((Math.atan2(p.y - h.y, p.x - h.x) * 180) / Math.PI + 360) % 360;
    // Arcs run counter-clockwise from their first angle: a quarter of a circle, whichever way it is.
    const [a, b] = [angle(tip), angle(s)];
    const [from, to] = (b - a + 360) % 360 < 180 ? [a, b] : [b, a];
    this.dxf.addArc(point3d(h.x, h.y), o.width, from, to, { layerName: layers.doors.name });
  }

  /** Rooms, boxes by their signs, panels, what stands in rooms, and cable: where the plan has them. */
  things(): void {
    const { plan, result, level, dxf } = this;
    const shapes = planShapes(plan, result, level);
    for (const r of shapes.rooms)
      dxf.addText(point3d(r.x, -r.y), 6, r.name, { layerName: layers.rooms.name });
    for (const b of [...shapes.boxes, ...shapes.flat]) {
      const sign = signOf(devicesIn(plan, b.id)[0]?.[1].kind);
      dxf.addInsert(sign, point3d(b.x, -b.y), { layerName: layers.boxes.name });
      dxf.addText(point3d(b.x + 4, -b.y - 1.5), 3, boxNumber(b.id), { layerName: layers.numbers.name });
    }
    const cornersOf = (points: string) =>
      points.split(' ').map((p) => {
        const [x = 0, y = 0] = p.split(',').map(Number);
        return { point: point2d(x, -y) };
      });
    const closed = { flags: 1 };
    for (const p of shapes.panels)
      dxf.addLWPolyline(cornersOf(p.points), { ...closed, layerName: layers.panels.name });
    for (const f of shapes.fixtures)
      dxf.addLWPolyline(cornersOf(f.points), { ...closed, layerName: layers.fixtures.name });
    for (const c of shapes.cables) {
      const { cable } = entryOf(result.runs, c.id);
      if (!cables[cable]) continue;
      const points = c.points.map((p) => ({ point: point2d(p.x, -p.y) }));
      dxf.addLWPolyline(points, { layerName: cableLayer(cable) });
    }
  }
}

/**
 * One level as a DXF drawing at true scale in inches: walls as two faces cut at their openings, studs, doors and windows, boxes as blocks of our own signs,
 * cable by its kind, on layers that say what they hold.
 */
export function planDxf(plan: Plan, result: DrawnHouse, level: string): string {
  const drawing = new LevelDrawing(plan, result, level);
  drawing.walls();
  drawing.things();
  return drawing.dxf.stringify();
}
