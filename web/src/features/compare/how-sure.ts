import { onScopeDispose, ref, shallowRef } from 'vue';
import { assess } from '@eldrun/core/assessment';
import {
  missingForRuns,
  SAMPLE_RANGES,
  summarizeSamples,
  type Sample,
  type SampleSummary,
} from '@eldrun/core/judgment';
import { useNotices } from '../../persistence/notices.ts';
import type { ComparedWall } from '../../project/options.ts';
import { useProject } from '../../project/project.ts';
import { newestForEachThread } from '../../compute/newest.ts';
import { hoursOfBrief } from '../../persistence/weather-hours.ts';

/** Houses that each wall is simulated in. */
const COUNT = 100;

/** How sure the judgments are: each wall simulated as houses differ, one wall after the other. */
export function useSure() {
  const project = useProject();
  const notices = useNotices();
  /** By the id of the wall. */
  const sure = shallowRef<ReadonlyMap<string, SampleSummary>>(new Map());
  /** What is under way: runs done and to be done; null while nothing is. */
  const progress = ref<{ done: number; total: number } | null>(null);
  const workers = newestForEachThread('judgment');
  let turn = 0;

  async function run(walls: readonly ComparedWall[]): Promise<void> {
    const mine = ++turn;
    const open = walls.filter(({ id, wall }) => wall && !sure.value.has(id));
    progress.value = { done: 0, total: COUNT * open.length };
    try {
      for (const wall of open) await sample(wall, mine);
    } catch (error) {
      notices.wrong('The runs stopped', error);
    }
    if (mine === turn) progress.value = null;
  }

  async function sample({ id, file, name }: ComparedWall, mine: number): Promise<void> {
    if (mine !== turn) return;
    const { section, wall } = assess(file, project.pricedMaterials);
    const missing = missingForRuns(wall);
    if (missing) {
      notices.wrong(`${name} cannot be simulated`, missing);
      return;
    }
    const weather = 'weather' in file.outdoor ? file.outdoor.weather : undefined;
    const samples: Sample[] = [];
    const question = {
      wanted: 'samples' as const,
      file,
      materials: project.pricedMaterials,
      section,
      weather: weather ? await hoursOfBrief(project.id, weather) : null,
      every: workers.length,
      count: COUNT,
      ranges: { ...SAMPLE_RANGES },
    };
    const answers = await Promise.all(
      workers.map((worker, from) =>
        worker.ask({ ...question, from }, (part) => {
          if (!('sample' in part) || mine !== turn) return;
          samples.push(part.sample);
          progress.value = { ...progress.value!, done: progress.value!.done + 1 };
        }),
      ),
    );
    for (const answer of answers)
      if (answer && 'problem' in answer) throw new Error(answer.problem);
    if (mine === turn && samples.length > 0)
      sure.value = new Map([...sure.value, [id, summarizeSamples(samples)]]);
  }

  /** What was found until then stays. */
  function stop(): void {
    turn++;
    for (const worker of workers) worker.drop();
    progress.value = null;
  }

  /** Forgets what was found of walls that changed; what is under way would be of them as they were. */
  function forget(ids: readonly string[]): void {
    if (ids.length === 0) return;
    if (progress.value) stop();
    sure.value = new Map([...sure.value].filter(([id]) => !ids.includes(id)));
  }

  onScopeDispose(() => {
    turn++;
    for (const worker of workers) worker.drop();
  });

  return { sure, progress, run, stop, forget };
}
