import { useState } from 'react';
import type { Axis, Vec3 } from '@violet-jaw/core/frames';

type Entered = Readonly<Record<Axis, number | null>>;

/** Three coordinates entered one after another; they count as a position only when all are there. */
export function usePosition(
  position: Vec3 | null,
  onCommit: (position: Vec3) => void,
): { readonly shown: Entered; readonly enter: (axis: Axis, mm: number | null) => void } {
  const [entered, setEntered] = useState<Entered>(position ?? { x: null, y: null, z: null });
  return {
    shown: position ?? entered,
    enter: (axis, mm) => {
      const next = { ...(position ?? entered), [axis]: mm };
      setEntered(next);
      const { x, y, z } = next;
      if (x !== null && y !== null && z !== null) onCommit({ x, y, z });
    },
  };
}
