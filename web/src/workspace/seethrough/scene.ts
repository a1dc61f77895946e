import {
  AmbientLight,
  BackSide,
  BoxGeometry,
  CurvePath,
  DirectionalLight,
  FrontSide,
  Group,
  InstancedMesh,
  LineCurve3,
  Matrix4,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Quaternion,
  Raycaster,
  Scene,
  type Side,
  Spherical,
  TubeGeometry,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { jacketColours } from '../ribbon/jackets.ts';
import type { Point3, Solid, Solids } from './solids.ts';

/** What may be pointed at. */
export interface Pointed {
  readonly kind: 'wall' | 'box' | 'panel' | 'obstacle' | 'run';
  readonly id: string;
}

export interface Palette {
  readonly wood: string;
  readonly ink: string;
  readonly chalk: string;
  readonly quiet: string;
  readonly sheet: string;
}

const up = new Vector3(0, 0, 1);
const at = ({ x, y, z }: Point3) => new Vector3(x, y, z);
const kindOf = { framing: 'wall', box: 'box', panel: 'panel', obstacle: 'obstacle' } as const;
/** Radius of cable, thicker than it is so that it is seen; its dark rim; and that of the one chosen. Inches. */
const thickness = { cable: 0.9, rim: 1.35, chosen: 2 } as const;
/** One press of an arrow turns the house by this much, radians; one of plus or minus brings it so much nearer. */
const turnBy = Math.PI / 16;
const nearBy = 0.85;

/** A cable: in its jacket, with a rim that tells it from what is behind, and as it looks when it is chosen. */
interface Tube {
  readonly run: string;
  readonly mesh: Mesh;
  readonly rim: Mesh;
  readonly chosen: Mesh;
}

/** The house in three dimensions on a canvas: turned by the pointer and by keys. */
export class SeeThroughScene {
  private readonly scene = new Scene();
  private readonly camera = new PerspectiveCamera(40, 1, 4, 20000);
  private readonly renderer: WebGLRenderer;
  private readonly controls: OrbitControls;
  private readonly house = new Group();
  private readonly meshes: { readonly mesh: InstancedMesh; readonly solids: readonly Solid[] }[] = [];
  private readonly tubes: Tube[] = [];
  private framed = false;
  private asked = 0;

  /** Throws where the browser draws no 3-D. */
  constructor(
    canvas: HTMLCanvasElement,
    private readonly palette: Palette,
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, preserveDrawingBuffer: true });
    this.camera.up.copy(up);
    this.scene.add(this.house, new AmbientLight('#ffffff', 1.7));
    const sun = new DirectionalLight('#ffffff', 1.6);
    sun.position.set(-0.6, -1, 1.4);
    this.scene.add(sun);
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.addEventListener('change', () => this.draw());
  }

  /** Takes what is to be shown in place of what was. */
  show({ solids, cables }: Solids): void {
    this.clear();
    for (const kind of ['framing', 'obstacle', 'panel', 'box'] as const)
      this.addBlocks(
        kind,
        solids.filter((s) => s.kind === kind),
      );
    for (const { run, jacket, path } of cables) {
      const curve = new CurvePath<Vector3>();
      path.slice(1).forEach((p, i) => {
        const [a, b] = [at(path[i] ?? p), at(p)];
        if (a.distanceTo(b) > 0.01) curve.add(new LineCurve3(a, b));
      });
      if (curve.curves.length === 0) continue;
      const tube = (radius: number, color: string, side: Side) => {
        const shape = new TubeGeometry(curve, Math.min(400, curve.curves.length * 8), radius, 6);
        const mesh = new Mesh(shape, new MeshLambertMaterial({ color, side }));
        this.house.add(mesh);
        return mesh;
      };
      this.tubes.push({
        run,
        mesh: tube(thickness.cable, jacketColours[jacket] ?? '#fdfdfb', FrontSide),
        rim: tube(thickness.rim, this.palette.ink, BackSide),
        chosen: tube(thickness.chosen, this.palette.chalk, FrontSide),
      });
    }
    if (!this.framed && solids.length > 0) this.frame();
    this.draw();
  }

  private addBlocks(kind: Solid['kind'], solids: readonly Solid[]): void {
    if (solids.length === 0) return;
    const { wood, ink, quiet } = this.palette;
    const looks = {
      framing: { color: wood, transparent: true, opacity: 0.5, depthWrite: false },
      obstacle: { color: quiet, transparent: true, opacity: 0.45, depthWrite: false },
      panel: { color: ink },
      box: { color: '#ffffff' },
    } as const;
    const mesh = new InstancedMesh(
      new BoxGeometry(1, 1, 1),
      new MeshLambertMaterial(looks[kind]),
      solids.length,
    );
    const turned = new Quaternion();
    solids.forEach(({ middle, size, turn }, i) => {
      turned.setFromAxisAngle(up, turn);
      mesh.setMatrixAt(i, new Matrix4().compose(at(middle), turned, new Vector3(...size)));
    });
    this.house.add(mesh);
    this.meshes.push({ mesh, solids });
  }

  /** Lights what is chosen. */
  choose(pointed: Pointed | null): void {
    const { chalk, ink, wood, quiet } = this.palette;
    const plain = { framing: wood, obstacle: quiet, panel: ink, box: ink } as const;
    for (const { mesh, solids } of this.meshes) {
      const colour = mesh.material as MeshLambertMaterial;
      colour.color.set('#ffffff');
      solids.forEach((s, i) => {
        const isChosen = pointed?.id === s.id && pointed.kind === kindOf[s.kind];
        mesh.setColorAt(i, colour.color.clone().set(isChosen ? chalk : plain[s.kind]));
      });
      if (mesh.instanceColor) mesh.instanceColor.needsUpdate = true;
      mesh.computeBoundingSphere();
    }
    for (const { chosen, run } of this.tubes) chosen.visible = pointed?.kind === 'run' && pointed.id === run;
    this.draw();
  }

  /** What stands at a place of the canvas, from -1 to 1 each way: cable and boxes before the framing they are seen through. */
  pointedAt(x: number, y: number): Pointed | null {
    const ray = new Raycaster();
    ray.setFromCamera(new Vector2(x, y), this.camera);
    const hits = ray.intersectObjects(this.house.children, false).flatMap((hit): Pointed[] => {
      const tube = this.tubes.find((t) => t.mesh === hit.object);
      if (tube) return [{ kind: 'run', id: tube.run }];
      const own = this.meshes.find((m) => m.mesh === hit.object);
      const solid = own?.solids[hit.instanceId ?? -1];
      return solid ? [{ kind: kindOf[solid.kind], id: solid.id }] : [];
    });
    return hits.find((h) => h.kind !== 'wall') ?? hits[0] ?? null;
  }

  /** Brings the house into view from its front corner. */
  frame(): void {
    const points = this.meshes.flatMap(({ solids }) => solids.map((s) => at(s.middle)));
    if (points.length === 0) return;
    const low = points.reduce((a, p) => a.clone().min(p), points[0] ?? new Vector3());
    const high = points.reduce((a, p) => a.clone().max(p), points[0] ?? new Vector3());
    const middle = low.clone().add(high).multiplyScalar(0.5);
    const reach = Math.max(60, low.distanceTo(high));
    this.controls.target.copy(middle);
    this.camera.position.copy(middle).add(new Vector3(-0.45, -0.85, 0.62).normalize().multiplyScalar(reach));
    this.framed = true;
    this.controls.update();
    this.draw();
  }

  /** Turns the house about its middle, to the side and over, or brings it nearer; by how many steps. */
  turn(aside: number, over: number, nearer = 0): void {
    const from = this.camera.position.clone().sub(this.controls.target);
    // Spherical angles are about y; here z is up.
    const round = new Spherical().setFromVector3(new Vector3(from.x, from.z, -from.y));
    round.theta += aside * turnBy;
    round.phi = Math.min(Math.PI - 0.05, Math.max(0.05, round.phi + over * turnBy));
    round.radius *= nearBy ** nearer;
    const to = new Vector3().setFromSpherical(round);
    this.camera.position.copy(this.controls.target).add(new Vector3(to.x, -to.z, to.y));
    this.controls.update();
    this.draw();
  }

  /** From where it is looked at, as words for who cannot see it. */
  heading(): { readonly degrees: number; readonly down: number } {
    const from = this.camera.position.clone().sub(this.controls.target);
    const flat = Math.hypot(from.x, from.y);
    const degrees = (Math.atan2(from.x, from.y) * 180) / Math.PI;
    return {
      degrees: Math.round((degrees + 360) % 360),
      down: Math.round((Math.atan2(from.z, flat) * 180) / Math.PI),
    };
  }

  resize(width: number, height: number, ratio: number): void {
    this.renderer.setPixelRatio(ratio);
    this.renderer.setSize(width, height, false);
    this.camera.aspect = width / Math.max(1, height);
    this.camera.updateProjectionMatrix();
    this.draw();
  }

  /** The picture as it stands, a PNG as a data address. */
  picture(): string {
    this.render();
    return this.renderer.domElement.toDataURL('image/png');
  }

  /** Draws once, however often it is asked before the next frame. */
  private draw(): void {
    if (this.asked) return;
    this.asked = requestAnimationFrame(() => this.render());
  }
  private render(): void {
    this.asked = 0;
    this.renderer.setClearColor(this.palette.sheet);
    this.renderer.render(this.scene, this.camera);
  }

  private clear(): void {
    const tubes = this.tubes.flatMap((t) => [t.mesh, t.rim, t.chosen]);
    for (const mesh of [...this.meshes.map((m) => m.mesh), ...tubes]) {
      this.house.remove(mesh);
      mesh.geometry.dispose();
      (mesh.material as MeshLambertMaterial).dispose();
    }
    this.meshes.length = this.tubes.length = 0;
  }

  dispose(): void {
    cancelAnimationFrame(this.asked);
    this.clear();
    this.controls.dispose();
    this.renderer.dispose();
  }
}
