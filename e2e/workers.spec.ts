import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import pg from 'pg';
import { withBrief, type Brief, type ProjectWall } from '@eldrun/core/build-up';
import { expectAccessible, openCopyOfDemoWall } from './bench.ts';
import { Instance } from './instance.ts';

interface Run {
  id: string;
  parts: number;
  done: number[];
  finishedAt: string | null;
  result: object | null;
  problem: string | null;
}

/** Processes of the start script that evaluate explorations. */
function workersOf({ app }: Instance): number[] {
  const children = readFileSync(`/proc/${app!.pid}/task/${app!.pid}/children`, 'utf8');
  return children
    .trim()
    .split(' ')
    .filter((pid) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('dist/worker.mjs'))
    .map(Number);
}

/** One more worker, as `npm run worker` starts it. */
async function worker(databaseUrl: string): Promise<ChildProcess> {
  const started = spawn(
    process.execPath,
    [join(import.meta.dirname, '../server/dist/worker.mjs')],
    {
      env: { ...process.env, ELDRUN_DATABASE_URL: databaseUrl },
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    },
  );
  await once(started, 'message');
  return started;
}

test('workers share an exploration; killed in the middle, their parts are taken again and the result is the same @fault', async () => {
  test.setTimeout(300_000);
  const eldrun = new Instance();
  const extra: ChildProcess[] = [];
  try {
    await eldrun.start();
    const listed = await eldrun.ask<{ projects: { id: string }[] }>('GET', '/projects');
    const project = await eldrun.ask<{ id: string; brief: Brief; walls: { id: string }[] }>(
      'GET',
      `/projects/${listed.body.projects[0]!.id}`,
    );
    const { id, brief, walls } = project.body;
    const wall = await eldrun.ask<{ document: ProjectWall }>('GET', `/walls/${walls[1]!.id}`);
    const exploration = {
      format: 'eldrun-exploration',
      version: 1,
      wall: withBrief(wall.body.document, brief),
      vary: [
        { layer: 'L3', fill: ['mineral-wool-batt', 'fiberglass-batt-r21', 'cellulose-dense-pack'] },
        { layer: 'L3', spacing: [0.4064, 0.6096], fraction: [0.23, 0.2] },
        { layer: 'L6', material: ['mineral-wool-board-rigid', 'xps'] },
        { layer: 'L6', thickness: Array.from({ length: 1000 }, (_, i) => 0.0254 + i / 10_000) },
      ],
      limits: { moisture: 'caution' },
      objectives: ['cost', 'u'],
    };
    const start = async (): Promise<Run> =>
      (
        await eldrun.ask<Run>('POST', `/projects/${id}/explorations`, {
          exploration,
          hourly: false,
        })
      ).body;
    const read = async (run: string): Promise<Run> =>
      (await eldrun.ask<Run>('GET', `/explorations/${run}`)).body;
    const until = async (run: string, ready: (state: Run) => boolean): Promise<Run> => {
      await expect.poll(async () => ready(await read(run)), { timeout: 120_000 }).toBe(true);
      return read(run);
    };

    // The worker of the start alone.
    const alone = await start();
    expect(alone.parts).toBe(6);
    const { result } = await until(alone.id, ({ finishedAt }) => finishedAt !== null);
    expect(result).not.toBeNull();

    const databaseUrl = eldrun.cluster.runningUrl()!;
    extra.push(await worker(databaseUrl), await worker(databaseUrl));
    const client = new pg.Client({ connectionString: databaseUrl });
    await client.connect();
    const shared = await start();
    const taken = async (state: string): Promise<number> => {
      const { rows } = await client.query<{ count: number }>(
        `SELECT count(*)::integer AS count FROM pgboss.job
         WHERE state = $1 AND data ->> 'exploration' = $2`,
        [state, shared.id],
      );
      return rows[0]!.count;
    };
    await expect
      .poll(() => taken('active'), { intervals: [20], timeout: 60_000 })
      .toBeGreaterThan(1);
    for (const pid of workersOf(eldrun)) process.kill(pid, 'SIGKILL');
    for (const one of extra) one.kill('SIGKILL');
    await Promise.all(extra.map((one) => once(one, 'exit')));
    expect(await taken('active')).toBeGreaterThan(0);

    // The start script has a new one at work by now, which takes up what the others left.
    const after = await until(shared.id, ({ finishedAt }) => finishedAt !== null);
    expect(after.problem).toBeNull();
    expect(after.result).toEqual(result);
    await client.end();
    expect(await eldrun.stop()).toBe(0);
  } finally {
    for (const one of extra) one.kill('SIGKILL');
    await eldrun.remove();
  }
});

test('what workers evaluate is started, shown again after the page was closed, and taken away', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.getByRole('link', { name: 'Explore', exact: true }).click();
  await page.getByRole('combobox', { name: 'From' }).click();
  await page.getByRole('option', { name: 'North gable, option B' }).click();
  await page.getByLabel('Simulate every wall, hour by hour').check();
  await page.getByRole('button', { name: 'Run on the server' }).click();
  const runs = page.getByRole('region', { name: 'On the server' }).getByRole('listitem');
  await expect(runs).toContainText('walls, simulated');
  await runs.getByRole('button', { name: 'Stop' }).click();
  await expect(runs).toHaveCount(0);

  // A smaller one is given to them while no page is open.
  const [, project] = /projects\/([^/]+)/.exec(page.url())!;
  const wallId = new URL(page.url()).searchParams.get('wall')!;
  await page.goto('about:blank');
  const { brief } = (await (await page.request.get(`/api/projects/${project}`)).json()) as {
    brief: Brief;
  };
  const { document } = (await (await page.request.get(`/api/walls/${wallId}`)).json()) as {
    document: ProjectWall;
  };
  const exploration = {
    format: 'eldrun-exploration',
    version: 1,
    wall: withBrief(document, brief),
    vary: [{ layer: 'L6', thickness: [0.0381, 0.0508] }],
    objectives: ['cost', 'u'],
  };
  await page.request.post(`/api/projects/${project}/explorations`, {
    data: { wall: wallId, exploration, hourly: true },
  });
  await page.goto(`/projects/${project}/options/explore?wall=${wallId}`);
  // A server that is away for a moment ends nothing.
  const away = { status: 503, json: { error: { code: 'away', message: 'Not now.', path: '' } } };
  await page.route('**/api/explorations/*', (route) => route.fulfill(away), { times: 2 });
  await runs.getByRole('button', { name: 'Show' }).click();
  await expect(page.locator('[data-explored]')).toContainText('2 simulated hour by hour', {
    timeout: 240_000,
  });
  await expect(page.locator('[data-run="done"]')).toBeVisible();
  await expectAccessible(page);
  await runs.getByRole('button', { name: 'Take away' }).click();
  await expect(runs).toHaveCount(0);
});
