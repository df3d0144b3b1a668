import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { effectScope, type EffectScope } from 'vue';
import { InputError } from '@eldrun/core/errors';
import type { Command } from '@eldrun/core/wall';
import type { ProjectWall } from '@eldrun/core/build-up';
import { WALL } from '@eldrun/core/kinds';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { NOTE, note, type Note, type NoteCommand } from '../../../server/test/note-kind.ts';
import { ask, askAhead } from '../../src/persistence/api.ts';
import { useDocument } from '../../src/persistence/use-document.ts';
import { FakeEvents, fakeBrowser, FakeServer } from '../fake-server.ts';

let server: FakeServer;
let browser: ReturnType<typeof fakeBrowser>;
let scope: EffectScope;

beforeEach(() => {
  jest.useFakeTimers();
  browser = fakeBrowser();
  server = new FakeServer();
  server.put('a', 'note', note('a'));
  server.put('b', 'note', note('b', 'Another'));
  scope = effectScope();
});
afterEach(() => scope.stop());

const useNote = () =>
  scope.run(() =>
    useDocument<Note, NoteCommand>({ kind: () => Promise.resolve(NOTE), materials: () => ({}) }),
  )!;
const settle = (ms = 600) => jest.advanceTimersByTimeAsync(ms);
const write = (text: string): NoteCommand[] => [{ type: 'write', text }];

test('any kind gets steps, undo, redo and saving, with the commands', async () => {
  const one = useNote();
  await one.open('a');
  one.run('Write', write('x'));
  one.run('Write more', write('xy'));
  expect(one.undo()).toBe('Write more');
  expect(one.document.value!.text).toBe('x');
  expect(one.redo()).toBe('Write more');
  expect(() => one.run('Bad', [{ type: 'write', text: 7 as unknown as string }])).toThrow(
    InputError,
  );
  expect(one.document.value!.text).toBe('xy');
  await settle();
  expect(server.documents.get('a')).toMatchObject({ revision: 2, document: { text: 'xy' } });
  expect(server.saves).toEqual([
    {
      id: 'a',
      steps: ['Write', 'Write more', 'Undo: Write more', 'Redo: Write more'],
      commands: [...write('x'), ...write('xy')],
    },
  ]);
  expect(one.saveState.value.kind).toBe('saved');
  expect(one.revision.value).toBe(2);
  expect(browser.local.items.size).toBe(0);
});

test('two documents, and two of different kinds, are open side by side', async () => {
  const [one, two] = [useNote(), useNote()];
  const { walls } = DEMO_PROJECTS[0]!;
  server.put('w', 'wall', walls[0]!);
  server.put('v', 'wall', walls[1]!);
  const wallOf = () =>
    scope.run(() =>
      useDocument<ProjectWall, Command>({
        kind: () => Promise.resolve(WALL),
        materials: () => ({}),
      }),
    )!;
  const [left, right] = [wallOf(), wallOf()];
  await Promise.all([one.open('a'), two.open('b'), left.open('w'), right.open('v')]);
  one.run('Write', write('only a'));
  right.run('Rename', [{ type: 'rename', name: 'The right one' }]);
  await settle();
  expect(two.past.value).toEqual([]);
  expect(server.documents.get('b')!.revision).toBe(1);
  expect(left.document.value!.name).toBe(walls[0]!.name);
  expect(server.documents.get('v')).toMatchObject({ name: 'The right one' });
  expect(server.documents.get('w')!.revision).toBe(1);
});

test('a document that opens slowly never shows where another was asked for since', async () => {
  const one = useNote();
  const letGo = server.hold('a');
  const slow = one.open('a');
  const fast = one.open('b');
  await expect(fast).resolves.toBe(true);
  letGo();
  await expect(slow).resolves.toBe(false);
  expect(one.id.value).toBe('b');
  expect(one.document.value!.name).toBe('Another');
  one.run('Write', write('to b'));
  await settle();
  expect(server.documents.get('a')!.revision).toBe(1);
  expect(server.documents.get('b')!.revision).toBe(2);
});

test('where the storage is full the edit is sent, and the page says that it is not kept', async () => {
  const one = useNote();
  await one.open('a');
  browser.local.full = true;
  one.run('Write', write('x'));
  await settle(50);
  expect(one.kept.value).toBe(false);
  await settle();
  expect(server.documents.get('a')).toMatchObject({ document: { text: 'x' } });
  expect(one.saveState.value.kind).toBe('saved');
  // It fills between an edit and its sending, and the page goes on saving.
  browser.local.full = false;
  one.run('Write', write('xy'));
  await settle(50);
  browser.local.full = true;
  await settle();
  one.run('Write', write('xyz'));
  await settle();
  expect(server.documents.get('a')).toMatchObject({ document: { text: 'xyz' } });
});

test('a browser that blocks its storage opens and saves all the same', async () => {
  const blocked = () => {
    throw new Error('SecurityError');
  };
  const storage = { getItem: blocked, setItem: blocked, removeItem: blocked };
  Object.assign(globalThis, { localStorage: storage, sessionStorage: storage });
  const one = useNote();
  await one.open('a');
  one.run('Write', write('x'));
  await settle();
  expect(server.documents.get('a')).toMatchObject({ document: { text: 'x' } });
  one.close();
});

