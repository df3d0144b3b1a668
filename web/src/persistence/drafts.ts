import type { DeviceStorage } from './device.ts';

/** Edits that the database has not acknowledged, as they lie in the browser's storage. */
export interface Draft<D> {
  revision: number;
  document: D;
  steps: string[];
  commands: object[];
  /** Whether every step has its commands. */
  whole?: boolean;
  /** What was sent and never acknowledged; the database may hold one of them all the same. */
  sent: D[];
  /** The page that made it. */
  page: string;
  /** When it was written, ms since 1970. */
  at: number;
}

/** The key of what another page left beside the newest draft. */
const besideOf = (key: string, page: string): string => `${key}-page-${page}`;

/** Whether any page left a draft under a key. */
export const draftsLeft = (storage: DeviceStorage, key: string): boolean =>
  storage.keys().some((one) => one === key || one.startsWith(besideOf(key, '')));

/** Where a draft that cannot be read goes. */
const asideOf = (key: string): string => `${key}-set-aside`;

/**
 * The drafts of one document in the browser's storage, one for each page that left one: the newest under the document's
 * key, the others beside it under their page's name. A page writes and removes only its own.
 */
export class Drafts<D> {
  private readonly storage: DeviceStorage;
  private readonly key: string;
  readonly page = Math.random().toString(36).slice(2, 12);

  constructor(storage: DeviceStorage, key: string) {
    this.storage = storage;
    this.key = key;
  }

  private besideOf(page: string): string {
    return besideOf(this.key, page);
  }

  /** Writes this page's draft as the newest. @throws where there is no room or no leave */
  write(draft: Omit<Draft<D>, 'page' | 'at'>): void {
    const newest = this.newest();
    if (newest && newest.page !== this.page)
      this.storage.setItem(this.besideOf(newest.page), newest.text);
    const own: Draft<D> = { ...draft, page: this.page, at: Date.now() };
    this.storage.setItem(this.key, JSON.stringify(own));
    this.storage.removeItem(this.besideOf(this.page));
  }

  /** Takes away the draft of a page; of this one when left out. */
  remove(page = this.page): void {
    if (this.newest()?.page === page) this.storage.removeItem(this.key);
    this.storage.removeItem(this.besideOf(page));
  }

  /** What lies under the document's key, and whose it is. */
  private newest(): { page: string; text: string } | null {
    const text = this.storage.getItem(this.key);
    if (text === null) return null;
    try {
      return { page: String((JSON.parse(text) as Partial<Draft<D>>).page ?? ''), text };
    } catch {
      return { page: '', text };
    }
  }

  /**
   * All drafts that were left, the newest first; what cannot be read is set aside, not thrown away.
   *
   * @param check @throws where nothing can be done with a document
   * @param onSetAside told when a draft was set aside
   */
  left(check?: (document: D) => void, onSetAside?: () => void): Draft<D>[] {
    const others = this.storage.keys().filter((key) => key.startsWith(this.besideOf('')));
    return [this.key, ...others]
      .flatMap((key) => this.read(key, check, onSetAside) ?? [])
      .sort((a, b) => b.at - a.at);
  }

  private read(
    key: string,
    check?: (document: D) => void,
    onSetAside?: () => void,
  ): Draft<D> | null {
    const text = this.storage.getItem(key);
    if (text === null) return null;
    try {
      const draft = JSON.parse(text) as Draft<D>;
      if (!Number.isInteger(draft.revision) || !Array.isArray(draft.steps)) throw new Error();
      if (!Array.isArray(draft.sent)) throw new Error();
      if (!draft.document || typeof draft.document !== 'object') throw new Error();
      check?.(draft.document);
      return {
        ...draft,
        steps: draft.steps.map(String),
        commands: Array.isArray(draft.commands) ? draft.commands : [],
        page: draft.page ?? '',
        at: draft.at ?? 0,
      };
    } catch {
      try {
        this.storage.setItem(asideOf(key), text);
        this.storage.removeItem(key);
      } catch {
        return null; // No room beside it: it stays where it is until the next edit.
      }
      onSetAside?.();
      return null;
    }
  }
}
