import { useEventListener } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import type { Document } from '@eldrun/core/document';
import type { DocumentKind } from '@eldrun/core/kinds';
import { ask } from '../persistence/api.ts';
import { useNotices } from '../persistence/notices.ts';
import { useProject } from './project.ts';
import { isTyping } from '../persistence/typing.ts';
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

  /** Opens the one that the project has; once more where that was asked for meanwhile. */
  function find(): Promise<void> {
    again = true;
    finding ??= look().finally(() => (finding = null));
    return finding;
  }

  async function look(): Promise<void> {
    while (again) {
      again = false;
      try {
        const first = project.documents.find((one) => one.kind === kind)?.id;
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
    () => [project.id, project.documents.find((one) => one.kind === kind)?.id] as const,
    ([now], before) => {
      if (now !== before?.[0]) state.value = 'loading';
      void find();
    },
    { immediate: true },
  );
  useEventListener(window, 'pagehide', record.keepSteps);

  async function start(): Promise<void> {
    const { id } = await ask('createDocument', {
      params: { project: project.id },
      body: { kind, document: blank },
    });
    await project.refresh();
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
      await project.refresh();
      await find();
      notices.undoable(done, `The ${label} is in the bin.`, async () => {
        await ask('restoreDocument', { params: { document } });
        await project.refresh();
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

type OnlyDocument = ReturnType<typeof useOnlyDocument<Document, object>>;

/** What of one is shown around what it says: where it stands, and what is in the way. */
export type ShownDocument = Pick<
  OnlyDocument,
  | 'label'
  | 'newer'
  | 'saveState'
  | 'state'
  | 'failure'
  | 'find'
  | 'takeNewer'
  | 'keepMine'
  | 'canJoin'
  | 'join'
  | 'takeTheirs'
  | 'exists'
  | 'revision'
  | 'kept'
>;
