import { QUICK_SUMS, type SumValues } from '@violet-jaw/core/quickSums';
import type { Units } from '@violet-jaw/core/units';

/** What was entered last on this device. */
export interface KeptSums {
  readonly units: Units;
  readonly values: Readonly<Record<string, SumValues>>;
}

const KEY = 'violet-jaw-sums';

/** Only what the sums of today ask for: a number in its limits, a choice that is there. */
function stillFits(id: string, kept: unknown): SumValues {
  const values = (typeof kept === 'object' && kept !== null ? kept : {}) as Record<string, unknown>;
  const fields = QUICK_SUMS.find((s) => s.id === id)?.fields ?? [];
  return Object.fromEntries(
    fields.flatMap((f): [string, number | string][] => {
      const v = values[f.key];
      if (f.unit === 'choice') return typeof v === 'string' && f.choices.includes(v) ? [[f.key, v]] : [];
      return typeof v === 'number' && v >= f.min && v <= f.max && (!f.positive || v > 0) ? [[f.key, v]] : [];
    }),
  );
}

export function keptSums(): KeptSums {
  let kept: unknown = null;
  try {
    kept = JSON.parse(localStorage.getItem(KEY) ?? 'null');
  } catch {
    // what cannot be read is as if nothing was kept
  }
  const { units, values } = (typeof kept === 'object' && kept !== null ? kept : {}) as Partial<Record<string, unknown>>;
  const all = (typeof values === 'object' && values !== null ? values : {}) as Record<string, unknown>;
  return {
    units: units === 'inch' ? 'inch' : 'mm',
    values: Object.fromEntries(QUICK_SUMS.map(({ id }) => [id, stillFits(id, all[id])])),
  };
}

export function keepSums(sums: KeptSums): KeptSums {
  try {
    localStorage.setItem(KEY, JSON.stringify(sums));
  } catch {
    // a device that keeps nothing still counts
  }
  return sums;
}
