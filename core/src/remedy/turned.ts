import type { Finding } from '../findings';
import { NEW_SUPPORTS, type Ends, type Job, type Turned } from '../job';
import type { PlannedJob } from '../plan';
import type { PlannedTurned } from '../turned';

/** As the remedies of every finding: what a button says, and what it changes. */
interface Remedy {
  readonly says: string;
  readonly put: (job: Job) => Job;
}

const inTurned =
  (change: (turned: Turned) => Partial<Turned>) =>
  (job: Job): Job =>
    job.turned ? { ...job, turned: { ...job.turned, ...change(job.turned) } } : job;

const asProposed: Remedy = { says: 'Grips as proposed', put: inTurned(() => ({ changes: null })) };

/** Ways to mend a finding about a part that is turned from bar. */
const OF_TURNED: Readonly<Record<string, (finding: Finding, turned: Turned) => Remedy[]>> = {
  'move-is-not-shift': ({ numbers }) => [
    {
      says: 'Shift as far as it moves',
      put: inTurned((t) => ({
        changes: t.changes?.map((c) => (c.at === numbers.at ? { ...c, shift: null } : c)) ?? null,
      })),
    },
  ],
  'shift-not-taken-back': () => [{ says: 'Take all of it back', put: inTurned(() => ({ takeBack: null })) }],
  'change-kept-clear': ({ numbers }, turned) => {
    const zone = turned.keptClear.find((z) => numbers.at > z.from && numbers.at < z.to);
    return [
      ...(zone
        ? [zone.from, zone.to].map((to) => ({
            says: `To its ${to === zone.from ? 'front' : 'spindle'} side`,
            put: inTurned((t) => ({
              changes: t.changes?.map((c) => (c.at === numbers.at ? { ...c, at: to } : c)) ?? null,
            })),
          }))
        : []),
      asProposed,
    ];
  },
  'beyond-stroke': (_, turned) => [
    ...(turned.changes ? [asProposed] : []),
    ...(turned.start === null ? [] : [{ says: 'Begin as planned', put: inTurned(() => ({ start: null })) }]),
  ],
  'angle-not-agreed': () => [
    { says: 'The angle is kept', put: inTurned(() => ({ angle: 'kept' as const })) },
    { says: 'No angle is needed', put: inTurned(() => ({ angle: 'not needed' as const })) },
  ],
};

/** What carries one side of a part that is turned end for end. */
const carried = (numbers: Finding['numbers'], support: Ends['first']['support'], says: string): Remedy => ({
  says,
  put: inTurned(({ ends }) => {
    const side = numbers.second === 1 ? 'second' : 'first';
    return { ends: ends && { ...ends, [side]: { ...ends[side], support } } };
  }),
});

const tailstockUp = ({ numbers }: Finding, { lathe, ends }: PlannedTurned): Remedy[] => {
  const e = ends?.[numbers.second === 1 ? 'second' : 'first'];
  return lathe?.tailstock && e && !e.support
    ? [carried(numbers, NEW_SUPPORTS.tailstock, 'Bring the tailstock up')]
    : [];
};

/** Ways to mend a finding about a part that is turned end for end. */
const OF_ENDS: Readonly<Record<string, (finding: Finding, planned: PlannedTurned) => Remedy[]>> = {
  'sticks-out-far': tailstockUp,
  'free-end-bends': tailstockUp,
  'steady-in-the-way': ({ numbers: { least, most, ...numbers } }, _) =>
    least > most ? [] : [carried(numbers, { by: 'steady rest', at: (least + most) / 2 }, 'Set it in the middle there')],
};

/** What can be pressed to mend a finding about a turned part. */
export const turnedRemedies = (finding: Finding, { turned }: PlannedJob): Remedy[] =>
  turned
    ? [
        ...(OF_TURNED[finding.code]?.(finding, turned.turned) ?? []),
        ...(OF_ENDS[finding.code]?.(finding, turned) ?? []),
      ]
    : [];
