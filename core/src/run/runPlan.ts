import { holdingOf } from '../holdings';
import { AXES, byAxis, ORIGIN, type Axis } from '../frames';
import { controlTexts } from '../control';
import type { RouteOutlines } from '../drawing';
import { type Job, type StandsOn } from '../job';
import { type PlannedJob, type PlannedSetup } from '../plan';
import type { TransitionFacts } from '../transition';
import { turnedUses } from '../turned';
import { beforeHandsGoIn, CLEAR_TO_TURN } from '../sheet';
import { speechIn, unitName, type Speech } from '../units';
import { lengthInRegister, toolOf } from '../zero';
import { barSteps } from './barSteps';
import { bringSteps } from './bringSteps';
import { earSteps } from './earSteps';
import { endRunSteps } from './endSteps';
import { aroundTurning, atTheEnd, beforeSetup } from './changeoverSteps';
import { causesOf } from './causes';
import { picturesOf, touchedLines } from './pictures';
import type { Otherwise } from './otherwise';
import type { Machine } from '../shop';
import type { Ask, RunAxis, RunPlan, RunSetup, RunStep } from './types';
import { setupSteps } from './setupSteps';
import { number, READ_BACK_MM, stationZ, step, yes, type Making } from './steps';

/**
 * The run of an issue: what the operator does in order, with every number that can be known beforehand. Register
 * values are as they are keyed in; Z counts as the shop measures its lengths.
 * @param otherwise per setup: where its faces would be if it were loaded the wrong way
 */
export function runPlan({
  job,
  planned,
  letter,
  otherwise = new Map(),
  outlines = null,
}: {
  readonly job: Job;
  readonly planned: PlannedJob;
  readonly letter: string;
  readonly otherwise?: ReadonlyMap<string, readonly Otherwise[]>;
  readonly outlines?: RouteOutlines | null;
}): RunPlan {
  const making: Making = { job, planned, speech: speechIn(job.units), letter, outlines };
  const machine = planned.machine;
  const held = planned.setups.filter((s) => s.facts && s.device);
  const steps = [
    ...(machine ? [machineStep(making)] : []),
    ...bringSteps(making),
    ...earSteps(making),
    ...held.flatMap((s, i) => [
      ...(i > 0 ? transitionSteps(making, held[i - 1], s) : []),
      ...beforeSetup(making, held, i),
      ...setupSteps(making, s),
    ]),
    ...aroundTurning(making, planned, turnedSteps(making)),
    ...(held.length > 0 ? endSteps(making, held[held.length - 1]) : []),
    ...atTheEnd(making, held.at(-1)?.device?.id),
  ];
  return {
    version: 1,
    number: job.number,
    part: job.part,
    revision: job.revision,
    letter,
    units: job.units,
    quantity: job.quantity,
    machineId: machine?.id ?? null,
    machineName: machine?.name ?? 'not chosen',
    homes: machine?.homing.homes ?? false,
    travel: machine?.travel ?? null,
    commonOffset: machine ? byAxis((a) => machine.commonOffset[a]) : { x: 0, y: 0, z: 0 },
    ...(planned.turned ? { registers: turnedUses(planned.turned).map((u) => u.register) } : {}),
    setups: held.map((s) => runSetup(making, s, otherwise.get(s.id) ?? [])),
    steps,
  };
}

/** Turned from bar, or end for end; nothing while there is no lathe for it. */
function turnedSteps(making: Making): RunStep[] {
  const { turned } = making.planned;
  if (!turned) return [];
  if (turned.ends) return turned.ends.chuck ? endRunSteps(making, { ...turned, ends: turned.ends }) : [];
  return turned.start === null ? [] : barSteps(making, turned);
}

