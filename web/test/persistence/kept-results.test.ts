import { beforeEach, expect, jest, test } from '@jest/globals';

/** What a browser keeps, by key. */
let kept: Map<string, unknown>;
let full = false;

jest.unstable_mockModule('idb-keyval', () => ({
  createStore: () => ({}),
  get: (key: string) => Promise.resolve(structuredClone(kept.get(key))),
  set: (key: string, value: unknown) =>
    full ? Promise.reject(new Error('QuotaExceededError')) : Promise.resolve(kept.set(key, value)),
  del: (key: string) => Promise.resolve(kept.delete(key)),
  clear: () => Promise.resolve(kept.clear()),
  entries: () => Promise.resolve([...kept]),
}));
Object.assign(globalThis, { indexedDB: {} });

/** The module as a page of that build has it. */
async function pageOf(core: string) {
  jest.resetModules();
  process.env['VITE_CORE_VERSION'] = core;
  return import('../../src/persistence/kept-results.ts');
}

beforeEach(() => {
  kept = new Map();
  full = false;
});

test('a result is found again by what it was computed from, at another visit too', async () => {
  await (await pageOf('one')).keepResult('wall A', { rh: 0.8 });
  const { keptResult } = await pageOf('one');
  expect(await keptResult('wall A')).toEqual({ rh: 0.8 });
  expect(await keptResult('wall B')).toBeNull();
});

test('what another core computed is not taken', async () => {
  await (await pageOf('one')).keepResult('wall A', { rh: 0.8 });
  expect(await (await pageOf('two')).keptResult('wall A')).toBeNull();
});

test('the newest 300 stay, and none of another core', async () => {
  await (await pageOf('one')).keepResult('old', {});
  const { keepResult, keptResult } = await pageOf('two');
  for (let n = 0; n < 320; n++) {
    jest.spyOn(Date, 'now').mockReturnValue(n);
    await keepResult(`wall ${n}`, { n });
  }
  jest.restoreAllMocks();
  expect(kept.size).toBe(300);
  expect(await keptResult('wall 19')).toBeNull();
  expect(await keptResult('wall 20')).toEqual({ n: 20 });
});

test('a browser that is full forgets all of it, and fails nothing', async () => {
  const { keepResult, keptResult } = await pageOf('one');
  await keepResult('wall A', { rh: 0.8 });
  full = true;
  await keepResult('wall B', { rh: 0.9 });
  expect(kept.size).toBe(0);
  expect(await keptResult('wall A')).toBeNull();
});
