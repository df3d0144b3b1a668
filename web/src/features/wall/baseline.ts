import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { assess, type Assessment } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import type { WallFile } from '@eldrun/core/build-up';
import { ask } from '../../persistence/api.ts';
import { useContents } from '../../project/contents.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

const OPENED = 'as it was opened';

/** Another wall of the project, or this one in a saved state; null is the state in which it was opened. */
export type BaselineOf = { wall: string } | { revision: number | null };

export const OPENED_STATE: BaselineOf = { revision: null };

/** What the open wall is held against: itself in a saved state, or another wall of the project. */
export const useBaseline = defineStore('baseline', () => {
  const project = useProject();
  const contents = useContents();
  const wall = useWall();
  const shown = ref(false);
  /** Shown only as long as a key is down. */
  const held = ref(false);
  const other = shallowRef<{ of: BaselineOf; name: string; file: WallFile } | null>(null);

  const base = computed(() => {
    if (other.value) return other.value;
    if (!wall.opened || !project.document) return null;
    return { name: OPENED, file: project.fileOf(wall.opened) };
  });

  /** Computed whole, its section too, where it is shown: some milliseconds. */
  const found = computed<{ assessment: Assessment | null; problem: string }>(() => {
    if (!shown.value || !base.value) return { assessment: null, problem: '' };
    if (base.value.file.layers.length === 0)
      return { assessment: null, problem: 'it had no layers yet' };
    try {
      return { assessment: assess(base.value.file, project.pricedMaterials), problem: '' };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return { assessment: null, problem: error.message };
    }
  });
  const assessment = computed(() => found.value.assessment);
  const problem = computed(() => found.value.problem);
  const name = computed(() => base.value?.name ?? OPENED);

  const of = computed<BaselineOf>(() => other.value?.of ?? OPENED_STATE);

  /** Holds the wall against something else. @throws ApiProblem where it cannot be read */
  async function choose(wanted: BaselineOf): Promise<void> {
    if ('wall' in wanted) {
      const { document } = await contents.readWall(wanted.wall);
      other.value = { of: wanted, name: document.name, file: project.fileOf(document) };
    } else if (wanted.revision === null) other.value = null;
    else {
      const { document } = await ask('readWallRevision', {
        params: { wall: wall.id, revision: String(wanted.revision) },
      });
      const name = `rev. ${wanted.revision}`;
      other.value = { of: wanted, name, file: project.fileOf(document) };
    }
  }

  function layOver(): void {
    shown.value = true;
    held.value = false;
  }

  /** Lays it over while a key is down; what was laid over before stays after it. */
  function hold(): void {
    if (shown.value) return;
    shown.value = true;
    held.value = true;
  }

  function letGo(): void {
    if (held.value) takeOff();
  }

  function takeOff(): void {
    shown.value = false;
    held.value = false;
  }

  function close(): void {
    takeOff();
    other.value = null;
  }

  onScopeDispose(close);

  return {
    shown,
    held,
    name,
    of,
    assessment,
    problem,
    choose,
    layOver,
    hold,
    letGo,
    takeOff,
    close,
  };
});
