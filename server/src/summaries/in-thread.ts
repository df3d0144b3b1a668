import { readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import type { Summary } from '@eldrun/core/document';
import { KINDS } from '@eldrun/core/kinds';
import { summaryOf, type SummaryJob } from './job.ts';

/** How far this thread steps back behind what a person waits for, 0 to 19. */
const NICE = 15;

try {
  // The thread alone, not the process: on Linux a thread has a priority of its own.
  setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), NICE);
} catch {
  // Elsewhere it works at the priority of all.
}

export const run = (job: SummaryJob): Summary => summaryOf(job, KINDS);
