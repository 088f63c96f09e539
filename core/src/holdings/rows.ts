import type { Device, Family } from '../shop';
import { capital, unitName } from '../units';
import type { RowsOf } from './types';

/** What the part is set against, each with its coordinate, then the figures of the hold. */
export function plainRows({
  device,
  facts: { seat, hold },
  speech,
}: Omit<RowsOf<Family>, 'device'> & { readonly device: Device }) {
  const { x, y, z } = seat.locators;
  const located = [y, x, z].map((l) => ({
    label: capital(l.name),
    value: l.kind === 'datum' ? "the device's datum" : `${speech.signed(l.at)} ${unitName(speech.units)}`,
  }));
  return {
    device: `Held on ${device.kind}`,
    rows: [...located, ...hold.figures.map(({ label, value }) => ({ label, value }))],
  };
}
