import { deepEqual } from 'fast-equals';
import { computed, getCurrentScope, onScopeDispose, ref, shallowRef, type ShallowRef } from 'vue';
import {
  applyAll,
  NO_HISTORY,
  stepDone,
  stepRedone,
  stepUndone,
  untouchable,
  type Document,
  type History,
} from '@eldrun/core/document';
import type { DocumentKind } from '@eldrun/core/kinds';
import type { Materials } from '@eldrun/core/materials';
import type { SavedDocument } from '@eldrun/contract';
import { afterPaint } from '../compute/after-paint.ts';
import { ask } from './api.ts';
import { Autosave, type SaveState, type Stored } from './autosave.ts';
import { listenToChanges, type Heard } from './changes.ts';
import { deviceStorage } from './device.ts';
import type { Draft } from './drafts.ts';

/** Undo that survives a reload of this tab. */
interface KeptSteps<D> {
  document: D;
  history: History<D>;
}

export interface DocumentOptions<D extends Document, C> {
  /** Brings the kind: with its schema it is too large for the first page. */
  kind(): Promise<DocumentKind<D, C, never>>;
  /** The project's own materials, which the kind's checks may ask for. */
  materials(): Materials;
}

/**
 * One open document of any kind: its steps with undo, its saving and what stands in the way of it, its history, and
 * whether somebody else saved a newer state. As often as documents are open at once.
 */
