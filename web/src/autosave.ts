import { ApiProblem } from './api.ts';
import { sameDocument } from './same-document.ts';

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

/** Edits that the database has not acknowledged, as they lie in the browser's storage. */
interface Draft<D> extends Stored<D> {
  steps: string[];
  /** What was sent and never acknowledged; the database may hold one of them all the same. */
  sent: D[];
}

export interface AutosaveOptions<D> {
  /** Names the draft in the storage. */
  key: string;
  storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;
  /** Saves a document that grew from a revision. @throws ApiProblem */
  send(revision: number, document: D, steps: string[]): Promise<{ revision: number }>;
  /** The current state out of a refused stale save. */
  currentOf(problem: ApiProblem): Stored<D>;
  onState(state: SaveState): void;
  /** ms after the last edit. */
  delay?: number;
  /** ms between tries while the server is away. */
  retryDelay?: number;
}

/** How many unacknowledged states are remembered. */
const MOST_SENT = 10;

/**
 * Saves a document shortly after each edit, and loses none: every edit lies in the browser's storage until the
 * database has acknowledged it, through reloads, a server that is away, and another page that saved first.
 */
export class Autosave<D> {
  private readonly options: AutosaveOptions<D>;
  private revision = 0;
  private document!: D;
  private steps: string[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sent: D[] = [];
  private sending = false;
  private closed = false;
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
    if (!draft || sameDocument(draft.document, stored.document)) {
      this.forget();
      this.options.onState({ kind: 'saved', at: null });
      return stored.document;
    }
    this.document = draft.document;
    this.steps = draft.steps;
    this.sent = draft.sent;
    if (draft.revision === stored.revision || this.isMine(stored)) this.schedule(0);
    else this.enterConflict(stored);
    return draft.document;
  }

  /** Takes an edit: keeps it in the storage at once, saves it soon. */
  change(document: D, step: string): void {
    this.document = document;
    this.steps.push(step);
    this.keep();
    if (this.theirs) return;
    this.options.onState({ kind: 'unsaved' });
    this.schedule(this.options.delay ?? 400);
  }

  /** In a conflict: saves this page's state over the other. The other stays in the history. */
  keepMine(): void {
    if (!this.theirs) return;
    this.revision = this.theirs.revision;
    this.theirs = null;
    this.steps.push('Kept over a state saved elsewhere');
    this.keep();
    this.schedule(0);
  }

  /** In a conflict: takes the other state. @returns it */
  takeTheirs(): D {
    const { revision, document } = this.theirs!;
    this.theirs = null;
    this.revision = revision;
    this.document = document;
    this.forget();
    this.options.onState({ kind: 'saved', at: null });
    return document;
  }

  /** Saves now what is not saved yet, and stops. What cannot be saved now stays a draft. */
  close(): void {
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
    const { document } = this;
    const steps = [...this.steps];
    this.sent = [...this.sent, document].slice(-MOST_SENT);
    this.keep();
    this.options.onState({ kind: 'saving' });
    try {
      const { revision } = await this.options.send(this.revision, document, steps);
      this.revision = revision;
      this.sent = [];
      this.steps.splice(0, steps.length);
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
    return this.sent.some((document) => sameDocument(stored.document, document));
  }

  private enterConflict(theirs: Stored<D>): void {
    this.theirs = theirs;
    this.options.onState({ kind: 'conflict' });
  }

  private keep(): void {
    const draft: Draft<D> = {
      revision: this.revision,
      document: this.document,
      steps: this.steps,
      sent: this.sent,
    };
    this.options.storage.setItem(this.options.key, JSON.stringify(draft));
  }

  private forget(): void {
    this.steps = [];
    this.sent = [];
    this.options.storage.removeItem(this.options.key);
  }

  private readDraft(): Draft<D> | null {
    try {
      return JSON.parse(
        this.options.storage.getItem(this.options.key) ?? 'null',
      ) as Draft<D> | null;
    } catch {
      return null;
    }
  }
}
