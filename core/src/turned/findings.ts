import type { Finding, Told } from '../findings';
import type { PlannedTurned } from './types';
import { moveIsShift, shiftsTakenBack } from './checks/accountCloses';
import { angleAgreed } from './checks/angleAgreed';
import { barBends } from './checks/barBends';
import { barFits, gripsNextToCutOff, secondGrips } from './checks/barFits';
import { endsBend, endsCarried } from './checks/endsCarried';
import { endsGripped, endsMeet, wallSqueezed } from './checks/endsHeld';
import { barSlips } from './checks/barSlips';
import { undercutStays } from './checks/undercutStays';
import { changesAllowed, gripsFound, heldWhileOpen, insideStroke } from './checks/grips';
import { latheReady } from './checks/latheReady';
import { turnedRegisters } from './checks/registers';

/** Every check of a part turned from bar. A new one is added here. */
const CHECKS: readonly ((planned: PlannedTurned, told: Told) => Finding[])[] = [
  latheReady,
  undercutStays,
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
  barSlips,
  angleAgreed,
  turnedRegisters,
  endsGripped,
  endsMeet,
  endsCarried,
  endsBend,
  wallSqueezed,
];

/** What the checks say of it. */
export const turnedFindings = (planned: PlannedTurned, told: Told): Finding[] =>
  CHECKS.flatMap((check) => check(planned, told));
