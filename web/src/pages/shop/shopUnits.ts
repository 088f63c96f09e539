import { useState } from 'react';
import type { Units } from '@violet-jaw/core/units';

const KEY = 'violet-jaw shop units';

/** The unit the Shop page shows lengths in: a matter of who looks, so it stays in this browser. */
export function useShopUnits(): [Units, (units: Units) => void] {
  const [units, setUnits] = useState<Units>(localStorage.getItem(KEY) === 'inch' ? 'inch' : 'mm');
  return [
    units,
    (next) => {
      localStorage.setItem(KEY, next);
      setUnits(next);
    },
  ];
}
