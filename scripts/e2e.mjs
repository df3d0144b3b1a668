import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ensureChromium } from './debian.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { throwAwayFolder } from './data-folder.mjs';
import { freePort } from './postgres.mjs';
import { main, Refusal, run } from './run.mjs';

/**
 * Starts the built application on throw-away data, works with it, and takes both away.
 *
 * @param env of the application, beside that of this process
 */
export async function withApplication(work, env = {}) {
  await build();
  const folder = throwAwayFolder();
  const port = await freePort();
  const app = spawn(
    process.execPath,
    [join(ROOT, 'scripts/start.mjs'), '--data', folder, '--port', String(port)],
    { stdio: ['ignore', 'pipe', 'inherit'], env: { ...process.env, ...env } },
  );
  try {
    for await (const text of app.stdout.setEncoding('utf8')) if (text.includes('Eldrun: ')) break;
    if (app.exitCode !== null) throw new Refusal('The application did not start.');
    return await work({ url: `http://127.0.0.1:${port}`, folder });
  } finally {
    if (app.exitCode === null) {
      app.kill('SIGINT');
      await once(app, 'exit');
    }
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Runs Playwright against the built application. Returns whether all passed. */
export function e2e(args = []) {
  const chromium = ensureChromium();
  const journeys = !args.some((arg) => arg.startsWith('--config'));
  return withApplication(
    ({ url, folder }) =>
      run(
        process.execPath,
        [
          join(ROOT, 'node_modules/@playwright/test/cli.js'),
          'test',
          ...(journeys ? ['--config=e2e/playwright.config.ts'] : []),
          ...args,
        ],
        {
          cwd: ROOT,
          env: { ...process.env, ELDRUN_URL: url, ELDRUN_DATA: folder, ELDRUN_CHROMIUM: chromium },
        },
      ),
    // No journey waits for what the server simulates for the lists, which would only make all slow; the pictures show it.
    journeys ? { ELDRUN_SIMULATE_AFTER: '3600' } : {},
  );
}

if (import.meta.filename === process.argv[1])
  await main(async () => {
    ensurePackages();
    const args = process.argv.slice(2);
    if (!(await e2e(args))) process.exitCode = 1;
  });
