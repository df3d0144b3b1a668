import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { throwAwayFolder } from '../scripts/data-folder.mjs';
import { Cluster, freePort } from '../scripts/postgres.mjs';

const SCRIPTS = join(import.meta.dirname, '../scripts');

/** Runs one of the scripts to its end. */
export const script = (name: string, ...args: string[]) =>
  spawnSync(process.execPath, [join(SCRIPTS, name), ...args], { encoding: 'utf8' });

/** An Eldrun of a test's own, with data of its own. */
export class Instance {
  readonly folder: string;
  readonly cluster: Cluster;
  private readonly own: boolean;
  app: ChildProcess | null = null;
  url = '';
  /** All that it said since its last start. */
  said = '';

  constructor(folder?: string) {
    this.own = folder === undefined;
    this.folder = folder ?? throwAwayFolder();
    this.cluster = new Cluster(this.folder);
  }

  /** Starts without waiting. */
  launch(...args: string[]): ChildProcess {
    this.said = '';
    const app = spawn(
      process.execPath,
      [join(SCRIPTS, 'start.mjs'), '--data', this.folder, ...args],
      {
        stdio: ['ignore', 'pipe', 'pipe'],
        env: { ...process.env, ELDRUN_SIMULATE_AFTER: '3600' },
      },
    );
    for (const stream of [app.stdout, app.stderr])
      stream.setEncoding('utf8').on('data', (text: string) => (this.said += text));
    return (this.app = app);
  }

  /** Starts and waits for its address. @throws with what it said when it ended without one */
  async start(...args: string[]): Promise<void> {
    const port = args.includes('--port') ? [] : ['--port', String(await freePort())];
    const app = this.launch(...port, ...args);
    await new Promise<void>((resolve, reject) => {
      app.stdout!.on('data', () => {
        this.url = /Eldrun: (\S+)/.exec(this.said)?.[1] ?? '';
        if (this.url) resolve();
      });
      app.once('exit', () => reject(new Error(`it ended: ${this.said}`)));
    });
  }

  /** Until it ends. @returns what it ended with */
  async ended(): Promise<number | null> {
    const { app } = this;
    if (app && app.exitCode === null && app.signalCode === null) await once(app, 'exit');
    return app?.exitCode ?? null;
  }

  async stop(): Promise<number | null> {
    this.app?.kill('SIGINT');
    return this.ended();
  }

  /** The start script, the server and PostgreSQL, as far as they run. */
  processes(): { start: number; server: number | undefined; database: number | undefined } {
    const start = this.app!.pid!;
    const children = readFileSync(`/proc/${start}/task/${start}/children`, 'utf8')
      .trim()
      .split(' ');
    const server = children.find((pid) => commandOf(pid).includes('server/dist/main.mjs'));
    return {
      start,
      server: server ? Number(server) : undefined,
      database: this.cluster.postmaster()?.pid,
    };
  }

  async ask<T = unknown>(method: string, path: string, body?: object) {
    const response = await fetch(`${this.url}/api${path}`, {
      method,
      // A connection kept open may have ended while this process waited for a script.
      headers: { 'content-type': 'application/json', connection: 'close' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
    const answer = (await response.json().catch(() => null)) as T;
    return { status: response.status, body: answer };
  }

  /** Stops it and takes its data away. */
  async remove(): Promise<void> {
    await this.stop();
    if (this.own) rmSync(this.folder, { recursive: true, force: true });
  }
}

function commandOf(pid: string): string {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  } catch {
    return ''; // It has ended.
  }
}
