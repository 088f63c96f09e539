import { holdingOf } from '../holdings';
import { AXES, byAxis, ORIGIN, type Axis } from '../frames';
import { controlTexts, lookAtSetup } from '../control';
import type { RouteOutlines } from '../drawing';
import { checksOf, suppliesOf, type Job } from '../job';
import { registerUses, type PlannedJob, type PlannedSetup, type SetupFacts } from '../plan';
import { beforeHandsGoIn, orientationInWords } from '../sheet';
import type { Register } from '../shop';
import { speechIn, unitName, type Speech } from '../units';
import { bodyName, lengthInRegister, lengthRegisterOf, toolOf } from '../zero';
import { causesOf } from './causes';
import { picturesOf, touchedLines } from './pictures';
import type { Otherwise } from './otherwise';
import type { Ask, RunAxis, RunPlan, RunSetup, RunStep, StepKind } from './types';

/** A register read back must be what was keyed in, to the last digit shown. */
const READ_BACK_MM = 0.0015;

interface Making {
  readonly job: Job;
  readonly planned: PlannedJob;
  readonly speech: Speech;
  readonly letter: string;
  readonly outlines: RouteOutlines | null;
}

/**
 * The run of an issue: what the operator does in order, with every number that can be known beforehand. Register values are as they are
 * keyed in; Z counts as the shop measures its lengths.
 * @param otherwise per setup: where its faces would be if it were loaded the wrong way
 */
export function runPlan(job: Job, planned: PlannedJob, letter: string, otherwise: ReadonlyMap<string, readonly Otherwise[]> = new Map(), outlines: RouteOutlines | null = null): RunPlan {
  const making: Making = { job, planned, speech: speechIn(job.units), letter, outlines };
  const machine = planned.machine;
  const held = planned.setups.filter((s) => s.facts && s.device);
  const steps = [
    ...(machine ? [machineStep(making)] : []),
    ...held.flatMap((s, i) => [...(i > 0 ? transitionSteps(making, held[i - 1], s) : []), ...setupSteps(making, s)]),
    ...(held.length > 0 ? endSteps(making, held[held.length - 1]) : []),
  ];
  return {
    version: 1, number: job.number, part: job.part, revision: job.revision, letter, units: job.units, quantity: job.quantity,
    machineId: machine?.id ?? null, machineName: machine?.name ?? 'not chosen', homes: machine?.homing.homes ?? false, travel: machine?.travel ?? null, commonOffset: machine ? byAxis((a) => machine.commonOffset[a]) : { x: 0, y: 0, z: 0 },
    setups: held.map((s) => runSetup(making, s, otherwise.get(s.id) ?? [])), steps,
  };
}

const stationZ = (s: PlannedSetup): number | null => s.facts?.touched?.position.z ?? s.station?.position?.z ?? null;

function runSetup({ planned: all, job, outlines, speech }: Making, s: PlannedSetup, otherwise: readonly Otherwise[]): RunSetup {
  const facts = s.facts!;
  const { lengths, touchOff } = s.setup;
  const touching = toolOf(s.setup, touchOff.top.tool);
  const reference = lengths.by === 'reference tool' ? toolOf(s.setup, lengths.reference)?.length ?? null : 0;
  const common = all.machine?.commonOffset ?? ORIGIN;
  const offset: Record<Axis, number | null> = {
    x: facts.zero.shiftedInDevice.x - common.x, y: facts.zero.shiftedInDevice.y - common.y,
    z: lengths.by === 'height setter' || reference === null ? null : facts.zero.shiftedInDevice.z + reference - common.z,
  };
  const isReference = lengths.by === 'reference tool' && touching !== null && touching.number === lengths.reference;
  const known = isReference ? 0 : touching ? lengthInRegister(s.setup, touching, stationZ(s)) : null;
  return {
    id: s.id, op: s.op, does: s.setup.does, register: s.register, stationId: s.station?.id ?? null, deviceId: s.device?.id ?? null, stationName: s.station?.name ?? '',
    planned: facts.register, pictures: picturesOf(s, outlines, speech), offset, limit: touchOff.limit,
    room: facts.prove.zeroRoom && (Object.fromEntries(facts.prove.zeroRoom.map((r) => [r.axis, { toMin: r.toMin, toMax: r.toMax }])) as RunSetup['room']),
    axes: facts.worksheet.map((worksheet): RunAxis => ({ worksheet, touched: touchedLines(s, worksheet.touches), length: worksheet.axis === 'z' ? known : 0, readsLength: worksheet.axis === 'z' && !isReference })),
    causes: causesOf(all, s, job.units, otherwise),
  };
}

