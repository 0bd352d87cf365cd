/** Reads the registries as it has extended them: no other file may have read them before it. */
const APART = 'tests/unknownWay.test.ts'

const shared = {
  setupFiles: ['fake-indexeddb/auto'],
  testEnvironment: 'node',
}

export default {
  // All cores: nothing else runs meanwhile.
  maxWorkers: '100%',
  projects: [
    {
      ...shared,
      displayName: 'node',
      // In plain node: what was read once is read for all, and runs as quickly as in the product. A context for each file takes twice as long.
      runner: 'jest-light-runner',
      transform: {},
      testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/tests/**/*.test.ts'],
      testPathIgnorePatterns: ['/node_modules/', APART],
    },
    {
      ...shared,
      displayName: 'apart',
      extensionsToTreatAsEsm: ['.ts'],
      transform: {
        '^.+\\.tsx?$': [
          '@swc/jest',
          {
            jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
            module: { type: 'es6' },
          },
        ],
      },
      testMatch: [`<rootDir>/${APART}`],
    },
  ],
}
