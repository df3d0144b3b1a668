import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { effectScope, nextTick, type EffectScope } from 'vue';
import type { ListedDocument, ListedWall } from '@eldrun/contract';
import { useContents } from '../../src/project/contents.ts';
import { useProject } from '../../src/project/project.ts';
import { fakeBrowser } from '../fake-server.ts';
import { until } from '../until.ts';

/** What was asked of the server, and what of it is answered so far. */
let asked: URL[];
let answering: boolean;
let scope: EffectScope;
const before = globalThis.fetch;

const listed = (id: string, kind: string, revision = 1) =>
  ({ id, kind, revision, name: id, document: { name: `${id} ${revision}` } }) as never;

function fill(walls: number): void {
  const project = useProject();
  project.id = 'p';
  project.walls = Array.from({ length: walls }, (_, n) => listed(`w${n}`, 'wall'));
  project.documents = [listed('h', 'house'), listed('d', 'details')] as ListedDocument[];
}

beforeEach(() => {
  fakeBrowser();
  asked = [];
  answering = true;
  globalThis.fetch = async (address) => {
    const url = new URL(address as string, 'http://eldrun');
    asked.push(url);
    const { walls, documents } = useProject();
    const ids = url.searchParams.get('ids')?.split(',');
    const found = [...walls, ...documents].filter(({ id, kind }) =>
      ids ? ids.includes(id) : kind === url.searchParams.get('kind'),
    );
    while (!answering) await new Promise((resolve) => setImmediate(resolve));
    return new Response(JSON.stringify(found), { headers: { 'eldrun-heard': '1' } });
  };
  setActivePinia(createPinia());
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  globalThis.fetch = before;
});

test('what is wanted in the same moment is read once, in one request', async () => {
  fill(2);
  const contents = useContents();
  const [walls, details] = scope.run(() => [
    contents.followWalls(),
    contents.followOnly('details'),
  ])!;
  await until(() => details.value !== null);
  expect([...walls.value.keys()]).toEqual(['w0', 'w1']);
  expect(asked.map(({ searchParams }) => searchParams.get('ids'))).toEqual(['w0,w1,d']);
  await contents.readWalls(['w1']);
  expect(asked).toHaveLength(1);
});

test('many walls are asked for by their kind, what is beside them by its id', async () => {
  fill(30);
  const contents = useContents();
  const [walls, house] = scope.run(() => [contents.followWalls(), contents.followOnly('house')])!;
  await until(() => house.value !== null && walls.value.size === 30);
  expect(asked.map(({ search }) => search)).toEqual([
    '?contents=true&kind=wall',
    '?contents=true&ids=h',
  ]);
});

test('what was saved anew is read again, and nothing else', async () => {
  fill(2);
  const contents = useContents();
  const details = scope.run(() => contents.followOnly('details'))!;
  await until(() => details.value !== null);
  const project = useProject();
  project.documents = [listed('h', 'house', 2), listed('d', 'details', 2)] as ListedDocument[];
  await until(() => details.value!.name === 'd 2');
  expect(asked.map(({ searchParams }) => searchParams.get('ids'))).toEqual(['d', 'd']);
});

test('what comes of a project that was left is dropped', async () => {
  fill(1);
  const contents = useContents();
  answering = false;
  const walls = scope.run(() => contents.followWalls())!;
  await until(() => asked.length === 1);
  // Another one, with a wall of the same name.
  const project = useProject();
  project.id = 'q';
  project.walls = [
    { ...(listed('w0', 'wall') as ListedWall), document: { name: 'of q' } as never },
  ];
  project.documents = [];
  await until(() => asked.length === 2);
  answering = true;
  await until(() => walls.value.size > 0);
  await nextTick();
  expect(walls.value.get('w0')!.name).toBe('of q');
  expect(asked.map(({ pathname }) => pathname)).toEqual([
    '/api/projects/p/documents',
    '/api/projects/q/documents',
  ]);
});
