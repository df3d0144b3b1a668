import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createWriteStream, existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium, ensureReaders } from './debian.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { ensurePostgres } from './postgres-programs.mjs';
import { main } from './run.mjs';

const REPORTS = join(ROOT, '.build', 'reports');
const PLAYWRIGHT = join(REPORTS, 'playwright.json');

const npm = (script) => ['npm', 'run', '--silent', script];
const node = (script, ...args) => [process.execPath, join(ROOT, 'scripts', script), ...args];

/** A half of the tests of Jest, in so many processes. */
const jest = (part, workers) =>
  node(
    'unit.mjs',
    '--json',
    `--outputFile=${join(REPORTS, `jest-${part}.json`)}`,
    `--shard=${part}/2`,
    `--maxWorkers=${workers}`,
  );

/** What is run side by side, each strand in its order: about as much of the machine in each, so that none is waited for. */
const STRANDS = [
  { 'Playwright: the built application': node('e2e.mjs', '--reporter=line,json') },
  { 'Jest, first half': jest(1, 1) },
  {
    'Type check': npm('typecheck'),
    'Lint and format': npm('lint'),
    // The journeys are over by then, or soon: there is room.
    'Jest, second half': jest(2, 2),
  },
];

const clock = (ms) => `${Math.floor(ms / 60_000)} min ${Math.floor((ms % 60_000) / 1000)} s`;

/** Runs one of them to its end; what it says is shown then, in one piece. Returns whether it passed. */
async function step(name, [program, ...args]) {
  const start = Date.now();
  const file = join(REPORTS, `${name.replace(/\W+/g, '-').toLowerCase()}.log`);
  const log = createWriteStream(file);
  await once(log, 'open');
  const running = spawn(program, args, {
    cwd: ROOT,
    stdio: ['ignore', log, log],
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: PLAYWRIGHT },
  });
  const [status] = await once(running, 'exit');
  console.log(
    `\n— ${name}: ${status === 0 ? 'passed' : 'failed'} in ${clock(Date.now() - start)}\n`,
  );
  process.stdout.write(readFileSync(file, 'utf8'));
  return status === 0;
}

/** Everything that is tested, and one line about it at the end. */
await main(async () => {
  ensurePackages();
  ensurePostgres();
  ensureChromium();
  ensureReaders();
  rmSync(REPORTS, { recursive: true, force: true });
  mkdirSync(REPORTS, { recursive: true });

  const failures = [];
  const start = Date.now();
  console.log(
    `Side by side: ${STRANDS.map((strand) => Object.keys(strand).join(', then ')).join('; ')}.`,
  );
  await Promise.all(
    STRANDS.map(async (strand) => {
      for (const [name, command] of Object.entries(strand))
        if (!(await step(name, command))) failures.push(name);
    }),
  );

  let passed = 0;
  let failed = 0;
  for (const part of [1, 2]) {
    const file = join(REPORTS, `jest-${part}.json`);
    if (!existsSync(file)) continue;
    const report = JSON.parse(readFileSync(file, 'utf8'));
    passed += report.numPassedTests;
    failed += report.numFailedTests + report.numRuntimeErrorTestSuites;
  }
  if (existsSync(PLAYWRIGHT)) {
    const { stats } = JSON.parse(readFileSync(PLAYWRIGHT, 'utf8'));
    passed += stats.expected;
    failed += stats.unexpected + stats.flaky;
  }
  if (failures.length > 0) {
    console.log(`\nFailed: ${failures.join('; ')}`);
    failed = Math.max(failed, failures.length);
    process.exitCode = 1;
  }
  console.log(`\nIn ${clock(Date.now() - start)}.`);
  console.log(`\ntests: ${passed} passed, ${failed} failed`);
});
