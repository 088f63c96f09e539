import { useEffect, useRef, useState } from 'react';
import { Form } from 'react-bootstrap';
import { AmbientLight, BufferAttribute, BufferGeometry, Color, DirectionalLight, DoubleSide, EdgesGeometry, Group, LineBasicMaterial, LineSegments, Mesh, MeshLambertMaterial, PerspectiveCamera, Plane, Raycaster, Scene as Space3D, Vector2, Vector3, WebGLRenderer } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { SectionPlane } from '@violet-jaw/core/drawing';
import { AXES, type Axis, type Box3 } from '@violet-jaw/core/frames';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../app/JobLayout';
import { planWorker, usePlan } from '../store/planStore';
import type { Shown } from '../worker/plan.worker';
import { useFeatures } from '../app/useFeatures';

const NAMES: Record<Shown['of'], string> = { part: 'part', left: 'what is left', removed: 'what this setup takes away', unreached: 'never reached' };

interface SpaceProps {
  readonly width: number;
  readonly height: number;
  /** which setup's material to show; null: the part */
  readonly setup: number | null;
  /** left out: the view has a cut of its own */
  readonly section?: SectionPlane | null;
  readonly chosen?: string | null;
  readonly onPick?: (featureId: string) => void;
}

function geometryOf({ mesh }: Shown): BufferGeometry {
  // facets keep their own normals: flat faces stay flat and edges sharp
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(spread(mesh), 3));
  geometry.computeVertexNormals();
  return geometry;
}

function spread(mesh: Shown['mesh']): Float32Array {
  const out = new Float32Array(mesh.triangles.length * 3);
  mesh.triangles.forEach((v, i) => { for (let k = 0; k < 3; k++) out[3 * i + k] = mesh.positions[3 * v + k]; });
  return out;
}

/** The part, or what a setup leaves and takes away, in space: drag to turn, wheel to zoom, cut open by the section plane. */
export function Space({ width, height, setup, section: given, chosen = null, onPick }: SpaceProps) {
  const { job, speech } = useJob();
  const [own, setOwn] = useState<SectionPlane | null>(null);
  const section = given === undefined ? own : given;
  const planned = usePlan((s) => s.planned);
  const { list } = useFeatures();
  const holder = useRef<HTMLDivElement>(null);
  const [shown, setShown] = useState<readonly Shown[]>([]);
  const [off, setOff] = useState<readonly Shown['of'][]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [theme, setTheme] = useState(document.documentElement.dataset.bsTheme);
  const stage = useRef<{ renderer: WebGLRenderer; scene: Space3D; camera: PerspectiveCamera; controls: OrbitControls; group: Group; draw: () => void } | null>(null);
  const pick = useRef(onPick);
  pick.current = onPick;
  const features = useRef(list);
  features.current = list;

  useEffect(() => {
    let gone = false;
    void planWorker()?.meshes(setup).then((found) => { if (!gone) setShown(found as Shown[]); });
    return () => { gone = true; };
  }, [planned, setup]);

  useEffect(() => {
    const watch = new MutationObserver(() => setTheme(document.documentElement.dataset.bsTheme));
    watch.observe(document.documentElement, { attributes: true, attributeFilter: ['data-bs-theme'] });
    return () => watch.disconnect();
  }, []);

  useEffect(() => {
    let renderer: WebGLRenderer;
    try {
      renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
    } catch {
      setProblem('This browser cannot draw in space (WebGL is off). The drawing board shows the same.');
      return undefined;
    }
    renderer.setPixelRatio(window.devicePixelRatio);
    const scene = new Space3D();
    const camera = new PerspectiveCamera(30, 1, 0.1, 1e6);
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
    holder.current?.append(renderer.domElement);
    renderer.localClippingEnabled = true;
    let down: [number, number] | null = null;
    const onDown = (e: PointerEvent) => { down = [e.clientX, e.clientY]; };
    const onUp = (e: PointerEvent) => {
      if (!down || Math.hypot(e.clientX - down[0], e.clientY - down[1]) > 4) return;
      const box = renderer.domElement.getBoundingClientRect();
      const ray = new Raycaster();
      ray.setFromCamera(new Vector2(((e.clientX - box.left) / box.width) * 2 - 1, 1 - ((e.clientY - box.top) / box.height) * 2), camera);
      const hit = ray.intersectObjects(group.children.filter((c) => c.userData.of === 'part'), false)[0];
      if (!hit) return;
      const near = features.current.map(({ feature }) => ({ feature, off: offFeature(feature, hit.point) })).sort((a, b) => a.off - b.off)[0];
      if (near && near.off < 0.1) pick.current?.(near.feature.id);
    };
    renderer.domElement.addEventListener('pointerdown', onDown);
    renderer.domElement.addEventListener('pointerup', onUp);
    stage.current = { renderer, scene, camera, controls, group, draw };
    return () => {
      controls.dispose();
      renderer.dispose();
      renderer.domElement.remove();
      stage.current = null;
    };
  }, []);

  useEffect(() => {
    const s = stage.current;
    if (!s) return;
    s.renderer.setSize(width, height - 30);
    s.camera.aspect = width / (height - 30);
    s.camera.updateProjectionMatrix();
    s.draw();
  }, [width, height]);

  useEffect(() => {
    const s = stage.current;
    if (!s || shown.length === 0) return;
    const css = getComputedStyle(document.documentElement);
    const color = (name: string) => new Color(css.getPropertyValue(name).trim());
    s.scene.background = color('--paper');
    s.group.traverse((o) => { if (o instanceof Mesh || o instanceof LineSegments) { o.geometry.dispose(); o.material.dispose(); } });
    s.group.clear();
    const first = s.group.userData.framed !== true;
    const planes = section ? [cutting(section)] : [];
    const faces: Record<Shown['of'], [string, number]> = { part: ['--fill', 1], left: ['--fill', 1], removed: ['--violet', 0.28], unreached: ['--amber', 0.9] };
    for (const item of shown) {
      if (off.includes(item.of)) continue;
      const geometry = geometryOf(item);
      const [name, opacity] = faces[item.of];
      const mesh = new Mesh(geometry, new MeshLambertMaterial({ color: color(name), side: DoubleSide, transparent: opacity < 1, opacity, depthWrite: opacity === 1, clippingPlanes: planes, polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1 }));
      mesh.userData.of = item.of;
      s.group.add(mesh, new LineSegments(new EdgesGeometry(geometry, 31), new LineBasicMaterial({ color: color(item.of === 'unreached' ? '--amber' : '--violet'), transparent: opacity < 1, opacity: Math.max(opacity, 0.5), clippingPlanes: planes })));
    }
    const picked = features.current.find((f) => f.feature.id === chosen);
    if (picked) {
      const { min, max } = picked.feature.box;
      const size = new Vector3(max.x - min.x, max.y - min.y, max.z - min.z);
      s.group.add(boxLines(new Vector3(min.x, min.y, min.z), size, color('--ink')));
    }
    if (first) {
      const box = shown.map((i) => geometryOf(i)).map((g) => { g.computeBoundingSphere(); return g.boundingSphere!; }).reduce((a, b) => (b.radius > a.radius ? b : a));
      s.controls.target.copy(box.center);
      s.camera.position.copy(box.center).add(new Vector3(0.75, -1.25, 0.95).normalize().multiplyScalar(box.radius * 4.2));
      s.camera.near = box.radius / 100;
      s.camera.far = box.radius * 40;
      s.camera.updateProjectionMatrix();
      s.group.userData.framed = true;
      s.controls.update();
    }
    s.draw();
  }, [shown, off, section, theme, chosen, list]);

  return (
    <div>
      {problem && <p>{problem}</p>}
      <div ref={holder} className="space" />
      <div className="d-flex gap-3 flex-wrap">
        {shown.map(({ of }) => (
          <Form.Check key={of} inline id={`show-${of}`} label={NAMES[of]} checked={!off.includes(of)} onChange={() => setOff(off.includes(of) ? off.filter((o) => o !== of) : [...off, of])} />
        ))}
        {given === undefined && planned && (
          <>
            <Form.Select size="sm" aria-label="Cut open in space" style={{ width: 'auto' }} value={own?.axis ?? ''} onChange={(e) => setOwn(e.target.value === '' ? null : { axis: e.target.value as SectionPlane['axis'], at: middleOf(planned.blank.box, e.target.value as SectionPlane['axis']) })}>
              <option value="">not cut open</option>
              {AXES.map((a) => <option key={a} value={a}>cut open across {a.toUpperCase()}</option>)}
            </Form.Select>
            {own && <Form.Range aria-label={`Cut at ${own.axis.toUpperCase()}`} style={{ width: '10rem' }} min={planned.blank.box.min[own.axis]} max={planned.blank.box.max[own.axis]} step={0.1} value={own.at} onChange={(e) => setOwn({ ...own, at: Number(e.target.value) })} />}
            {own && <span className="number">{own.axis.toUpperCase()} {speech.signed(own.at)} {unitName(job.units)}</span>}
          </>
        )}
        <span className="quiet">Drag turns, wheel zooms, right button moves.</span>
      </div>
    </div>
  );
}

