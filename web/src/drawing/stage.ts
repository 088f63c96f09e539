import {
  AmbientLight,
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  EdgesGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  OrthographicCamera,
  Raycaster,
  Scene as Space3D,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { SectionPlane } from '@violet-jaw/core/drawing';
import { dot, subtract, type Vec3 } from '@violet-jaw/core/frames';
import { CHORD_MM, type Feature } from '@violet-jaw/core/part';
import { facet, vertex } from '@violet-jaw/core/solid';
import type { Shown } from '../worker/plan.worker';

export const NAMES: Record<Shown['of'], string> = {
  part: 'part',
  left: 'what is left',
  removed: 'what this setup takes away',
  unreached: 'never reached',
  device: 'device and hold',
};

export const NOTHING: readonly Shown[] = [];

/** Facets keep their own normals: flat faces stay flat and edges sharp. @param triangles starts of those to take */
function geometryOf({ mesh }: Shown, triangles: readonly number[]): BufferGeometry {
  const corners = new Float32Array(triangles.length * 9);
  triangles.forEach((t, i) => {
    for (let k = 0; k < 9; k++)
      corners[9 * i + k] = mesh.positions[3 * mesh.triangles[t + Math.floor(k / 3)] + (k % 3)];
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(corners, 3));
  geometry.computeVertexNormals();
  return geometry;
}

/**
 * Triangles of a mesh sorted by what they show: the cut a section plane made, the chosen face or bore, and the rest.
 */
export function sorted(
  { mesh }: Shown,
  section: SectionPlane | null,
  chosen: Feature | null,
): { cut: number[]; chosen: number[]; other: number[] } {
  const out = { cut: [] as number[], chosen: [] as number[], other: [] as number[] };
  const corner = (t: number, k: number): Vec3 => vertex(mesh, mesh.triangles[t + k]);
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const three = [corner(t, 0), corner(t, 1), corner(t, 2)];
    if (section && three.every((p) => Math.abs(p[section.axis] - section.at) < 1e-6)) out.cut.push(t);
    else if (chosen && liesOn(chosen, three, facet(mesh, t).normal)) out.chosen.push(t);
    else out.other.push(t);
  }
  return out;
}

/** What is drawn with, while the view is there. */
export interface Stage {
  readonly renderer: WebGLRenderer;
  readonly scene: Space3D;
  /** without perspective: what is parallel stays parallel, and a millimeter is as long everywhere */
  readonly camera: OrthographicCamera;
  readonly controls: OrbitControls;
  readonly group: Group;
  readonly draw: () => void;
}

/** Light, camera and what turns it, with a canvas that takes the keyboard. Throws where the browser has no WebGL. */
export function makeStage(): Stage {
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.setPixelRatio(window.devicePixelRatio);
  const scene = new Space3D();
  const camera = new OrthographicCamera();
  camera.up.set(0, 0, 1);
  const light = new DirectionalLight(0xffffff, 1.6);
  light.position.set(0.4, -1, 1.4);
  camera.add(light);
  scene.add(camera, new AmbientLight(0xffffff, 1.4));
  const group = new Group();
  scene.add(group);
  const controls = new OrbitControls(camera, renderer.domElement);
  const draw = () => renderer.render(scene, camera);
  controls.addEventListener('change', draw);
  controls.listenToKeyEvents(renderer.domElement);
  renderer.domElement.tabIndex = 0;
  renderer.domElement.setAttribute('role', 'img');
  renderer.domElement.setAttribute('aria-label', 'In space');
  return { renderer, scene, camera, controls, group, draw };
}

/** Calls `onHit` with the place on the part that is clicked; a drag is no click. */
export function listenToClicks({ renderer: { domElement }, camera, group }: Stage, onHit: (at: Vec3) => void): void {
  let down: [number, number] | null = null;
  domElement.addEventListener('pointerdown', (e) => {
    down = [e.clientX, e.clientY];
  });
  domElement.addEventListener('pointerup', (e) => {
    if (!down || Math.hypot(e.clientX - down[0], e.clientY - down[1]) > 4) return;
    const box = domElement.getBoundingClientRect();
    const ray = new Raycaster();
    ray.setFromCamera(
      new Vector2(((e.clientX - box.left) / box.width) * 2 - 1, 1 - ((e.clientY - box.top) / box.height) * 2),
      camera,
    );
    const [hit] = ray.intersectObjects(
      group.children.filter((c) => c.userData.of === 'part'),
      false,
    );
    if (hit) onHit(hit.point);
  });
}

const FACES: Record<Shown['of'], readonly [color: string, opacity: number]> = {
  part: ['--fill', 1],
  left: ['--fill', 1],
  removed: ['--violet', 0.28],
  unreached: ['--amber', 0.9],
  device: ['--steel', 0.22],
};
const EDGES: Record<Shown['of'], string> = {
  part: '--violet',
  left: '--violet',
  removed: '--violet',
  unreached: '--amber',
  device: '--steel',
};

/** One thing in space: its faces, where it is cut, what is chosen of it, and its edges. */
export function put(
  { group }: Stage,
  item: Shown,
  { section, chosen }: { readonly section: SectionPlane | null; readonly chosen: Feature | null },
  color: (name: string) => Color,
): void {
  const [name, opacity] = FACES[item.of];
  // where what is taken away touches what stays, the solid wall is the one to be seen
  const behind = opacity < 1 ? 8 : 1;
  const surface = (triangles: readonly number[], tint: Color) => {
    if (triangles.length === 0) return;
    const mesh = new Mesh(
      geometryOf(item, triangles),
      new MeshLambertMaterial({
        color: tint,
        side: DoubleSide,
        transparent: opacity < 1,
        opacity,
        depthWrite: opacity === 1,
        polygonOffset: true,
        polygonOffsetFactor: behind,
        polygonOffsetUnits: behind,
      }),
    );
    mesh.userData.of = item.of;
    group.add(mesh);
  };
  const parts = sorted(item, section, item.of === 'part' ? chosen : null);
  surface(parts.other, color(name));
  surface(parts.cut, color('--steel'));
  surface(parts.chosen, color('--violet'));
  const edges = new EdgesGeometry(geometryOf(item, all(item)), 31);
  group.add(
    new LineSegments(
      edges,
      new LineBasicMaterial({
        color: color(EDGES[item.of]),
        transparent: opacity < 1,
        opacity: Math.max(opacity, 0.5),
      }),
    ),
  );
}

/** Looks at all that is shown from the right, the front and above. */
export function frame({ camera, controls }: Stage, shown: readonly Shown[]): void {
  const spheres = shown
    .filter((i) => i.of !== 'device')
    .map((i) => {
      const g = geometryOf(i, all(i));
      g.computeBoundingSphere();
      return g.boundingSphere!;
    });
  const { center, radius } = spheres.reduce((a, b) => (b.radius > a.radius ? b : a));
  controls.target.copy(center);
  camera.position.copy(center).add(new Vector3(0.75, -1.25, 0.95).normalize().multiplyScalar(AWAY));
  camera.zoom = 1 / (1.4 * radius);
  camera.near = 1;
  camera.far = 2 * AWAY;
  camera.updateProjectionMatrix();
  controls.update();
}

/** Further away than anything is large, mm: without perspective that changes nothing. */
const AWAY = 20_000;

/** As wide as the canvas is: one unit of height is a millimeter at zoom 1. */
export function resize({ renderer, camera, draw }: Stage, width: number, height: number): void {
  renderer.setSize(width, height);
  camera.top = 1;
  camera.bottom = -1;
  camera.left = -width / height;
  camera.right = width / height;
  camera.updateProjectionMatrix();
  draw();
}

/** How it is looked at, to be looked at so again. */
interface Looked {
  readonly position: readonly number[];
  readonly target: readonly number[];
  readonly zoom: number;
}
const keyOf = (what: string) => `in space ${what}`;

/** Remembers how something is looked at, as long as the browser's tab is open. */
export function remember({ camera, controls }: Stage, what: string): void {
  const looked: Looked = { position: camera.position.toArray(), target: controls.target.toArray(), zoom: camera.zoom };
  sessionStorage.setItem(keyOf(what), JSON.stringify(looked));
}

/** Looks at it as it was looked at before. @returns false: it was not */
export function lookAgain({ camera, controls }: Stage, what: string): boolean {
  const kept = sessionStorage.getItem(keyOf(what));
  if (!kept) return false;
  const { position, target, zoom } = JSON.parse(kept) as Looked;
  camera.position.fromArray(position);
  controls.target.fromArray(target);
  camera.zoom = zoom;
  camera.near = 1;
  camera.far = 2 * AWAY;
  camera.updateProjectionMatrix();
  controls.update();
  return true;
}

/** Where a point of what is shown stands on the canvas, pixels from its upper left corner. */
export function onCanvas({ camera }: Stage, { x, y, z }: Vec3, width: number, height: number): [number, number] {
  camera.updateMatrixWorld();
  const p = new Vector3(x, y, z).project(camera);
  return [((p.x + 1) / 2) * width, ((1 - p.y) / 2) * height];
}

export const all = ({ mesh }: Shown): number[] => Array.from({ length: mesh.triangles.length / 3 }, (_, i) => 3 * i);

/** Whether a facet is part of a face or bore: its corners lie on it, and it looks the right way. */
function liesOn(f: Feature, corners: readonly Vec3[], normal: Vec3): boolean {
  const turn = f.kind === 'plane' ? 1 - dot(normal, f.normal) : Math.abs(dot(normal, f.axis));
  return turn < 0.05 && corners.every((p) => offFeature(f, p) < CHORD_MM);
}

/** Distance of a point from the surface a feature lies on, infinite outside its box. */
export function offFeature(f: Feature, p: Vec3): number {
  const slack = 0.05;
  for (const a of ['x', 'y', 'z'] as const)
    if (p[a] < f.box.min[a] - slack || p[a] > f.box.max[a] + slack) return Infinity;
  if (f.kind === 'plane') return Math.abs(f.normal.x * p.x + f.normal.y * p.y + f.normal.z * p.z - f.level);
  const d = subtract(p, f.at);
  const h = dot(d, f.axis);
  return Math.abs(Math.sqrt(Math.max(0, dot(d, d) - h * h)) - f.diameter / 2);
}
