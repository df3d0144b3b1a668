import { fork } from 'node:child_process';
import { existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { build } from './build.mjs';
import { ensurePackages, ROOT } from './packages.mjs';
import { Cluster, defaultDataFolder } from './postgres.mjs';
import { main, Refusal } from './run.mjs';

const HELP = `npm start -- [--port N] [--data DIR] [--reset-demo]

Starts Eldrun with its own PostgreSQL on loopback and prints its address.
Installs and builds what is missing; Ctrl+C stops all that it started.

  --port N       the page's port (default 4870, or the next free one)
  --data DIR     where the data live (default .data in this folder)
  --reset-demo   loads the demo projects anew; other projects stay
  --help         this text
`;

const FIRST_PORT = 4870;

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

async function choosePort(wanted) {
  if (wanted !== undefined) {
    const port = Number(wanted);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new Refusal(`--port ${wanted} is not a port. Allowed: 1 to 65535.`);
    if (!(await isFree(port)))
      throw new Refusal(`Port ${port} is taken. Choose another with --port N.`);
    return port;
  }
  for (let port = FIRST_PORT; port < FIRST_PORT + 100; port++) if (await isFree(port)) return port;
  throw new Refusal('No free port was found. Choose one with --port N.');
}

/** The address at which another start serves the same data, or null. */
function alreadyRunning(runFile) {
  if (!existsSync(runFile)) return null;
  try {
    const { pid, url } = JSON.parse(readFileSync(runFile, 'utf8'));
    process.kill(pid, 0);
    return url;
  } catch {
    return null; // Left over from a start that was killed.
  }
}

await main(async () => {
  const { port: wantedPort, data, 'reset-demo': resetDemo, help } = options();
  if (help) return void console.log(HELP);
  ensurePackages();
  const folder = data ? resolve(data) : defaultDataFolder();
  mkdirSync(folder, { recursive: true });
  const runFile = join(folder, 'running.json');
  const running = alreadyRunning(runFile);
  if (running) return void console.log(`Eldrun already runs on these data: ${running}`);

  const port = await choosePort(wantedPort);
  const url = `http://127.0.0.1:${port}`;
  await build();
  writeFileSync(runFile, JSON.stringify({ pid: process.pid, url }));
  const cluster = new Cluster(folder);

  let server = null;
  let stopping = false;
  const stop = (code) => {
    if (stopping) return;
    stopping = true;
    const finish = () => {
      try {
        cluster.stop();
      } finally {
        rmSync(runFile, { force: true });
        process.exit(code);
      }
    };
    if (server && server.exitCode === null && server.signalCode === null) {
      server.once('exit', finish);
      server.kill('SIGTERM');
    } else finish();
  };
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));

  try {
    const databaseUrl = await cluster.start();
    const log = join(folder, 'server.log');
    const logStream = openSync(log, 'a');
    server = fork(join(ROOT, 'server/dist/main.mjs'), {
      stdio: ['ignore', 'ignore', logStream, 'ipc'],
      env: {
        ...process.env,
        ELDRUN_DATABASE_URL: databaseUrl,
        ELDRUN_MIGRATIONS: join(ROOT, 'server/migrations'),
        ELDRUN_PAGE: join(ROOT, 'web/dist'),
        ELDRUN_PORT: String(port),
        ELDRUN_RESET_DEMO: resetDemo ? '1' : '',
        ELDRUN_LOG: log,
      },
    });
    server.once('message', () => console.log(`Eldrun: ${url}`));
    server.once('exit', (code) => {
      if (stopping) return;
      console.error(`The server ended (${code}). Its log: ${log}`);
      stop(1);
    });
  } catch (error) {
    console.error(error instanceof Refusal ? error.message : error);
    stop(1);
  }
});
