/*
 * Lines for the control: in goes a planned job, out come texts in the machine's own words. Machine frame;
 * millimeters or inches as the job has it.
 */

import { AXES, type Axis } from '../frames';
import type { Job } from '../job';
import { firstPosition, type PlannedJob, type PlannedSetup, type RegisterUse } from '../plan';
import { PLAIN_DIALECT, REGISTERS, type Register } from '../shop';
import { lengthRegisterOf, setterTop, toolOf, lengthBasis } from '../zero';
import { comment } from './dialect';
import { dialectOf, head, pageOf, text, type Page } from './page';
import { placingLines, type Placing } from './placing';
import { turnedTexts } from './turnedLines';

export { comment };
export * from './parts';
export { placedIn } from './placing';
export * from './placingDrawing';
export { turnedTexts } from './turnedLines';

/** What is written for the control: set the registers, look at each zero from above, clear afterwards. */
export interface ControlTexts {
  readonly set: string;
  readonly verify: string;
  readonly clear: string;
}

const values = (use: RegisterUse): Record<Axis, number> | null => {
  const r = use.facts?.register;
  return r && r.x !== null && r.y !== null && r.z !== null ? { x: r.x, y: r.y, z: r.z } : null;
};

const differs = (a: RegisterUse, b: RegisterUse) => {
  const [p, q] = [values(a), values(b)];
  return !p || !q || AXES.some((axis) => Math.abs(p[axis] - q[axis]) > 1e-6);
};

/**
 * Lines for the control after the template of the machine. Set: by default `G10 L2 Pn X Y Z`, absolute machine
 * coordinates (NISTIR 6556, 3.5.5: P1 is G54 … P9 is G59.3); Z as the shop counts its tool lengths. The unit word
 * comes first. Signed as the template says, each with a comment. A register whose value is not known, that two setups
 * claim for different zeros, or that another standing setup owns, gets a comment instead of a line.
 */
export function controlTexts(job: Job, planned: PlannedJob, issue: string): ControlTexts {
  const page = pageOf(job, planned);
  const first = planned.setups.find((s) => s.facts)?.id;
  if (planned.turned) {
    const registers = turnedTexts(job, planned, issue);
    const { lines } = planned.turned;
    // from bar: both channels behind the registers, one after the other
    const set = lines ? [registers.set, lines.main, lines.second].join('\n') : registers.set;
    return {
      ...registers,
      set,
      verify: text(page.writer.note('A LATHE HAS NO ZERO TO LOOK AT FROM ABOVE: TOUCH OFF')),
    };
  }
  return {
    set: text(setLines(page, issue)),
    verify:
      first === undefined
        ? text(verifyLines({ ...page, uses: [] }, issue))
        : lookWhileLoaded(job, planned, first, issue),
    clear: text(clearLines(page, issue)),
  };
}

/**
 * The lines that look at the zeros that can stand on the machine while a setup is loaded: its own and those on other
 * stations.
 */
export function lookWhileLoaded(job: Job, planned: PlannedJob, setupId: string, issue: string): string {
  const page = pageOf(job, planned);
  const loaded = planned.setups.find((s) => s.id === setupId);
  const together = standTogether(planned, setupId);
  const others = planned.setups.filter((s) => s.facts && !together.includes(s.id)).map((s) => `OP ${s.op}`);
  const note =
    others.length === 0
      ? []
      : page.writer.note(`LOADED: OP ${loaded?.op ?? ''}. ${others.join(', ')} NOT HERE: LOOK WHEN LOADED`);
  return text(verifyLines({ ...page, uses: page.uses.filter((u) => together.includes(u.setupId)) }, issue, note));
}

/**
 * Setups whose zeros can stand on the machine at once: a station holds one of them, and what is not on a known station
 * only itself.
 */