export function useDocument<D extends Document, C extends object>(options: DocumentOptions<D, C>) {
  const id = ref('');
  const projectId = ref('');
  const revision = ref(0);
  const document: ShallowRef<D | null> = shallowRef(null);
  /** The document as it was when the page opened it. */
  const opened: ShallowRef<D | null> = shallowRef(null);
  const history: ShallowRef<History<D>> = shallowRef(NO_HISTORY);
  const saveState = ref<SaveState>({ kind: 'saved', at: null });
  /** Whether what is not saved yet lies in this device's storage. */
  const kept = ref(true);
  /** Whether a draft of an earlier visit could not be read and was set aside. */
  const draftSetAside = ref(false);
  /** What other pages left unsaved of it, the newest first. */
  const left: ShallowRef<Draft<D>[]> = shallowRef([]);
  /** The newest revision that was heard of. */
  const newest = ref(0);
  /** Whether somebody moved it to the bin, or deleted it. */
  const gone = ref(false);
  let autosave: Autosave<D> | null = null;
  let kind: DocumentKind<D, C, never>;
  let turn = 0;
  let unlisten: (() => void) | null = null;

  const past = computed(() => history.value.past);
  const future = computed(() => history.value.future);
  const theirs = computed<Stored<D> | null>(() =>
    saveState.value.kind === 'conflict' ? (autosave?.theirs ?? null) : null,
  );
  /** The revision that somebody else saved, where this page has nothing unsaved of its own. */
  const newer = computed(() =>
    saveState.value.kind === 'saved' && newest.value > revision.value && !gone.value
      ? newest.value
      : null,
  );

  const read = async (wanted: string): Promise<SavedDocument<D>> =>
    (await ask('readDocument', { params: { document: wanted } })) as SavedDocument<D>;

  /**
   * Opens a document in place of the one that is open.
   *
   * @returns whether it is open: false where another was asked for meanwhile
   * @throws ApiProblem where it cannot be read, Error where this program is too old for it
   */
  async function open(wanted: string): Promise<boolean> {
    close();
    const mine = ++turn;
    id.value = wanted;
    newest.value = 0;
    gone.value = false;
    // Heard from before it is read: what is saved meanwhile is not missed.
    unlisten = listenToChanges(hear);
    const [saved, loaded] = await Promise.all([read(wanted), options.kind()]);
    if (mine !== turn) return false;
    const why = untouchable(saved.document, loaded);
    if (why) throw new Error(why);
    kind = loaded;
    projectId.value = saved.projectId;
    const saving = new Autosave<D>({
      key: `eldrun-${kind.kind}-${wanted}`,
      storage: deviceStorage('localStorage'),
      send: async (unsaved) => {
        const answer = await ask('saveDocument', { params: { document: wanted }, body: unsaved });
        if (autosave === saving) revision.value = answer.revision;
        return answer;
      },
      currentOf: ({ current }) => current as Stored<D>,
      onState: (state) => {
        if (autosave === saving) saveState.value = state;
      },
      onKept: (now) => {
        if (autosave === saving) kept.value = now;
      },
      check: (draft) => void kind.validate(draft, { materials: options.materials() }),
      onSetAside: () => (draftSetAside.value = true),
      later: afterPaint,
    });
    autosave = saving;
    revision.value = saved.revision;
    newest.value = Math.max(newest.value, saved.revision);
    kept.value = true;
    draftSetAside.value = false;
    document.value = saving.open(saved);
    left.value = saving.left;
    opened.value = document.value;
    restoreSteps();
    return true;
  }

  function hear(heard: Heard): void {
    // What was missed the project finds, and tells as any other change.
    if (heard === 'missed') return;
    if (heard.document !== id.value || heard.revision === undefined) return;
    newest.value = Math.max(newest.value, heard.revision);
    gone.value = heard.gone ?? false;
  }

  /**
   * Does a named step: applies the commands, checks the whole, keeps and saves it.
   *
   * @throws InputError when the result would not be a valid document; then nothing changed
   */
  function run(name: string, commands: readonly C[]): void {
    const before = document.value!;
    const after = kind.validate(applyAll(kind, before, commands), {
      materials: options.materials(),
    });
    history.value = stepDone(history.value, name, before);
    put(after, name, commands);
  }

  function undo(): string | null {
    return travel(stepUndone(history.value, document.value!), 'Undo');
  }

  function redo(): string | null {
    return travel(stepRedone(history.value, document.value!), 'Redo');
  }

  function travel(to: ReturnType<typeof stepUndone<D>>, word: string): string | null {
    if (!to) return null;
    history.value = to.history;
    put(to.document, `${word}: ${to.name}`, []);
    return to.name;
  }

  function put(after: D, step: string, commands: readonly C[]): void {
    document.value = after;
    autosave!.change(after, step, commands);
  }

  function keepMine(): void {
    autosave?.keepMine();
  }

  /** Whether this page's steps can be done again on the state that somebody else saved. */
  const canJoin = computed(
    () => saveState.value.kind === 'conflict' && (autosave?.commandsAgain() ?? null) !== null,
  );

  /** In a conflict: does this page's steps again on the other state, and saves that. @throws InputError where they do not fit it */
  function join(): void {
    const commands = autosave?.commandsAgain();
    if (!commands || !autosave?.theirs) return;
    const after = kind.validate(applyAll(kind, autosave.theirs.document, commands as C[]), {
      materials: options.materials(),
    });
    history.value = NO_HISTORY;
    document.value = after;
    autosave.join(after);
  }

  function takeTheirs(): void {
    if (autosave) take(autosave.theirs!);
  }

  /** Goes on with the newest state, which somebody else saved. @throws ApiProblem */
  async function takeNewer(): Promise<void> {
    const mine = turn;
    const saved = await read(id.value);
    if (mine === turn && newer.value !== null) take(saved);
  }

  function take(stored: Stored<D>): void {
    document.value = autosave!.take(stored);
    revision.value = stored.revision;
    history.value = NO_HISTORY;
  }

  /** In a conflict: this page's state becomes a document of its own. @returns its id. @throws ApiProblem */
  async function keepBoth(): Promise<string> {
    const copy = await keepAside(document.value!, 'my version');
    takeTheirs();
    return copy;
  }

  /** Saves a state as a document of its own. @returns its id. @throws ApiProblem */
  async function keepAside(state: D, what: string): Promise<string> {
    const { id } = await ask('createDocument', {
      params: { project: projectId.value },
      body: {
        kind: kind.kind,
        document: { ...state, name: `${state.name.slice(0, 180)} (${what})` },
      },
    });
    return id;
  }

  /** Takes edits that another page left, as a step that can be taken back. */
  function takeLeft(draft: Draft<D>): void {
    const before = document.value!;
    history.value = stepDone(history.value, 'Edits of another page', before);
    put(draft.document, 'Edits that another page left', []);
    dropLeft(draft);
  }

  /** Edits that another page left become a document of their own. @returns its id. @throws ApiProblem */
  async function keepLeft(draft: Draft<D>): Promise<string> {
    const id = await keepAside(draft.document, 'left unsaved');
    dropLeft(draft);
    return id;
  }

  /** Forgets edits that another page left. */
  function dropLeft(draft: Draft<D>): void {
    autosave?.drop(draft);
    left.value = autosave?.left ?? [];
  }

  const stepsKey = (): string => `eldrun-steps-${id.value}`;

  /** Called as the page goes away: a reload finds edits and undo again. */
  function keepSteps(): void {
    autosave?.flush();
    if (!document.value || !id.value) return;
    const steps: KeptSteps<D> = { document: document.value, history: history.value };
    const storage = deviceStorage('sessionStorage');
    try {
      storage.setItem(stepsKey(), JSON.stringify(steps));
    } catch {
      storage.removeItem(stepsKey()); // Too much for the storage: undo starts anew after a reload.
    }
  }

  function restoreSteps(): void {
    history.value = NO_HISTORY;
    try {
      const text = deviceStorage('sessionStorage').getItem(stepsKey());
      const steps = JSON.parse(text ?? 'null') as KeptSteps<D> | null;
      if (!steps || !deepEqual(steps.document, document.value)) return;
      const { past, future } = steps.history;
      if (Array.isArray(past) && Array.isArray(future)) history.value = { past, future };
    } catch {
      // What cannot be read is no history.
    }
  }

  /** Saves what is not saved yet, and lets go of the document. */
  function close(): void {
    turn++;
    keepSteps();
    const saving = autosave;
    autosave = null;
    saving?.close();
    unlisten?.();
    unlisten = null;
    document.value = null;
    opened.value = null;
    left.value = [];
    history.value = NO_HISTORY;
    saveState.value = { kind: 'saved', at: null };
  }

  if (getCurrentScope()) onScopeDispose(close);

  return {
    id,
    revision,
    document,
    opened,
    past,
    future,
    saveState,
    kept,
    draftSetAside,
    left,
    newer,
    gone,
    theirs,
    open,
    run,
    undo,
    redo,
    keepMine,
    canJoin,
    join,
    takeTheirs,
    takeNewer,
    keepBoth,
    takeLeft,
    keepLeft,
    dropLeft,
    keepSteps,
    close,
  };
}
