import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { expect, test } from '@playwright/test';
import { throwAwayFolder } from '../scripts/data-folder.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { Instance, script } from './instance.ts';

/** The list of projects, as far as it is looked at. */
interface ListedNames {
  projects: { name: string }[];
}

/**
 * What goes wrong outside: processes killed, starts at the same moment, damaged folders, a full disk. `npm run test:faults`
 * goes through each as often as `ELDRUN_ROUNDS` says; of all of it `npm test` kills once in mid-save.
 */

const ROUNDS = Number(process.env['ELDRUN_ROUNDS'] ?? 1);
const asRoot = process.getuid?.() === 0;

test.setTimeout(120_000 + ROUNDS * 60_000);

interface Wall {
  id: string;
  revision: number;
  document: object;
}

interface Run {
  done: number[];
}

const BRIEF = {
  convention: 'ashrae',
  indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.35 } },
  outdoor: { climate: 'cold-humid' },
};

const wallNamed = (name: string) => ({
  format: 'eldrun-wall',
  version: 1,
  name,
  layers: [{ id: 'a', kind: 'sheet', material: 'osb', thickness: 0.012 }],
});

async function newProject(eldrun: Instance, name: string): Promise<string> {
  const { body } = await eldrun.ask<{ id: string }>('POST', '/projects', { name });
  return body.id;
}

async function newWall(eldrun: Instance, project: string, name: string): Promise<Wall> {
  const { body } = await eldrun.ask<Wall>('POST', `/projects/${project}/walls`, {
    document: wallNamed(name),
  });
  return body;
}

/** Takes the folder of a test away whatever became of it. */
async function withInstance<T>(work: (eldrun: Instance) => Promise<T>): Promise<T> {
  const eldrun = new Instance();
  try {
    return await work(eldrun);
  } finally {
    await eldrun.remove();
  }
}

/** Ends processes of this test's own without a word. */
function kill(...pids: (number | undefined)[]): void {
  for (const pid of pids) if (pid) process.kill(pid, 'SIGKILL');
}

test('killed in mid-save: all that was acknowledged is there, and nothing runs twice', async () => {
  await withInstance(async (eldrun) => {
    await eldrun.start();
    const project = await newProject(eldrun, 'Killed');
    const walls = await Promise.all(
      Array.from({ length: 6 }, (_, i) => newWall(eldrun, project, `wall ${i}`)),
    );
    let acknowledged = 0;
    for (let round = 0; round < ROUNDS; round++) {
      let stopped = false;
      const before = acknowledged;
      const saving = walls.map(async (wall) => {
        for (let i = 0; !stopped; i++)
          try {
            const { status, body } = await eldrun.ask<Wall & { current: Wall }>(
              'PATCH',
              `/walls/${wall.id}`,
              { revision: wall.revision, document: wallNamed(`${round} ${i}`), steps: ['Edit'] },
            );
            if (status === 200) {
              acknowledged++;
              wall.revision = body.revision;
            } else if (status === 409) wall.revision = body.current.revision;
          } catch {
            await wait(20);
          }
      });
      // Saves are under way, on a busy machine too, before it is killed at another moment each time.
      while (acknowledged < before + 4) await wait(5);
      await wait(37 * (round % 7));
      const { start, server, database } = eldrun.processes();
      if (round % 3 === 0) kill(start, server, database);
      else if (round % 3 === 1) kill(server);
      else kill(start);
      await eldrun.ended();
      stopped = true;
      await Promise.all(saving);
      await eldrun.start();
      for (const { id, revision } of walls) {
        const { body } = await eldrun.ask<Wall>('GET', `/walls/${id}`);
        expect(body.revision).toBeGreaterThanOrEqual(revision);
      }
    }
    expect(acknowledged).toBeGreaterThanOrEqual(4 * ROUNDS);
  });
});

test('PostgreSQL that is killed comes back by itself; saves meanwhile are 503, then go on @fault', async () => {
  await withInstance(async (eldrun) => {
    await eldrun.start();
    const project = await newProject(eldrun, 'Comes back');
    for (let round = 0; round < ROUNDS; round++) {
      kill(eldrun.processes().database);
      await expect(async () => {
        const { status } = await eldrun.ask('POST', `/projects/${project}/walls`, {
          document: wallNamed(`${round}`),
        });
        expect([201, 503]).toContain(status);
        expect(status).toBe(201);
      }).toPass({ timeout: 40_000 });
    }
    expect(eldrun.said).toContain('PostgreSQL runs again.');
  });
});

