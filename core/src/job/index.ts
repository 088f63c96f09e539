/*
 * The job document: schema, versions and what a new one starts with. Lengths in mm; directions are the part's, sides
 * the device's.
 */

export * from './schema';
export * from './file';
export * from './new';
export { JOB_VERSION, migrateJobFile, shopFromVersion1 } from './migrations';
export { shopFromVersion2 } from './fromVersion2';
export { clampFromVersion3 } from './fromVersion3';
export * from './copied';
export * from './cuts';
export { MOST_CLEARED, MOST_CUTS, type Cut } from './cutSchema';
export { MOST_EARS, type Ear } from './earSchema';
export { MOST_DOWELS, type Dowel, type Dowels } from './dowelSchema';
export { freeId } from './freeId';
export * from './holds';
export * from './merge';
export * from './proposable';
export * from './proposed';
export { withRouteOf } from './routeOf';
export * from './touchOffDefaults';
export * from './uses';
export { MOST_ALONG, SIDE_MEANS, TOP_MEANS, LENGTH_MEANS } from './touchOffSchema';
export { machineFromVersion4 } from './fromVersion4';
export { stationFromVersion5 } from './fromVersion5';
export { deviceFromVersion10 } from './fromVersion10';
export { deviceFromVersion12, machineFromVersion12 } from './fromVersion12';
export { deviceFromVersion13, machineFromVersion13 } from './fromVersion13';
export {
  MOST_CHANGES,
  NEW_SUPPORTS,
  newEnds,
  newTurned,
  type Ends,
  type GripChange,
  type Turned,
  type TurningTool,
} from './turnedSchema';
export { MOST_STEPS } from './partSchema';
export type { Film } from './filmSchema';
export { JOINT_WAYS, standsWhere, takesItOff, type StandsOn } from './standsOnSchema';
export { suppliesOf, checksOf } from './atTheMachine';
