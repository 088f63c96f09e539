import type { PlannedJob } from '../plan';
import type { Device } from '../shop';
import type { Speech } from '../units';

/** What is done to a machine before a device can be used on it, and when it is taken down, ready to print. */
export interface SheetChangeover {
  readonly device: string;
  /** target: what is read off then; empty: nothing */
  readonly does: readonly { readonly what: string; readonly target: string }[];
  readonly back: readonly string[];
}

/** A device the machine has to be changed over to. */
export type ChangedTo = Pick<Device, 'id' | 'name'> & { readonly changeover: NonNullable<Device['changeover']> };

/** The devices of a job that a machine has to be changed over to, in the order of the route. */
export function changedTo({ setups, turned }: Pick<PlannedJob, 'setups' | 'turned'>): ChangedTo[] {
  const devices = [...setups.map((s) => s.device), turned?.ends?.chuck ?? null];
  return devices.flatMap((d, i): ChangedTo[] => {
    const isFirst = d !== null && devices.findIndex((o) => o?.id === d.id) === i;
    // a line that is begun and says nothing yet is no step
    const changeover = (d?.changeover ?? []).filter((c) => c.does.trim() !== '');
    return isFirst && changeover.length > 0 ? [{ id: d.id, name: d.name, changeover }] : [];
  });
}

/** What is done when it is taken down: the last thing first. */
export const takenDown = ({ changeover }: ChangedTo): string[] =>
  changeover
    .map((c) => c.back.trim())
    .filter((b) => b !== '')
    .reverse();

/** The same, ready to print. */
export const sheetChangeovers = (planned: Pick<PlannedJob, 'setups' | 'turned'>, speech: Speech): SheetChangeover[] =>
  changedTo(planned).map((d) => ({
    device: d.name,
    does: d.changeover.map((c) => ({
      what: c.does,
      target: c.target === null ? '' : `${speech.signed(c.target)} ±${speech.size(c.within)}`,
    })),
    back: takenDown(d),
  }));
