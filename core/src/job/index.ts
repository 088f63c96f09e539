export * from './schema';
export * from './file';
export * from './new';
export { JOB_VERSION, migrateJobFile, shopFromVersion1 } from './migrations';
export { shopFromVersion2 } from './fromVersion2';
export { clampFromVersion3 } from './fromVersion3';
export * from './holdDefaults';
export * from './merge';
