import { once } from 'node:events';
import { createServer } from 'node:net';
import { expect, test } from '@playwright/test';
import { throwAwayFolder } from '../scripts/data-folder.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { Instance, script } from './instance.ts';

const say = (...args: string[]) => script('start.mjs', ...args);

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
  expect(say('--data', import.meta.filename).stderr).toContain('is a file, not a folder');
});

test('it starts, is one to its data, keeps them, and stops all it started', async () => {
  const eldrun = new Instance();
  const port = String(await freePort());
  interface Listed {
    id: string;
    name: string;
    revision: number;
  }
  const projects = async () =>
    (await eldrun.ask<{ projects: Listed[] }>('GET', '/projects')).body.projects;
  const names = async () => (await projects()).map(({ name }) => name);
  try {
    await eldrun.start('--port', port);
    expect(eldrun.url).toBe(`http://127.0.0.1:${port}`);
    const demo = await projects();
    expect(demo.map(({ name }) => name)).toContain('Mill Race house');
    const change = { revision: demo[0]!.revision, name: 'Renamed here' };
    expect((await eldrun.ask('PATCH', `/projects/${demo[0]!.id}`, change)).status).toBe(200);

    const second = say('--data', eldrun.folder);
    expect(second).toMatchObject({ status: 0, stdout: expect.stringContaining(eldrun.url) });
    expect(await eldrun.stop()).toBe(0);
    expect(eldrun.cluster.runningPort()).toBeNull();
    await expect(eldrun.ask('GET', '/health')).rejects.toThrow();

    await eldrun.start('--port', port);
    expect(await names()).toContain('Renamed here');
    await eldrun.stop();

    await eldrun.start('--port', port, '--reset-demo');
    expect(await names()).toContain('Mill Race house');
    expect(await names()).not.toContain('Renamed here');
  } finally {
    await eldrun.remove();
  }
});
