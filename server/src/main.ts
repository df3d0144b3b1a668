import pino from 'pino';
import { createApp } from './app.ts';
import { migrate, openPool } from './database.ts';
import { loadDemo } from './demo/load.ts';

function setting(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set; scripts/start.mjs sets it`);
  return value;
}

const databaseUrl = setting('ELDRUN_DATABASE_URL');
const host = process.env['ELDRUN_HOST'] ?? '127.0.0.1';
const port = Number(setting('ELDRUN_PORT'));

await migrate(databaseUrl, setting('ELDRUN_MIGRATIONS'));
const pool = openPool(databaseUrl);
await loadDemo(pool, process.env['ELDRUN_RESET_DEMO'] === '1');

const logger = pino({}, pino.destination(process.env['ELDRUN_LOG'] ?? 1));
const page = process.env['ELDRUN_PAGE'];
const loopback = host === '127.0.0.1' || host === '::1' || host === 'localhost';
const app = createApp({ pool, logger, loopback, ...(page ? { page } : {}) });
const server = app.listen(port, host, (error) => {
  if (error) throw error;
  process.send?.({ listening: true });
});

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    server.close(() => void pool.end().then(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 3000).unref();
  });
