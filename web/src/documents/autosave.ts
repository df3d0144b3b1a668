import { deepEqual } from 'fast-equals';
import { ApiProblem } from '../api.ts';
import type { DeviceStorage } from './device.ts';

/** Where a document stands between the page and the database. */
export type SaveState =
  | { kind: 'saved'; at: Date | null }
  | { kind: 'unsaved' }
  | { kind: 'saving' }
  | { kind: 'offline'; message: string }
  | { kind: 'refused'; message: string }
  | { kind: 'conflict' };

export interface Stored<D> {
  revision: number;
  document: D;
}

/** What goes to the server at once. */
export interface Unsaved<D> extends Stored<D> {
  steps: string[];
  commands: object[];
}

/** Edits that the database has not acknowledged, as they lie in the browser's storage. */
interface Draft<D> extends Unsaved<D> {
  /** What was sent and never acknowledged; the database may hold one of them all the same. */
  sent: D[];
}

export interface AutosaveOptions<D> {
  /** Names the draft in the storage. */
  key: string;
  storage: DeviceStorage;
  /** Saves a document that grew from a revision. @throws ApiProblem */
  send(unsaved: Unsaved<D>): Promise<{ revision: number }>;
  /** The current state out of a refused stale save. */
  currentOf(problem: ApiProblem): Stored<D>;
  onState(state: SaveState): void;
  /** Told whether what is not saved yet is kept on this device. */
  onKept?: (kept: boolean) => void;
  /** Checks the document of a draft that was left. @throws where nothing can be done with it */
  check?: (document: D) => void;
  /** Told when a draft could not be read and was set aside. */
  onSetAside?: () => void;
  /** Does something once the page has shown the edit; by default at once. */
  later?: (work: () => void) => void;
  /** ms after the last edit. */
  delay?: number;
  /** ms between tries while the server is away. */
  retryDelay?: number;
}

/** How many unacknowledged states are remembered. */
const MAX_SENT = 10;

/** Where a draft that cannot be read goes. */
const asideOf = (key: string): string => `${key}-set-aside`;

/**
 * Saves a document shortly after each edit, and loses none: every edit lies in the browser's storage until the
 * database has acknowledged it, through reloads, a server that is away, and another page that saved first. Sending
 * never waits for the storage: where that is full or blocked, the edit is sent all the same.
 */
