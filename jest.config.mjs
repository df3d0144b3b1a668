/** Jest runs TypeScript as ES modules; start it with --experimental-vm-modules (scripts/unit.mjs does). */
export default {
  testEnvironment: 'node',
  maxWorkers: '100%',
  // Generous: a busy machine is no failure.
  testTimeout: 300_000,
  roots: [
    '<rootDir>/core',
    '<rootDir>/project',
    '<rootDir>/server',
    '<rootDir>/cli',
    '<rootDir>/drawing',
    '<rootDir>/papers',
    '<rootDir>/exchange',
    '<rootDir>/web',
  ],
  testMatch: ['**/*.test.ts'],
  // What Vite makes when it builds the page.
  moduleNameMapper: { '^virtual:compute-worker$': '<rootDir>/web/test/worker-address.ts' },
  moduleFileExtensions: ['ts', 'mjs', 'js', 'vue', 'json'],
  extensionsToTreatAsEsm: ['.ts', '.vue'],
  transform: { '\\.(ts|vue)$': '<rootDir>/scripts/jest-transform.mjs' },
};
