import { beforeEach, expect, jest, test } from '@jest/globals';
import { ApiProblem } from '../src/api.ts';
import { Autosave, type SaveState, type Stored } from '../src/documents/autosave.ts';

interface Document {
  text: string;
}

/** A storage and a server that outlive the page, as the real ones do. */
class World {
  drafts = new Map<string, string>();
  stored: Stored<Document> = { revision: 1, document: { text: 'start' } };
  saves: string[][] = [];
  behave: 'well' | 'away' | 'loses the answer' | 'refuses' = 'well';
  states: SaveState['kind'][] = [];

  page(): Autosave<Document> {
    return new Autosave<Document>({
      key: 'draft',
      storage: {
        getItem: (key) => this.drafts.get(key) ?? null,
        setItem: (key, value) => void this.drafts.set(key, value),
        removeItem: (key) => void this.drafts.delete(key),
      },
      send: ({ revision, document, steps }) => this.save(revision, document, steps),
      currentOf: (problem) => problem.current as Stored<Document>,
      onState: (state) => this.states.push(state.kind),
    });
  }

  private async save(revision: number, document: Document, steps: string[]) {
    await Promise.resolve();
    if (this.behave === 'away') throw new ApiProblem(503, 'database_unavailable', 'away');
    if (this.behave === 'refuses') throw new ApiProblem(422, 'invalid', 'no');
    if (revision !== this.stored.revision)
      throw new ApiProblem(409, 'stale_revision', 'stale', '', this.stored);
    this.stored = { revision: revision + 1, document };
    this.saves.push(steps);
    if (this.behave === 'loses the answer') throw new ApiProblem(0, 'no_answer', 'lost');
    return { revision: revision + 1 };
  }

  get state() {
    return this.states.at(-1);
  }
}

const settle = (ms = 500) => jest.advanceTimersByTimeAsync(ms);

let world: World;
beforeEach(() => {
  jest.useFakeTimers();
  world = new World();
});

test('edits close together are saved as one, with all their steps', async () => {
  const page = world.page();
  page.open(world.stored);
  page.change({ text: 'a' }, 'first');
  page.change({ text: 'b' }, 'second');
  expect(world.state).toBe('unsaved');
  await settle();
  expect(world.stored).toEqual({ revision: 2, document: { text: 'b' } });
  expect(world.saves).toEqual([['first', 'second']]);
  expect(world.state).toBe('saved');
  expect(world.drafts.size).toBe(0);
});

test('a page that goes before its save finds the edit again', async () => {
  const page = world.page();
  page.open(world.stored);
  page.change({ text: 'kept' }, 'edit');
  jest.clearAllTimers();
  expect(world.page().open(world.stored)).toEqual({ text: 'kept' });
  await settle();
  expect(world.stored.document).toEqual({ text: 'kept' });
});

test('while the database is away edits go on, and are saved when it is back', async () => {
  const page = world.page();
  page.open(world.stored);
  world.behave = 'away';
  page.change({ text: 'a' }, 'one');
  await settle();
  expect(world.state).toBe('offline');
  page.change({ text: 'b' }, 'two');
  await settle(5000);
  expect(world.stored.document).toEqual({ text: 'start' });
  world.behave = 'well';
  await settle(5000);
  expect(world.stored.document).toEqual({ text: 'b' });
  expect(world.saves).toEqual([['one', 'two']]);
});

test('an answer that was lost on the way is no conflict with oneself', async () => {
  const page = world.page();
  page.open(world.stored);
  world.behave = 'loses the answer';
  page.change({ text: 'a' }, 'one');
  await settle();
  world.behave = 'well';
  page.change({ text: 'b' }, 'two');
  await settle(5000);
  expect(world.state).toBe('saved');
  expect(world.stored).toEqual({ revision: 3, document: { text: 'b' } });
});

test('nor is it after a reload', async () => {
  const page = world.page();
  page.open(world.stored);
  world.behave = 'loses the answer';
  page.change({ text: 'a' }, 'one');
  await settle();
  page.change({ text: 'b' }, 'two');
  jest.clearAllTimers();
  world.behave = 'well';
  world.page().open(world.stored);
  await settle();
  expect(world.state).toBe('saved');
  expect(world.stored.document).toEqual({ text: 'b' });
});

async function conflicting(): Promise<Autosave<Document>> {
  const page = world.page();
  page.open(world.stored);
  world.stored = { revision: 2, document: { text: 'theirs' } };
  page.change({ text: 'mine' }, 'edit');
  await settle();
  expect(world.state).toBe('conflict');
  expect(world.stored.document).toEqual({ text: 'theirs' });
  expect(page.theirs).toEqual(world.stored);
  return page;
}

test('a stale save waits for a choice: mine', async () => {
  const page = await conflicting();
  page.change({ text: 'mine, further' }, 'another');
  await settle(5000);
  expect(world.stored.document).toEqual({ text: 'theirs' });
  page.keepMine();
  await settle();
  expect(world.stored).toEqual({ revision: 3, document: { text: 'mine, further' } });
});

test('or theirs', async () => {
  const page = await conflicting();
  expect(page.takeTheirs()).toEqual({ text: 'theirs' });
  page.change({ text: 'on from theirs' }, 'edit');
  await settle();
  expect(world.stored).toEqual({ revision: 3, document: { text: 'on from theirs' } });
});

test('a draft over a newer state is a conflict on opening too', () => {
  const page = world.page();
  page.open(world.stored);
  page.change({ text: 'mine' }, 'edit');
  jest.clearAllTimers();
  world.stored = { revision: 5, document: { text: 'theirs' } };
  expect(world.page().open(world.stored)).toEqual({ text: 'mine' });
  expect(world.state).toBe('conflict');
});

test('what the server refuses is kept and said, not sent for ever', async () => {
  const page = world.page();
  page.open(world.stored);
  world.behave = 'refuses';
  page.change({ text: 'odd' }, 'edit');
  await settle(10_000);
  expect(world.state).toBe('refused');
  expect(world.states.filter((state) => state === 'saving')).toHaveLength(1);
  expect(world.drafts.size).toBe(1);
});