function step(kind: StepKind, setup: PlannedSetup | null, title: string, change: Partial<RunStep> = {}): RunStep {
  const axis = change.axis ?? null;
  return { id: [setup?.id ?? 'run', kind, ...(axis ? [axis] : [])].join('/'), kind, setupId: setup?.id ?? null, axis, title, says: [], lines: null, asks: [], ...change };
}

const yes = (id: string, label: string): Ask => ({ id, label, kind: 'yes', axis: null, target: null, minus: null, plus: null });
const number = (id: string, label: string, axis: Axis | null, target: number | null, off: number | null): Ask => ({ id, label, kind: 'length', axis, target, minus: off, plus: off });

function machineStep({ planned, speech }: Making): RunStep {
  const machine = planned.machine!;
  const common = machine.commonOffset;
  return step('machine', null, `Is ${machine.name} ready?`, {
    says: [
      machine.homing.homes ? `Home the machine: ${machine.homesTo || 'all axes to their switches'}.` : `${machine.name} cannot home: do not switch it off between here and the end of the job.`,
      `Open the table of work offsets and read the common offset. It adds itself to every register.${common.why ? ` It stays as it is because: ${common.why}. What is keyed in counts with it.` : ''}`,
    ],
    asks: [
      yes('homed', machine.homing.homes ? 'The machine was homed after it was last switched on' : 'The machine was not switched off since it was last touched off'),
      ...AXES.map((a) => number(`common-${a}`, `Common offset ${a.toUpperCase()}, ${unitName(speech.units)}`, a, common[a], READ_BACK_MM)),
    ],
  });
}

function setupSteps(making: Making, s: PlannedSetup): RunStep[] {
  const facts = s.facts!;
  const { setup } = s;
  // the device is touched while the part does not cover it
  const touches = facts.worksheet.flatMap((w, i) => (w.problem === null ? [{ device: w.touches.length > 0 && w.touches.every((t) => t.body === 'device'), step: touchStep(making, s, i) }] : []));
  return [
    step('prepare', s, `Op ${s.op}: get ready`, { says: prepareWords(making, s), asks: [yes('ready', 'Everything is at hand and set')] }),
    ...touches.filter((t) => t.device).map((t) => t.step),
    step('load', s, `Op ${s.op}: load`, { says: orientationInWords(s), asks: loadAsks(facts) }),
    ...edgeStep(making, s),
    ...touches.filter((t) => !t.device).map((t) => t.step),
    keyStep(making, s),
    step('verify', s, `Op ${s.op}: look from above`, {
      says: ['Run these lines with the spindle stopped and a hand on feed hold.', `The tool must come to stand over this zero: ${facts.says.zero}.`], lines: lookAtSetup(making.job, making.planned, s.id, `ISSUE ${making.letter}`),
      asks: [...lengthAsk(making, s), yes('above', `The tool stands above everything, over zero: ${facts.says.zero}`)],
    }),
    step('dryRun', s, `Op ${s.op}: dry run`, { says: [`Program ${setup.program || 'not named'}: run it above the part, single block, slow feed override.`, ...clearanceWords(facts, making.speech)], asks: [yes('dry', 'It went through without touching anything')] }),
    step('firstCut', s, `Op ${s.op}: first cut`, { says: [setup.does ? `This setup ${setup.does}.` : 'Run the first part.', 'Feed override low until the first cut is seen.'], asks: [yes('cut', 'The first part is cut')] }),
    firstPartStep(making, s),
    ...seriesStep(making, s),
  ];
}

/** Loading is done step by step, each with a tick of its own. */
function loadAsks({ hold }: SetupFacts): Ask[] {
  return hold.steps.length === 0 ? [yes('loaded', 'Loaded as told')] : hold.steps.map((says, i) => yes(`load-${i + 1}`, says));
}

/** The lines go down with a length active: it must stand in the control, or the tool goes into the part. */
function lengthAsk({ planned, speech }: Making, { setup }: PlannedSetup): Ask[] {
  const tool = toolOf(setup, setup.touchOff.top.tool) ?? setup.tools[0];
  if (!tool || !planned.machine?.dialect.lengthLine) return [];
  return [yes('length', `T${tool.number} is in the spindle, and its length${tool.length === null ? '' : `, ${speech.size(tool.length)},`} stands in H${lengthRegisterOf(tool)}`)];
}

