import { vec } from '../../frames';
import type { FlatDevice, Pods, VacuumPlate } from '../../shop';
import type { Speech } from '../../units';
import { downFigure, NO_PULL, type Pull } from './kinds/kind';
import type { Outlines } from '../../solid';
import { rectangleRing, type HoldOf } from '../../hold/input';
import { signedArea } from '../../hold/rings';
import { airPressureKPa, suctionN } from '../../hold/sums';
import type { DrawnLine, Figure, HoldForce, HoldTrouble } from '../../hold/types';

const vacuumFigure = (kPa: number, areaMm2: number, forces: readonly HoldForce[], speech: Speech): Figure[] =>
  areaMm2 > 0 ? [downFigure('Vacuum', `${kPa.toFixed(1)} kPa on ${speech.area(areaMm2)}`, forces, speech)] : [];

/** Middle of an area with holes. */
export function centroid(outlines: Outlines): { x: number; y: number } {
  let [area, x, y] = [0, 0, 0];
  for (const ring of outlines) {
    ring.forEach(([x0, y0], i) => {
      const [x1, y1] = ring[(i + 1) % ring.length];
      const c = x0 * y1 - x1 * y0;
      area += c / 2;
      x += ((x0 + x1) * c) / 6;
      y += ((y0 + y1) * c) / 6;
    });
  }
  return area === 0 ? { x: 0, y: 0 } : { x: x / area, y: y / area };
}

/** Fields between grooves that lie wholly inside an outline: what a cord laid into the grooves can enclose. */
export function groovedFields(plate: VacuumPlate, inside: Outlines, kernel: HoldOf<VacuumPlate>['kernel']): Outlines {
  if (inside.length === 0) return [];
  const fields: Outlines[] = [];
  const count = (size: number) => Math.floor((size - 2 * plate.firstGroove) / plate.groovePitch + 1e-9);
  for (let i = 0; i < count(plate.width); i++) {
    for (let j = 0; j < count(plate.depth); j++) {
      const [x, y] = [plate.firstGroove + i * plate.groovePitch, plate.firstGroove + j * plate.groovePitch];
      const field = [rectangleRing(x, y, x + plate.groovePitch, y + plate.groovePitch)];
      if (kernel.flatArea(kernel.flatDifference(field, inside)) < 1e-6) fields.push(field);
    }
  }
  return kernel.flatUnion(fields);
}

/**
 * A cord seals when it stands out of its groove, and lets the part down onto the plate when it fits into it once it is
 * pressed.
 */
function cordTrouble({ gasket, grooveWidth, grooveDepth }: VacuumPlate): HoldTrouble[] {
  if (gasket <= grooveDepth + 1e-6) return [{ kind: 'gasket-lies-deep', cordMm: gasket, grooveMm: grooveDepth }];
  const [cordMm2, grooveMm2] = [(Math.PI / 4) * gasket * gasket, grooveWidth * grooveDepth];
  return cordMm2 > grooveMm2 + 1e-6 ? [{ kind: 'gasket-overfills', cordMm2, grooveMm2 }] : [];
}

