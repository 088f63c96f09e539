import type { HoldIn } from '../../job';
import { isSquareness } from '../../locate';
import type { FlatDevice } from '../../shop';
import type { Speech } from '../../units';
import { inHold } from '../decision';
import { against } from './against';
import type { Drawn } from '../drawn';
import { stepOf, type SetupRemedy } from '../mend';

/** What is to be mended, and how it is said. */
export type AboutFlat = Drawn<'flat'> & { readonly device: FlatDevice; readonly speech: Speech };

type Hold = HoldIn<'flat'>;

const withPins = (axis: 'x' | 'y', change: (pins: readonly number[]) => number[]) =>
  inHold('flat', (h: Hold) => ({ ...h, [axis]: { ...h[axis], pins: change(h[axis].pins) } }));

/** The pin of a row that decides a place, or a turn, that others decide already is taken out. */
export const pinTakenOut =
  (decides: 'slide' | 'turn') =>
  (about: AboutFlat): SetupRemedy[] => {
    const { hold } = about.setup;
    const twice = about.facts.locating.twice.filter((t) => t.motion.kind === decides && !isSquareness(t));
    const names = twice.map((t) => t.name);
    for (const axis of ['x', 'y'] as const) {
      const { by, side, pins } = hold[axis];
      const at = !hold.dowels && by === 'pins' ? pins.findIndex((_, i) => names.includes(`${side} pin ${i + 1}`)) : -1;
      if (at < 0) continue;
      const set = withPins(axis, (all) => all.filter((_, i) => i !== at));
      return [{ says: `Take the ${side} pin ${at + 1} out`, set }];
    }
    return [];
  };

/** So far from the end of a side a pin is set, as a share of the side (common practice, no source). */
const FROM_END = 0.15;

/** A second pin beside a single one, along the longer side of the part, as far from it as the part reaches. */
export function secondPin({ device, setup: { hold }, facts: { seat, locating }, speech }: AboutFlat): SetupRemedy[] {
  if (!locating.free.some((m) => m.kind === 'turn' && Math.abs(m.about.z) > 1 - 1e-6)) return [];
  const { min, max } = seat.loadedBox;
  const rows = (['x', 'y'] as const)
    .filter((axis) => against(hold, axis) === 'pins' && hold[axis].pins.length === 1)
    .map((axis) => ({ axis, across: axis === 'x' ? ('y' as const) : ('x' as const) }))
    .sort((a, b) => max[b.across] - min[b.across] - (max[a.across] - min[a.across]));
  const [row] = rows;
  if (!row) return [];
  const { axis, across } = row;
  const { side, pins } = hold[axis];
  const aside = FROM_END * (max[across] - min[across]);
  const ends = [min[across] + aside, max[across] - aside];
  const [end] = ends.sort((a, b) => Math.abs(b - pins[0]) - Math.abs(a - pins[0]));
  // on a plate with holes the pin stays in a hole of its row, not beyond the end
  const step = device.kind === 'fixture plate' ? device.pitch : stepOf(speech);
  const at = pins[0] + Math.trunc((end - pins[0]) / step) * step;
  if (Math.abs(at - pins[0]) < 1e-6) return [];
  const set = withPins(axis, (all) => [...all, at]);
  return [{ says: `Add a ${side} pin at ${across.toUpperCase()} ${speech.signed(at)}`, set }];
}