function clearanceWords(facts: SetupFacts, speech: Speech): string[] {
  const { aboveTop } = facts.prove;
  if (speech.size(Math.abs(aboveTop)) === speech.size(0)) return [`The lowest cut comes down exactly to the ${facts.hold.top.name}.`];
  return [`The lowest cut ${aboveTop < 0 ? 'goes' : 'stays'} ${speech.sizeWithUnit(Math.abs(aboveTop))} ${aboveTop < 0 ? 'below' : 'above'} the ${facts.hold.top.name}.`];
}

function prepareWords({ speech }: Making, s: PlannedSetup): string[] {
  const { setup, device, station } = s;
  const tools = setup.tools.map((t) => `T${t.number} ${t.description}${t.diameter === null ? '' : `, diameter ${speech.size(t.diameter)}`}${t.stickOut === null ? '' : `, sticks out ${speech.size(t.stickOut)}`}, length in H${lengthRegisterOf(t)}${t.length === null ? '' : ` (${speech.size(t.length)})`}`);
  return [
    `${device!.name}${station ? ` on station ${station.name}` : ''}.`, ...(setup.lengths.by === 'spindle nose' ? [] : [lengthWords(s, speech)]), ...tools, ...suppliesOf(setup).map((c) => `At hand: ${c}.`),
  ];
}

function lengthWords({ setup: { lengths } }: PlannedSetup, speech: Speech): string {
  if (lengths.by === 'reference tool') return `Lengths count against T${lengths.reference ?? '?'}: its own is nothing.`;
  return `Lengths: touch every tool on the setter of ${speech.size(lengths.setterHeight)}, standing ${speech.signed(lengths.setterOn)} from the device's datum; the machine position is its length.`;
}

function edgeStep({ speech }: Making, s: PlannedSetup): RunStep[] {
  const { edge } = s.setup.touchOff;
  if (!edge) return [];
  const across = edge.along === 'x' ? 'y' : 'x';
  return [step('edge', s, `Op ${s.op}: is the edge straight?`, {
    axis: across, edge, says: [`Touch the edge that runs along ${edge.along.toUpperCase()} twice, the second time ${speech.sizeWithUnit(edge.apart)} further along plus ${edge.along.toUpperCase()}, with the same tool.`],
    asks: [number('first', `First touch, machine ${across.toUpperCase()}`, across, null, null), number('second', `Second touch, machine ${across.toUpperCase()}`, across, null, null)],
  })];
}

function touchStep({ speech }: Making, s: PlannedSetup, index: number): RunStep {
  const { worksheet } = s.facts!;
  const w = worksheet[index];
  const name = w.axis.toUpperCase();
  const touching = toolOf(s.setup, s.setup.touchOff.top.tool);
  const readings = w.touches.length === 0 ? [['axis', 'on the axis']] : w.touches.map((t, i) => [`touch-${i + 1}`, `at the ${bodyName(t)}`]);
  const isReference = s.setup.lengths.by === 'reference tool' && touching?.number === s.setup.lengths.reference;
  return step('touch', s, `Op ${s.op}: touch off ${name}`, {
    axis: w.axis, says: [w.says, `Read the machine position while it touches; what is keyed in follows from it. To declare ${name} ${w.declare === null ? '' : speech.signed(w.declare)} at the control comes to the same.`],
    asks: [
      ...readings.map(([id, where]) => number(id, `Machine ${name} ${where}, ${unitName(speech.units)}`, w.axis, null, null)),
      ...(w.axis === 'z' && !isReference ? [number('length', touching ? `Length in H${lengthRegisterOf(touching)}, ${unitName(speech.units)}` : `Length of the touching tool, ${unitName(speech.units)}`, null, touching ? lengthInRegister(s.setup, touching, stationZ(s)) : null, null)] : []),
    ],
  });
}

