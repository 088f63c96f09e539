/*
 * Round pins against any edge of a part, straight, slanting or curved: where each stands, and where the part comes to
 * lie when they stand elsewhere. Seen from above; lengths in mm.
 */

export * from './sides';
export * from './touch';
export * from './pushed';
export * from './seated';
