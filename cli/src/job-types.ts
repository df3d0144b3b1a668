import type { ResultFile } from '@eldrun/core/evaluation';
import type { Sample } from '@eldrun/core/judgment';
import type { UnitSystem } from '@eldrun/core/units';

/** One file to evaluate. */
export interface CheckJob {
  what: 'check';
  file: string;
  hourly: boolean;
  units: UnitSystem;
}

export type Checked = { result: ResultFile } | { problem: string };

/** One sample of the wall of a simulation file. */
export interface SampleJob {
  what: 'sample';
  file: string;
  number: number;
}

/** Null where its run does not count. */
export type Sampled = { sample: Sample | null } | { problem: string };

/** What a thread can be asked to do. */
export type Job = CheckJob | SampleJob;
export type Done = Checked | Sampled;

export type DoneOf<J extends Job> = J extends CheckJob ? Checked : Sampled;

/** Does jobs; what they came to is handed on in their order. */
export type Doer = <J extends Job>(jobs: readonly J[]) => AsyncIterable<DoneOf<J>>;
