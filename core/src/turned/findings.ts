import type { Finding, Told } from '../findings';
import type { PlannedTurned } from './types';
import { moveIsShift, shiftsTakenBack } from './checks/accountCloses';
import { angleAgreed } from './checks/angleAgreed';
import { barBends } from './checks/barBends';
import { barFits, gripsNextToCutOff, secondGrips } from './checks/barFits';
import { endsBend, endsGripped, endsMeet, wallSqueezed } from './checks/endsHeld';
import { changesAllowed, gripsFound, heldWhileOpen, insideStroke } from './checks/grips';
import { latheReady } from './checks/latheReady';
import { turnedRegisters } from './checks/registers';

/** Every check of a part turned from bar. A new one is added here. */
const CHECKS: readonly ((planned: PlannedTurned, told: Told) => Finding[])[] = [
  latheReady,
  barFits,
  gripsFound,
  insideStroke,
  changesAllowed,
  heldWhileOpen,
  secondGrips,
  gripsNextToCutOff,
  moveIsShift,
  shiftsTakenBack,
  barBends,
  angleAgreed,
  turnedRegisters,
  endsGripped,
  endsMeet,
  endsBend,
  wallSqueezed,
];

/** What the checks say of it. */
export const turnedFindings = (planned: PlannedTurned, told: Told): Finding[] =>
  CHECKS.flatMap((check) => check(planned, told));
