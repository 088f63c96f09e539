import { AXES } from '@violet-jaw/core/frames';
import type { Job } from '@violet-jaw/core/job';
import { NO_ALLOWANCE } from '@violet-jaw/core/job';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { speechIn } from '@violet-jaw/core/units';

/** How far the first job is. */
export interface Reached {
  /** null: none is made yet */
  readonly job: Job | null;
  readonly planned: PlannedJob | null;
  readonly issues: number;
  /** steps that end when somebody says so */
  readonly said: readonly string[];
}

export interface GuideStep {
  readonly id: string;
  readonly title: string;
  readonly says: (reached: Reached) => string;
  /** the page of the job it is done on; null: the list of jobs */
  readonly page: 'part' | 'route' | 'ledger' | 'sheet' | 'run' | null;
  /** what is pressed when it is done; left out: it is seen by itself */
  readonly press?: string;
  readonly isDone: (reached: Reached) => boolean;
}

const plainly =
  (text: string): GuideStep['says'] =>
  () =>
    text;

/** The shift at the flip, as it is planned now. */
function shiftInWords({ job, planned }: Reached): string {
  const shift = planned?.transitions[0]?.shift.shift;
  if (!job || !shift) return '';
  const speech = speechIn(job.units);
  return ` Between the two setups zero moves by ${AXES.map((a) => `${a.toUpperCase()} ${speech.signed(shift[a])}`).join(', ')}.`;
}

/** A first job from a block to a run, in the order of the work. */
export const STEPS: readonly GuideStep[] = [
  {
    id: 'make',
    title: 'Make a job',
    says: plainly('Press “New job”, call it LEARN-1, leave the block as it is, and make the job.'),
    page: null,
    isDone: ({ job }) => job !== null,
  },
  {
    id: 'stock',
    title: 'Say what stock it has',
    says: plainly('Give the top 2 mm and the bottom 8 mm: what the jaws hold first comes off from the other side.'),
    page: 'part',
    isDone: ({ job }) => job !== null && Object.keys(NO_ALLOWANCE).some((k) => job.allowance[k as 'xMinus'] > 0),
  },
  {
    id: 'route',
    title: 'Begin the route',
    says: plainly('Press “Two sides in a vise”. Two setups are begun, drawn as they are held.'),
    page: 'route',
    isDone: ({ job }) => (job?.setups.length ?? 0) > 0,
  },
  {
    id: 'look',
    title: 'Look at what is proposed',
    says: plainly(
      'Each setup says what is only proposed: parallels, stop, depth. Change what is wrong, then press “Accept all” in each.',
    ),
    page: 'route',
    isDone: ({ job }) => (job?.setups.length ?? 0) > 0 && job!.setups.every((s) => s.proposed.length === 0),
  },
  {
    id: 'read',
    title: 'Read where zero is, and why',
    says: (reached) =>
      `The Ledger has a line for each length a zero is made of.${shiftInWords(reached)} Find the lines that make it.`,
    page: 'ledger',
    press: 'I have found them',
    isDone: ({ said }) => said.includes('read'),
  },
  {
    id: 'issue',
    title: 'Issue the sheet',
    says: plainly('Read what the checks say. Stops are mended or accepted in writing; then press “Issue sheet A”.'),
    page: 'sheet',
    isDone: ({ issues }) => issues > 0,
  },
  {
    id: 'run',
    title: 'Run it on the practice machine',
    says: plainly(
      'Open the run of sheet A and choose to practice: nothing of a real machine moves, and nothing is kept.',
    ),
    page: 'run',
    press: 'I have run it',
    isDone: ({ said }) => said.includes('run'),
  },
];

/** The first step that is not done; null: all are. */
export const stepNow = (reached: Reached): GuideStep | null => STEPS.find((s) => !s.isDone(reached)) ?? null;
