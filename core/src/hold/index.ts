/*
 * How hard a part is held: contacts, forces, cutting forces, margins and bending. Device frame, mm, N, N·mm, MPa.
 * What is special to a way of holding stands in holdings.
 */

export * from './types';
export * from './cutting';
export * from './sums';
export * from './squeezed';
export { timesBorne, wrenchAt, type Wrench } from './lock';
export { contactInWords } from './contactWords';
export { jigOutlines } from './jig';
export { patchOf, RIGID } from './patch';
export { relievedOutline, signedArea, type PocketChoices, type Relieved } from './rings';
export {
  OWN_WEIGHT,
  circle,
  cornersOf,
  FROM_REAR,
  NOT_HOLD,
  ownWeight,
  rectangleRing,
  toSeated,
  type HoldInput,
  type HoldOf,
  type HoldSetup,
} from './input';
export * from './top';
export { FAR_MM, openAbove, type OpenTo } from './open';
export {
  armAlongX,
  armUp,
  planBending,
  plateBetween,
  thinFloor,
  type Bend,
  type Bending,
  type BendingInput,
  type Span,
} from './bending';
export { HOLD_SCATTER, planMargins, type Margin, type MarginFacts } from './margin';
