import { AXES } from '../../frames';
import { finding, type Finding, type Told } from '../../findings';
import type { Job } from '../../job';
import type { Machine } from '../../shop';
import type { RegisterUse } from '../registers';

/** A common offset adds itself to every register; it is zero, or somebody says why not. */
export function commonOffsetZero(machine: Machine | null, told: Told): Finding[] {
  if (!machine || AXES.every((a) => machine.commonOffset[a] === 0)) return [];
  const values = AXES.filter((a) => machine.commonOffset[a] !== 0)
    .map((a) => `${a.toUpperCase()} ${told.speech.signed(machine.commonOffset[a])}`)
    .join(' ');
  const { why } = machine.commonOffset;
  return [
    finding(told, 'zero/common-offset-not-zero', why.trim() ? 'caution' : 'stop', {
      says: `The common offset of ${machine.name} is ${values}${why.trim() ? `: ${why.trim()}` : ', and nobody says why'}.`,
      numbers: {},
      because:
        'It adds itself to every work offset, so it is taken off every register of this job: they are right only while it stays as it is.',
      remedy: 'Set it to zero in the control and on the Shop page, or state why it stays.',
    }),
  ];
}

/** A machine that cannot home has no machine zero to return to or to count from. */
export function homeBeforeReturn(machine: Machine | null, told: Told): Finding[] {
  if (!machine || machine.homing.homes) return [];
  const { riseLine, returnLine, setLine } = machine.dialect;
  const uses = [
    ...(riseLine ? ['rises in machine coordinates'] : []),
    ...(returnLine ? ['uses a reference return'] : []),
    ...(setLine ? ['sets registers by machine coordinates'] : []),
  ];
  if (uses.length === 0) return [];
  return [
    finding(told, 'prove/return-without-home', 'stop', {
      says: `${machine.name} cannot home, yet its lines are written so that it ${uses.join(', ')}.`,
      numbers: {},
      because:
        'Without homing, machine zero is wherever the machine was switched on: the first move may go through the part.',
      remedy:
        'On the Shop page, leave these lines empty for this machine: zero is then touched off and keyed in by hand.',
    }),
  ];
}

/** Whatever stands on the table is hit by what goes sideways before it is up. */
export function homesUpFirst(machine: Machine | null, told: Told): Finding[] {
  if (!machine || !machine.homing.homes || !machine.homing.order) return [];
  const { order, z } = machine.homing;
  const before = order.slice(0, order.indexOf('z')).map((a) => a.toUpperCase());
  if (before.length === 0 && z === 'max') return [];
  return [
    finding(told, 'prove/homes-sideways-first', 'caution', {
      says:
        z === 'max'
          ? `${machine.name} homes ${before.join(' and ')} before Z: the tool goes sideways while it may be low.`
          : `${machine.name} homes Z to its minus end: the tool comes down on the way to its switch.`,
      numbers: {},
      because: 'What stands on the table, device, part or clamp, is in its way.',
      remedy: 'Raise Z and move the tool clear by hand before homing, and home before anything is set on the table.',
    }),
  ];
}

/** Where a machine that cannot home is left: it finds its way back from there. */
export function safeEndKnown(machine: Machine | null, told: Told): Finding[] {
  if (!machine || machine.homing.homes) return [];
  if (machine.safeEnd && machine.safeEnd.z > 0) return [];
  return [
    finding(told, 'prove/no-safe-end', 'note', {
      says: machine.safeEnd
        ? `${machine.name} cannot home, and its safe end at Z ${told.speech.signed(machine.safeEnd.z)} is not above work zero.`
        : `${machine.name} cannot home, and where it is left at the end is not told.`,
      numbers: {},
      because: 'The head stays where the last program ends, over the part: the next hands go in under it.',
      remedy: 'On the Shop page, enter a safe end in work coordinates, above everything that stands there.',
    }),
  ];
}

/** What another standing setup owns is neither set nor cleared. */
export function registerOwned(
  uses: readonly RegisterUse[],
  job: Pick<Job, 'leaveAlone'>,
  toldFor: (use: RegisterUse) => Told,
): Finding[] {
  return uses
    .filter((u) => job.leaveAlone.includes(u.register))
    .map((u) => {
      const told = toldFor(u);
      return finding(told, 'zero/register-left-alone', 'stop', {
        says: `${u.name} uses ${u.register}, which this job is to leave alone for another setup that stands on the machine.`,
        numbers: {},
        because: 'Setting it would move the zero of that setup.',
        remedy: `Give ${u.name} another register, or take ${u.register} off the list of those left alone.`,
      });
    });
}

const PLACES: readonly {
  readonly line: 'setLine' | 'lengthLine' | 'riseLine';
  readonly says: string;
  readonly needs: readonly string[];
}[] = [
  { line: 'setLine', says: 'The line that sets a register', needs: ['{x}', '{y}', '{z}'] },
  { line: 'lengthLine', says: 'The line that makes a length active', needs: ['{h}'] },
  { line: 'riseLine', says: 'The line that rises first', needs: ['{z}'] },
];

/** A line without a place for its number would be the same for every zero. */
export function dialectComplete(machine: Machine | null, told: Told): Finding[] {
  if (!machine) return [];
  const { dialect } = machine;
  const silent =
    dialect.stop.trim() === ''
      ? [
          finding(told, 'zero/no-word-for-stop', 'stop', {
            says: `The lines of ${machine.name} have no word for stop.`,
            numbers: {},
            because: 'The program that looks at each zero would go on without stopping over it.',
            remedy: 'Enter the word on the Shop page, M0 as published.',
          }),
        ]
      : [];
  return [
    ...silent,
    ...PLACES.flatMap(({ line, says, needs }) => {
      const missing = needs.filter((n) => !dialect[line].includes(n));
      if (dialect[line] === '' || missing.length === 0) return [];
      return [
        finding(told, 'zero/line-without-place', 'stop', {
          says: `${says} of ${machine.name}, "${dialect[line]}", has no place for ${missing.join(', ')}.`,
          numbers: {},
          because: 'It would be written alike for every register, whatever its zero.',
          remedy: 'Correct it on the Shop page, or leave it empty.',
        }),
      ];
    }),
  ];
}
