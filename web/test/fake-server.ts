import { jest } from '@jest/globals';
import type { Change, SavedDocument } from '@eldrun/contract';
import type { DeviceStorage } from '../src/persistence/device.ts';

/** Storage that can be full. */
export class FakeStorage implements DeviceStorage {
  readonly items = new Map<string, string>();
  full = false;
  getItem = (key: string) => this.items.get(key) ?? null;
  setItem = (key: string, value: string) => {
    if (this.full) throw new Error('QuotaExceededError');
    this.items.set(key, value);
  };
  get length(): number {
    return this.items.size;
  }
  keys = () => [...this.items.keys()];
  key = (i: number) => this.keys()[i] ?? null;
  removeItem = (key: string) => void this.items.delete(key);
}

/** A server of documents, by id, and the stream that tells what was saved. */
export class FakeServer {
  documents = new Map<string, SavedDocument>();
  saves: { id: string; steps: string[]; commands: object[] }[] = [];
  away = false;
  private held = new Map<string, Promise<void>>();

  constructor() {
    globalThis.fetch = jest.fn((url: string, init: RequestInit) =>
      this.answer(url, init),
    ) as unknown as typeof fetch;
  }

  put(id: string, kind: string, document: SavedDocument['document']): void {
    this.documents.set(id, {
      id,
      kind,
      projectId: 'p',
      name: document.name,
      position: 0,
      revision: 1,
      updatedAt: '',
      document,
    });
  }

  /** Somebody else saves, and the stream tells it. */
  savedElsewhere(id: string, document: SavedDocument['document']): void {
    const before = this.documents.get(id)!;
    this.documents.set(id, { ...before, document, revision: before.revision + 1 });
    FakeEvents.tell({ project: 'p', document: id, revision: before.revision + 1 });
  }

  /** Holds back the answers about a document. @returns lets them go */
  hold(id: string): () => void {
    let letGo = (): void => undefined;
    this.held.set(id, new Promise((resolve) => (letGo = resolve)));
    return letGo;
  }

  private async answer(url: string, { method, body }: RequestInit): Promise<Response> {
    const id = url.split('/').at(-1)!;
    await this.held.get(id);
    if (this.away) throw new TypeError('Failed to fetch');
    const say = (what: unknown, status = 200) => new Response(JSON.stringify(what), { status });
    if (method === 'POST') {
      const { kind, document } = JSON.parse(body as string) as SavedDocument;
      this.put('copy', kind, document);
      return say(this.documents.get('copy'), 201);
    }
    const now = this.documents.get(id);
    if (!now) return say({ error: { code: 'not_found', message: 'No such document.' } }, 404);
    if (method === 'PATCH') {
      const save = JSON.parse(body as string) as SavedDocument & {
        steps: string[];
        commands: object[];
      };
      if (save.revision !== now.revision)
        return say({ error: { code: 'stale_revision', message: 'Stale.' }, current: now }, 409);
      this.saves.push({ id, steps: save.steps, commands: save.commands });
      this.documents.set(id, {
        ...now,
        document: save.document,
        name: save.document.name,
        revision: now.revision + 1,
      });
    }
    return say(this.documents.get(id));
  }
}

/** The stream of events, told by hand. */
export class FakeEvents {
  static open: FakeEvents[] = [];
  private readonly heard: ((event: { data: string }) => void)[] = [];
  constructor() {
    FakeEvents.open.push(this);
  }
  addEventListener(type: string, listener: (event: { data: string }) => void): void {
    if (type === 'message') this.heard.push(listener);
  }
  close(): void {
    FakeEvents.open = FakeEvents.open.filter((one) => one !== this);
  }
  static tell(change: Change): void {
    for (const { heard } of FakeEvents.open)
      for (const listener of heard) listener({ data: JSON.stringify(change) });
  }
}

/** What a page of a browser finds around it. */
export function fakeBrowser(): { local: FakeStorage; session: FakeStorage } {
  const local = new FakeStorage();
  const session = new FakeStorage();
  Object.assign(globalThis, {
    localStorage: local,
    sessionStorage: session,
    navigator: {},
    EventSource: FakeEvents,
    BroadcastChannel: class {
      onmessage = null;
      postMessage(): void {}
      close(): void {}
    },
    document: {
      visibilityState: 'visible',
      addEventListener: () => undefined,
      removeEventListener: () => undefined,
    },
  });
  return { local, session };
}
