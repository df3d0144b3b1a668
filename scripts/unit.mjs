import { join } from 'node:path';
import { ensureReaders } from './debian.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { throwAwayFolder } from './data-folder.mjs';
import { Cluster } from './postgres.mjs';
import { main, run } from './run.mjs';

/** Runs Jest with a throw-away PostgreSQL. Returns whether all passed. */
export async function unit(args = []) {
  console.log(
    `Property tests by the seed ${process.env.ELDRUN_SEED ?? 'that is kept'}; another: ELDRUN_SEED=…`,
  );
  const cluster = new Cluster(throwAwayFolder());
  try {
    const databaseUrl = await cluster.start({ durable: false });
    return run(process.execPath, [join(ROOT, 'node_modules/jest/bin/jest.js'), ...args], {
      cwd: ROOT,
      env: {
        ...process.env,
        NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
        ELDRUN_TEST_DATABASE_URL: databaseUrl,
      },
    });
  } finally {
    await cluster.remove();
  }
}

if (import.meta.filename === process.argv[1])
  await main(async () => {
    ensurePackages();
    ensureReaders();
    if (!(await unit(process.argv.slice(2)))) process.exitCode = 1;
  });
