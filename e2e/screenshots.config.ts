import base from './playwright.config.ts';

/** The pictures in docs/screenshots, from the demo data: npm run screenshots. */
export default {
  ...base,
  timeout: 600_000,
  projects: [{ name: 'pictures', testMatch: 'screenshots.ts' }],
};
