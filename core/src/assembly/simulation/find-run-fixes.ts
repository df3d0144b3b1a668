import type { RunFix } from './run-fixes.ts';
import type { RunVerdict } from './run-verdicts.ts';

type VerdictId = RunVerdict['id'];

/** Which verdicts of a run fail. */
const failingOf = (verdicts: readonly RunVerdict[]): VerdictId[] =>
  verdicts.filter(({ status }) => status === 'fail').map(({ id }) => id);

export interface RunFixSearch {
  /** What the run as it is says. */
  verdicts: readonly RunVerdict[];
  /** Changes to try, the smallest first. */
  changes: readonly RunFix[];
  /** Runs a change for the same years; null where it cannot be run. */
  run: (change: RunFix) => Promise<RunVerdict[] | null>;
  /** Told what does away with a verdict. */
  found: (id: VerdictId, fix: RunFix) => void;
  /** Whether the search is to end. */
  stopped: () => boolean;
}

/**
 * For each verdict that fails the smallest change after which it does not and no other fails anew.
 *
 * @returns the verdicts for which nothing was found
 */
export async function findRunFixes({
  verdicts,
  changes,
  run,
  found,
  stopped,
}: RunFixSearch): Promise<VerdictId[]> {
  const failing = failingOf(verdicts);
  let open = failing;
  for (const change of changes) {
    if (stopped() || open.length === 0) break;
    const after = await run(change);
    if (!after) continue;
    const still = failingOf(after);
    if (still.some((id) => !failing.includes(id))) continue;
    for (const id of open.filter((one) => !still.includes(one))) found(id, change);
    open = open.filter((one) => still.includes(one));
  }
  return open;
}
