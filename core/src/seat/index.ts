/*
 * Where a part comes to rest: in go its material as loaded and what stops it; out come the pose part to device and
 * what touches where. Device frame, mm.
 */

export * from './contact';
export * from './slide';
export * from './seatWords';
