import { ref, shallowRef, watch } from 'vue';
import { changesSince, type Decision, type DecisionChange } from '@eldrun/core/decision';
import { InputError } from '@eldrun/core/errors';
import { optionOf, type Measures } from '@eldrun/core/options';
import { resolveWall, withBrief, type ProjectWall, type ResolvedWall } from '@eldrun/core/build-up';
import { ApiProblem } from '../../persistence/api.ts';
import { useContents } from '../../project/contents.ts';
import { useProject } from '../../project/project.ts';

/** An option of a decision, as it was and as it is. */
export interface OptionState {
  wall: string;
  /** As it was decided on, to be drawn; null where that state cannot be read. */
  drawn: ResolvedWall | null;
  then: ProjectWall | null;
  now: ProjectWall | null;
  revision: number | null;
  measures: Measures | null;
}

/** What has become of what a decision was made on, read anew whenever a wall or the brief of the project changes. */
export function useDecisionState(decision: () => Decision | null) {
  const project = useProject();
  const contents = useContents();
  const options = shallowRef<OptionState[]>([]);
  const changes = shallowRef<DecisionChange[] | null>(null);
  const problem = ref('');
  let turn = 0;

  watch(
    [decision, () => project.walls, () => project.document?.brief, () => project.pricedMaterials],
    () => void look(),
    { immediate: true },
  );

  async function look(): Promise<void> {
    const mine = ++turn;
    const of = decision();
    const brief = project.document?.brief;
    if (!of || !brief) return;
    try {
      const read = await Promise.all(of.options.map((option) => readOption(of, option)));
      if (mine !== turn) return;
      options.value = read;
      changes.value = changesSince(of, brief, read);
      problem.value = '';
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      if (mine === turn) problem.value = error.message;
    }
  }

  async function readOption(
    of: Decision,
    { wall, revision }: Decision['options'][number],
  ): Promise<OptionState> {
    const [then, now] = await Promise.all([
      orNull(() => contents.readState(wall, revision)),
      contents.findWall(wall),
    ]);
    return {
      wall,
      then,
      now: now?.document ?? null,
      revision: now?.revision ?? null,
      drawn:
        then && ifComputable(() => resolveWall(withBrief(then, of.brief), project.pricedMaterials)),
      measures:
        now &&
        ifComputable(
          () => optionOf(project.fileOf(now.document), project.pricedMaterials).measures,
        ),
    };
  }

  return { options, changes, problem, look };
}

/** What is asked for; null where it is not there any more. */
async function orNull<T>(work: () => Promise<T>): Promise<T | null> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ApiProblem && error.status === 404) return null;
    throw error;
  }
}

/** What can be computed; null where it cannot. */
function ifComputable<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return null;
    throw error;
  }
}
