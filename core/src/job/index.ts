export * from './schema';
export * from './file';
export * from './new';
export { JOB_VERSION, migrateJobFile } from './migrations';
export * from './merge';