function standTogether(planned: PlannedJob, setupId: string): string[] {
  const loaded = planned.setups.find((s) => s.id === setupId);
  const stations = new Set<string | null>([loaded?.station?.id ?? null]);
  return [
    setupId,
    ...planned.setups.flatMap((s) => {
      if (s.id === setupId || !s.facts || !s.station || stations.has(s.station.id) || stations.has(null)) return [];
      stations.add(s.station.id);
      return [s.id];
    }),
  ];
}

/** The lines that look at the zeros of one setup only: in a run the other registers may not be keyed in yet. */
export function lookAtSetup(job: Job, planned: PlannedJob, setupId: string, issue: string): string {
  const page = pageOf(job, planned);
  return text(verifyLines({ ...page, uses: page.uses.filter((u) => u.setupId === setupId) }, issue));
}

/** The lines that show where pins and pods of a setup are set; null: nothing is set by position. */
export function placingOf(job: Job, planned: PlannedJob, setupId: string, issue: string): Placing {
  const setup = planned.setups.find((s) => s.id === setupId);
  return setup ? placingLines(pageOf(job, planned), setup, issue) : null;
}

/** The lines that set the registers. */
export function controlLines(job: Job, planned: PlannedJob, issue: string): string {
  return controlTexts(job, planned, issue).set;
}

/** Registers this job may write, once each, with everybody who uses them. */
function writable({
  uses,
  job,
}: Page): { readonly register: Register; readonly use: RegisterUse; readonly names: string }[] {
  const seen = new Set<Register>();
  return uses.flatMap((use) => {
    const rivals = uses.filter((u) => u.register === use.register);
    if (
      seen.has(use.register) ||
      job.leaveAlone.includes(use.register) ||
      !values(use) ||
      rivals.some((other) => differs(other, use))
    )
      return [];
    seen.add(use.register);
    return [{ register: use.register, use, names: rivals.map((u) => u.name).join(', ') }];
  });
}

const numberOf = (register: Register): number => REGISTERS.indexOf(register) + 1;

function setLine(
  { writer: { fill, line, number, note }, planned }: Page,
  register: Register,
  at: Record<Axis, number>,
  says: string,
): string[] {
  const words = { p: numberOf(register), register, x: number(at.x), y: number(at.y), z: number(at.z) };
  const { setLine: template } = dialectOf(planned);
  return template
    ? [line(fill(template, words), says)]
    : note(`KEY IN ${register} X${words.x} Y${words.y} Z${words.z} ${says}`);
}

function setLines(page: Page, issue: string): string[] {
  const {
    uses,
    job,
    planned,
    writer: { note },
  } = page;
  // a control left in G91 would add to the register instead of setting it
  const lines = [...head(page, `WORK OFFSETS, ${issue}`), 'G90', ...commonNote(page)];
  const ready = writable(page);
  const told = new Set<Register>();
  for (const use of uses) {
    const { register } = use;
    const name = `${use.name} ${register}`;
    const rivals = uses.filter((u) => u.register === register);
    const own = ready.find((w) => w.register === register);
    const pieces = rivals.length > 1 && rivals.some((u) => u.fromPiece1 !== null);
    if (pieces && !own)
      lines.push(
        ...note(`${name} NOT WRITTEN: USED FOR DIFFERENT ZEROS BY ${rivals.map((u) => u.name).join(' AND ')}`),
      );
    else if (job.leaveAlone.includes(register)) lines.push(...note(`${name} LEFT ALONE: ANOTHER SETUP OWNS IT`));
    else if (!values(use))
      lines.push(...note(`${name} NOT KNOWN: ${whyUnknown(use, planned)}. TOUCH OFF${shiftHint(use, page)}`));
    else if (!own)
      lines.push(
        ...note(`${name} NOT WRITTEN: USED FOR DIFFERENT ZEROS BY ${rivals.map((u) => u.name).join(' AND ')}`),
      );
    else if (!told.has(register)) {
      told.add(register);
      lines.push(
        ...setLine(page, register, values(own.use)!, `${own.names} ${register} ${use.facts?.says.zero ?? ''}`),
      );
    }
  }
  const setup = planned.setups.find((s) => s.facts);
  if (setup && setup.setup.lengths.by !== 'spindle nose')
    lines.push(...note(`Z COUNTS WITH ${lengthBasis(setup.setup, setterTop(setup.setup, 0)).says}`));
  return [...lines, dialectOf(planned).end];
}

