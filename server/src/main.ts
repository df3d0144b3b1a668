import { KINDS } from '@eldrun/core/kinds';
import pino from 'pino';
import { createApp } from './app.ts';
import { migrate, openPool } from './database.ts';
import { loadDemo } from './demo/load.ts';
import { DocumentStore } from './documents/store.ts';
import { Events } from './events.ts';
import { pruneOften } from './pruning.ts';
import { Summaries } from './summaries/summaries.ts';
import { SummaryThread } from './summaries/thread.ts';

function setting(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set; scripts/start.mjs sets it`);
  return value;
}

const databaseUrl = setting('ELDRUN_DATABASE_URL');
const host = process.env['ELDRUN_HOST'] ?? '127.0.0.1';
const port = Number(setting('ELDRUN_PORT'));

const logger = pino({}, pino.destination(process.env['ELDRUN_LOG'] ?? 1));
await migrate(databaseUrl, setting('ELDRUN_MIGRATIONS'));
const pool = openPool(databaseUrl, logger);
await loadDemo(pool, process.env['ELDRUN_RESET_DEMO'] === '1');

const coreVersion = process.env['ELDRUN_CORE_VERSION'] ?? 'development';
// Beside the bundle, or as a source in development.
const worker = new URL(
  import.meta.url.endsWith('.ts') ? './summaries/worker.dev.mjs' : './worker.mjs',
  import.meta.url,
);
const summaries = new Summaries({
  pool,
  logger,
  kinds: KINDS,
  coreVersion,
  short: new SummaryThread(worker),
  long: new SummaryThread(worker),
});
const events = new Events(pool);
const page = process.env['ELDRUN_PAGE'];
const loopback = host === '127.0.0.1' || host === '::1' || host === 'localhost';
const app = createApp({
  pool,
  logger,
  loopback,
  coreVersion,
  events,
  changed: () => summaries.poke(),
  ...(page ? { page } : {}),
});
const server = app.listen(port, host, (error) => {
  if (error) throw error;
  process.send?.({ listening: true });
  summaries.poke();
  pruneOften(new DocumentStore(pool, { kinds: KINDS, coreVersion }), (error) =>
    logger.warn({ err: error }, 'the history was not thinned out'),
  );
});

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    events.close();
    server.close(
      () =>
        void summaries
          .close()
          .then(() => pool.end())
          .then(() => process.exit(0)),
    );
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 3000).unref();
  });
