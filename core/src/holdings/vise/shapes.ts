import {
  brokenOff,
  horizontal,
  onView,
  rectangle,
  region,
  vertical,
  type Corner,
  type Dimension,
  type Layer,
  type Role,
  type Shape,
  type ViewName,
} from '../../scene';
import type { Outlines } from '../../solid';
import type { Vise } from '../../shop';
import type { Speech } from '../../units';
import { clearance, factsOfAll, sizes, type DeviceSolid, type Drawn, type DrawnFacts } from '../drawn';
import { fixedSide, pocketOf, restIn } from './seat';

/** How much of a vise is worth drawing: what is beyond is broken off. Device frame, mm. */
export interface ShownVise {
  /** of the jaws' thickness and the bed's, from the jaws' faces and the bed's top */
  readonly thickness: number;
  readonly bed: number;
  /** from the jaws' left end, from which the stop is counted */
  readonly width: number;
}

/** Less than this share is not worth a break. */
const WORTH = 0.85;
const STOP_MM = 25;

/** The stretch of a vise around the pieces in it. */
export function shownOf(vise: Vise, all: readonly Pick<DrawnFacts, 'seat'>[], stops: readonly number[]): ShownVise {
  const boxes = all.map((f) => f.seat.loadedBox);
  const across = Math.max(...boxes.map((b) => b.max.y - b.min.y));
  const [left, right] = [
    Math.min(...boxes.map((b) => b.min.x)),
    Math.max(...boxes.map((b) => b.max.x), ...stops.map((s) => s + STOP_MM)),
  ];
  const cut = (whole: number, wanted: number) => (wanted < WORTH * whole ? wanted : whole);
  return {
    thickness: cut(vise.jawThickness, Math.max(26, 0.35 * across)),
    bed: cut(vise.bedThickness, Math.max(8, 0.2 * across)),
    width: cut(vise.jawWidth, right + Math.max(15, 0.15 * (right - left))),
  };
}

/** How much of a vise a setup's drawings show. */
export const shownVise = (vise: Vise, drawn: Drawn<'vise'>): ShownVise =>
  shownOf(vise, factsOfAll(drawn), stopsOf(drawn));

/** Where rods stand; a pocket has none. */
const stopsOf = ({ setup, pieces }: Drawn<'vise'>): number[] =>
  pocketOf(setup) ? [] : [setup.hold.stop.position, ...pieces.map((p) => p.setup.hold.stop.position)];

/** Rods of the stops, before the part. */
function stopShapes(view: ViewName, vise: Vise, drawn: Drawn<'vise'>): Shape[] {
  if (view === 'leftEnd') return [];
  const { stop } = drawn.setup.hold;
  const rod = vise.stopDiameter / 2;
  const outwards = stop.side === 'left' ? -1 : 1;
  const y = -fixedSide(vise) * stop.fromJaw;
  return stopsOf(drawn).map((at) =>
    region(view, 'stop', [at, y - rod, stop.height - rod], [at + outwards * 18, y + rod, stop.height + rod]),
  );
}

/** Steel with the edges that are broken off. */
function steelOf(view: ViewName, role: Role, ring: readonly Corner[], broken: readonly (readonly [number, boolean])[]) {
  const on = ([x, y, z]: Corner) => onView(view, { x, y, z });
  const edges = broken.filter(([, is]) => is).map(([edge]) => edge);
  return { kind: 'region', role, outlines: [brokenOff(ring.map(on), edges)] } as const satisfies Shape;
}

/** What of the vise is drawn, and where its jaws stand. Device frame, mm. */
function measuresOf(vise: Vise, drawn: Drawn<'vise'>) {
  const { facts, setup } = drawn;
  const s = fixedSide(vise);
  const { thickness: t, bed, width: w } = shownVise(vise, drawn);
  const { height, thickness: p, name: rest } = restIn(vise, setup);
  return {
    s,
    moving: -s * (facts.hold.vise?.openingMm ?? 0),
    h: vise.jawHeight,
    ...{ t, bed, w, p, height },
    cut: { jaws: t < vise.jawThickness, bed: bed < vise.bedThickness, right: w < vise.jawWidth },
    /** parallels and steps are drawn; the floor of a pocket is not */
    carries: (rest === 'parallels' || rest === 'jaw steps') && height > 0,
    pocket: pocketOf(setup),
  };
}