/** What vacuum does inside the gasket of a plate. */
export function plateSuction({ device, setup, sectionOf, kernel, shop, seat, speech }: HoldOf<VacuumPlate>): Pull {
  const { on, inset } = setup.hold.gasket;
  if (!on) return NO_PULL;
  const level = seat.locators.z.at + 0.01;
  const vacuumKPa = (airPressureKPa(shop.altitude) * device.vacuum) / 100;
  const lies = sectionOf('loaded', level);
  const gasket = groovedFields(device, kernel.offset(lies, -inset), kernel);
  if (gasket.length === 0) return { ...NO_PULL, trouble: [{ kind: 'gasket-empty' }] };
  const lost = kernel.flatArea(kernel.flatDifference(gasket, sectionOf('left', level)));
  const drawn: DrawnLine[] = [{ role: 'gasket', outlines: gasket }];
  const trouble = cordTrouble(device);
  if (trouble.some((t) => t.kind === 'gasket-lies-deep')) return { ...NO_PULL, drawn, trouble };
  if (lost > 1) return { ...NO_PULL, drawn, trouble: [{ kind: 'gasket-leaks', lostMm2: lost }] };
  const areaMm2 = kernel.flatArea(gasket);
  const middle = centroid(gasket);
  const forces = [
    {
      name: 'vacuum',
      at: vec(middle.x, middle.y, seat.locators.z.at),
      forceN: vec(0, 0, -suctionN(areaMm2, vacuumKPa)),
    },
  ];
  return {
    forces,
    drawn,
    trouble,
    figures: vacuumFigure(vacuumKPa, areaMm2, forces, speech),
    says: gasket
      .filter((r) => signedArea(r) > 0)
      .map((ring) => {
        const [xs, ys] = [ring.map((p) => p[0]), ring.map((p) => p[1])];
        return `cord in the grooves from X ${speech.signed(Math.min(...xs))} to ${speech.signed(Math.max(...xs))}, Y ${speech.signed(Math.min(...ys))} to ${speech.signed(Math.max(...ys))}`;
      }),
  };
}

export const podRing = (device: Pods, pod: { x: number; y: number }, in_ = 0): [number, number][] =>
  rectangleRing(pod.x + in_, pod.y + in_, pod.x + device.podWidth - in_, pod.y + device.podDepth - in_);

/** What vacuum does on pods, each by itself. */
export function podSuction({ device, setup, sectionOf, kernel, shop, seat, speech }: HoldOf<Pods>): Pull {
  const level = seat.locators.z.at + 0.01;
  const vacuumKPa = (airPressureKPa(shop.altitude) * device.vacuum) / 100;
  const loaded = sectionOf('loaded', level);
  const left = sectionOf('left', level);
  const forces: HoldForce[] = [];
  const trouble: HoldTrouble[] = [];
  let areaMm2 = 0;
  setup.hold.pods.forEach((pod, i) => {
    if (!pod.on) return;
    const name = `pod ${i + 1}`;
    const seal = [podRing(device, pod, device.rim)];
    const open = (over: Outlines) => kernel.flatArea(kernel.flatDifference([podRing(device, pod)], over)) > 1;
    if (open(loaded) || open(left)) {
      trouble.push({ kind: 'pod-leaks', name, when: open(loaded) ? 'as loaded' : 'when cut' });
      return;
    }
    const area = kernel.flatArea(seal);
    areaMm2 += area;
    forces.push({
      name,
      at: vec(pod.x + device.podWidth / 2, pod.y + device.podDepth / 2, seat.locators.z.at),
      forceN: vec(0, 0, -suctionN(area, vacuumKPa)),
    });
  });
  return {
    forces,
    trouble,
    figures: vacuumFigure(vacuumKPa, areaMm2, forces, speech),
    drawn: setup.hold.pods.map((pod) => ({
      role: pod.on ? ('pod' as const) : ('pod-off' as const),
      outlines: [podRing(device, pod)],
    })),
    says: forces.map((f) => f.name),
  };
}

/** How far the part reaches out over its pods: the corner farthest from any, mm. */
export function overhangOf({ setup, sectionOf, seat }: HoldOf<FlatDevice>, device: Pods): number {
  const rings = setup.hold.pods.map((pod) => podRing(device, pod));
  if (rings.length === 0) return 0;
  const away = (p: readonly [number, number]) =>
    Math.min(
      ...rings.map(([a, , c]) =>
        Math.hypot(Math.max(a[0] - p[0], 0, p[0] - c[0]), Math.max(a[1] - p[1], 0, p[1] - c[1])),
      ),
    );
  return Math.max(
    0,
    ...sectionOf('loaded', seat.locators.z.at + 0.01)
      .flat()
      .map(away),
  );
}
