import { InputError } from '@eldrun/core/errors';
import { optionFacts, type OptionFacts } from '@eldrun/core/options';
import type { Material } from '@eldrun/core/materials';
import type { WallFile } from '@eldrun/core/build-up';

/** What the page asks of a worker about one of several walls. */
export interface FactsRequest {
  job: number;
  file: WallFile;
  materials: Record<string, Material>;
}

export type FactsAnswer = { job: number } & ({ facts: OptionFacts } | { problem: string });

/** What a wall is compared by, or why it cannot be computed. */
export function answer({ job, file, materials }: FactsRequest): Promise<FactsAnswer> {
  try {
    return Promise.resolve({ job, facts: optionFacts(file, materials) });
  } catch (error) {
    if (error instanceof InputError) return Promise.resolve({ job, problem: error.message });
    throw error;
  }
}
