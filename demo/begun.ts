import { NO_CUT, touchChoices, UNDECIDED, type Setup, type Tool } from '@violet-jaw/core/job';

export const NO_SHIFT = { x: 0, y: 0, z: 0 };

/** A file beside the job files, and its content hash where it is stored. */
export interface FileRef {
  readonly file: string;
  readonly sha256?: string;
}

/** A setup of a demo job with what all of them begin with. */
export function begunSetup(
  change: Partial<Setup> & Pick<Setup, 'id' | 'op' | 'does' | 'device' | 'cuts' | 'hold'>,
): Setup {
  return {
    register: 'G54',
    orientation: { up: '+z', right: '+x' },
    station: null,
    ...structuredClone(UNDECIDED),
    zero: { of: 'finished part', x: 'min', y: 'min', z: 'max', extra: NO_SHIFT },
    programmed: null,
    ...touchChoices(6),
    tools: [],
    program: '',
    proposed: [],
    why: { seat: '', cuts: '', hold: '', zero: '' },
    ...change,
  };
}

export const begunCutter = (change: Partial<Tool>): Tool => ({
  id: `tool-${change.number ?? 1}`,
  number: 1,
  description: 'end mill, 1 flute',
  diameter: 6,
  length: 92,
  ...NO_CUT,
  ...change,
});
