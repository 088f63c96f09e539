import { AXES, byAxis, ORIGIN, type Axis, type Vec3 } from '../frames';
import { REGISTERS } from '../shop';
import { MM_PER_INCH } from '../units';
import { moveTo, type Moved } from './motion';
import { originOf, workPosition, type ControlState, type MachineBuild } from './state';
import { codeName, readLine, type Letter, type Line } from './words';

/** What became of a line. */
export interface Executed {
  readonly state: ControlState;
  readonly moves: readonly Moved[];
  /** why it was refused; nothing of a refused line was done */
  readonly problem: string | null;
  readonly stop: 'stop' | 'end' | null;
}

/** Codes that lie in one group: two of them on one line contradict each other (NISTIR 6556, 3.4). */
const G_GROUPS: readonly (readonly number[])[] = [
  [0, 10],
  [200, 210],
  [430, 490],
  [540, 550, 560, 570, 580, 590, 591, 592, 593],
  [900, 910],
  [100, 280, 300, 530, 920, 921, 922, 923],
];
/** What the control is set to anyway. */
const WITHOUT_EFFECT = [170, 400, 800, 940];
const M_STOPS = [0, 10, 20, 300];
const M_KNOWN = [...M_STOPS, 30, 40, 50, 60, 80, 90, 70];
const AXIS_LETTER: Record<Axis, Letter> = { x: 'X', y: 'Y', z: 'Z' };

function refusal(line: Line): string | null {
  const known = [...G_GROUPS.flat(), ...WITHOUT_EFFECT];
  for (const g of line.g) if (!known.includes(g)) return `${codeName('G', g)} is not known to this control.`;
  for (const m of line.m) if (!M_KNOWN.includes(m)) return `${codeName('M', m)} is not known to this control.`;
  for (const group of [...G_GROUPS, ...WITHOUT_EFFECT.map((g) => [g])]) {
    const used = line.g.filter((g) => group.includes(g));
    if (used.length > 1) return `${used.map((g) => codeName('G', g)).join(' and ')} cannot stand in one line.`;
  }
  if (line.m.filter((m) => M_STOPS.includes(m)).length > 1) return 'Two words for stop cannot stand in one line.';
  const owner = line.g.find((g) => [100, 280, 300, 920].includes(g));
  if (owner !== undefined && line.g.some((g) => g === 0 || g === 10))
    return `${codeName('G', owner)} and a move would both use the axis words.`;
  return null;
}

/**
 * Carries out one line in the order of execution of the RS274/NGC language (NISTIR 6556, table 8): speeds and tool,
 * units, length offset, register, distance mode, then G28/G30, G10 or G92, then the move, then the stop. A line that
 * is refused changes nothing.
 */
export function execute(build: MachineBuild, before: ControlState, text: string): Executed {
  const refuse = (problem: string): Executed => ({ state: before, moves: [], problem, stop: null });
  const read = readLine(text);
  if (!read.ok) return refuse(read.problem);
  const line = read.value;
  if (before.fault)
    return refuse(`Nothing is carried out while the machine is stopped: ${before.fault.says} Reset first.`);
  const wrong = refusal(line);
  if (wrong) return refuse(wrong);
  const set = settings(before, line);
  if (typeof set === 'string') return refuse(set);
  const done = act(build, set, line);
  if (typeof done === 'string') return refuse(done);
  return ended(done, line);
}

/** Speeds, tool, units, length, register, distance and motion mode. */
function settings(before: ControlState, { g, m, words }: Line): ControlState | string {
  let s = before;
  const has = (code: number) => g.includes(code);
  if (has(200)) s = { ...s, units: 'inch' };
  if (has(210)) s = { ...s, units: 'mm' };
  const scale = s.units === 'inch' ? MM_PER_INCH : 1;
  if (words.F !== undefined) {
    if (words.F < 0) return 'F must not be negative.';
    s = { ...s, feed: words.F * scale };
  }
  if (words.T !== undefined && (!Number.isInteger(words.T) || words.T < 0)) return 'T must be a whole number.';
  if (m.includes(60)) {
    if (words.T === undefined) return 'M6 needs a T word here.';
    s = { ...s, tool: words.T, spindle: false };
  }
  if (m.includes(30) || m.includes(40)) s = { ...s, spindle: true };
  if (m.includes(50)) s = { ...s, spindle: false };
  if (has(430)) {
    const { H: h } = words;
    if (h === undefined || !Number.isInteger(h) || h < 0) return 'G43 needs a whole H number (NISTIR 6556, 3.5.11).';
    s = { ...s, lengthNumber: h, activeLength: h === 0 ? 0 : (s.lengths[h] ?? 0) };
  } else if (words.H !== undefined) return 'H is of use with G43 only.';
  if (has(490)) s = { ...s, lengthNumber: null, activeLength: 0 };
  const register = REGISTERS.find((r) => has(Math.round(Number(r.slice(1)) * 10)));
  if (register) s = { ...s, active: register };
  if (has(900)) s = { ...s, distance: 'absolute' };
  if (has(910)) s = { ...s, distance: 'incremental' };
  if (has(0)) s = { ...s, motion: 'traverse' };
  if (has(10)) s = { ...s, motion: 'feed' };
  return s;
}

