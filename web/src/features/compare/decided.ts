import type { DecidedOption } from '@eldrun/core/decision';
import type { ComparedWall } from '../../project/options.ts';

/** What a decision keeps of a wall that is compared. */
export function decidedOption({ id, revision, name, facts, judged }: ComparedWall): DecidedOption {
  const { moisture, basis } = judged!;
  return { wall: id, revision, name, measures: facts!.measures, judgment: { moisture, basis } };
}