/** What has to stand in the common offset before these lines are run. */
function commonNote({ planned: { machine }, writer: { note, number } }: Page): string[] {
  const common = machine?.commonOffset;
  if (!common || AXES.every((a) => common[a] === 0)) return note('COMMON OFFSET MUST BE ZERO: LOOK FIRST');
  return note(
    `COMMON OFFSET MUST BE ${AXES.map((a) => `${a.toUpperCase()}${number(common[a])}`).join(' ')}, IT IS TAKEN OFF BELOW: LOOK FIRST`,
  );
}

function whyUnknown({ facts }: RegisterUse, { machine }: PlannedJob): string {
  if (machine && !machine.homing.homes) return 'THE MACHINE CANNOT HOME';
  return facts && facts.register.x !== null ? 'LENGTH OF THE TOOL NOT GIVEN' : 'STATION NOT MEASURED';
}

/**
 * How the register follows from another one that is touched off: a setup from the first, a further piece from the
 * first piece.
 */
function shiftHint(use: RegisterUse, { planned, writer }: Page): string {
  const setup = planned.setups.find((s) => s.id === use.setupId);
  const first = use.piece === 1 ? planned.setups[0] : setup;
  const shift = use.fromPiece1 ?? setup?.fromFirst?.shift;
  const known = AXES.flatMap((a) => {
    const v = shift?.[a];
    return v === null || v === undefined ? [] : [`${a.toUpperCase()}${signedAlways(writer.number(v))}`];
  });
  if (known.length === 0 || !first) return '';
  return `, OR ${first.register} OF OP ${first.op} PLUS ${known.join(' ')}${known.length < AXES.length ? ', THE OTHER AXES ARE NOT KNOWN' : ''}`;
}

/** A shift has its sign whatever the template says: it is read by a person. */
const signedAlways = (number: string): string => (/^[+-]/.test(number) ? number : `+${number}`);

/**
 * A short program that goes over each zero at a safe height and stops there: the operator looks whether it is the
 * right place.
 */
function verifyLines(page: Page, issue: string, more: readonly string[] = []): string[] {
  const {
    planned,
    writer: { note, line, fill, number },
    uses,
  } = page;
  const dialect = dialectOf(planned);
  const lines = [
    ...head(page, `LOOK AT EACH ZERO FROM ABOVE, ${issue}`),
    ...more,
    ...note('SPINDLE STOPPED, HAND ON FEED HOLD'),
    'G90',
  ];
  const top = planned.machine ? number(planned.machine.travel.z.max) : null;
  const rise =
    dialect.riseLine && top !== null
      ? [line(fill(dialect.riseLine, { z: top }), 'RISE FIRST')]
      : [...note('RISE BY HAND: THE LINES HAVE NO MACHINE MOVES'), dialect.stop];
  let inSpindle: number | null = null;
  for (const use of uses) {
    const setup = planned.setups.find((s) => s.id === use.setupId);
    if (!use.facts || !setup) continue;
    const tool = lookingTool(setup);
    // hands go to the spindle only while everything stands
    const change =
      tool && dialect.lengthLine && tool.number !== inSpindle
        ? [line(dialect.stop, `PUT T${tool.number} INTO THE SPINDLE`)]
        : [];
    inSpindle = tool?.number ?? inSpindle;
    // what the plan does not know was keyed in by hand, or not yet
    const ask = values(use) ? [] : [line(dialect.stop, `IS ${use.register} OF ${use.name} TOUCHED OFF AND KEYED IN?`)];
    lines.push(
      ...rise,
      ...change,
      ...ask,
      line(use.register, use.name),
      'G0 X0 Y0',
      ...descend(page, use, setup),
      line(dialect.stop, `${use.name}: ${use.facts.says.zero}`),
    );
  }
  return [...lines, ...rise, ...(dialect.returnLine ? [dialect.returnLine] : []), ...safeEndNote(page), dialect.end];
}

