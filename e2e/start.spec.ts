import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { throwAwayFolder } from '../scripts/data-folder.mjs';
import { Cluster, freePort } from '../scripts/postgres.mjs';

const START = join(import.meta.dirname, '../scripts/start.mjs');

/** Starts Eldrun and waits for its address. */
async function start(...args: string[]): Promise<{ app: ChildProcess; url: string }> {
  const app = spawn(process.execPath, [START, ...args], { stdio: ['ignore', 'pipe', 'inherit'] });
  for await (const text of app.stdout.setEncoding('utf8')) {
    const url = /Eldrun: (\S+)/.exec(String(text))?.[1];
    if (url) return { app, url };
  }
  throw new Error('it ended without an address');
}

async function stop(app: ChildProcess): Promise<number | null> {
  app.kill('SIGINT');
  const [code] = (await once(app, 'exit')) as [number | null];
  return code;
}

const say = (...args: string[]) =>
  spawnSync(process.execPath, [START, ...args], { encoding: 'utf8' });

test('what cannot be is refused in a line, and help helps', async () => {
  expect(say('--help')).toMatchObject({
    status: 0,
    stdout: expect.stringContaining('--reset-demo'),
  });
  expect(say('--bogus')).toMatchObject({ status: 1, stderr: expect.stringContaining('--bogus') });
  expect(say('--port', 'banana').stderr).toContain(
    '--port banana is not a port. Allowed: 1 to 65535.',
  );
  const taken = createServer().listen(0, '127.0.0.1');
  await once(taken, 'listening');
  const { port } = taken.address() as { port: number };
  expect(say('--port', String(port), '--data', throwAwayFolder()).stderr).toContain(
    `Port ${port} is taken`,
  );
  taken.close();
});

test('it starts, is one to its data, keeps them, and stops all it started', async () => {
  const folder = throwAwayFolder();
  const cluster = new Cluster(folder);
  const port = String(await freePort());
  try {
    const first = await start('--data', folder, '--port', port);
    expect(first.url).toBe(`http://127.0.0.1:${port}`);
    const projects = async (url: string) =>
      (await (await fetch(`${url}/api/projects`)).json()) as {
        id: string;
        name: string;
        revision: number;
      }[];
    const demo = await projects(first.url);
    expect(demo.map(({ name }) => name)).toContain('Mill Race house');
    const changed = await fetch(`${first.url}/api/projects/${demo[0]!.id}`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ revision: demo[0]!.revision, name: 'Renamed here' }),
    });
    expect(changed.status).toBe(200);

    const second = say('--data', folder);
    expect(second).toMatchObject({ status: 0, stdout: expect.stringContaining(first.url) });
    expect(await stop(first.app)).toBe(0);
    expect(cluster.runningPort()).toBeNull();
    await expect(fetch(`${first.url}/api/health`)).rejects.toThrow();

    const again = await start('--data', folder, '--port', port);
    expect((await projects(again.url)).map(({ name }) => name)).toContain('Renamed here');
    await stop(again.app);

    const reset = await start('--data', folder, '--port', port, '--reset-demo');
    const names = (await projects(reset.url)).map(({ name }) => name);
    expect(names).toContain('Mill Race house');
    expect(names).not.toContain('Renamed here');
    await stop(reset.app);
  } finally {
    await cluster.remove();
  }
});
