import { opposite, type Direction } from '../frames';
import type { Job, Setup } from '../job';
import type { PlanInput, Planner, SetupFacts } from '../plan';

/**
 * How a part could lie by mistake, and where its faces would then be: device levels by the machine direction they look
 * in.
 */
export interface Otherwise {
  readonly says: string;
  readonly levels: Readonly<Partial<Record<Direction, number>>>;
}

/** Device levels of everything that can be touched. */
export function levelsOf({ touchOff, zero }: SetupFacts): Partial<Record<Direction, number>> {
  return Object.fromEntries(
    touchOff.filter((t) => t.surface !== 'device').map((t) => [t.faces, t.face + zero.shiftedInDevice[t.axis]]),
  );
}

const MISTAKES: readonly { readonly says: string; readonly turn: (o: Setup['orientation']) => Setup['orientation'] }[] =
  [
    {
      says: 'half round from where it should (flipped about the wrong axis)',
      turn: ({ up, right }) => ({ up, right: opposite(right) }),
    },
    { says: 'the other way up', turn: ({ up, right }) => ({ up: opposite(up), right }) },
    {
      says: 'the other way up and half round',
      turn: ({ up, right }) => ({ up: opposite(up), right: opposite(right) }),
    },
  ];

/** A setup with the part turned; no cut goes down to a face that lies elsewhere now. */
const turnedTo = (setup: Setup, orientation: Setup['orientation']): Setup => ({
  ...setup,
  orientation,
  cuts: setup.cuts.map((c) => ({ ...c, to: null })),
});

/**
 * Where the faces of a setup would be if the part were loaded the wrong way: the route up to it is planned again with
 * that setup turned.
 * What the plan before it has left stays as it is.
 */
export function otherwiseOf(planner: Planner, input: PlanInput, index: number): Otherwise[] {
  return MISTAKES.flatMap(({ says, turn }): Otherwise[] => {
    const setups = input.job.setups
      .slice(0, index + 1)
      .map((s, i) => (i === index ? turnedTo(s, turn(s.orientation)) : s));
    const job: Job = { ...input.job, setups };
    const planned = planner.plan({ ...input, job }, 'known');
    const facts = planned.ok ? planned.value.setups[index]?.facts : null;
    return facts ? [{ says, levels: levelsOf(facts) }] : [];
  });
}
