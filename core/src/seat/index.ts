export * from './contact';
export * from './slide';
export * from './moved';
export * from './seatInVise';
export * from './seatOnFlat';
export * from './seatRound';
export * from './seatWords';
