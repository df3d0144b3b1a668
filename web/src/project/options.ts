import QuickLRU from 'quick-lru';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { InputError } from '@eldrun/core/errors';
import {
  resolveWall,
  type ProjectWall,
  type ResolvedWall,
  type WallFile,
} from '@eldrun/core/build-up';
import type { ComparedOption, JudgedMoisture, OptionFacts } from '@eldrun/core/options';
import type { MoistureStatus } from '@eldrun/core/judgment';
import type { ListedWall } from '@eldrun/contract';
import { ApiProblem } from '../persistence/api.ts';
import { Newest } from '../compute/newest.ts';
import { useContents } from './contents.ts';
import { useProject } from './project.ts';

/** One of the walls that are compared. */
export interface ComparedWall extends ComparedOption {
  /** A to F, by its place. */
  letter: string;
  name: string;
  revision: number;
  document: ProjectWall;
  file: WallFile;
  /** Null where it cannot be drawn. */
  wall: ResolvedWall | null;
  /** Why there are none. */
  problem: string;
}

/** The most walls that are compared at once. */
export const MOST_COMPARED = 6;

/** Walls whose facts are kept. */
const MAX_KEPT = 60;

/** The judgment of a listed wall, where the server has run the years of what is saved. */
export function simulatedOf(listed: ListedWall | undefined): JudgedMoisture | null {
  const summary = listed && !listed.computing ? listed.summary : null;
  if (summary?.basis !== 'hourly' || summary.judgment === null) return null;
  return {
    moisture: summary.judgment as MoistureStatus,
    basis: 'hourly',
    title: summary.title,
  };
}

/** A wall as it was saved last. */
interface Loaded {
  revision: number;
  document: ProjectWall;
}

/** Several walls of the open project side by side, as they are saved. */
export const useOptions = defineStore('options', () => {
  const project = useProject();
  const contents = useContents();
  const wanted = shallowRef<readonly string[]>([]);
  const loaded = shallowRef<ReadonlyMap<string, Loaded>>(new Map());
  const failure = ref('');
  const kept = new QuickLRU<string, { facts: OptionFacts | null; problem: string }>({
    maxSize: MAX_KEPT,
  });
  /** Counts what was computed, since the cache itself is not watched. */
  const known = ref(0);
  const worker = new Newest('facts', 'shown');
  let turn = 0;

  const keyOf = (file: WallFile): string => JSON.stringify([file, project.pricedMaterials]);

  const walls = computed<ComparedWall[]>(() => {
    void known.value;
    const { document: of } = project;
    if (!of) return [];
    return wanted.value.flatMap((id, i) => {
      const saved = loaded.value.get(id);
      if (!saved) return [];
      const file = project.fileOf(saved.document);
      const { facts = null, problem = '' } = kept.get(keyOf(file)) ?? {};
      const simulated = simulatedOf(project.walls.find((one) => one.id === id));
      return [
        {
          id,
          letter: 'ABCDEF'[i]!,
          name: saved.document.name,
          revision: saved.revision,
          document: saved.document,
          file,
          wall: drawn(file),
          facts,
          problem,
          judged:
            simulated ??
            (facts && {
              moisture: facts.judgment.moisture,
              basis: 'static',
              title: facts.judgment.decides.text,
            }),
        } satisfies ComparedWall,
      ];
    });
  });

  function drawn(file: WallFile): ResolvedWall | null {
    try {
      return file.layers.length > 0 ? resolveWall(file, project.pricedMaterials) : null;
    } catch (error) {
      if (error instanceof InputError) return null;
      throw error;
    }
  }

  /** Reads what is not read yet, or was saved anew meanwhile. */
  async function load(): Promise<void> {
    const mine = ++turn;
    const stale = wanted.value.filter((id) => {
      const listed = project.walls.find((one) => one.id === id);
      return listed && loaded.value.get(id)?.revision !== listed.revision;
    });
    if (stale.length > 0)
      try {
        const read = await contents.readWalls(stale);
        if (mine !== turn) return;
        loaded.value = new Map([...loaded.value, ...read]);
        failure.value = '';
      } catch (error) {
        if (!(error instanceof ApiProblem)) throw error;
        if (mine === turn) failure.value = error.message;
      }
    await compute();
  }

  /** Finds what is not known yet of the walls, one after the other. */
  async function compute(): Promise<void> {
    const mine = turn;
    for (const { file } of walls.value) {
      const key = keyOf(file);
      if (kept.has(key)) continue;
      if (file.layers.length === 0) {
        kept.set(key, { facts: null, problem: 'it has no layers yet' });
      } else
        try {
          const answer = await worker.ask({ file, materials: project.pricedMaterials });
          if (!answer || mine !== turn) return;
          kept.set(
            key,
            'facts' in answer
              ? { facts: answer.facts, problem: '' }
              : { facts: null, problem: answer.problem },
          );
        } catch (error) {
          kept.set(key, { facts: null, problem: (error as Error).message });
        }
      known.value++;
    }
  }

  /** Compares these walls of the project from now on. */
  function compare(ids: readonly string[]): void {
    wanted.value = ids;
  }

  watch(
    [wanted, () => project.walls, () => project.pricedMaterials, () => project.document?.brief],
    () => void load(),
  );

  function close(): void {
    turn++;
    worker.drop();
    wanted.value = [];
    loaded.value = new Map();
    failure.value = '';
  }
  onScopeDispose(close);

  return { walls, failure, compare, load, close };
});
