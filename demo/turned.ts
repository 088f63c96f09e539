import { newBlank, newEnds, newJob, newTurned, type Job } from '@violet-jaw/core/job';
import { NEW_LATHE, type Lathe } from '@violet-jaw/core/shop';
import type { FileRef } from './begun';

/** Plain words of our own: a control that reads them stands in the tests. */
export const demoLathe: Lathe = {
  moves: 'main spindle',
  diameters: 'diameter',
  nearest: 18,
  bore: 20,
  tube: 3000,
  bushing: 22,
  feeder: 'pushes',
  slip: 0.02,
  second: { min: 0, max: 420, faceAtZero: 10, room: 20.5, bore: 16, depth: 320, collet: 12, plusMinus: 0.02 },
  tailstock: null,
  steady: null,
  words: {
    mainTo: 'FIRST GOES Z{z}',
    mainBack: 'FIRST BACK {by}',
    turnTo: 'CUT ALONG Z{z}',
    cutOff: 'PART OFF Z{z}',
    shift: 'ZERO SHIFT {by}',
    mainOpen: 'FIRST OPENS',
    mainClose: 'FIRST CLOSES',
    mainRun: 'FIRST TURNS',
    mainStop: 'FIRST STANDS',
    secondTo: 'SECOND GOES M{z}',
    secondOpen: 'SECOND OPENS',
    secondClose: 'SECOND CLOSES',
    secondStop: 'SECOND STANDS',
    togetherOn: 'TURN TOGETHER',
    togetherOff: 'TURN APART',
    wait: 'WAIT 1',
    meet: 'MEET {n}',
    back: 'BACK WORK',
  },
};

/** Turned from bar on a lathe whose stroke is shorter than the part: gripped three times. */
export function mastSpindleJob(part: FileRef = { file: 'mast-spindle.step' }): Job {
  const allowance = { xMinus: 0.5, xPlus: 0, yMinus: 1, yPlus: 1, zMinus: 1, zPlus: 1 };
  return {
    ...newJob(
      {
        ...{ number: 'SK-1081', part: 'Mast spindle', revision: 'B' },
        ...{ material: '1.4305', quantity: 40, units: 'mm' },
      },
      { ...part, body: 0 },
    ),
    due: '2026-12-18',
    sizeTolerance: 0.1,
    allowance,
    blank: { ...newBlank(allowance), kind: 'round bar', along: 'x', across: 16 },
    machine: 'bar-lathe-1',
    turned: {
      ...newTurned('-x'),
      barLength: 3000,
      keptClear: [
        { id: 'clear-1', from: 91, to: 107, why: 'bearing seat' },
        { id: 'clear-2', from: 198, to: 206, why: 'round groove' },
      ],
      angle: 'not needed',
      ...{ depth: 1, feed: 0.08, within: 0.02 },
      ...{ program: '8101', backProgram: '8102', backWork: 'Chamfer the back edge' },
      tools: [
        { id: 'tool-1', number: 1, description: 'turning tool, 35° insert', use: 'turning' },
        { id: 'tool-2', number: 2, description: 'grooving tool, 2 wide', use: 'turning' },
        { id: 'tool-4', number: 4, description: 'cut-off tool, 2.5 wide', use: 'cut-off' },
        { id: 'tool-11', number: 11, description: 'chamfer tool', use: 'back work' },
      ],
    },
  };
}

/** A lathe with a chuck, whose tools go along Z. */
export const demoChuckLathe: Lathe = {
  ...{ ...NEW_LATHE, moves: 'tools', bore: 42, feeder: 'none' },
  tailstock: { from: 40, to: 520, mark: 86.5 },
  steady: { min: 6, max: 60, width: 14 },
};

/** Turned on one side, then end for end in soft jaws bored to its shank. */
export function pivotPinJob(part: FileRef = { file: 'pivot-pin.step' }): Job {
  const allowance = { xMinus: 0.5, xPlus: 1, yMinus: 1, yPlus: 1, zMinus: 1, zPlus: 1 };
  return {
    ...newJob(
      { ...{ number: 'SK-1085', part: 'Pivot pin', revision: 'A' }, material: '1.4305', quantity: 8, units: 'mm' },
      { ...part, body: 0 },
    ),
    due: '2026-12-15',
    sizeTolerance: 0.05,
    allowance,
    blank: { ...newBlank(allowance), kind: 'round bar', along: 'x', across: 32 },
    machine: 'lathe-1',
    turned: {
      ...newTurned('-x'),
      ...{ depth: 0.5, feed: 0.1, within: 0.02, angle: 'not needed', program: '8501', backProgram: '8502' },
      ends: {
        ...newEnds(74),
        ...{ device: 'chuck-160-soft', station: 'station-l', rpm: 1800, to: 60 },
        first: { rest: 17, against: 'jaw step', support: null },
        second: { rest: -25, against: 'stop', support: null },
      },
      tools: [
        { id: 'tool-1', number: 1, description: 'turning tool, 80° insert', use: 'turning' },
        { id: 'tool-3', number: 3, description: 'grooving tool, 3 wide', use: 'turning' },
      ],
    },
  };
}
