import QuickLRU from 'quick-lru';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import {
  judgeWithRuns,
  missingForRuns,
  type Judgment,
  type JudgmentFixes,
  type RunsDone,
} from '@eldrun/core/judgment';
import { say } from '@eldrun/core/units';
import type { Assessment } from '@eldrun/core/assessment';
import type { JudgedRun } from '@eldrun/core/transient';
import type { WallFile } from '@eldrun/core/build-up';
import type { WeatherYear } from '@eldrun/core/climate';
import type { JudgmentAnswer } from '../compute/jobs/judgment.ts';
import { newestForEachThread } from '../compute/newest.ts';
import { keepResult, keptResult } from '../persistence/kept-results.ts';
import { hoursOfBrief } from '../persistence/weather-hours.ts';
import { useProject } from './project.ts';
import { useWall } from './wall.ts';

/** What the runs of a wall came to: null where nothing is to be run. */
interface Settled {
  runs: RunsDone | null;
  /** Why hours could not be run, where they should have been. */
  why: string;
  fixes: JudgmentFixes | null;
}

/** An edit has settled after so long, ms. */
const SETTLES = 500;

/** Walls whose runs are kept. */
const MAX_KEPT = 40;

/** What of a wall its runs depend on, and of the project. */
function keyOf(file: WallFile, materials: object): string {
  const { layers, indoor, outdoor, airtightness, pressure, exposure, materials: own } = file;
  return JSON.stringify([
    layers,
    indoor,
    outdoor,
    airtightness,
    pressure,
    exposure,
    own,
    materials,
  ]);
}

