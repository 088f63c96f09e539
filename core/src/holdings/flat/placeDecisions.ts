import { COMES } from '../../edgePins';
import { vec } from '../../frames';
import type { HoldIn } from '../../job';
import type { SeatFacts } from '../../seat';
import type { FlatDevice } from '../../shop';
import type { Decision } from '../decision';
import type { Drawn } from '../drawn';
import { against } from './against';
import { anchors, changed, PLAIN, put } from './decisionParts';

const AXES_ACROSS = ['x', 'y'] as const;

/** Where dowels with a place of their own stand: the first of them is taken hold of. */
export function dowelDecisions(device: FlatDevice, { setup: { hold }, facts }: Drawn<'flat'>): Decision[] {
  const on = hold.dowels;
  const [first] = facts.dowels?.dowels ?? [];
  if (!on || !first || facts.dowels?.whereDrilled) return [];
  return AXES_ACROSS.map((axis): Decision => ({
    ...PLAIN,
    id: `dowels-${axis}`,
    item: 'dowels',
    thing: 'dowel 1',
    name: `Dowel 1 at ${axis.toUpperCase()}`,
    axis,
    mm: on[axis],
    from: 0,
    at: vec(on.x, on.y, facts.seat.locators.z.at + on.up),
    snaps: anchors(device, axis, 0),
    ...put(
      (h) => h.dowels?.[axis],
      (h, mm) => (h.dowels ? { ...h, dowels: { ...h.dowels, [axis]: mm } } : h),
    ),
  }));
}

type Corner = { readonly x: number; readonly y: number };

/** The left front corner of the finished part, where that is what is decided. */
function cornerDecisions(
  id: string,
  { finishedBox: { min, max } }: SeatFacts,
  {
    at,
    get,
    set,
  }: {
    readonly at: Corner;
    readonly get: (hold: HoldIn<'flat'>) => Corner | null;
    readonly set: (hold: HoldIn<'flat'>, to: Partial<Corner>) => HoldIn<'flat'>;
  },
): Decision[] {
  return AXES_ACROSS.map((axis) => ({
    ...PLAIN,
    id: `${id}-${axis}`,
    item: `${id}-place`,
    thing: 'part',
    name: `Left front corner of the finished part at ${axis.toUpperCase()}`,
    axis,
    mm: at[axis],
    from: 0,
    at: vec(min.x, min.y, max.z),
    ...put(
      (h) => get(h)?.[axis],
      (h, mm) => set(h, { [axis]: mm }),
    ),
  }));
}

/** A part in its jig: where the jig is set. */
export function nestDecisions({ setup: { hold }, facts: { seat } }: Drawn<'flat'>): Decision[] {
  if (!hold.nest || against(hold, 'x') !== 'nest') return [];
  return cornerDecisions('nest', seat, {
    at: hold.nest,
    get: (h) => h.nest,
    set: (h, to) => (h.nest ? { ...h, nest: { ...h.nest, ...to } } : h),
  });
}

/** A part against pins along its edges: its left front corner, and each pin along its side. */
export function edgePinDecisions({ setup: { hold }, facts: { seat, edge } }: Drawn<'flat'>): Decision[] {
  const on = hold.edgePins;
  if (!on || !edge) return [];
  const place = cornerDecisions('edge', seat, {
    at: on,
    get: (h) => h.edgePins,
    set: (h, to) => (h.edgePins ? { ...h, edgePins: { ...h.edgePins, ...to } } : h),
  });
  const pins = edge.pins.flatMap((pin): Decision[] => {
    const asked = on.pins.find((p) => p.id === pin.id);
    const { axis: comes } = COMES[pin.side];
    const axis = comes === 'x' ? 'y' : 'x';
    if (!asked || !pin.stands) return [];
    const { center } = pin.stands;
    return [
      {
        ...PLAIN,
        id: `edge-pin-${pin.id}`,
        item: `edge-pin-${pin.id}`,
        thing: pin.name,
        name: `${pin.name[0].toUpperCase()}${pin.name.slice(1)}, ${axis.toUpperCase()} from the ${axis === 'x' ? 'left' : 'front'} edge of the part`,
        axis,
        mm: asked.along,
        from: on[axis],
        at: vec(center.x, center.y, hold.pinHeight),
        ...put(
          (h) => h.edgePins?.pins.find((p) => p.id === pin.id)?.along,
          (h, mm) =>
            h.edgePins
              ? { ...h, edgePins: { ...h.edgePins, pins: changed(h.edgePins.pins, pin.id, { along: mm }) } }
              : h,
        ),
      },
    ];
  });
  return [...place, ...pins];
}
