import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { defaultDataFolder } from './data-folder.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { Cluster } from './postgres.mjs';
import { main, Refusal } from './run.mjs';

/** One more worker for large explorations: of the database that the environment names, else of the one that runs here. */
await main(async () => {
  ensurePackages();
  await build();
  const databaseUrl =
    process.env.ELDRUN_DATABASE_URL ?? new Cluster(defaultDataFolder()).runningUrl();
  if (!databaseUrl)
    throw new Refusal(
      'Eldrun does not run here. Start it, or say where its database is with ELDRUN_DATABASE_URL.',
    );
  const worker = spawn(process.execPath, [join(ROOT, 'server/dist/worker.mjs')], {
    stdio: 'inherit',
    env: { ...process.env, ELDRUN_DATABASE_URL: databaseUrl },
  });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => worker.kill(signal));
  worker.once('exit', (code) => (process.exitCode = code ?? 1));
});
