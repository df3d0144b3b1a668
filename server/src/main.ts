import type { Summary } from '@eldrun/core/document';
import { KINDS } from '@eldrun/core/kinds';
import pino from 'pino';
import { createApp } from './app.ts';
import { migrate, openPool } from './database.ts';
import { loadDemo } from './load-demo.ts';
import { roomOf } from './disk.ts';
import { DocumentStore } from './documents/store.ts';
import { Events } from './events.ts';
import { isLoopback } from './loopback.ts';
import { pruneOften } from './pruning.ts';
import { readSettings, type Settings } from './settings.ts';
import { Summaries } from './summaries/summaries.ts';
import { Lanes, Threads } from './threads/threads.ts';

/** What the server ends with where its port is taken; `scripts/start.mjs` then takes the next. */
const PORT_TAKEN = 98;

/** Lines that wait for the log beyond this are dropped, bytes. */
const MAX_WAITING = 1024 * 1024;

/** Requests under way may take so long once the server is told to end, ms. */
const GRACE = 3000;

/** For so long a connection is kept after an answer, ms. */
const KEPT = 65_000;

function settingsOrEnd(): Settings {
  try {
    return readSettings(process.env);
  } catch (error) {
    console.error((error as Error).message);
    process.exit(1);
  }
}

const settings = settingsOrEnd();
const output = pino.destination({
  dest: settings.log ?? 1,
  sync: false,
  mode: 0o600,
  maxLength: MAX_WAITING,
});
// A full disk costs lines of the log, not the server.
output.on('error', () => {});
const logger = pino({}, output);

await migrate(settings.databaseUrl, settings.migrations);
const pool = openPool(settings.databaseUrl, logger);
if (settings.demo) await loadDemo(pool, settings.demo === 'reset');

const coreVersion = process.env['ELDRUN_CORE_VERSION'] ?? 'development';
const [short, long] = [1, 2].map(() => new Threads({ threads: 1, memory: 1024 })) as [
  Threads,
  Threads,
];
const summaries = new Summaries({
  pool,
  logger,
  kinds: KINDS,
  coreVersion,
  quiet: settings.simulateAfter,
  short: (job) => short.run<Summary>('summaries', job),
  long: (job) => long.run<Summary>('summaries', job),
});
const events = new Events(pool);
events.start();
const work = new Lanes();
const { host, port, page, password, proxies, data } = settings;
const app = createApp({
  pool,
  logger,
  loopback: isLoopback(host),
  coreVersion,
  events,
  proxies,
  work,
  bundles: { limits: settings.bundles, ...(data ? { folder: data } : {}) },
  changed: () => summaries.poke(),
  ...(page ? { page } : {}),
  ...(password ? { password } : {}),
  ...(data ? { room: roomOf(data) } : {}),
});
const server = app.listen(port, host, (error) => {
  if (error) {
    console.error(error.message);
    process.exit((error as NodeJS.ErrnoException).code === 'EADDRINUSE' ? PORT_TAKEN : 1);
  }
  if (process.send) process.send({ listening: true });
  else console.log(`Eldrun: http://${host.includes(':') ? `[${host}]` : host}:${port}`);
  summaries.poke();
  pruneOften(new DocumentStore(pool, { kinds: KINDS, coreVersion }), (error) =>
    logger.warn({ err: error }, 'the history was not thinned out'),
  );
});

// A browser or a proxy that uses a connection again finds it open: proxies keep them for a minute.
server.keepAliveTimeout = KEPT;
server.headersTimeout = KEPT + 1000;

let ending = false;
function end(): void {
  if (ending) return;
  ending = true;
  events.close();
  server.close(
    () =>
      void Promise.all([summaries.close(), short.close(), long.close(), work.close()])
        .then(() => pool.end())
        .then(() => process.exit(0)),
  );
  // A kept connection is let go once its request is answered.
  setInterval(() => server.closeIdleConnections(), 50).unref();
  setTimeout(() => process.exit(0), GRACE).unref();
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, end);
// The script that started it is gone, and the database goes with it.
process.on('disconnect', end);
