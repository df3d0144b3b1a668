import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { GIVES_BACK, main } from './run.mjs';

/** The server alone, on whatever PostgreSQL the environment names; docs/deployment.md says how. */
await main(async () => {
  ensurePackages();
  await build();
  const server = spawn(process.execPath, [join(ROOT, 'server/dist/main.mjs')], {
    stdio: 'inherit',
    env: { ...GIVES_BACK, ...process.env },
  });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => server.kill(signal));
  server.once('exit', (code) => (process.exitCode = code ?? 1));
});
