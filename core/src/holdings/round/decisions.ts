import { vec, type Axis, type Vec3 } from '../../frames';
import type { HoldIn } from '../../job';
import type { RoundDevice } from '../../shop';
import { numberIn, type Decision } from '../decision';
import type { Drawn } from '../drawn';
import { turnsAbout } from './seat';

const put = (
  get: (hold: HoldIn<'round'>) => number | undefined,
  set: (hold: HoldIn<'round'>, mm: number) => HoldIn<'round'>,
) => numberIn('round', get, set);

/** What is decided about an axis by moving it: how far the part's end stands from the face, and the supports. */
export function roundDecisions(device: RoundDevice, { setup: { hold }, facts }: Drawn<'round'>): Decision[] {
  const axial: Axis = turnsAbout(device);
  const box = facts.seat.loadedBox;
  const onAxis = (mm: number): Vec3 => (axial === 'z' ? vec(0, 0, mm) : vec(mm, 0, 0));
  const spacer: Decision = {
    id: 'rest-height',
    item: 'rest-height',
    thing: 'end of the part',
    name: "Part's end from the face",
    axis: axial,
    mm: hold.restHeight,
    from: 0,
    way: 1,
    at: onAxis(hold.restHeight),
    least: 0,
    most: 5000,
    signed: false,
    snaps: [{ mm: 0, says: 'on the face' }],
    measures: '',
    ...put(
      (h) => h.restHeight,
      (h, mm) => ({ ...h, restHeight: mm }),
    ),
  };
  if (device.kind !== 'rotary axis') return [spacer];
  return [
    spacer,
    ...hold.supports.map((x, i): Decision => ({
      id: `support-${i}`,
      item: `support-${i}`,
      thing: `support ${i + 1}`,
      name: `Support ${i + 1}, from the chuck's face`,
      axis: 'x',
      mm: x,
      from: 0,
      way: 1,
      at: vec(x, 0, box.min.z),
      least: -20_000,
      most: 20_000,
      signed: true,
      snaps: [{ mm: (box.min.x + box.max.x) / 2, says: 'middle of the part' }],
      measures: '',
      ...put(
        (h) => h.supports[i],
        (h, mm) => ({ ...h, supports: h.supports.map((s, k) => (k === i ? mm : s)) }),
      ),
    })),
  ];
}
