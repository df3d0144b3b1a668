import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, ROOT } from './packages.mjs';
import { Cluster, defaultDataFolder, freePort } from './postgres.mjs';
import { main } from './run.mjs';

/** The application with reload: Vite for the page, a server that restarts when its sources or the core change. */
await main(async () => {
  ensurePackages();
  const folder = join(defaultDataFolder(), 'dev');
  mkdirSync(folder, { recursive: true });
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
        ELDRUN_MIGRATIONS: join(ROOT, 'server/migrations'),
        ELDRUN_PORT: String(port),
      },
    },
  );
  const page = spawn(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js')], {
    cwd: join(ROOT, 'web'),
    stdio: 'inherit',
    env: { ...process.env, ELDRUN_API: `http://127.0.0.1:${port}` },
  });
  const stop = () => {
    server.kill('SIGTERM');
    page.kill('SIGTERM');
    cluster.stop();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
});
