import { checkFile, type CheckJob, type Checked } from './check.ts';
import { sampleFile, type SampleJob, type Sampled } from './samples.ts';

/** What a thread can be asked to do. */
export type Job = CheckJob | SampleJob;
export type Done = Checked | Sampled;

/** Does jobs; what they came to is handed on in their order. */
export type Doer = <J extends Job>(jobs: readonly J[]) => AsyncIterable<DoneOf<J>>;
export type DoneOf<J extends Job> = J extends CheckJob ? Checked : Sampled;

export function doJob(job: Job): Promise<Done> {
  return job.what === 'check' ? checkFile(job) : sampleFile(job);
}

/** One job after the other. */
export async function* inTurn<J extends Job>(jobs: readonly J[]): AsyncIterable<DoneOf<J>> {
  for (const job of jobs) yield (await doJob(job)) as DoneOf<J>;
}
