import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureChromium, ensureReaders } from './debian.mjs';
import { e2e } from './e2e.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { ensurePostgres } from './postgres-programs.mjs';
import { main, run } from './run.mjs';
import { unit } from './unit.mjs';

/** Everything that is tested, and one line about it at the end. */
await main(async () => {
  ensurePackages();
  ensurePostgres();
  ensureChromium();
  ensureReaders();
  const reports = join(ROOT, '.build', 'reports');
  rmSync(reports, { recursive: true, force: true });
  mkdirSync(reports, { recursive: true });
  const jestReport = join(reports, 'jest.json');
  const playwrightReport = join(reports, 'playwright.json');
  process.env.PLAYWRIGHT_JSON_OUTPUT_NAME = playwrightReport;

  let passed = 0;
  let failed = 0;
  const failures = [];
  const step = async (name, work) => {
    console.log(`\n— ${name}`);
    if (await work()) return;
    failures.push(name);
  };
  const npm = (script) => run('npm', ['run', '--silent', script], { cwd: ROOT });

  await step('Type check', () => npm('typecheck'));
  await step('Lint and format', () => npm('lint'));
  await step('Jest: core, server, command, page', () =>
    unit(['--json', `--outputFile=${jestReport}`]),
  );
  await step('Playwright: the built application', () => e2e(['--reporter=line,json']));

  if (existsSync(jestReport)) {
    const report = JSON.parse(readFileSync(jestReport, 'utf8'));
    passed += report.numPassedTests;
    failed += report.numFailedTests + report.numRuntimeErrorTestSuites;
  }
  if (existsSync(playwrightReport)) {
    const { stats } = JSON.parse(readFileSync(playwrightReport, 'utf8'));
    passed += stats.expected;
    failed += stats.unexpected + stats.flaky;
  }
  if (failures.length > 0) {
    console.log(`\nFailed: ${failures.join('; ')}`);
    failed = Math.max(failed, failures.length);
    process.exitCode = 1;
  }
  console.log(`\ntests: ${passed} passed, ${failed} failed`);
});
