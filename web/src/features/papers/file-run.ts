import { onScopeDispose, ref, shallowRef } from 'vue';
import { fixed } from '@eldrun/core/units';
import type { BundleLine } from '@eldrun/contract';
import { ask, askFile, askTold, type Question } from '../../persistence/api.ts';
import { downloadBlob } from '../../persistence/wall-files.ts';

/** What takes no longer shows no progress, ms. */
const MOMENT = 300;

/** What is done to a bundle, in words. */
const STEPS = {
  packing: 'packed',
  proving: 'restored by way of trial',
  restoring: 'restored',
} as const;

/** A file that was made and is saved. */
export interface SavedFile {
  name: string;
  size: number;
  /** Where the page opens it. */
  url: string;
  /** What it does not carry. */
  lost: readonly string[];
}

type FileEndpoint = 'printPaper' | 'drawProject' | 'tabulate';

/** Files that the server makes, one at a time: what is under way, what came of it, what stands in the way. */
export function useFileRun() {
  /** What is being made; empty while nothing is, and for the first moment. */
  const making = ref('');
  /** How far it is, in words; empty where nobody tells. */
  const told = ref('');
  const busy = ref(false);
  const saved = shallowRef<SavedFile | null>(null);
  const problem = ref('');
  let abort: AbortController | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function run(
    what: string,
    work: (signal: AbortSignal) => Promise<{ blob: Blob; name: string; lost?: string[] }>,
  ): Promise<void> {
    stop();
    const mine = (abort = new AbortController());
    forget();
    problem.value = '';
    busy.value = true;
    timer = setTimeout(() => (making.value = what), MOMENT);
    try {
      const { blob, name, lost = [] } = await work(mine.signal);
      if (mine.signal.aborted) return;
      downloadBlob(name, blob);
      saved.value = { name, size: blob.size, url: URL.createObjectURL(blob), lost };
    } catch (error) {
      if (mine.signal.aborted) return;
      problem.value = (error as Error).message;
    } finally {
      if (abort === mine) done();
    }
  }

  /** Asks for a file and saves it. @param what it is called while it is made */
  const save = <N extends FileEndpoint>(
    what: string,
    endpoint: N,
    question: Question<N>,
  ): Promise<void> => run(what, (signal) => askFile(endpoint, { ...question, signal }));

  /** Asks for a building model and saves it. */
  const saveModel = (what: string, question: Question<'writeModel'>): Promise<void> =>
    run(what, async (signal) => {
      const { name, type, text, lost } = await ask('writeModel', { ...question, signal });
      return { name, lost, blob: new Blob([text], { type }) };
    });

  /** Asks for the bundle of a project, told how far it is, and saves it. */
  const saveBundle = (what: string, project: string): Promise<void> =>
    run(what, async (signal) => {
      const { line, file } = await askTold(
        'packProject',
        { params: { project }, signal },
        ({ step, share }) => (told.value = `${STEPS[step]}, ${fixed(100 * share, 0)} %`),
      );
      const { file: name, leftOut } = line as Extract<BundleLine, { file: unknown }>;
      const lost = leftOut.map(({ what: one, why }) => `${one}: ${why}`);
      return { name, lost, blob: file };
    });

  function done(): void {
    clearTimeout(timer);
    making.value = '';
    told.value = '';
    busy.value = false;
    abort = null;
  }

  function stop(): void {
    abort?.abort();
    done();
  }

  function forget(): void {
    if (saved.value) URL.revokeObjectURL(saved.value.url);
    saved.value = null;
  }

  onScopeDispose(() => {
    stop();
    forget();
  });
  return { making, told, busy, saved, problem, save, saveModel, saveBundle, stop };
}

export type FileRun = ReturnType<typeof useFileRun>;
