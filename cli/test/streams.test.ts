import { spawnSync } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { withBrief } from '@eldrun/core/build-up';

/** The command among pipes and devices, as a shell runs it. */

const COMMAND = `'${process.execPath}' '${join(import.meta.dirname, '../bin/eldrun.mjs')}'`;
let folder: string;
let wall: string;

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'eldrun-streams-'));
  const { brief, walls } = DEMO_PROJECTS[0]!;
  wall = join(folder, 'wall.json');
  await writeFile(wall, JSON.stringify(withBrief(walls[0]!, brief)));
});
afterAll(() => rm(folder, { recursive: true }));

const shell = (line: string) => {
  const { status, stdout, stderr } = spawnSync('bash', ['--norc', '-o', 'pipefail', '-c', line], {
    encoding: 'utf8',
    cwd: folder,
    env: { PATH: process.env['PATH'] },
  });
  return { status, stdout, stderr };
};

test('a reader that has enough ends it quietly', () => {
  const many = Array<string>(200).fill('wall.json').join(' ');
  const { status, stderr } = shell(`${COMMAND} check --json ${many} | head -1 > first.json`);
  expect({ status, stderr }).toEqual({ status: 0, stderr: '' });
});

test('where the output cannot be written it says so and ends with 2', () => {
  expect(shell(`${COMMAND} check wall.json > /dev/full`)).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/^eldrun: the output cannot be written: ENOSPC/),
  });
  expect(shell(`${COMMAND} check none.json 2> /dev/full`).status).toBe(2);
});

test('pipes are read to their end, empty ones and endless devices are refused', async () => {
  const name = JSON.parse(await readFile(wall, 'utf8')) as { name: string };
  expect(shell(`${COMMAND} check <(sleep 0.2; cat wall.json)`).stdout).toContain(name.name);
  expect(shell(`mkfifo pipe; ${COMMAND} check pipe`)).toMatchObject({
    status: 2,
    stderr: expect.stringContaining('not JSON at line 1, column 1'),
  });
  expect(shell(`${COMMAND} check /dev/zero`)).toMatchObject({
    status: 2,
    stderr: expect.stringContaining('at most 1 MiB'),
  });
  expect(shell(`${COMMAND} check . /dev/null`).stderr).toMatch(/is a folder.*\n.*not JSON/);
});

test('a file nested beyond any document is refused, broken or not', async () => {
  await writeFile(join(folder, 'deep.json'), '['.repeat(200_000));
  const text = await readFile(wall, 'utf8');
  const nested = '['.repeat(3000) + ']'.repeat(3000);
  await writeFile(join(folder, 'nested.json'), `${text.slice(0, -1)},"note":${nested}}`);
  const { status, stderr } = shell(`${COMMAND} check deep.json nested.json`);
  expect(status).toBe(2);
  expect(stderr.match(/nested too deep. Allowed: at most 64 levels/g)).toHaveLength(2);
});
