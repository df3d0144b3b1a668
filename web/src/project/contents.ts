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

/** Beyond so many walls all of them are asked for by their kind. */
const MANY = 20;

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

  /** What is asked for in the same moment goes in one request. */
  let asked: { ids: Set<string>; read: Promise<void> } | null = null;

  /** Reads those that are not held, or were saved anew. @throws ApiProblem */
  async function load(ids: readonly string[]): Promise<void> {
    for (const id of ids) {
      if (isCurrent(id) || reading.has(id)) continue;
      asked ??= collected(project.id);
      asked.ids.add(id);
      reading.set(id, asked.read);
    }
    await Promise.all(ids.flatMap((id) => reading.get(id) ?? []));
  }

  /** Reads what is asked for of a project until this moment is over. */
  function collected(of: string): NonNullable<typeof asked> {
    const ids = new Set<string>();
    const read = Promise.resolve().then(async () => {
      if (project.id !== of) return;
      asked = null;
      try {
        const found = await Promise.all(
          queriesFor(ids).map((query) =>
            ask('listDocuments', { params: { project: of }, query: { contents: true, ...query } }),
          ),
        );
        if (project.id === of) keep(found.flat());
      } finally {
        if (project.id === of) ids.forEach((id) => reading.delete(id));
      }
    });
    return { ids, read };
  }

  /** Many walls go by their kind: their ids would make a long address. */
  function queriesFor(ids: ReadonlySet<string>): { kind?: string; ids?: string }[] {
    const walls = project.walls.filter(({ id }) => ids.has(id));
    const byKind = walls.length > MANY && walls.length === project.walls.length;
    const others = [...ids].filter((id) => !byKind || !walls.some((one) => one.id === id));
    return [
      ...(byKind ? [{ kind: 'wall' }] : []),
      ...(others.length > 0 ? [{ ids: others.join() }] : []),
    ];
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

  /** Kinds of which the project's only document is wanted, each as often as somebody wants it. */
  const kinds = shallowRef<readonly string[]>([]);
  const onlyId = (kind: string): string | undefined =>
    project.documents.find((one) => one.kind === kind)?.id;

  /** Reads what is wanted. */
  async function loadWanted(): Promise<void> {
    const walls = wanted.value > 0 ? project.walls.map(({ id }) => id) : [];
    try {
      await load([...walls, ...new Set(kinds.value.flatMap((kind) => onlyId(kind) ?? []))]);
      failure.value = '';
    } catch (error) {
      failure.value = (error as Error).message;
    }
  }

  watch(
    () => project.id,
    () => {
      held.value = new Map();
      asked = null;
      reading.clear();
      states.clear();
    },
    { flush: 'sync' },
  );
  watch([() => project.walls, () => project.documents, wanted, kinds], () => void loadWanted());

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
    void loadWanted();
    onScopeDispose(() => wanted.value--);
    return walls;
  }

  /** The project's only document of a kind as it was saved last, kept read until the scope ends; null without one, and until it is read. */
  function followOnly(kind: string): ComputedRef<Document | null> {
    kinds.value = [...kinds.value, kind];
    void loadWanted();
    onScopeDispose(() => (kinds.value = kinds.value.toSpliced(kinds.value.indexOf(kind), 1)));
    return computed(() => held.value.get(onlyId(kind) ?? '')?.document ?? null);
  }

  return {
    failure,
    walls,
    loadWanted,
    readWalls,
    findWall,
    readWall,
    readState,
    followWalls,
    followOnly,
  };
});