/** Where a machine that cannot home is left: by hand, for its lines know no way that is clear. */
function safeEndNote({ planned: { machine }, writer: { note, number }, uses }: Page): string[] {
  const end = machine && !machine.homing.homes ? machine.safeEnd : null;
  const last = uses.at(-1);
  if (!end || !last) return [];
  const at = AXES.map((a) => `${a.toUpperCase()}${number(end[a])}`).join(' ');
  return note(`LEAVE IT AT ${at} IN ${last.register}: BY HAND, Z FIRST`);
}

/** The tool a zero is looked at with: the one that touched off, else the first of the list. */
const lookingTool = ({ setup }: PlannedSetup) => toolOf(setup, setup.touchOff.top.tool) ?? setup.tools[0] ?? null;

/** An optional stop up there, then down to a look above everything, with the length of the touching tool active. */
function descend(
  { planned: { machine }, writer: { note, line, fill, number } }: Page,
  use: RegisterUse,
  loaded: PlannedSetup,
): string[] {
  const facts = use.facts!;
  // what stands there is the setup that is loaded, with its further pieces
  const there = [facts, ...(loaded.facts ? [loaded.facts] : []), ...loaded.pieces.map((p) => p.facts)];
  const tool = lookingTool(loaded);
  const { lengthLine } = machine?.dialect ?? PLAIN_DIALECT;
  if (!lengthLine || !tool) return note(lengthLine ? 'NO TOOL LISTED: STAYS UP' : 'NO LENGTHS HERE: STAYS UP');
  const height = Math.max(...there.map((f) => firstPosition(f).z)) - facts.zero.shiftedInDevice.z;
  const zero = facts.zero.inMachine;
  // where the length is known, no higher than the travel lets it
  const room = zero && machine && tool.length !== null ? machine.travel.z.max - zero.z - tool.length : Infinity;
  const down = Math.min(height, Math.floor(room));
  if (down < Math.max(...there.flatMap((f) => [f.seat.loadedBox.max.z, f.hold.top.z])) - facts.zero.shiftedInDevice.z)
    return note(`T${tool.number} HAS NO ROOM ABOVE THE PART: STAYS UP`);
  const { optionalStop } = machine?.dialect ?? PLAIN_DIALECT;
  return [
    ...(optionalStop ? [line(optionalStop, 'OVER IT IN X AND Y')] : []),
    line(fill(lengthLine, { h: lengthRegisterOf(tool) }), `T${tool.number} IN THE SPINDLE`),
    `G0 Z${number(down)}`,
  ];
}

/**
 * Takes back what this job has set, also what was touched off and keyed in by hand, so that nothing of it is left for
 * the next.
 */
function clearLines(page: Page, issue: string): string[] {
  const {
    writer: { note },
    job,
    uses,
  } = page;
  const mine = [...new Set(uses.map((u) => u.register))].filter((r) => !job.leaveAlone.includes(r));
  const left = job.leaveAlone.length > 0 ? note(`LEFT ALONE: ${job.leaveAlone.join(', ')}`) : [];
  return [
    ...head(page, `CLEAR AFTERWARDS, ${issue}`),
    'G90',
    ...left,
    'G49',
    ...mine.flatMap((register) =>
      setLine(
        page,
        register,
        { x: 0, y: 0, z: 0 },
        `${uses
          .filter((u) => u.register === register)
          .map((u) => u.name)
          .join(', ')} DONE`,
      ),
    ),
    'G54',
    dialectOf(page.planned).end,
  ];
}