/** A vise closed on the part: bed, jaws, rest and stop, broken off where nothing is held. Device frame. */
export function viseShapes(view: ViewName, vise: Vise, drawn: Drawn<'vise'>, layer: Layer): Shape[] {
  if (layer === 'front') return stopShapes(view, vise, drawn);
  const m = measuresOf(vise, drawn);
  if (view === 'leftEnd') return fromTheEnd(m);
  if (view === 'front') return fromTheFront(m);
  const jaw = (face: number, back: number) =>
    steelOf(view, 'steel', corners(0, [face, back], [0, m.w]), [
      [1, m.cut.right],
      [2, m.cut.jaws],
    ]);
  return [jaw(0, m.s * m.t), jaw(m.moving, m.moving - m.s * m.t)];
}

type Measures = ReturnType<typeof measuresOf>;

/** A rectangle seen from above. */
const corners = (z: number, [y0, y1]: readonly [number, number], [x0, x1]: readonly [number, number]): Corner[] => [
  [x0, y0, z],
  [x1, y0, z],
  [x1, y1, z],
  [x0, y1, z],
];

/** A parallel or step, between two places in Y. */
const carrier = (view: ViewName, { w, height }: Measures, a: number, b: number): Shape =>
  region(view, 'steel-open', [0, a, 0], [w, b, height]);

function fromTheEnd(m: Measures): Shape[] {
  const { s, t, h, bed, moving, pocket, cut } = m;
  const [rear, front] = s > 0 ? [t, moving - t] : [moving + t, -t];
  const floor = pocket ? Math.max(0, h - pocket.depth) : h;
  const jaw = (face: number, back: number, wall: number) => {
    const at = [
      [face, 0],
      [back, 0],
      [back, h],
      [wall, h],
      ...(pocket
        ? [
            [wall, floor],
            [face, floor],
          ]
        : []),
    ];
    return steelOf(
      'leftEnd',
      'steel',
      at.map(([y, z]): Corner => [0, y, z]),
      [[1, cut.jaws]],
    );
  };
  const ledge = s * (pocket?.ledge ?? 0);
  const bedRing: Corner[] = [
    [0, front, -bed],
    [0, rear, -bed],
    [0, rear, 0],
    [0, front, 0],
  ];
  return [
    steelOf('leftEnd', 'steel', bedRing, [
      [0, cut.bed],
      [1, cut.jaws],
      [3, cut.jaws],
    ]),
    jaw(0, s * t, ledge),
    jaw(moving, moving - s * t, moving - ledge),
    ...(m.carries ? [carrier('leftEnd', m, -s * m.p, 0), carrier('leftEnd', m, moving, moving + s * m.p)] : []),
  ];
}

/** From the front the rear jaw is seen behind the part; the front one would hide it. */
function fromTheFront(m: Measures): Shape[] {
  const upright = (z0: number, z1: number): Corner[] => [
    [0, 0, z0],
    [m.w, 0, z0],
    [m.w, 0, z1],
    [0, 0, z1],
  ];
  return [
    steelOf('front', 'steel', upright(-m.bed, 0), [
      [0, m.cut.bed],
      [1, m.cut.right],
    ]),
    steelOf('front', 'steel-open', upright(0, m.h), [[1, m.cut.right]]),
    ...(m.carries ? [carrier('front', m, -m.s * m.p, 0)] : []),
  ];
}

