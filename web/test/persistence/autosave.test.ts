import { beforeEach, expect, jest, test } from '@jest/globals';
import { MAX_SAVED_STEPS, MAX_STEP_LENGTH } from '@eldrun/contract';
import { ApiProblem } from '../../src/persistence/api.ts';
import { Autosave, type SaveState, type Stored } from '../../src/persistence/autosave.ts';
import { FakeStorage } from '../fake-server.ts';

interface Document {
  text: string;
}

/** A storage and a server that outlive the page, as the real ones do. */
class World {
  storage = new FakeStorage();
  drafts = this.storage.items;
  stored: Stored<Document> = { revision: 1, document: { text: 'start' } };
  saves: string[][] = [];
  behave: 'well' | 'away' | 'loses the answer' | 'refuses' = 'well';
  states: SaveState['kind'][] = [];

  page(): Autosave<Document> {
    return new Autosave<Document>({
      key: 'draft',
      storage: this.storage,
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

/** Two pages edit while the server is away, and both are closed. */
async function bothLeft(): Promise<void> {
  world.behave = 'away';
  const [one, other] = [world.page(), world.page()];
  for (const page of [one, other]) page.open(world.stored);
  one.change({ text: 'of one' }, 'edit');
  await settle(10);
  other.change({ text: 'of the other' }, 'edit');
  await settle(10);
  one.close();
  other.close();
  await settle();
  jest.clearAllTimers();
  world.behave = 'well';
}

test('each page has a draft of its own: the newest is taken up, the others are offered', async () => {
  await bothLeft();
  expect(JSON.parse(world.drafts.get('draft')!)).toMatchObject({
    document: { text: 'of the other' },
  });
  const page = world.page();
  expect(page.open(world.stored)).toEqual({ text: 'of the other' });
  await settle();
  expect(world.stored.document).toEqual({ text: 'of the other' });
  expect(page.left.map(({ document }) => document)).toEqual([{ text: 'of one' }]);
  // Offered until something is done with it.
  const again = world.page();
  again.open(world.stored);
  expect(again.left).toHaveLength(0);
  expect(world.state).toBe('conflict');
  again.takeTheirs();
  expect(world.drafts.size).toBe(0);
});

test('a draft that was left is dropped alone, and the rest stays', async () => {
  await bothLeft();
  const page = world.page();
  page.open(world.stored);
  page.drop(page.left[0]!);
  expect(page.left).toEqual([]);
  expect([...world.drafts.keys()]).toEqual(['draft']);
});

test('where the storage is full what lies there of other pages stays', async () => {
  await bothLeft();
  const before = new Map(world.drafts);
  world.storage.full = true;
  const page = world.page();
  page.open(world.stored);
  page.change({ text: 'further' }, 'edit');
  expect(new Map(world.drafts)).toEqual(before);
  await settle();
  expect(world.stored.document).toEqual({ text: 'further' });
});

test('very many steps and long ones are cut to what the server takes', async () => {
  world.behave = 'away';
  const page = world.page();
  page.open(world.stored);
  for (let i = 0; i < 2500; i++) page.change({ text: String(i) }, `step ${i}`, [{ i }]);
  page.change({ text: 'long' }, 'x'.repeat(2000));
  await settle();
  world.behave = 'well';
  await settle(5000);
  const [steps] = world.saves;
  expect(steps).toHaveLength(MAX_SAVED_STEPS);
  expect(steps![0]).toBe('step 0');
  expect(steps![500]).toBe('1502 more steps');
  expect(steps!.at(-1)).toHaveLength(MAX_STEP_LENGTH);
  expect(world.stored.document).toEqual({ text: 'long' });
  expect(world.drafts.size).toBe(0);
});
