/*
 * Directions, rotations and poses. A pose says from which frame to which in its type.
 */

export * from './vector';
export * from './pose';
export * from './orientation';