/** Grip, opening and clearance from the end; parallels and top from the front; stop and over-all sizes from above. */
export function viseDimensions(view: ViewName, vise: Vise, drawn: Drawn<'vise'>, speech: Speech): Dimension[] {
  const { facts, setup } = drawn;
  const { seat, hold } = facts;
  const opening = hold.vise?.openingMm ?? 0;
  const front = fixedSide(vise) > 0 ? -opening : 0;
  const grip = Math.max(seat.y.touch.z[0], seat.movingJaw?.touch.z[0] ?? 0);
  const height = seat.locators.z.at;
  const { stop } = setup.hold;
  const { thickness } = shownVise(vise, drawn);
  if (view === 'leftEnd') {
    return [
      vertical(
        'grip',
        [grip, vise.jawHeight],
        { reach: fixedSide(vise) > 0 ? -thickness : -opening - thickness, side: 'left' },
        speech.size(hold.vise?.gripDepthMm ?? 0),
      ),
      ...clearance(facts, -front, speech),
      horizontal(
        'opening',
        [-front - opening, -front],
        { reach: vise.jawHeight, side: 'bottom' },
        speech.size(opening),
      ),
    ];
  }
  if (view === 'front') {
    return [
      ...(height > 0 ? [vertical('parallels', [0, height], { reach: 0, side: 'left' }, speech.size(height))] : []),
      vertical(
        'top',
        [0, seat.loadedBox.max.z],
        { reach: seat.loadedBox.max.x, side: 'right' },
        speech.size(seat.loadedBox.max.z),
      ),
    ];
  }
  return [
    horizontal(
      pocketOf(setup) ? 'pocket wall' : 'stop',
      [0, stop.position],
      { reach: pocketOf(setup) ? seat.loadedBox.min.y : -fixedSide(vise) * stop.fromJaw, side: 'bottom' },
      speech.signed(stop.position),
    ),
    ...sizes(facts, speech),
  ];
}

/** Which jaw is which, and the stop. */
export function viseLabels(view: ViewName, vise: Vise, drawn: Drawn<'vise'>): Shape[] {
  const { facts, setup } = drawn;
  const s = fixedSide(vise);
  const moving = -s * (facts.hold.vise?.openingMm ?? 0);
  const onSteel = (at: [number, number], text: string, anchor: 'start' | 'middle' | 'end' = 'middle'): Shape => ({
    kind: 'label',
    at,
    text,
    anchor,
    backed: true,
  });
  const { thickness: t, width } = shownVise(vise, drawn);
  const [rear, front] = s > 0 ? ['fixed jaw', 'moving jaw'] : ['moving jaw', 'fixed jaw'];
  if (view === 'above') {
    const left = setup.hold.stop.side === 'left';
    const [rearY, frontY] = s > 0 ? [0, moving] : [moving, 0];
    const end =
      facts.zero.inDevice.x < width / 2
        ? { at: width - 2, anchor: 'end' as const }
        : { at: 2, anchor: 'start' as const };
    return [
      // at the end of the jaws that is farther from the mark of the zero and its name
      onSteel([end.at, rearY + t * 0.62], rear, end.anchor),
      onSteel([end.at, frontY - t * 0.62], front, end.anchor),
      ...(pocketOf(setup)
        ? []
        : [
            {
              kind: 'label' as const,
              at: [setup.hold.stop.position + (left ? -20 : 20), -s * setup.hold.stop.fromJaw] as const,
              text: 'stop',
              anchor: left ? ('end' as const) : ('start' as const),
            },
          ]),
    ];
  }
  if (view === 'leftEnd') {
    return [
      onSteel([-s * t * 0.55, vise.jawHeight * 0.35], 'fixed'),
      onSteel([-moving + s * t * 0.55, vise.jawHeight * 0.35], 'moving'),
    ];
  }
  return [];
}

/** Bed and rest in space; the jaws stand there as what is in the way. */
export function viseSolids(vise: Vise, { facts, setup }: Drawn<'vise'>): DeviceSolid[] {
  const s = fixedSide(vise);
  const moving = -s * (facts.hold.vise?.openingMm ?? 0);
  const { jawWidth: w, jawThickness: t } = vise;
  const across = (a: number, b: number): Outlines => rectangle(0, Math.min(a, b), w, Math.max(a, b));
  const rest = restIn(vise, setup);
  const carries = rest.height > 0 && rest.name !== 'pocket floor';
  return [
    { name: 'bed', outlines: across(moving - s * t, s * t), from: -vise.bedThickness, to: 0 },
    ...(carries
      ? [
          [0, -s * rest.thickness],
          [moving, moving + s * rest.thickness],
        ].map(([a, b]) => ({ name: rest.name, outlines: across(a, b), from: 0, to: rest.height }))
      : []),
  ];
}
