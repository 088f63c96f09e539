import { temporaryFilesInMemory } from './scripts/inMemory.mjs';

temporaryFilesInMemory();

const transform = {
  '^.+\\.tsx?$': [
    '<rootDir>/scripts/jest/transform.mjs',
    {
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
      },
      module: { type: 'es6' },
    },
  ],
};

/** Jest in ES-module mode: the geometry kernels are ES modules with WebAssembly beside them. */
export default {
  testEnvironment: '<rootDir>/scripts/jest/environment.mjs',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  testMatch: ['<rootDir>/{core,formats,server,cli,web}/src/**/*.test.{ts,tsx}'],
  modulePathIgnorePatterns: ['<rootDir>/dist/', '<rootDir>/.violet-jaw/'],
  transform,
  // on a machine that is busy with other things a test takes several times as long
  testTimeout: 240_000,
  maxWorkers: 2,
  // contexts of modules are not given back: a worker that holds much is begun anew
  workerIdleMemoryLimit: '500MB',
};
