import { useEventListener } from '@vueuse/core';
import { computed, onScopeDispose, ref, watch } from 'vue';
import type { Document } from '@eldrun/core/document';
import type { DocumentKind } from '@eldrun/core/kinds';
import { ask } from '../persistence/api.ts';
import { useNotices } from '../persistence/notices.ts';
import { useProject } from './project.ts';
import { isTyping } from '../persistence/typing.ts';
import { listenToChanges } from '../persistence/changes.ts';
import { useDocument } from '../persistence/use-document.ts';

interface OnlyDocumentOptions<D extends Document, C> {
  /** Such as `prices`. */
  kind: string;
  /** What a person calls it. */
  label: string;
  load: () => Promise<DocumentKind<D, C, never>>;
  /** As it is before anything was changed. */
  blank: D;
  /** Whether the keys of undo are its own now; always, where it is left out. */
  hasKeys?: () => boolean;
}

/**
 * A document of which the open project has one: the first of its kind. A project without one gets it with the first change.
 * Undo by the usual keys.
 */
export function useOnlyDocument<D extends Document, C extends object>({
  kind,
  label,
  load,
  blank,
  hasKeys = () => true,
}: OnlyDocumentOptions<D, C>) {
  const project = useProject();
  const notices = useNotices();
  const record = useDocument<D, C>({ kind: load, materials: () => project.ownMaterials });
  /** Whether it is known what the project has. */
  const state = ref<'loading' | 'ready' | 'failed'>('loading');
  const failure = ref('');
  let finding: Promise<void> | null = null;
  let again = false;
  let starting: Promise<void> | null = null;

  /** What the project says; the blank one where it has none. */
  const current = computed<D>(() => record.document.value ?? blank);
  const exists = computed(() => record.document.value !== null);

  /** Looks which one the project has, and opens it; once more where that was asked for meanwhile. */
  function find(): Promise<void> {
    again = true;
    finding ??= look().finally(() => (finding = null));
    return finding;
  }

  async function look(): Promise<void> {
    while (again) {
      again = false;
      try {
        const listed = await ask('listDocuments', {
          params: { project: project.id },
          query: { kind },
        });
        const first = listed[0]?.id;
        if (!first) record.close();
        else if (first !== record.id.value || !record.document.value) await record.open(first);
        state.value = 'ready';
      } catch (error) {
        failure.value = (error as Error).message;
        state.value = 'failed';
      }
    }
  }
  watch(
    () => project.id,
    () => {
      state.value = 'loading';
      void find();
    },
    { immediate: true },
  );
  const unlisten = listenToChanges((heard) => {
    if (heard === 'missed' || (heard.project === project.id && heard.kind === kind))
      if (heard === 'missed' || heard.gone || !record.document.value) void find();
  });
  onScopeDispose(unlisten);
  useEventListener(window, 'pagehide', record.keepSteps);

  async function start(): Promise<void> {
    const { id } = await ask('createDocument', {
      params: { project: project.id },
      body: { kind, document: blank },
    });
    await find();
    // Another page was faster: that one's counts.
    if (record.id.value !== id) await ask('binDocument', { params: { document: id } });
  }

  /** Does a step, and says so where it is refused. @returns whether it was done */
  async function run(name: string, commands: readonly C[]): Promise<boolean> {
    try {
      if (state.value === 'loading') await find();
      if (!record.document.value) await (starting ??= start().finally(() => (starting = null)));
      record.run(name, commands);
      return true;
    } catch (error) {
      if (!(error instanceof Error)) throw error;
      notices.wrong(`${name}: not done`, error);
      return false;
    }
  }

  /** Moves it to the bin, so that the blank one counts again. */
  async function drop(done: string): Promise<void> {
    const document = record.id.value;
    try {
      await ask('binDocument', { params: { document } });
      await find();
      notices.undoable(done, `The ${label} is in the bin.`, async () => {
        await ask('restoreDocument', { params: { document } });
        await find();
      });
    } catch (error) {
      notices.wrong(`The ${label} was not moved to the bin`, error);
    }
  }

  async function takeNewer(): Promise<void> {
    try {
      await record.takeNewer();
    } catch (error) {
      notices.wrong('The newer state was not taken', error);
    }
  }

  /** Puts this page's steps on top of what somebody else saved, and says so where they do not fit. */
  function join(): void {
    try {
      record.join();
    } catch (error) {
      notices.wrong('The two could not be put together', error);
    }
  }

  function travel(direction: 'undo' | 'redo'): void {
    const name = record[direction]();
    if (name) notices.done(direction === 'undo' ? `Undone: ${name}` : `Redone: ${name}`);
  }
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
    if (isTyping(event.target as HTMLElement) || document.querySelector('.p-dialog-mask')) return;
    if (!exists.value || !hasKeys()) return;
    event.preventDefault();
    travel(event.shiftKey ? 'redo' : 'undo');
  });

  return {
    ...record,
    kind,
    label,
    current,
    exists,
    state,
    failure,
    find,
    run,
    drop,
    takeNewer,
    join,
    travel,
  };
}

export type OnlyDocument = ReturnType<typeof useOnlyDocument<Document, object>>;
