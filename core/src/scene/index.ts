/*
 * What drawings are made of: shapes, views, dimensions, broken-off ends. Device frame seen in a view, mm; nothing
 * here knows a job.
 */

export * from './scene';
export * from './views';
export * from './breaks';
export * from './dimension';
export * from './boxes';
