import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensurePackages, ROOT } from './packages.mjs';
import { defaultDataFolder, prepareDataFolder } from './data-folder.mjs';
import { lock } from './lock.mjs';
import { Cluster, freePort } from './postgres.mjs';
import { main, Refusal } from './run.mjs';

/** The application with reload: Vite for the page, a server that restarts when its sources or the core change. */
await main(async () => {
  ensurePackages();
  const folder = join(defaultDataFolder(), 'dev');
  prepareDataFolder(folder);
  if (!(await lock(join(folder, 'lock')))) throw new Refusal('It already runs.');
  const cluster = new Cluster(folder);
  const databaseUrl = await cluster.start();
  const port = await freePort();
  const server = spawn(
    process.execPath,
    [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), 'watch', 'server/src/main.ts'],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: {
        ...process.env,
        ELDRUN_DATABASE_URL: databaseUrl,
        ELDRUN_DEMO: 'once',
        ELDRUN_PORT: String(port),
      },
    },
  );
  const worker = spawn(
    process.execPath,
    [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), 'watch', 'server/src/worker.ts'],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, ELDRUN_DATABASE_URL: databaseUrl },
    },
  );
  const page = spawn(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js')], {
    cwd: join(ROOT, 'web'),
    stdio: 'inherit',
    env: { ...process.env, ELDRUN_API: `http://127.0.0.1:${port}` },
  });
  const stop = async () => {
    server.kill('SIGTERM');
    worker.kill('SIGTERM');
    page.kill('SIGTERM');
    await cluster.stop();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop());
});
