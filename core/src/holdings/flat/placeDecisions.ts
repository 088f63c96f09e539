import { COMES } from '../../edgePins';
import { vec } from '../../frames';
import type { FlatDevice } from '../../shop';
import type { Decision } from '../decision';
import type { Drawn } from '../drawn';
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

/** A part against pins along its edges: its left front corner, and each pin along its side. */
export function edgePinDecisions({ setup: { hold }, facts: { seat, edge } }: Drawn<'flat'>): Decision[] {
  const on = hold.edgePins;
  if (!on || !edge) return [];
  const { min } = seat.finishedBox;
  const place = AXES_ACROSS.map((axis): Decision => ({
    ...PLAIN,
    id: `edge-${axis}`,
    item: 'edge-place',
    thing: 'part',
    name: `Left front corner of the finished part at ${axis.toUpperCase()}`,
    axis,
    mm: on[axis],
    from: 0,
    at: vec(min.x, min.y, seat.finishedBox.max.z),
    ...put(
      (h) => h.edgePins?.[axis],
      (h, mm) => (h.edgePins ? { ...h, edgePins: { ...h.edgePins, [axis]: mm } } : h),
    ),
  }));
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