test('a first start that is killed at any moment leaves nothing that the next stumbles over @fault', async () => {
  for (let round = 0; round < 2 * ROUNDS; round++)
    await withInstance(async (eldrun) => {
      eldrun.launch('--port', String(await freePort()));
      await wait(400 + ((round * 311) % 2600));
      const { start, server, database } = eldrun.processes();
      kill(start, server, database);
      await eldrun.ended();
      await eldrun.start();
      expect(readdirSync(eldrun.folder).filter((name) => name.includes('unfinished'))).toEqual([]);
    });
});

test('of two first starts at the same moment one serves, and the other says where @fault', async () => {
  await withInstance(async (eldrun) => {
    const other = new Instance(eldrun.folder);
    await Promise.allSettled([eldrun.start(), other.start()]);
    const serving = [eldrun, other].filter(({ app }) => app!.exitCode === null);
    expect(serving).toHaveLength(1);
    const told = [eldrun, other].find((one) => one !== serving[0])!;
    expect(told.said).toContain(`already runs on these data: ${serving[0]!.url}`);
    await other.stop();
  });
});

test('damaged data are left as they are, with what is wrong and what to do @fault', async () => {
  await withInstance(async (eldrun) => {
    await eldrun.start();
    await newProject(eldrun, 'Precious');
    await eldrun.stop();
    const files = () => readdirSync(eldrun.cluster.data, { recursive: true }).length;
    const before = files();
    const fails = async () => {
      await expect(eldrun.start()).rejects.toThrow(/Nothing was changed/);
      return eldrun.said;
    };
    const away = (path: string) => renameSync(path, `${path}.away`);
    const back = (path: string) => renameSync(`${path}.away`, path);

    const version = join(eldrun.cluster.data, 'PG_VERSION');
    away(version);
    expect(await fails()).toContain('no PG_VERSION');
    expect(files()).toBe(before);
    back(version);

    const password = join(eldrun.folder, 'password');
    away(password);
    expect(await fails()).toContain('password is missing');
    expect(existsSync(password)).toBe(false);
    writeFileSync(password, '\0\0\0');
    expect(await fails()).toContain('does not hold the database’s password');
    rmSync(password);
    back(password);

    // A power cut: the mark of a process that is gone, its number now another's.
    writeFileSync(
      join(eldrun.cluster.data, 'postmaster.pid'),
      `${process.pid}\n${eldrun.cluster.data}\n1\n1\n\n127.0.0.1\n0 0\nready\n`,
    );
    writeFileSync(join(eldrun.folder, 'running.json'), `{"pid":${process.pid}`);
    await eldrun.start();
    const { body } = await eldrun.ask<ListedNames>('GET', '/projects');
    expect(body.projects.map(({ name }) => name)).toContain('Precious');
  });
});

test('a folder that is closed to the database’s user is handed to it, or refused with nothing changed @fault', async () => {
  test.skip(!asRoot, 'only root’s database has a user of its own');
  const parent = throwAwayFolder();
  const eldrun = new Instance(join(parent, 'a $dollar’s "space"'));
  try {
    mkdirSync(eldrun.folder, { mode: 0o700 });
    await eldrun.start();
    expect(statSync(join(eldrun.folder, 'server.log')).mode & 0o777).toBe(0o600);
    await eldrun.stop();
    chmodSync(parent, 0o700);
    await expect(new Instance(join(parent, 'new')).start()).rejects.toThrow(
      `may not enter ${parent}`,
    );
    expect(existsSync(join(parent, 'new'))).toBe(false);
    // Somebody's own files are not handed to anybody.
    const home = throwAwayFolder();
    chmodSync(home, 0o700);
    writeFileSync(join(home, 'letter.txt'), 'mine');
    await expect(new Instance(home).start()).rejects.toThrow(`may not enter ${home}`);
    expect(statSync(home).uid).toBe(0);
    rmSync(home, { recursive: true });
  } finally {
    chmodSync(parent, 0o755);
    await eldrun.remove();
    rmSync(parent, { recursive: true });
  }
});