function runSetup(
  { planned: all, job, outlines, speech }: Making,
  s: PlannedSetup,
  otherwise: readonly Otherwise[],
): RunSetup {
  const facts = s.facts!;
  const { lengths, touchOff } = s.setup;
  const touching = toolOf(s.setup, touchOff.top.tool);
  const reference = lengths.by === 'reference tool' ? (toolOf(s.setup, lengths.reference)?.length ?? null) : 0;
  const common = all.machine?.commonOffset ?? ORIGIN;
  const offset: Record<Axis, number | null> = {
    x: facts.zero.shiftedInDevice.x - common.x,
    y: facts.zero.shiftedInDevice.y - common.y,
    z:
      lengths.by === 'height setter' || reference === null ? null : facts.zero.shiftedInDevice.z + reference - common.z,
  };
  const isReference = lengths.by === 'reference tool' && touching !== null && touching.number === lengths.reference;
  const known = isReference ? 0 : touching ? lengthInRegister(s.setup, touching, stationZ(s)) : null;
  return {
    id: s.id,
    op: s.op,
    does: s.setup.does,
    register: s.register,
    stationId: s.station?.id ?? null,
    deviceId: s.device?.id ?? null,
    ...(s.setup.standsOn && { standsOn: placeOn(s.setup.standsOn) }),
    stationName: s.station?.name ?? '',
    planned: facts.register,
    pictures: picturesOf(s, outlines, speech),
    offset,
    limit: touchOff.limit,
    room:
      facts.prove.zeroRoom &&
      (Object.fromEntries(
        facts.prove.zeroRoom.map((r) => [r.axis, { toMin: r.toMin, toMax: r.toMax }]),
      ) as RunSetup['room']),
    axes: facts.worksheet.map((worksheet): RunAxis => ({
      worksheet,
      touched: touchedLines(s, worksheet.touches),
      length: worksheet.axis === 'z' ? known : 0,
      readsLength: worksheet.axis === 'z' && !isReference,
    })),
    causes: causesOf(all, s, job.units, otherwise),
  };
}

/** The same for two setups only where the device stands at the same place of the same other one. */
const placeOn = ({ device, x, y, height }: StandsOn): string => [device, x, y, height].join(' ');

/** A lathe has no Y. */
const axesOf = ({ lathe }: Pick<Machine, 'lathe'>): readonly Axis[] => (lathe ? ['x', 'z'] : AXES);

const POSITIONS = {
  reference: 'Return position',
  second: 'Second return position',
  toolChange: 'Tool change position',
};

/** What the control has stored is read back: lines that go there go where the control says. */
function storedPositions({ positions, lathe }: Machine, speech: Speech): Ask[] {
  return (Object.keys(POSITIONS) as (keyof typeof POSITIONS)[]).flatMap((name) => {
    const at = positions[name];
    if (!at) return [];
    const place = axesOf({ lathe })
      .map((a) => `${a.toUpperCase()} ${speech.signed(at[a])}`)
      .join(' ');
    return [
      yes(
        `position-${name}`,
        `${POSITIONS[name]} in the control: ${place} ${unitName(speech.units)}, machine coordinates`,
      ),
    ];
  });
}

/** In which order, and which way each goes: "Z up, then X to the right, then Y to the rear". */
function homingInWords({ homing, homesTo, lathe }: Machine): string {
  if (!homing.order) return homesTo || 'all axes to their switches';
  const ways = homing.order
    .filter((a) => a !== 'y' || !lathe)
    .map((a) => `${a.toUpperCase()} to its ${homing[a] === 'max' ? 'plus' : 'minus'} end`);
  return `${ways.join(', then ')}${homesTo ? ` (${homesTo})` : ''}`;
}