/** The judgment of the open wall: an estimate at once, and simulated as soon as its years have run in workers. */
export const useJudgment = defineStore('judgment', () => {
  const project = useProject();
  const wall = useWall();
  const kept = new QuickLRU<string, Settled>({ maxSize: MAX_KEPT });
  const workers = newestForEachThread('judgment');
  const settled = shallowRef<{ key: string; now: Settled } | null>(null);
  /** Share of the runs that is done, 0 to 1; null while none are under way. */
  const progress = ref<number | null>(null);
  /** Whether fixes are being looked for. */
  const seeking = ref(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let hours: { id: string; year: WeatherYear } | null = null;

  const key = computed(() =>
    wall.whole ? keyOf(wall.whole.wall.file, project.pricedMaterials) : '',
  );

  /** Of the wall whose section is solved. */
  const judgment = computed<Judgment | null>(() => {
    if (!wall.whole) return null;
    const now = settled.value?.key === key.value ? settled.value.now : null;
    return judgeWithRuns(wall.whole, now?.runs ?? null);
  });
  const fixes = computed(() =>
    settled.value?.key === key.value && !wall.computing ? settled.value.now.fixes : null,
  );
  /** Why it stays an estimate, where it should not. */
  const why = computed(() => (settled.value?.key === key.value ? settled.value.now.why : ''));

  watch(
    () => wall.assessment,
    () => {
      // Whatever is under way belongs to the wall before the edit.
      clearTimeout(timer);
      for (const worker of workers) worker.drop();
      progress.value = null;
      seeking.value = false;
    },
    { flush: 'sync' },
  );

  watch(
    () => wall.whole,
    (whole) => {
      if (!whole) return;
      const known = kept.get(key.value);
      if (known) {
        settled.value = { key: key.value, now: known };
        if (!known.fixes) timer = setTimeout(() => void seek(whole), SETTLES);
        return;
      }
      clearTimeout(timer);
      void recall(whole);
    },
    { flush: 'sync' },
  );

  async function weatherOf({ outdoor }: WallFile): Promise<WeatherYear | null> {
    const id = 'weather' in outdoor ? outdoor.weather : undefined;
    if (!id) return null;
    if (hours?.id !== id) hours = { id, year: await hoursOfBrief(project.id, id) };
    return hours.year;
  }

  /** Takes up what its years came to at an earlier visit, at once; else they are run once the edit has settled. */
  async function recall(whole: Assessment): Promise<void> {
    const mine = key.value;
    const found = await keptResult<Settled>(mine);
    if (key.value !== mine || wall.whole !== whole) return;
    if (!found) {
      timer = setTimeout(() => void simulate(whole), SETTLES);
      return;
    }
    kept.set(mine, found);
    settled.value = { key: mine, now: found };
  }

  async function simulate(whole: Assessment): Promise<void> {
    const mine = key.value;
    const keep = (now: Settled): void => {
      kept.set(mine, now);
      if (key.value === mine) settled.value = { key: mine, now };
    };
    const missing = missingForRuns(whole.wall);
    if (missing) {
      keep({ runs: null, why: missing, fixes: null });
      return void seek(whole);
    }
    progress.value = 0;
    const shares = workers.map(() => 0);
    try {
      const weather = await weatherOf(whole.wall.file);
      if (key.value !== mine) return;
      const question = {
        file: whole.wall.file,
        materials: project.pricedMaterials,
        section: whole.section,
        weather,
      };
      const answers = await Promise.all(
        workers.map((worker, from) =>
          worker.ask({ ...question, wanted: 'runs', from, every: workers.length }, (part) => {
            if (!('progress' in part)) return;
            shares[from] = part.progress;
            progress.value = shares.reduce((sum, one) => sum + one, 0) / shares.length;
          }),
        ),
      );
      if (answers.some((answer) => answer === null) || key.value !== mine) return;
      keep({ ...together(answers as JudgmentAnswer[]), fixes: null });
    } catch (error) {
      keep({
        runs: null,
        why: `the years could not be run, ${(error as Error).message}; the next change tries again`,
        fixes: null,
      });
      kept.delete(mine);
    }
    progress.value = null;
    await seek(whole);
  }

  /** Looks for fixes of what was found, judged as the wall was. */
  async function seek(whole: Assessment): Promise<void> {
    const mine = key.value;
    const found = judgment.value;
    const now = settled.value;
    if (!found || now?.key !== mine || now.now.fixes) return;
    const keep = (changes: JudgmentFixes): void => {
      const next = { ...now.now, fixes: changes };
      kept.set(mine, next);
      if (next.runs && next.why === '') void keepResult(mine, next);
      if (key.value === mine) settled.value = { key: mine, now: next };
    };
    if (found.moisture === 'pass') return keep({ fixes: [], refused: null });
    seeking.value = true;
    try {
      const answer = await workers[0]!.ask({
        wanted: 'fixes',
        file: whole.wall.file,
        materials: project.pricedMaterials,
        section: whole.section,
        weather: await weatherOf(whole.wall.file),
        judgment: found,
      });
      if (answer && 'problem' in answer) throw new Error(answer.problem);
      if (answer && 'fixes' in answer) keep(answer.fixes);
    } catch (error) {
      const refused = say`Fixes could not be tried: ${(error as Error).message}.`;
      if (key.value === mine)
        settled.value = { key: mine, now: { ...now.now, fixes: { fixes: [], refused } } };
    }
    if (key.value === mine) seeking.value = false;
  }

  function close(): void {
    clearTimeout(timer);
    for (const worker of workers) worker.drop();
    progress.value = null;
    seeking.value = false;
  }

  onScopeDispose(close);

  return { judgment, fixes, why, progress, seeking, close };
});

/** The answers of all workers as the runs of one plan. */
export function together(answers: readonly JudgmentAnswer[]): {
  runs: RunsDone | null;
  why: string;
} {
  const runs: [number, JudgedRun][] = [];
  let shutIn = false;
  for (const answer of answers) {
    if ('problem' in answer) return { runs: null, why: answer.problem };
    if (!('runs' in answer)) continue;
    if (answer.runs === null) return { runs: null, why: answer.why ?? '' };
    runs.push(...answer.runs);
    shutIn ||= answer.shutIn;
  }
  const inOrder = runs.toSorted(([a], [b]) => a - b).map(([, run]) => run);
  const failed = inOrder.find(({ problem }) => problem !== null);
  return {
    runs: {
      standard: shutIn ? inOrder.slice(0, -1) : inOrder,
      shutIn: shutIn ? inOrder.at(-1)! : null,
    },
    why: failed?.problem ?? '',
  };
}
