import type { Run } from '../src/threads/thread.ts';
import type { JobOptions, Program, Work } from '../src/threads/threads.ts';

/** The programs of threads, each read when it is needed. */
const PROGRAMS: Record<Program, () => Promise<{ run: unknown }>> = {
  papers: () => import('../src/papers/in-thread.ts'),
  weather: () => import('../src/weather/in-thread.ts'),
  bundles: () => import('../src/bundles/in-thread.ts'),
  summaries: () => import('../src/summaries/in-thread.ts'),
};

async function run<Answer>(
  program: Program,
  job: unknown,
  { told }: JobOptions = {},
): Promise<Answer> {
  const { run: does } = (await PROGRAMS[program]()) as { run: Run };
  return (await does(job as never, (progress) => told?.(progress as never))) as Answer;
}

/** Does the server's work in the thread of the test. */
export const inThisThread: Work = { run, runLong: run };
