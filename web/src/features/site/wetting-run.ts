import { onScopeDispose, ref } from 'vue';
import { standingOn, type Wetting, type WettingStart } from '@eldrun/core/site';
import { hoursOfBrief } from '../../persistence/weather-hours.ts';
import { Newest } from '../../compute/newest.ts';
import type { SiteState } from './site-state.ts';

/** Which wall is let rain on, and from when. */
export interface WettingAsk extends Omit<WettingStart, 'side'> {
  elevation: string;
}

/** Runs walls as they stand today, hour by hour: on the measured weather of the brief where it has some, else on made-up weather. */
export function useWetting(state: SiteState) {
  const worker = new Newest('wetting', 'shown');
  const share = ref<number | null>(null);
  const problem = ref('');
  onScopeDispose(() => worker.drop());

  /** @returns null where it was stopped or could not be run; `wetting` is null where nothing of wood stands */
  async function run({
    elevation,
    ...start
  }: WettingAsk): Promise<{ wetting: Wetting | null } | null> {
    const steps = state.elevations.value.find(({ id }) => id === elevation)?.steps;
    const file = state.file.value.elevations.find(({ id }) => id === elevation);
    const wall = state.wallOf(elevation);
    if (!steps || !file || !wall) return null;
    const { up, filled } = standingOn(steps, state.day.value);
    share.value = 0;
    problem.value = '';
    try {
      const { outdoor } = wall.file;
      const measured = 'weather' in outdoor && outdoor.weather;
      const answer = await worker.ask(
        {
          wall: wall.file,
          up: [...up],
          filled: [...filled],
          ...start,
          side: file.facing ?? null,
          materials: state.project.pricedMaterials,
          weather: measured ? await hoursOfBrief(state.project.id, measured) : null,
        },
        (part) => (share.value = part.share),
      );
      if (!answer) return null;
      if ('problem' in answer) {
        problem.value = answer.problem;
        return null;
      }
      return { wetting: answer.wetting };
    } catch (error) {
      problem.value = (error as Error).message;
      return null;
    } finally {
      share.value = null;
    }
  }

  function stop(): void {
    worker.drop();
    share.value = null;
  }
  return { share, problem, run, stop };
}
