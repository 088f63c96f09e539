/*
 * What stops a part from moving before it is clamped: locators as contacts, what they leave free, what they decide
 * twice, and what presses the part against them.
 */

export { determinacyOf, type DecidedTwice, type Determinacy, type Motion } from './determinacy';
export { besidePart, carries, standingLocators, underPart, type LocatorHere } from './locators';
