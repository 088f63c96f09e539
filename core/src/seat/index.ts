export * from './seatInVise';
export * from './seatWords';
