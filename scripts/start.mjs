import { fork } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { build } from './build.mjs';
import { defaultDataFolder, prepareDataFolder } from './data-folder.mjs';
import { lock } from './lock.mjs';
import { LogFile } from './log-file.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { Cluster } from './postgres.mjs';
import { GIVES_BACK, main, Refusal } from './run.mjs';

const HELP = `npm start -- [--port N] [--data DIR] [--reset-demo]

Starts Eldrun with its own PostgreSQL on loopback and prints its address.
Installs and builds what is missing; Ctrl+C stops all that it started.

  --port N       the page's port (default 4870, or the next free one)
  --data DIR     where the data live (default .data in this folder)
  --reset-demo   loads the demo projects anew; other projects stay
  --help         this text
`;

const FIRST_PORT = 4870;

/** A worker that ended is started again so much later, ms. */
const WORKER_AGAIN = 1000;

/** What the server ends with where its port is taken. */
const PORT_TAKEN = 98;

function options() {
  try {
    return parseArgs({
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        'reset-demo': { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
      },
    }).values;
  } catch (error) {
    throw new Refusal(`${error.message}\n\n${HELP}`);
  }
}

function isFree(port) {
  return new Promise((answer) => {
    const probe = createServer();
    probe.once('error', () => answer(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => answer(true)));
  });
}

/** @param last the port of the start before, whose server may be about to let go of it */
async function choosePort(wanted, last) {
  if (wanted !== undefined) {
    const port = Number(wanted);
    if (wanted === '' || !Number.isInteger(port) || port < 1 || port > 65535)
      throw new Refusal(`--port ${wanted} is not a port. Allowed: 1 to 65535.`);
    for (let tries = 0; !(await isFree(port)); tries++) {
      if (port !== last || tries === 50)
        throw new Refusal(`Port ${port} is taken. Choose another with --port N.`);
      await wait(100);
    }
    return port;
  }
  for (let port = FIRST_PORT; port < FIRST_PORT + 100; port++) if (await isFree(port)) return port;
  throw new Refusal('No free port was found. Choose one with --port N.');
}

/** What the start that runs, or ran last, says of itself. */
function lastStart(runFile) {
  try {
    const { url } = JSON.parse(readFileSync(runFile, 'utf8'));
    return { url, port: Number(new URL(url).port) };
  } catch {
    return null; // None, or cut off.
  }
}

/** Ends a process that was started, and waits for it. */
async function endOf(started) {
  if (!started || started.exitCode !== null || started.signalCode !== null) return;
  const ended = once(started, 'exit');
  started.kill('SIGTERM');
  const insist = setTimeout(() => started.kill('SIGKILL'), 8000);
  await ended;
  clearTimeout(insist);
}

/** Whether a server answers there. */
async function answers(url) {
  try {
    await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(2000) });
    return true;
  } catch {
    return false;
  }
}

/**
 * Makes these data this start's own, until it ends.
 *
 * @returns whether they are; false where another start serves them, which is told
 */
async function takeData(folder, runFile) {
  for (let tries = 0; !(await lock(join(folder, 'lock'))); tries++) {
    const other = lastStart(runFile);
    if (other && (await answers(other.url))) {
      console.log(`Eldrun already runs on these data: ${other.url}`);
      return false;
    }
    if (tries === 0) console.log('Another start on these data is under way…');
    await wait(200);
  }
  return true;
}

await main(async () => {
  const { port: wantedPort, data, 'reset-demo': resetDemo, help } = options();
  if (help) return void console.log(HELP);

  let server = null;
  let worker = null;
  let cluster = null;
  let stopping = false;
  let runFile = null;
  const logs = [];
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    await Promise.all([server, worker].map(endOf));
    await cluster?.stop();
    for (const log of logs) log.close();
    if (runFile) rmSync(runFile, { force: true });
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

  try {
    ensurePackages();
    const folder = data === undefined ? defaultDataFolder() : resolve(data);
    prepareDataFolder(folder);
    const file = join(folder, 'running.json');
    if (!(await takeData(folder, file))) process.exit(0);
    let port = await choosePort(wantedPort, lastStart(file)?.port);
    runFile = file;
    rmSync(runFile, { force: true });
    await build();
    if (stopping) return;
    cluster = new Cluster(folder);
    const databaseUrl = await cluster.start({ tell: (line) => console.error(line) });
    if (stopping) return;
    const log = new LogFile(join(folder, 'server.log'));
    logs.push(log);
    const serve = () => {
      server = fork(join(ROOT, 'server/dist/main.mjs'), {
        stdio: ['ignore', log.descriptor, log.descriptor, 'ipc'],
        env: {
          ...GIVES_BACK,
          ...process.env,
          ELDRUN_DATABASE_URL: databaseUrl,
          ELDRUN_DATA: folder,
          ELDRUN_PORT: String(port),
          ELDRUN_DEMO: resetDemo ? 'reset' : 'once',
        },
      });
      server.once('message', () => {
        const url = `http://127.0.0.1:${port}`;
        writeFileSync(runFile, JSON.stringify({ pid: process.pid, url }));
        console.log(`Eldrun: ${url}`);
        work();
      });
      server.once('exit', (code) => {
        if (stopping) return;
        // Somebody took the port since it was looked at.
        if (code === PORT_TAKEN && wantedPort === undefined && ++port < FIRST_PORT + 100)
          return serve();
        console.error(`The server ended (${code}). Its log: ${log.path}`);
        void stop(1);
      });
    };
    // It evaluates what is too large for one page. One that ends is started again.
    const work = () => {
      worker = fork(join(ROOT, 'server/dist/worker.mjs'), {
        stdio: ['ignore', log.descriptor, log.descriptor, 'ipc'],
        env: { ...GIVES_BACK, ...process.env, ELDRUN_DATABASE_URL: databaseUrl },
      });
      worker.once('exit', () => {
        if (!stopping) setTimeout(() => !stopping && work(), WORKER_AGAIN).unref();
      });
    };
    serve();
  } catch (error) {
    // What Ctrl+C interrupted fails before the signal is told.
    await wait(50);
    if (stopping) return;
    console.error(error instanceof Refusal ? error.message : error);
    await stop(1);
  }
});
