import { defineConfig } from '@playwright/test';

/** Against the application that scripts/e2e.mjs has started. */
export default defineConfig({
  testDir: '.',
  // Each journey works on projects of its own; the one that takes the database away comes last, alone.
  workers: 2,
  // What takes whole machines down takes long: `npm run test:faults`.
  ...(process.env['ELDRUN_ROUNDS'] ? {} : { grepInvert: /@fault/ }),
  projects: [
    { name: 'journeys', testMatch: '*.spec.ts', testIgnore: 'keeping.spec.ts' },
    { name: 'alone', testMatch: 'keeping.spec.ts', dependencies: ['journeys'] },
  ],
  // Generous: a busy machine is no failure.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  outputDir: '../test-results',
  use: {
    baseURL: process.env['ELDRUN_URL'],
    viewport: { width: 1280, height: 800 },
    // What a journey holds back or fakes has to come from the page itself; the one without a server lets it in.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['ELDRUN_CHROMIUM'],
      args: [
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--font-render-hinting=none',
      ],
    },
  },
});
