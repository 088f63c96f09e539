/*
 * Routes proposed for a part: in go its features, the blank and the shop's vise; out come setups with their reasons.
 * Part frame, mm.
 */

import { axisOf, cross, directionOf, unitVector } from '../frames';
import type { BlankFacts } from '../blank';
import { holdingOf, viseStart } from '../holdings';
import { newHold, UNDECIDED, oneCut, type Job, type Setup, touchChoices } from '../job';
import { REGISTERS, type Register, type Station, type Vise } from '../shop';
import { extent } from './extent';
import { stationOf } from './begin';
import { STEP } from './step';
import type { ProposedRoute } from './types';

/** What a route is taken on. */
export interface TakenOn {
  readonly vise: Vise;
  readonly blank: Pick<BlankFacts, 'box'>;
  readonly registers: readonly Register[];
  readonly stations: readonly Station[];
}

/** What of every setup is only a proposal. */
const ALWAYS = ['orientation', 'cuts', 'device', 'register'] as const;

export interface Naming {
  readonly nameOf: (feature: number) => string;
  readonly newId: () => string;
}

/**
 * The setups of a proposal as ordinary setups of the job; the vise's parallels and stop are set so that the grip is
 * what was reckoned with.
 */
export function setupsFrom(
  route: ProposedRoute,
  job: Job,
  { vise, blank, registers, stations }: TakenOn,
  { nameOf, newId }: Naming,
): Setup[] {
  const free = registers.length > 0 ? registers : REGISTERS;
  return route.setups.map((s, i): Setup => {
    const about = route.about ?? null;
    const station = stationOf(stations, about?.device.id ?? vise.id);
    const along = extent(blank.box, axisOf(s.orientation.right));
    const rear = axisOf(directionOf(cross(unitVector(s.orientation.up), unitVector(s.orientation.right))));
    return {
      id: newId(),
      op: (i + 1) * 10,
      does: `cuts ${s.cuts.slice(0, 3).map(nameOf).join(', ')}`.slice(0, 200),
      register: free[Math.min(i, free.length - 1)],
      orientation: s.orientation,
      cuts: oneCut(s.cutsBelowTop),
      device: about?.device.id ?? vise.id,
      station,
      hold: about
        ? holdingOf(about.device).starts(about.device)
        : newHold('vise', viseStart(vise, s.gripMm, { along, across: extent(blank.box, rear), step: STEP[job.units] })),
      // a round part is programmed from its axis
      zero: {
        of: 'finished part',
        x: about ? 'middle' : 'min',
        y: about ? 'middle' : 'max',
        z: 'max',
        extra: { x: 0, y: 0, z: 0 },
      },
      programmed: null,
      ...structuredClone(UNDECIDED),
      ...touchChoices(job.units === 'mm' ? 10 : 12.7),
      tools: [],
      program: '',
      proposed: [
        ...ALWAYS,
        ...(station ? (['station'] as const) : []),
        ...(about ? [] : (['hold.parallels.height', 'hold.stop'] as const)),
      ],
      why: { seat: i === 0 ? route.reasons.slice(0, 4).join(' ') : '', cuts: '', hold: '', zero: '' },
    };
  });
}