function keyStep({ planned, job, speech }: Making, s: PlannedSetup): RunStep {
  const others = registerUses(planned).filter((u) => u.setupId === s.id && u.fromPiece1 && u.register !== s.register && !job.leaveAlone.includes(u.register));
  const readBack = (id: string, register: Register, a: Axis): Ask => ({ ...number(id, `${register} ${a.toUpperCase()}, ${unitName(speech.units)}`, a, null, READ_BACK_MM), register });
  return step('keyIn', s, `Op ${s.op}: key in ${s.register}`, {
    says: [
      ...(job.leaveAlone.length > 0 ? [`Leave ${job.leaveAlone.join(', ')} alone: another setup owns ${job.leaveAlone.length === 1 ? 'it' : 'them'}.`] : []),
      ...others.map((u) => `${u.register} for ${u.name.replace(/^Op \d+ /, '')}: ${s.register} plus ${AXES.map((a) => `${a.toUpperCase()} ${speech.signed(u.fromPiece1![a])}`).join(' ')}.`),
      `Key these values into ${[s.register, ...others.map((u) => u.register)].join(', ')}. Then read ${others.length > 0 ? 'them' : 'it'} back from the table, as ${others.length > 0 ? 'they stand' : 'it stands'} there.`,
    ],
    asks: [
      ...AXES.map((a) => readBack(`register-${a}`, s.register, a)),
      ...others.flatMap((u) => AXES.map((a): Ask => ({ ...readBack(`${u.register}-${a}`, u.register, a), fromFirst: u.fromPiece1![a] }))),
    ],
  });
}

function firstPartStep({ speech }: Making, s: PlannedSetup): RunStep {
  const firstPart = checksOf(s.setup);
  return step('firstPart', s, `Op ${s.op}: check the first part`, {
    says: firstPart.length === 0 ? ['Measure what the drawing asks for.'] : firstPart.map((c) => `${c.what}: ${speech.size(c.size)} +${speech.size(c.plus)} −${speech.size(c.minus)} ${unitName(speech.units)}.`),
    asks: firstPart.length === 0 ? [yes('good', 'The first part is within the drawing')] : firstPart.map((c, i): Ask => ({ id: `size-${i + 1}`, label: `${c.what}, ${unitName(speech.units)}`, kind: 'length', axis: null, target: c.size, minus: c.minus, plus: c.plus })),
  });
}

/** The further parts of the job in this setup: loaded like the first, each looked at before it is cut. */
function seriesStep({ job, planned }: Making, s: PlannedSetup): RunStep[] {
  const each = planned.blank.copies.length * (1 + s.pieces.length);
  const loads = Math.ceil(job.quantity / each) - 1;
  if (loads <= 0) return [];
  const how = orientationInWords(s);
  return [step('series', s, `Op ${s.op}: the other ${loads === 1 ? 'one' : loads}`, {
    says: [
      beforeHandsGoIn(s), ...s.facts!.hold.release, 'Clean what the part lies on and against; load the next one in the same way.',
      `Before every start look: ${how.join('; ')}.`, `${loads} more ${loads === 1 ? 'load' : 'loads'} of ${each === 1 ? 'one part' : `${each} parts`} for ${job.quantity} in all.`,
    ],
    asks: [yes('way', `Every part lay this way: ${how[0]}`), yes('firm', 'Every part was tried by hand before the start: it did not move'), yes('all', `All ${job.quantity} have been through Op ${s.op}`)],
  })];
}

/** When the last part is through: the registers are taken back, the machine is left as it was found. */
function endSteps({ job, planned, letter }: Making, last: PlannedSetup): RunStep[] {
  return [
    step('clear', null, 'Clear the registers', { says: ['Run these lines, or set the same registers to nothing by hand: what is left over moves the next job.'], lines: controlTexts(job, planned, `ISSUE ${letter}`).clear, asks: [yes('cleared', 'The registers of this job are cleared')] }),
    step('putAway', null, 'Put away', { says: [beforeHandsGoIn(last), ...last.facts!.hold.release, 'Take stop, parallels, clamps and tools back to their places; wipe the device and look for marks.'], asks: [yes('away', 'Everything is put away, the device is clean')] }),
  ];
}

function transitionSteps({ planned }: Making, from: PlannedSetup, to: PlannedSetup): RunStep[] {
  const t = planned.transitions.find((x) => x.toId === to.id);
  const release = from.facts!.hold.release;
  const isJet = from.device ? holdingOf(from.device).jet(from.device) !== null : false;
  return [{
    ...step('transition', to, `From Op ${from.op} to Op ${to.op}`, {
      says: [beforeHandsGoIn(from), ...release, ...(t ? [`${t.facts.says}.`, ...t.facts.edges.map((e) => `${e}.`)] : [])],
      asks: [...(isJet ? [yes('spindle', 'The jet is off'), yes('tool', 'The head is aside')] : [yes('spindle', 'The spindle stands still'), yes('tool', 'The tool is put away')]), yes('hands', 'Now hands in: the part is out and turned')],
    }), id: `${to.id}/transition`,
  }];
}

