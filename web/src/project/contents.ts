import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef } from 'vue';
import type { Document } from '@eldrun/core/document';
import type { ProjectWall } from '@eldrun/core/build-up';
import type { ListedDocument } from '@eldrun/contract';
import { ask } from '../persistence/api.ts';
import { useProject } from './project.ts';

/** A wall as it was saved. */
export interface SavedState {
  revision: number;
  document: ProjectWall;
}

/** A document as it was saved. */
interface Contents {
  revision: number;
  document: Document;
}

/**
 * What is in the saved documents of the open project: each is read once for each revision, whoever asks, and several at a
 * time in one request.
 */
export const useContents = defineStore('contents', () => {
  const project = useProject();
  const held = shallowRef<ReadonlyMap<string, Contents>>(new Map());
  const failure = ref('');
  /** Whether all walls are wanted, and by how many. */
  const wanted = ref(0);
  const reading = new Map<string, Promise<void>>();
  const states = new Map<string, ProjectWall>();

  const listed = (id: string): ListedDocument | undefined =>
    project.walls.find((one) => one.id === id) ?? project.documents.find((one) => one.id === id);

  const isCurrent = (id: string): boolean => {
    const known = held.value.get(id);
    return known !== undefined && known.revision >= (listed(id)?.revision ?? 0);
  };

  function keep(documents: readonly ListedDocument[]): void {
    const now = new Map(held.value);
    for (const { id, revision, document } of documents)
      if (document && revision > (now.get(id)?.revision ?? 0)) now.set(id, { revision, document });
    held.value = now;
  }

  /** Reads those that are not held, or were saved anew. @throws ApiProblem */
  async function load(ids: readonly string[]): Promise<void> {
    const missing = ids.filter((id) => !isCurrent(id) && !reading.has(id));
    if (missing.length > 0) {
      const of = project.id;
      const all = missing.length > 1 && missing.length === project.walls.length;
      const read = ask('listDocuments', {
        params: { project: of },
        // All walls go by their kind: their ids would make a long address.
        query: { contents: true, ...(all ? { kind: 'wall' } : { ids: missing.join() }) },
      })
        .then((documents) => {
          if (project.id === of) keep(documents);
        })
        .finally(() => missing.forEach((id) => reading.delete(id)));
      for (const id of missing) reading.set(id, read);
    }
    await Promise.all(ids.flatMap((id) => reading.get(id) ?? []));
  }

  /** Walls as they were saved last, by id: those that are there. @throws ApiProblem */
  async function readWalls(ids: readonly string[]): Promise<ReadonlyMap<string, SavedState>> {
    await load(ids);
    return new Map(
      ids.flatMap((id) => {
        const known = held.value.get(id);
        return known ? [[id, known as SavedState]] : [];
      }),
    );
  }

  /** A wall as it was saved last; null where it is gone. @throws ApiProblem */
  const findWall = async (id: string): Promise<SavedState | null> =>
    (await readWalls([id])).get(id) ?? null;

  /** As `findWall`. @throws ApiProblem, Error where it is gone */
  async function readWall(id: string): Promise<SavedState> {
    const found = await findWall(id);
    if (!found) throw new Error('the wall is gone: it was deleted or lies in the bin');
    return found;
  }

  /** A kept state of a wall: it never changes. @throws ApiProblem */
  async function readState(wall: string, revision: number): Promise<ProjectWall> {
    const key = `${wall} ${revision}`;
    const known = states.get(key);
    if (known) return known;
    const params = { wall, revision: String(revision) };
    const { document } = await ask('readWallRevision', { params });
    states.set(key, document);
    return document;
  }

  async function loadWalls(): Promise<void> {
    try {
      await load(project.walls.map(({ id }) => id));
      failure.value = '';
    } catch (error) {
      failure.value = (error as Error).message;
    }
  }

  watch(
    () => project.id,
    () => {
      held.value = new Map();
      reading.clear();
      states.clear();
    },
    { flush: 'sync' },
  );
  watch([() => project.walls, wanted], () => {
    if (wanted.value > 0) void loadWalls();
  });

  let before: ReadonlyMap<string, ProjectWall> = new Map();
  /** The walls of the project as they were saved last, by id: those that are read. */
  const walls = computed<ReadonlyMap<string, ProjectWall>>(() => {
    const now = new Map(
      project.walls.flatMap(({ id }) => {
        const known = held.value.get(id);
        return known ? [[id, known.document as ProjectWall]] : [];
      }),
    );
    // What did not change is not laid out again.
    const same =
      now.size === before.size && [...now].every(([id, wall]) => before.get(id) === wall);
    return same ? before : (before = now);
  });

  /** Keeps all walls of the project read until the scope ends. */
  function followWalls(): ComputedRef<ReadonlyMap<string, ProjectWall>> {
    wanted.value++;
    void loadWalls();
    onScopeDispose(() => wanted.value--);
    return walls;
  }

  return { failure, walls, loadWalls, readWalls, findWall, readWall, readState, followWalls };
});
