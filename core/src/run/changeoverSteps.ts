import type { PlannedJob, PlannedSetup } from '../plan';
import { changedTo, takenDown, type ChangedTo } from '../sheet';
import { unitName } from '../units';
import { number, step, yes, type Making } from './steps';
import type { RunStep } from './types';

/** The machine is changed over to a device, one thing after the other, each read where it can be. */
function overStep({ planned, speech }: Making, d: ChangedTo): RunStep {
  return {
    ...step('prepare', null, `Change ${planned.machine?.name ?? 'the machine'} over to ${d.name}`, {
      says: ['Everything stands still. One after the other; what is read off is written down before it goes on.'],
      asks: d.changeover.map((c, i) =>
        c.target === null
          ? yes(`over-${i + 1}`, c.does)
          : number({
              ...{ id: `over-${i + 1}`, label: `${c.does}, ${unitName(speech.units)}`, axis: null },
              ...{ target: c.target, off: c.within },
            }),
      ),
      ifOff: 'It does not stand as it must: mend it before anything is touched off, or every zero follows it.',
    }),
    id: `run/over/${d.id}`,
  };
}

function downStep({ planned }: Making, d: ChangedTo): RunStep[] {
  const back = takenDown(d);
  if (back.length === 0) return [];
  return [
    {
      ...step('prepare', null, `${d.name}: take it down`, {
        says: [`In this order, and ${planned.machine?.name ?? 'the machine'} is as it was before.`],
        asks: back.map((b, i) => yes(`down-${i + 1}`, b)),
      }),
      id: `run/down/${d.id}`,
    },
  ];
}

/** Before a setup: what stood there before is taken down where nothing of the job needs it any more. */
export function beforeSetup(making: Making, held: readonly PlannedSetup[], i: number): RunStep[] {
  const here = held[i].device?.id;
  const [before, after] = [held.slice(0, i), held.slice(i)];
  const all = changedTo(making.planned);
  const done = all.filter(
    (d) => held[i - 1]?.device?.id === d.id && here !== d.id && !after.some((s) => s.device?.id === d.id),
  );
  const comes = all.filter((d) => d.id === here && !before.some((s) => s.device?.id === d.id));
  return [...done.flatMap((d) => downStep(making, d)), ...comes.map((d) => overStep(making, d))];
}

/** After the last one: what still stands there is taken down. */
export function atTheEnd(making: Making, last: string | undefined): RunStep[] {
  return changedTo(making.planned)
    .filter((d) => d.id === last)
    .flatMap((d) => downStep(making, d));
}

/** The same about a part that is turned in a chuck. */
export const aroundTurning = (making: Making, { turned }: Pick<PlannedJob, 'turned'>, steps: RunStep[]): RunStep[] => {
  if (steps.length === 0) return [];
  const chuck = changedTo(making.planned).filter((d) => d.id === turned?.ends?.chuck?.id);
  return [...chuck.map((d) => overStep(making, d)), ...steps, ...chuck.flatMap((d) => downStep(making, d))];
};
