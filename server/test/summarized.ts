import type pg from 'pg';
import pino from 'pino';
import type { DocumentKind } from '@eldrun/core/kinds';
import { KINDS } from '@eldrun/core/kinds';
import { summaryOf, type SummaryRunner } from '../src/summaries/job.ts';
import { Summaries, type SummariesOptions } from '../src/summaries/summaries.ts';

/** Computes summaries in this thread. */
export const runner =
  (kinds: readonly DocumentKind[] = KINDS): SummaryRunner =>
  (job) =>
    Promise.resolve().then(() => summaryOf(job, kinds));

/** The summaries of a test's database. */
export function summariesOf(pool: pg.Pool, options: Partial<SummariesOptions> = {}): Summaries {
  const kinds = options.kinds ?? KINDS;
  return new Summaries({
    pool,
    kinds,
    coreVersion: '',
    quiet: 30,
    logger: pino({ enabled: false }),
    short: runner(kinds),
    long: runner(kinds),
    ...options,
  });
}
