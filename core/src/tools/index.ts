/*
 * The tools of a job beside those of the shop's library: what is taken over, what differs, what has to be brought and
 * measured.
 */

export * from './fromShop';
export * from './bring';
