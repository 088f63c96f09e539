import { AXES, type Axis } from '../frames';
import { registerUses, type PlannedSetup } from '../plan';
import type { Register } from '../shop';
import { unitName } from '../units';
import { bodyName, lengthInRegister, lengthRegisterOf, ON_EVERY_PART, toolOf } from '../zero';
import type { Ask, RunStep } from './types';
import { number, READ_BACK_MM, stationZ, step, type Making } from './steps';

/** Is the edge along which the part is set straight? */
export function edgeStep({ speech }: Making, s: PlannedSetup): RunStep[] {
  const { edge } = s.setup.touchOff;
  if (!edge) return [];
  const across = edge.along === 'x' ? 'y' : 'x';
  return [
    step('edge', s, `Op ${s.op}: is the edge straight?`, {
      axis: across,
      edge,
      says: [
        `Touch the edge that runs along ${edge.along.toUpperCase()} twice, the second time ${speech.sizeWithUnit(edge.apart)} further along plus ${edge.along.toUpperCase()}, with the same tool.`,
      ],
      asks: [
        number({
          id: 'first',
          label: `First touch, machine ${across.toUpperCase()}`,
          axis: across,
          target: null,
          off: null,
        }),
        number({
          id: 'second',
          label: `Second touch, machine ${across.toUpperCase()}`,
          axis: across,
          target: null,
          off: null,
        }),
      ],
    }),
  ];
}

/** Touching off one axis: what is read, and what is keyed in from it. */
export function touchStep({ speech }: Making, s: PlannedSetup, index: number): RunStep {
  const { worksheet } = s.facts!;
  const w = worksheet[index];
  const name = w.axis.toUpperCase();
  const touching = toolOf(s.setup, s.setup.touchOff.top.tool);
  const readings =
    w.touches.length === 0
      ? [['axis', 'on the axis']]
      : w.touches.map((t, i) => [`touch-${i + 1}`, `at the ${bodyName(t)}`]);
  const isReference = s.setup.lengths.by === 'reference tool' && touching?.number === s.setup.lengths.reference;
  return step('touch', s, `Op ${s.op}: touch off ${name}`, {
    axis: w.axis,
    says: [
      w.says,
      ...(s.setup.touchOff.everyPart && w.axis === 'x' ? [ON_EVERY_PART] : []),
      `Read the machine position while it touches; what is keyed in follows from it. To declare ${name} ${w.declare === null ? '' : speech.signed(w.declare)} at the control comes to the same.`,
    ],
    asks: [
      ...readings.map(([id, where]) =>
        number({
          id,
          label: `Machine ${name} ${where}, ${unitName(speech.units)}`,
          axis: w.axis,
          target: null,
          off: null,
        }),
      ),
      ...(w.axis === 'z' && !isReference
        ? [
            number({
              id: 'length',
              label: touching
                ? `Length in H${lengthRegisterOf(touching)}, ${unitName(speech.units)}`
                : `Length of the touching tool, ${unitName(speech.units)}`,
              axis: null,
              target: touching ? lengthInRegister(s.setup, touching, stationZ(s)) : null,
              off: null,
            }),
          ]
        : []),
    ],
  });
}

/** What is keyed in, and read back. */
export function keyStep({ planned, job, speech }: Making, s: PlannedSetup): RunStep {
  const others = registerUses(planned).filter(
    (u) => u.setupId === s.id && u.fromPiece1 && u.register !== s.register && !job.leaveAlone.includes(u.register),
  );
  const readBack = (id: string, register: Register, a: Axis): Ask => ({
    ...number({
      id,
      label: `${register} ${a.toUpperCase()}, ${unitName(speech.units)}`,
      axis: a,
      target: null,
      off: READ_BACK_MM,
    }),
    register,
  });
  return step('keyIn', s, `Op ${s.op}: key in ${s.register}`, {
    says: [
      ...(job.leaveAlone.length > 0
        ? [
            `Leave ${job.leaveAlone.join(', ')} alone: another setup owns ${job.leaveAlone.length === 1 ? 'it' : 'them'}.`,
          ]
        : []),
      ...others.map(
        (u) =>
          `${u.register} for ${u.name.replace(/^Op \d+ /, '')}: ${s.register} plus ${AXES.map((a) => `${a.toUpperCase()} ${speech.signed(u.fromPiece1![a])}`).join(' ')}.`,
      ),
      `Key these values into ${[s.register, ...others.map((u) => u.register)].join(', ')}. Then read ${others.length > 0 ? 'them' : 'it'} back from the table, as ${others.length > 0 ? 'they stand' : 'it stands'} there.`,
    ],
    asks: [
      ...AXES.map((a) => readBack(`register-${a}`, s.register, a)),
      ...others.flatMap((u) =>
        AXES.map((a): Ask => ({ ...readBack(`${u.register}-${a}`, u.register, a), fromFirst: u.fromPiece1![a] })),
      ),
    ],
  });
}
