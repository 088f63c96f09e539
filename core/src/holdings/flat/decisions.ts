import { capital } from '../../units';
import { unitVector, vec, type Axis } from '../../frames';
import type { HoldIn, PlacedClamp } from '../../job';
import type { FlatDevice } from '../../shop';
import type { Decision } from '../decision';
import type { Drawn } from '../drawn';
import { against } from './against';
import { anchors, changed, PLAIN, put } from './decisionParts';
import { dowelDecisions, edgePinDecisions, nestDecisions } from './placeDecisions';
import { LOCATED_SIDE } from './seat';

type Hold = HoldIn<'flat'>;

/** What is decided on a table, plate or board by moving it: clamps, pods, pins and fence, packing, insets, pieces. */
export function flatDecisions(device: FlatDevice, drawn: Drawn<'flat'>): Decision[] {
  return [
    ...locatorDecisions(device, drawn),
    ...dowelDecisions(device, drawn),
    ...edgePinDecisions(drawn),
    ...nestDecisions(drawn),
    ...drawn.setup.hold.clamps.flatMap((c, i) =>
      clampDecisions(device, drawn, c, drawn.facts.hold.clampNames?.[i] ?? `clamp ${i + 1}`),
    ),
    ...podDecisions(device, drawn),
    ...underDecisions(device, drawn),
    ...insetDecisions(drawn),
    ...tabDecisions(drawn),
    ...pieceDecisions(drawn),
  ];
}

function clampDecisions(device: FlatDevice, { facts }: Drawn<'flat'>, placed: PlacedClamp, thing: string): Decision[] {
  const box = facts.seat.loadedBox;
  const d = unitVector(placed.towards);
  const middle = { x: (box.min.x + box.max.x) / 2, y: (box.min.y + box.max.y) / 2 };
  return (['x', 'y'] as const).map((axis) => ({
    ...PLAIN,
    id: `clamp-${placed.id}-${axis}`,
    item: `clamp-${placed.id}`,
    thing,
    name: `${capital(thing)}, ${axis.toUpperCase()}`,
    axis,
    mm: placed[axis],
    from: 0,
    at: vec(placed.x, placed.y, box.max.z),
    snaps: [
      ...anchors(device, axis, -d[axis] * placed.toBolt),
      { mm: middle[axis], says: 'middle of the part' },
      { mm: box.min[axis], says: 'edge of the part' },
      { mm: box.max[axis], says: 'edge of the part' },
    ],
    ...put(
      (h) => h.clamps.find((c) => c.id === placed.id)?.[axis],
      (h, mm) => ({ ...h, clamps: changed(h.clamps, placed.id, { [axis]: mm }) }),
    ),
  }));
}

function podDecisions(device: FlatDevice, { setup }: Drawn<'flat'>): Decision[] {
  if (device.kind !== 'vacuum pods') return [];
  const half = { x: device.podWidth / 2, y: device.podDepth / 2 };
  return setup.hold.pods.flatMap((pod, i) =>
    (['x', 'y'] as const).map((axis): Decision => ({
      ...PLAIN,
      id: `pod-${pod.id}-${axis}`,
      item: `pod-${pod.id}`,
      thing: `pod ${i + 1}`,
      name: `Pod ${i + 1}, ${axis.toUpperCase()} of its left front corner`,
      axis,
      mm: pod[axis],
      from: half[axis],
      at: vec(pod.x + half.x, pod.y + half.y, device.podHeight),
      ...put(
        (h) => h.pods.find((p) => p.id === pod.id)?.[axis],
        (h, mm) => ({ ...h, pods: changed(h.pods, pod.id, { [axis]: mm }) }),
      ),
    })),
  );
}

/** What the part is set against, and where pins stand in their row. */
function locatorDecisions(device: FlatDevice, { setup: { hold }, facts }: Drawn<'flat'>): Decision[] {
  const box = facts.seat.loadedBox;
  return (['x', 'y'] as const).flatMap((axis): Decision[] => {
    const { side, at, pins } = hold[axis];
    const by = against(hold, axis);
    if (by === 'dowels' || by === 'edge pins' || by === 'nest') return [];
    const across = axis === 'x' ? 'y' : 'x';
    const isPins = by === 'pins';
    const r = hold.pinDiameter / 2;
    const outwards = LOCATED_SIDE[side][0] === '+' ? 1 : -1;
    const where = (along: number, beside: number, z: number) =>
      axis === 'x' ? vec(along, beside, z) : vec(beside, along, z);
    const z = box.min.z + Math.min(hold.pinHeight, box.max.z - box.min.z) / 2;
    const line: Decision = {
      ...PLAIN,
      id: `locate-${axis}`,
      item: `locate-${axis}`,
      thing: by === 'fence' ? `fence at the ${side}` : `${side} side`,
      name: `${side[0].toUpperCase()}${side.slice(1)} side of the part at ${axis.toUpperCase()}`,
      axis,
      mm: at,
      from: isPins || by === 'fence' ? outwards * r : 0,
      at: where(at + (isPins || by === 'fence' ? outwards * r : 0), (box.min[across] + box.max[across]) / 2, z),
      snaps: isPins ? anchors(device, axis, -outwards * r) : [],
      ...put(
        (h) => h[axis].at,
        (h, mm) => ({ ...h, [axis]: { ...h[axis], at: mm } }),
      ),
    };
    if (!isPins) return [line];
    const each = pins.map((p, i): Decision => ({
      ...PLAIN,
      id: `pin-${axis}-${i}`,
      item: `pin-${axis}-${i}`,
      thing: `pin ${i + 1} at the ${side}`,
      name: `Pin ${i + 1} at the ${side}, ${across.toUpperCase()}`,
      axis: across,
      mm: p,
      from: 0,
      at: where(at + outwards * r, p, z),
      snaps: anchors(device, across, 0),
      ...put(
        (h) => h[axis].pins[i],
        (h, mm) => ({ ...h, [axis]: { ...h[axis], pins: h[axis].pins.map((q, k) => (k === i ? mm : q)) } }),
      ),
    }));
    return [line, ...each];
  });
}