/** Axis words of a line in mm; null where there is none. */
function axisWords(s: ControlState, words: Line['words']): Record<Axis, number | null> {
  const scale = s.units === 'inch' ? MM_PER_INCH : 1;
  const of = (a: Axis) => {
    const v = words[AXIS_LETTER[a]];
    return v === undefined ? null : v * scale;
  };
  return { x: of('x'), y: of('y'), z: of('z') };
}

interface Acted {
  readonly state: ControlState;
  readonly moves: readonly Moved[];
}

function act(build: MachineBuild, s: ControlState, { g, words }: Line): Acted | string {
  const given = axisWords(s, words);
  const any = AXES.some((a) => given[a] !== null);
  if (g.includes(100)) return setRegister(s, words, given);
  if (words.L !== undefined || words.P !== undefined) return 'L and P are of use with G10 only.';
  if (g.includes(280) || g.includes(300))
    return referenceReturn({ build, s, given, any, position: g.includes(280) ? build.reference : build.second });
  if (g.includes(920))
    return any
      ? { state: setAxisOffset(s, given), moves: [] }
      : 'G92 needs at least one axis word (NISTIR 6556, 3.5.18).';
  if (g.includes(921)) return { state: { ...s, axisOffset: ORIGIN, keptAxisOffset: ORIGIN }, moves: [] };
  if (g.includes(922)) return { state: { ...s, axisOffset: ORIGIN }, moves: [] };
  if (g.includes(923)) return { state: { ...s, axisOffset: s.keptAxisOffset }, moves: [] };
  const absolute = g.includes(530);
  if (absolute && !s.motion) return 'G53 needs G0 or G1 to be active (NISTIR 6556, 3.5.12).';
  if (absolute && !any) return 'G53 needs at least one axis word.';
  if (!any) return { state: s, moves: [] };
  if (!s.motion) return 'A move needs G0 or G1 to be active.';
  return travelTo(build, s, absolute ? byAxis((a) => given[a] ?? s.shown[a]) : programmed(s, given));
}

/** Machine coordinates of a programmed point in the active register. */
function programmed(s: ControlState, given: Record<Axis, number | null>): Vec3 {
  const origin = originOf(s);
  return byAxis((a) => {
    const v = given[a];
    if (v === null) return s.shown[a];
    return s.distance === 'incremental' ? s.shown[a] + v : origin[a] + v;
  });
}

function travelTo(build: MachineBuild, s: ControlState, target: Vec3): Acted | string {
  if (s.motion === 'feed' && s.feed === 0) return 'A move at feed needs an F above nothing.';
  const { state, moved } = moveTo(build, s, target, s.motion === 'feed' ? s.feed : null);
  return { state, moves: moved ? [moved] : [] };
}

/** G10 L2 P: the axes named get absolute machine coordinates, the others stay (NISTIR 6556, 3.5.5). */
function setRegister(s: ControlState, { L, P }: Line['words'], given: Record<Axis, number | null>): Acted | string {
  if (L !== 2) return `G10 is known with L2 only${L === undefined ? '' : `, found L${L}`}.`;
  if (P === undefined || !Number.isInteger(P) || P < 1 || P > REGISTERS.length)
    return `G10 L2 needs P from 1 to ${REGISTERS.length}.`;
  const register = REGISTERS[P - 1];
  const value = byAxis((a) => given[a] ?? s.registers[register][a]);
  return { state: { ...s, registers: { ...s.registers, [register]: value } }, moves: [] };
}

/** G28, G30: by way of the programmed point, if there is one, then all axes to the position (NISTIR 6556, 3.5.8). */
function referenceReturn({
  build,
  s,
  given,
  any,
  position,
}: {
  readonly build: MachineBuild;
  readonly s: ControlState;
  readonly given: Record<Axis, number | null>;
  readonly any: boolean;
  readonly position: Vec3;
}): Acted {
  const moves: Moved[] = [];
  let state = s;
  for (const target of [...(any ? [programmed(s, given)] : []), position]) {
    if (state.fault) break;
    const step = moveTo(build, state, target, null);
    state = step.state;
    if (step.moved) moves.push(step.moved);
  }
  return { state, moves };
}

/** G92: the current point gets the coordinates given; what was there before adds up (NISTIR 6556, 3.5.18). */
function setAxisOffset(s: ControlState, given: Record<Axis, number | null>): ControlState {
  const work = workPosition(s);
  const axisOffset = byAxis((a) => {
    const v = given[a];
    return v === null ? s.axisOffset[a] : s.axisOffset[a] + work[a] - v;
  });
  return { ...s, axisOffset, keptAxisOffset: axisOffset };
}

function ended({ state, moves }: Acted, { m }: Line): Executed {
  if (state.fault) return { state, moves, problem: null, stop: 'stop' };
  // M2, M30: back to the first register, axis offsets off as with G92.2, spindle stopped (NISTIR 6556, 3.6.1)
  if (m.includes(20) || m.includes(300))
    return {
      state: { ...state, active: 'G54', axisOffset: ORIGIN, distance: 'absolute', motion: 'feed', spindle: false },
      moves,
      problem: null,
      stop: 'end',
    };
  if (m.includes(0) || (m.includes(10) && state.optionalStop)) return { state, moves, problem: null, stop: 'stop' };
  return { state, moves, problem: null, stop: null };
}
