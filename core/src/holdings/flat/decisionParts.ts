import type { HoldIn } from '../../job';
import type { FlatDevice } from '../../shop';
import { numberIn, type Snap } from '../decision';
import { holeName } from './anchor';

/** A number of a hold of this family, read and written. */
export const put = (
  get: (hold: HoldIn<'flat'>) => number | undefined,
  set: (hold: HoldIn<'flat'>, mm: number) => HoldIn<'flat'>,
) => numberIn('flat', get, set);
export const changed = <T extends { readonly id: string }>(all: readonly T[], id: string, to: Partial<T>): T[] =>
  all.map((x) => (x.id === id ? { ...x, ...to } : x));

export const PLAIN = { way: 1, least: -20_000, most: 20_000, signed: true, measures: '', snaps: [] } as const;

/** Every slot or hole a bolt or pin can stand in, along one axis, as what is decided would have to be for it. */
export function anchors(device: FlatDevice, axis: 'x' | 'y', off: number): Snap[] {
  if (device.kind === 'T-slot table')
    return axis === 'x'
      ? []
      : Array.from({ length: device.slotCount }, (_, n) => ({
          mm: device.firstSlot + n * device.slotPitch + off,
          says: `slot ${n + 1} from the front`,
        }));
  if (device.kind !== 'fixture plate') return [];
  const [count, first] = axis === 'x' ? [device.columns, device.firstX] : [device.rows, device.firstY];
  return Array.from({ length: count }, (_, n) => ({
    mm: first + n * device.pitch + off,
    says: axis === 'x' ? `column ${holeName(n, 0).replace(/^hole |\d+$/g, '')}` : `row ${n + 1}`,
  }));
}