export class Autosave<D> {
  private readonly options: AutosaveOptions<D>;
  private revision = 0;
  private document!: D;
  private steps: string[] = [];
  private commands: object[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sent: D[] = [];
  private sending = false;
  private closed = false;
  /** Whether the draft in the storage is older than the edit shown. */
  private behind = false;
  /** The other state in a conflict. */
  theirs: Stored<D> | null = null;

  constructor(options: AutosaveOptions<D>) {
    this.options = options;
  }

  /**
   * Takes up a document as the server has it, and any draft that was left over it.
   *
   * @returns the document to go on with
   */
  open(stored: Stored<D>): D {
    this.revision = stored.revision;
    this.document = stored.document;
    const draft = this.readDraft();
    if (!draft || deepEqual(draft.document, stored.document)) {
      if (draft) this.forget();
      this.options.onState({ kind: 'saved', at: null });
      return stored.document;
    }
    this.document = draft.document;
    this.steps = draft.steps;
    this.commands = draft.commands ?? [];
    this.sent = draft.sent;
    if (draft.revision === stored.revision || this.isMine(stored)) this.schedule(0);
    else this.enterConflict(stored);
    return draft.document;
  }

  /** Takes an edit: saves it soon, and keeps it in the storage until then. */
  change(document: D, step: string, commands: readonly object[] = []): void {
    this.document = document;
    this.steps.push(step);
    this.commands.push(...commands);
    if (!this.theirs) {
      this.options.onState({ kind: 'unsaved' });
      this.schedule(this.options.delay ?? 400);
    }
    this.keepLater();
  }

  /** In a conflict: saves this page's state over the other. The other stays in the history. */
  keepMine(): void {
    if (!this.theirs) return;
    this.revision = this.theirs.revision;
    this.theirs = null;
    this.steps.push('Kept over a state saved elsewhere');
    this.schedule(0);
    this.keep();
  }

  /** In a conflict: takes the other state. @returns it */
  takeTheirs(): D {
    return this.take(this.theirs!);
  }

  /** Goes on with a state that was saved elsewhere. Only while there is nothing unsaved, or to drop it. @returns it */
  take({ revision, document }: Stored<D>): D {
    this.theirs = null;
    this.revision = revision;
    this.document = document;
    this.forget();
    this.options.onState({ kind: 'saved', at: null });
    return document;
  }

  /** Writes the draft now: the page may be going away. */
  flush(): void {
    if (this.behind) this.keep();
  }

  /** Saves now what is not saved yet, and stops. What cannot be saved now stays a draft. */
  close(): void {
    this.flush();
    this.closed = true;
    clearTimeout(this.timer);
    if (this.steps.length > 0 && !this.theirs) void this.save();
  }

  private schedule(delay: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), delay);
  }

  private async save(): Promise<void> {
    if (this.sending || this.steps.length === 0) return;
    this.sending = true;
    const unsaved: Unsaved<D> = {
      revision: this.revision,
      document: this.document,
      steps: [...this.steps],
      commands: [...this.commands],
    };
    this.sent = [...this.sent, unsaved.document].slice(-MAX_SENT);
    this.keep();
    this.options.onState({ kind: 'saving' });
    try {
      const { revision } = await this.options.send(unsaved);
      this.revision = revision;
      this.sent = [];
      this.steps.splice(0, unsaved.steps.length);
      this.commands.splice(0, unsaved.commands.length);
      if (this.steps.length > 0) {
        this.keep();
        this.schedule(0);
      } else {
        this.forget();
        this.options.onState({ kind: 'saved', at: new Date() });
      }
    } catch (error) {
      this.fail(error);
    } finally {
      this.sending = false;
    }
  }

  private fail(error: unknown): void {
    if (!(error instanceof ApiProblem)) throw error;
    if (error.status === 409) {
      const current = this.options.currentOf(error);
      if (this.isMine(current)) {
        this.revision = current.revision;
        this.schedule(0);
      } else this.enterConflict(current);
    } else if (error.away) {
      this.options.onState({ kind: 'offline', message: error.message });
      if (!this.closed) this.schedule(this.options.retryDelay ?? 2000);
    } else this.options.onState({ kind: 'refused', message: error.message });
  }

  /** Whether a state is the one this page sent and never heard back about. */
  private isMine(stored: Stored<D>): boolean {
    return this.sent.some((document) => deepEqual(stored.document, document));
  }

  private enterConflict(theirs: Stored<D>): void {
    this.theirs = theirs;
    this.options.onState({ kind: 'conflict' });
  }

  private keepLater(): void {
    if (this.behind) return;
    this.behind = true;
    const { later = (work) => work() } = this.options;
    later(() => this.flush());
  }

  private keep(): void {
    this.behind = false;
    const draft: Draft<D> = {
      revision: this.revision,
      document: this.document,
      steps: this.steps,
      commands: this.commands,
      sent: this.sent,
    };
    try {
      this.options.storage.setItem(this.options.key, JSON.stringify(draft));
      this.options.onKept?.(true);
    } catch {
      // Full or blocked: what was kept before of these edits stays.
      this.options.onKept?.(false);
    }
  }

  private forget(): void {
    this.steps = [];
    this.commands = [];
    this.sent = [];
    this.behind = false;
    this.options.storage.removeItem(this.options.key);
    this.options.onKept?.(true);
  }

  /** The draft that was left, or null; one that cannot be read is set aside, not thrown away. */
  private readDraft(): Draft<D> | null {
    const { key, storage, check } = this.options;
    const text = storage.getItem(key);
    if (text === null) return null;
    try {
      const draft = JSON.parse(text) as Draft<D>;
      if (!Number.isInteger(draft.revision) || !Array.isArray(draft.steps)) throw new Error();
      if (!Array.isArray(draft.sent)) throw new Error();
      if (!draft.document || typeof draft.document !== 'object') throw new Error();
      check?.(draft.document);
      return draft;
    } catch {
      try {
        storage.setItem(asideOf(key), text);
        storage.removeItem(key);
      } catch {
        return null; // No room beside it: it stays where it is until the next edit.
      }
      this.options.onSetAside?.();
      return null;
    }
  }
}