const middleOf = (box: Box3, axis: Axis) => (box.min[axis] + box.max[axis]) / 2;

/** What is taken away lies on the side the drawing's section view looks from. */
function cutting({ axis, at }: SectionPlane): Plane {
  const towards = axis === 'z' ? -1 : 1;
  return new Plane(new Vector3(axis === 'x' ? towards : 0, axis === 'y' ? towards : 0, axis === 'z' ? towards : 0), -towards * at);
}

function boxLines(min: Vector3, size: Vector3, color: Color): LineSegments {
  const corner = (i: number) => new Vector3(min.x + (i & 1 ? size.x : 0), min.y + (i & 2 ? size.y : 0), min.z + (i & 4 ? size.z : 0));
  const pairs = [[0, 1], [2, 3], [4, 5], [6, 7], [0, 2], [1, 3], [4, 6], [5, 7], [0, 4], [1, 5], [2, 6], [3, 7]];
  return new LineSegments(new BufferGeometry().setFromPoints(pairs.flatMap(([a, b]) => [corner(a), corner(b)])), new LineBasicMaterial({ color }));
}

/** Distance of a point from the surface a feature lies on, infinite outside its box. */
function offFeature(f: ReturnType<typeof useFeatures>['list'][number]['feature'], p: Vector3): number {
  const slack = 0.05;
  for (const a of ['x', 'y', 'z'] as const) if (p[a] < f.box.min[a] - slack || p[a] > f.box.max[a] + slack) return Infinity;
  if (f.kind === 'plane') return Math.abs(f.normal.x * p.x + f.normal.y * p.y + f.normal.z * p.z - f.level);
  const d = new Vector3(p.x - f.at.x, p.y - f.at.y, p.z - f.at.z);
  const h = d.x * f.axis.x + d.y * f.axis.y + d.z * f.axis.z;
  return Math.abs(Math.sqrt(Math.max(0, d.lengthSq() - h * h)) - f.diameter / 2);
}