test.each([
  '{',
  '5',
  'null!',
  '{"revision":1}',
  '{"revision":1,"document":{},"steps":[],"sent":[]}',
  '{"revision":1,"document":null,"steps":[],"sent":[]}',
])('a broken draft, %s, is set aside and the document opens', async (text) => {
  browser.local.items.set('eldrun-note-a', text);
  browser.session.items.set('eldrun-steps-a', '[]');
  const one = useNote();
  await expect(one.open('a')).resolves.toBe(true);
  expect(one.document.value!.text).toBe('a');
  expect(one.draftSetAside.value).toBe(true);
  expect([...browser.local.items]).toEqual([['eldrun-note-a-set-aside', text]]);
});

test('what somebody else saved is told, and taken when a person says so', async () => {
  const one = useNote();
  await one.open('a');
  expect(one.newer.value).toBeNull();
  server.savedElsewhere('a', note('theirs'));
  expect(one.newer.value).toBe(2);
  expect(one.document.value!.text).toBe('a');
  await one.takeNewer();
  expect(one.document.value!.text).toBe('theirs');
  expect(one.newer.value).toBeNull();
  one.run('Write', write('on from theirs'));
  await settle();
  expect(server.documents.get('a')).toMatchObject({ revision: 3 });
  // Its own save comes back by the stream and is nothing new.
  FakeEvents.tell({ project: 'p', document: 'a', revision: 3 });
  expect(one.newer.value).toBeNull();
  FakeEvents.tell({ project: 'p', document: 'a', revision: 3, gone: true });
  expect(one.gone.value).toBe(true);
});

test('with something unsaved of its own it is a conflict: mine, theirs or both', async () => {
  const one = useNote();
  await one.open('a');
  server.savedElsewhere('a', note('theirs'));
  one.run('Write', write('mine'));
  await settle();
  expect(one.saveState.value.kind).toBe('conflict');
  expect(one.theirs.value).toMatchObject({ revision: 2, document: { text: 'theirs' } });
  await expect(one.keepBoth()).resolves.toBe('copy');
  expect(server.documents.get('copy')).toMatchObject({
    name: 'A note (my version)',
    document: { text: 'mine' },
  });
  expect(one.document.value!.text).toBe('theirs');
});

test('with something unsaved of its own its steps can be done again on top of what was saved', async () => {
  const one = useNote();
  await one.open('a');
  server.savedElsewhere('a', { ...note('theirs'), name: 'Named elsewhere' });
  one.run('Write', write('mine'));
  await settle();
  expect(one.canJoin.value).toBe(true);
  one.join();
  expect(one.document.value).toMatchObject({ name: 'Named elsewhere', text: 'mine' });
  await settle();
  expect(one.saveState.value.kind).toBe('saved');
  expect(server.documents.get('a')).toMatchObject({
    revision: 3,
    document: { name: 'Named elsewhere', text: 'mine' },
  });
});

test('what was taken back has no commands: then it is mine or theirs', async () => {
  const one = useNote();
  await one.open('a');
  one.run('Write', write('mine'));
  await settle();
  server.savedElsewhere('a', note('theirs'));
  one.undo();
  await settle();
  expect(one.saveState.value.kind).toBe('conflict');
  expect(one.canJoin.value).toBe(false);
});

test('a document of a newer version is not opened, and not changed', async () => {
  server.put('a', 'note', { ...note('a'), version: 2 });
  const one = useNote();
  await expect(one.open('a')).rejects.toThrow('newer Eldrun');
  expect(one.document.value).toBeNull();
  await settle();
  expect(server.saves).toEqual([]);
});

test('what uses a document cleans up after itself, and saves what is left', async () => {
  const one = useNote();
  await one.open('a');
  one.run('Write', write('last'));
  scope.stop();
  await settle(0);
  expect(server.documents.get('a')).toMatchObject({ document: { text: 'last' } });
  expect(FakeEvents.open).toEqual([]);
  await settle(60_000);
  expect(jest.getTimerCount()).toBe(0);
});

test('what is saved elsewhere while it opens is told, not missed', async () => {
  let bring = (kind: typeof NOTE): void => void kind;
  const one = scope.run(() =>
    useDocument<Note, NoteCommand>({
      kind: () => new Promise((resolve) => (bring = resolve)),
      materials: () => ({}),
    }),
  )!;
  const opening = one.open('a');
  await settle();
  server.savedElsewhere('a', note('a', 'Changed'));
  bring(NOTE);
  await opening;
  expect(one.revision.value).toBe(1);
  expect(one.newer.value).toBe(2);
  await one.takeNewer();
  expect(one.document.value!.name).toBe('Changed');
  expect(one.newer.value).toBeNull();
});

test('a document that is opened again at once is as this page left it, whatever was asked ahead', async () => {
  const one = useNote();
  await one.open('a');
  one.run('Write', write('x'));
  askAhead('readDocument', { params: { document: 'a' } });
  await one.open('a');
  await settle();
  expect(one.document.value!.text).toBe('x');
  expect(one.revision.value).toBe(2);
  expect(one.newer.value).toBeNull();
});

test('what was asked ahead is taken once, and not after something changed', async () => {
  const asked = () => (globalThis.fetch as unknown as jest.Mock).mock.calls.length;
  const question = { params: { document: 'a' } };
  const name = async () => (await ask('readDocument', question)).name;
  const before = asked();
  askAhead('readDocument', question);
  expect(await name()).toBe('A note');
  expect(asked()).toBe(before + 1);
  expect(await name()).toBe('A note');
  expect(asked()).toBe(before + 2);
  askAhead('readDocument', question);
  await settle(0);
  server.savedElsewhere('a', note('a', 'Changed'));
  server.documents.get('a')!.name = 'Changed';
  expect(await name()).toBe('Changed');
});