test('a full disk: saving waits for room, reading goes on, nothing ends @fault', async () => {
  const disk = throwAwayFolder();
  const mounted =
    asRoot &&
    spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=300m,mode=0755', 'tmpfs', disk]).status === 0;
  test.skip(!mounted, 'a disk of the test’s own cannot be mounted here');
  const eldrun = new Instance(join(disk, 'data'));
  const filler = join(disk, 'filler');
  try {
    await eldrun.start();
    const project = await newProject(eldrun, 'Before');
    const save = async () => {
      const { status } = await eldrun.ask('POST', `/projects/${project}/walls`, {
        document: wallNamed('w'),
      });
      return status;
    };
    for (let round = 0; round < ROUNDS; round++) {
      spawnSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=1M']);
      await expect.poll(save).toBe(503);
      const { status, body } = await eldrun.ask<ListedNames>('GET', '/projects');
      expect(status).toBe(200);
      expect(body.projects.map(({ name }) => name)).toContain('Before');
      rmSync(filler);
      await expect.poll(save).toBe(201);
    }
    expect(eldrun.app!.exitCode).toBeNull();
  } finally {
    await eldrun.remove();
    // What still looks at a file of it lets go in a moment.
    await expect.poll(() => spawnSync('umount', [disk]).status).toBe(0);
    rmSync(disk, { recursive: true });
  }
});

test('a backup made while it runs is restored row by row, and never over data without a word @fault', async () => {
  const folder = throwAwayFolder();
  const file = join(folder, 'backup.eldrun');
  await withInstance(async (eldrun) => {
    await eldrun.start();
    const project = await newProject(eldrun, 'Backed up');
    const wall = await newWall(eldrun, project, 'Kept wall');
    // Years of more walls than are run meanwhile: most of it still waits in the queue.
    const walls = Array.from({ length: 300 }, (_, i) => 0.01 + i / 10_000);
    const exploration = {
      format: 'eldrun-exploration',
      version: 1,
      wall: { ...wallNamed('Explored'), ...BRIEF },
      vary: [{ layer: 'a', thickness: walls }],
      objectives: ['u'],
    };
    const run = await eldrun.ask<{ id: string; parts: number }>(
      'POST',
      `/projects/${project}/explorations`,
      { exploration, hourly: true },
    );
    expect(run.status).toBe(201);
    const made = script('backup.mjs', file, '--data', eldrun.folder);
    expect(made).toMatchObject({ status: 0, stdout: expect.stringContaining('every row') });
    expect(statSync(file).mode & 0o777).toBe(0o600);
    await eldrun.ask('POST', '/projects', { name: 'After the backup' });

    // Into an empty folder: the same as then.
    const copy = new Instance();
    expect(script('restore.mjs', file, '--data', copy.folder)).toMatchObject({ status: 0 });
    await copy.start();
    expect((await copy.ask<Wall>('GET', `/walls/${wall.id}`)).body).toEqual(wall);
    // Its worker goes on with what the queue held.
    const { done } = (await copy.ask<Run>('GET', `/explorations/${run.body.id}`)).body;
    await expect
      .poll(
        async () => (await copy.ask<Run>('GET', `/explorations/${run.body.id}`)).body.done.length,
        { timeout: 60_000 },
      )
      .toBeGreaterThan(done.length);
    await copy.remove();
    await eldrun.ask('DELETE', `/explorations/${run.body.id}`);

    // Over data: not while they are served, not unasked, and then what was there stays aside.
    const refused = script('restore.mjs', file, '--data', eldrun.folder, '--replace');
    expect(refused).toMatchObject({ status: 1, stderr: expect.stringContaining('Stop it first') });
    await eldrun.stop();
    const unasked = script('restore.mjs', file, '--data', eldrun.folder);
    expect(unasked).toMatchObject({ status: 1, stderr: expect.stringContaining('--replace') });
    const replaced = script('restore.mjs', file, '--data', eldrun.folder, '--replace');
    expect(replaced).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('eldrun_before_'),
    });
    await eldrun.start();
    const names = (await eldrun.ask<ListedNames>('GET', '/projects')).body.projects.map(
      ({ name }) => name,
    );
    expect(names).toContain('Backed up');
    expect(names).not.toContain('After the backup');
    writeFileSync(file, 'no backup');
    await eldrun.stop();
    const broken = script('restore.mjs', file, '--data', eldrun.folder, '--replace');
    expect(broken).toMatchObject({
      status: 1,
      stderr: expect.stringContaining('Nothing was changed'),
    });
  });
  rmSync(folder, { recursive: true });
});
