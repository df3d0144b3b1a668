import data from '../../../data/climates.json' with { type: 'json' };
import type { Climate } from './types.ts';

/** The climates that come with Eldrun, by id: representative of a kind of place, not for a code filing. */
export const CLIMATES: Readonly<Record<string, Climate>> = Object.freeze(
  Object.fromEntries(
    (data.climates as unknown as (Climate & { id: string })[]).map(({ id, ...climate }) => [
      id,
      climate,
    ]),
  ),
);
