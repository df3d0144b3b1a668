import { InputError } from '@eldrun/core/errors';
import { say, type Message } from '@eldrun/core/units';
import type { Document, Summary } from '@eldrun/core/document';
import type { DocumentKind, ProjectContext } from '@eldrun/core/kinds';
import type { WeatherYear } from '@eldrun/core/climate';

/** All that the summary of a document is computed from. */
export interface SummaryJob {
  kind: string;
  document: Document;
  project: ProjectContext;
  /** Hours of the weather files it refers to, by id. */
  weather: Record<string, WeatherYear>;
  /** Whether the longer computation is made. */
  long: boolean;
}

/** Computes summaries, here or elsewhere. */
export type SummaryRunner = (job: SummaryJob) => Promise<Summary>;

/** The summary of a document that cannot be computed. */
export const failedSummary = (title: Message): Summary => ({
  judgment: null,
  basis: null,
  title,
  worst: { status: 'fail', title },
  figures: {},
  more: false,
});

/** Does a job; a document of which no number can be computed has a summary that says so. */
export function summaryOf(
  { kind, document, project, weather, long }: SummaryJob,
  kinds: readonly DocumentKind[],
): Summary {
  try {
    return kinds.find((one) => one.kind === kind)!.summarize(document, project, { weather, long });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return failedSummary(say`Cannot be computed: ${error.message}`);
  }
}
