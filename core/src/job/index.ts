export * from './schema';
export * from './file';
export * from './new';
export { JOB_VERSION, migrateJobFile, shopFromVersion1 } from './migrations';
export * from './merge';
