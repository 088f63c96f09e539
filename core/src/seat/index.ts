export * from './contact';
export * from './slide';
export * from './seatWords';