/** What lies between device and part. */
function underDecisions(device: FlatDevice, { setup: { hold }, facts }: Drawn<'flat'>): Decision[] {
  const { at } = facts.seat.locators.z;
  const box = facts.seat.loadedBox;
  return device.kind === 'support grid' || hold.bond !== null
    ? []
    : [
        {
          ...PLAIN,
          id: 'under',
          item: 'under',
          thing: 'packing',
          name: 'Packing under the part',
          axis: 'z',
          mm: hold.under,
          from: at - hold.under,
          at: vec(box.max.x, (box.min.y + box.max.y) / 2, at),
          least: 0,
          most: 1000,
          signed: false,
          ...put(
            (h) => h.under,
            (h, mm) => ({ ...h, under: mm }),
          ),
        },
      ];
}

/** How far inside the part's outline gasket and tape run, taken hold of at the left. */
function insetDecisions({ setup: { hold }, facts }: Drawn<'flat'>): Decision[] {
  const box = facts.seat.loadedBox;
  const inset = (id: string, name: string, get: (h: Hold) => number, set: (h: Hold, mm: number) => Hold): Decision => ({
    ...PLAIN,
    id,
    item: id,
    thing: name.toLowerCase(),
    name,
    axis: 'x' as Axis,
    mm: get(hold),
    from: box.min.x,
    at: vec(box.min.x + get(hold), (box.min.y + box.max.y) / 2, box.min.z),
    least: 0,
    most: 1000,
    signed: false,
    ...put(get, set),
  });
  return [
    ...(hold.gasket.on
      ? [
          inset(
            'gasket-inset',
            'Gasket inside the outline',
            (h) => h.gasket.inset,
            (h, mm) => ({ ...h, gasket: { ...h.gasket, inset: mm } }),
          ),
        ]
      : []),
    ...(hold.bond !== null
      ? [
          inset(
            'bond-inset',
            'Tape or glue inside the outline',
            (h) => h.bondInset,
            (h, mm) => ({ ...h, bondInset: mm }),
          ),
        ]
      : []),
  ];
}

/** Tabs of the first part, each along its edge; on a slanting one as far as it goes along X or Y. */
function tabDecisions({ facts }: Drawn<'flat'>): Decision[] {
  const tabs = facts.separation?.tabs ?? [];
  // the first of each number: those of further parts move with it
  const first = tabs.filter((t, i) => tabs.findIndex((o) => o.index === t.index) === i);
  return first.map(({ index, at: [x, y], along, moved, room }): Decision => {
    const k = Math.abs(along[0]) >= Math.abs(along[1]) ? 0 : 1;
    const share = Math.abs(along[k]);
    const axis = k === 0 ? 'x' : 'y';
    const way = along[k] < 0 ? -1 : 1;
    return {
      ...PLAIN,
      id: `tab-${index}`,
      item: `tab-${index}`,
      thing: `tab ${index + 1}`,
      name: `Tab ${index + 1}, moved along its edge`,
      axis,
      mm: moved * share,
      way,
      from: [x, y][k] - way * moved * share,
      at: vec(x, y, facts.seat.locators.z.at),
      least: room[0] * share,
      most: room[1] * share,
      snaps: [{ mm: 0, says: 'evenly spread' }],
      ...put(
        (h) => (h.separation.tabs.moved[index] ?? 0) * share,
        (h, mm) => ({ ...h, separation: { ...h.separation, tabs: withTab(h.separation.tabs, index, mm / share) } }),
      ),
    };
  });
}

type Tabs = Hold['separation']['tabs'];
const withTab = (tabs: Tabs, index: number, mm: number): Tabs => ({
  ...tabs,
  moved: Array.from({ length: Math.max(tabs.moved.length, index + 1) }, (_, i) =>
    i === index ? mm : (tabs.moved[i] ?? 0),
  ),
});

function pieceDecisions({ setup: { hold }, pieces }: Drawn<'flat'>): Decision[] {
  return hold.further.flatMap((piece, i) => {
    const box = pieces[i]?.facts.seat.loadedBox;
    if (!box) return [];
    const middle = { x: (box.min.x + box.max.x) / 2, y: (box.min.y + box.max.y) / 2 };
    return (['x', 'y'] as const).map((axis): Decision => ({
      ...PLAIN,
      id: `piece-${piece.id}-${axis}`,
      item: `piece-${piece.id}`,
      thing: `piece ${i + 2}`,
      name: `Piece ${i + 2}, from piece 1 in ${axis.toUpperCase()}`,
      axis,
      mm: piece[axis],
      from: middle[axis] - piece[axis],
      at: vec(middle.x, middle.y, box.max.z),
      ...put(
        (h) => h.further.find((p) => p.id === piece.id)?.[axis],
        (h, mm) => ({ ...h, further: changed(h.further, piece.id, { [axis]: mm }) }),
      ),
    }));
  });
}
