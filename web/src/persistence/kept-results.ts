import { clear, createStore, del, entries, get, set } from 'idb-keyval';

/** The most results that are kept; beyond them the oldest go. */
const MOST = 300;

/** Looked at so often: with every so many-th result that is kept. */
const PRUNED_EVERY = 20;

interface Kept {
  /** Of the program that computed it. */
  core: string;
  at: number;
  value: unknown;
}

/** Of the program that computes: what another one computed is not taken. Empty where it is not known. */
const CORE =
  (import.meta.env as { VITE_CORE_VERSION?: string } | undefined)?.VITE_CORE_VERSION ?? '';

const store =
  CORE && typeof indexedDB !== 'undefined' ? createStore('eldrun-results', 'results') : null;

let keeping = 0;

/** A short name of what a result was computed from; null where the browser makes none (a page over plain http). */
async function keyOf(contents: string): Promise<string | null> {
  const subtle = globalThis.crypto?.subtle as SubtleCrypto | undefined;
  if (!store || !subtle) return null;
  const hash = await subtle.digest('SHA-256', new TextEncoder().encode(contents));
  return Array.from(new Uint8Array(hash), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/**
 * What a long computation came to in this browser, at whatever visit.
 *
 * @param contents all that it is computed from, as a text
 * @returns null where it is not known
 */
export async function keptResult<V>(contents: string): Promise<V | null> {
  try {
    const key = await keyOf(contents);
    const kept = key && (await get<Kept>(key, store!));
    return kept && kept.core === CORE ? (kept.value as V) : null;
  } catch {
    // A browser that keeps nothing: it is computed again.
    return null;
  }
}

/** Keeps what a long computation came to. A browser that is full or keeps nothing does without. */
export async function keepResult(contents: string, value: object): Promise<void> {
  try {
    const key = await keyOf(contents);
    if (!key) return;
    await set(key, { core: CORE, at: Date.now(), value } satisfies Kept, store!);
    if (++keeping % PRUNED_EVERY === 0) await prune();
  } catch {
    await clear(store!).catch(() => undefined);
  }
}

async function prune(): Promise<void> {
  const all = await entries<string, Kept>(store!);
  const old = all.toSorted(([, a], [, b]) => b.at - a.at).slice(MOST);
  const foreign = all.filter(([, { core }]) => core !== CORE);
  await Promise.all([...old, ...foreign].map(([key]) => del(key, store!)));
}
