/*
 * A device that stands on another one: in go both and what keeps them together; out come what the joint bears, how far
 * the upper one stands out, and words. Frame of the upper device, mm.
 */

export * from './joint';
export * from './words';