function machineStep({ planned, speech }: Making): RunStep {
  const machine = planned.machine!;
  const common = machine.commonOffset;
  return step('machine', null, `Is ${machine.name} ready?`, {
    says: [
      machine.homing.homes
        ? `The way of every axis to its switch is clear. Home the machine: ${homingInWords(machine)}.`
        : `${machine.name} cannot home: do not switch it off between here and the end of the job.`,
      `Open the table of work offsets and read the common offset. It adds itself to every register.${common.why ? ` It stays as it is because: ${common.why}. What is keyed in counts with it.` : ''}`,
    ],
    asks: [
      yes(
        'homed',
        machine.homing.homes
          ? 'The machine was homed after it was last switched on'
          : 'The machine was not switched off since it was last touched off',
      ),
      ...storedPositions(machine, speech),
      ...axesOf(machine).map((a) =>
        number({
          id: `common-${a}`,
          label: `Common offset ${a.toUpperCase()}, ${unitName(speech.units)}`,
          axis: a,
          target: common[a],
          off: READ_BACK_MM,
        }),
      ),
    ],
  });
}

/** A machine that cannot home is left where it is found again. */
function safeEndWords(machine: Machine | null, register: string, speech: Speech): string[] {
  if (!machine || machine.homing.homes || !machine.safeEnd) return [];
  const { safeEnd } = machine;
  const at = AXES.map((a) => `${a.toUpperCase()} ${speech.signed(safeEnd[a])}`).join(' ');
  return [
    `Leave ${machine.name} at ${at} ${unitName(speech.units)} in ${register}, Z first, while the register still stands: it cannot home, and is found again there.`,
  ];
}

/** When the last part is through: the registers are taken back, the machine is left as it was found. */
function endSteps({ job, planned, letter, speech }: Making, last: PlannedSetup): RunStep[] {
  return [
    step('clear', null, 'Clear the registers', {
      says: [
        ...safeEndWords(planned.machine, last.register, speech),
        'Run these lines, or set the same registers to nothing by hand: what is left over moves the next job.',
      ],
      lines: controlTexts(job, planned, `ISSUE ${letter}`).clear,
      asks: [yes('cleared', 'The registers of this job are cleared')],
    }),
    step('putAway', null, 'Put away', {
      says: [
        beforeHandsGoIn(last),
        ...last.facts!.hold.release,
        'Take stop, parallels, clamps and tools back to their places; wipe the device and look for marks.',
      ],
      asks: [yes('away', 'Everything is put away, the device is clean')],
    }),
  ];
}

/** From one side of a part that stays gripped to the next: no hands go in, the axis turns it. */
function indexStep(from: PlannedSetup, to: PlannedSetup, facts: TransitionFacts | undefined): RunStep {
  const says = [CLEAR_TO_TURN, ...(facts ? [`${facts.says}.`, ...facts.edges.map((e) => `${e}.`)] : [])];
  return {
    ...step('transition', to, `From Op ${from.op} to Op ${to.op}: the axis turns`, {
      says,
      asks: [
        yes('spindle', 'The spindle stands still, the tool is clear of everything that turns'),
        yes('turned', `The axis stands at ${to.indexed!.says} and is locked; the part was not let go`),
      ],
    }),
    id: `${to.id}/transition`,
  };
}

function transitionSteps({ planned }: Making, from: PlannedSetup, to: PlannedSetup): RunStep[] {
  const t = planned.transitions.find((x) => x.toId === to.id);
  const release = from.facts!.hold.release;
  if (to.indexed) return [indexStep(from, to, t?.facts)];
  const isJet = from.device ? holdingOf(from.device).jet(from.device) !== null : false;
  return [
    {
      ...step('transition', to, `From Op ${from.op} to Op ${to.op}`, {
        says: [
          beforeHandsGoIn(from),
          ...release,
          ...(t ? [`${t.facts.says}.`, ...t.facts.edges.map((e) => `${e}.`)] : []),
        ],
        asks: [
          ...(isJet
            ? [yes('spindle', 'The jet is off'), yes('tool', 'The head is aside')]
            : [yes('spindle', 'The spindle stands still'), yes('tool', 'The tool is put away')]),
          yes('hands', 'Now hands in: the part is out and turned'),
        ],
      }),
      id: `${to.id}/transition`,
    },
  ];
}
