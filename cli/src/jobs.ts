import { checkFile } from './check.ts';
import type { Done, DoneOf, Job } from './job-types.ts';
import { sampleFile } from './samples.ts';

export function doJob(job: Job): Promise<Done> {
  return job.what === 'check' ? checkFile(job) : sampleFile(job);
}

/** One job after the other. */
export async function* inTurn<J extends Job>(jobs: readonly J[]): AsyncIterable<DoneOf<J>> {
  for (const job of jobs) yield (await doJob(job)) as DoneOf<J>;
}
