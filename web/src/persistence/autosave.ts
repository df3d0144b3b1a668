import { MAX_SAVED_COMMANDS, MAX_SAVED_STEPS, MAX_STEP_LENGTH } from '@eldrun/contract';
import { deepEqual } from 'fast-equals';
import { ApiProblem } from './api.ts';
import type { DeviceStorage } from './device.ts';
import { Drafts, type Draft } from './drafts.ts';

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
interface Unsaved<D> extends Stored<D> {
  steps: string[];
  commands: object[];
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

/** Steps and commands beyond this are not sent: the document says it all, they only tell how it came about. */
const MAX_COMMANDS_SIZE = 200_000;

/** Names of steps as the server takes them: the first and the last of very many, long ones cut. */
function sendableSteps(steps: readonly string[]): string[] {
  const left = steps.length - MAX_SAVED_STEPS + 1;
  const some =
    left > 1
      ? [
          ...steps.slice(0, MAX_SAVED_STEPS / 2),
          `${left} more steps`,
          ...steps.slice(steps.length - MAX_SAVED_STEPS / 2 + 1),
        ]
      : [...steps];
  return some.map((step) =>
    step.length > MAX_STEP_LENGTH ? `${step.slice(0, MAX_STEP_LENGTH - 1)}…`.toWellFormed() : step,
  );
}

/** The commands, or none where there are more than the server takes. */
const sendableCommands = (commands: readonly object[]): object[] =>
  commands.length <= MAX_SAVED_COMMANDS && JSON.stringify(commands).length <= MAX_COMMANDS_SIZE
    ? [...commands]
    : [];

/**
 * Saves a document shortly after each edit, and loses none: every edit lies in the browser's storage until the
 * database has acknowledged it, through reloads, a server that is away, and another page that saved first. Sending
 * never waits for the storage: where that is full or blocked, the edit is sent all the same.
 */
export class Autosave<D> {
  private readonly options: AutosaveOptions<D>;
  private readonly drafts: Drafts<D>;
  private revision = 0;
  private document!: D;
  private steps: string[] = [];
  private commands: object[] = [];
  /** Whether every step not acknowledged yet came with commands: then they can be done again. */
  private whole = true;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sent: D[] = [];
  private sending = false;
  private closed = false;
  /** Whether the draft in the storage is older than the edit shown. */
  private behind = false;
  /** The other state in a conflict. */
  theirs: Stored<D> | null = null;
  /** What other pages left unsaved of this document beside what was taken up, the newest first. */
  left: Draft<D>[] = [];

  constructor(options: AutosaveOptions<D>) {
    this.options = options;
    this.drafts = new Drafts(options.storage, options.key);
  }

  /**
   * Takes up a document as the server has it, and the newest draft that was left over it.
   *
   * @returns the document to go on with
   */
  open(stored: Stored<D>): D {
    this.revision = stored.revision;
    this.document = stored.document;
    const { check, onSetAside } = this.options;
    const [draft, ...others] = this.drafts.left(check, onSetAside).filter((one) => {
      const known = deepEqual(one.document, stored.document);
      if (known) this.drafts.remove(one.page);
      return !known;
    });
    this.left = others;
    if (!draft) {
      this.options.onState({ kind: 'saved', at: null });
      return stored.document;
    }
    this.document = draft.document;
    this.steps = draft.steps;
    this.commands = draft.commands;
    this.whole = draft.whole ?? false;
    this.sent = draft.sent;
    // From now on it is this page's.
    if (this.keep()) this.drafts.remove(draft.page);
    if (draft.revision === stored.revision || this.isMine(stored)) this.schedule(0);
    else this.enterConflict(stored);
    return draft.document;
  }

  /** Forgets a draft that another page left, once something was done with it. */
  drop(draft: Draft<D>): void {
    this.left = this.left.filter((one) => one !== draft);
    this.drafts.remove(draft.page);
  }

  /** Takes an edit: saves it soon, and keeps it in the storage until then. */
  change(document: D, step: string, commands: readonly object[] = []): void {
    this.document = document;
    this.steps.push(step);
    this.commands.push(...commands);
    if (commands.length === 0) this.whole = false;
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

  /** In a conflict: the commands of this page's steps, to be done again on the other state; null where a step had none. */
  commandsAgain(): readonly object[] | null {
    return this.whole && this.commands.length > 0 ? this.commands : null;
  }

  /** In a conflict: saves this page's steps as they were done again on the other state. */
  join(document: D): void {
    if (!this.theirs) return;
    this.revision = this.theirs.revision;
    this.theirs = null;
    this.document = document;
    this.sent = [];
    this.steps.push('Put on top of a state saved elsewhere');
    this.options.onState({ kind: 'unsaved' });
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
      steps: sendableSteps(this.steps),
      commands: sendableCommands(this.commands),
    };
    const [steps, commands] = [this.steps.length, this.commands.length];
    this.sent = [...this.sent, unsaved.document].slice(-MAX_SENT);
    this.keep();
    this.options.onState({ kind: 'saving' });
    try {
      const { revision } = await this.options.send(unsaved);
      this.revision = revision;
      this.sent = [];
      this.steps.splice(0, steps);
      this.commands.splice(0, commands);
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

  /** @returns whether the draft lies in the storage now */
  private keep(): boolean {
    this.behind = false;
    const { revision, document, steps, commands, whole, sent } = this;
    try {
      this.drafts.write({ revision, document, steps, commands, whole, sent });
      this.options.onKept?.(true);
      return true;
    } catch {
      // Full or blocked: what was kept before of these edits stays.
      this.options.onKept?.(false);
      return false;
    }
  }

  private forget(): void {
    this.steps = [];
    this.commands = [];
    this.whole = true;
    this.sent = [];
    this.behind = false;
    this.drafts.remove();
    this.options.onKept?.(true);
  }
}
