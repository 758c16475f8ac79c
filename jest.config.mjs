import { cpus } from 'node:os';

const config = {
  testEnvironment: 'node',
  // Generous: a busy machine must not make a right answer a wrong one.
  testTimeout: 120_000,
  // One more than there are cores: those that wait for a database or a process of their own leave a third of one idle.
  maxWorkers: cpus().length + 1,
  // Modules of finished suites are never let go: a worker is started anew before its memory slows it down.
  workerIdleMemoryLimit: '1200MB',
  roots: [
    '<rootDir>/core/src',
    '<rootDir>/server/src',
    '<rootDir>/web/src',
    '<rootDir>/web/worker',
    '<rootDir>/tools',
  ],
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    '^@zucchini/core$': '<rootDir>/core/src/index.ts',
  },
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
        module: { type: 'es6' },
        sourceMaps: 'inline',
      },
    ],
  },
  setupFiles: ['<rootDir>/tools/jest-seed.ts'],
  globalSetup: '<rootDir>/tools/jest-setup.mjs',
  globalTeardown: '<rootDir>/tools/jest-teardown.mjs',
};

export default config;
