const config = {
  testEnvironment: 'node',
  // Generous: a busy machine must not make a right answer a wrong one.
  testTimeout: 120_000,
  // Jest leaves one core to whoever watches; nobody does.
  maxWorkers: '100%',
  roots: ['<rootDir>/core/src', '<rootDir>/server/src', '<rootDir>/web/src', '<rootDir>/tools'],
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
