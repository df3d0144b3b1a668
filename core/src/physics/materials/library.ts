import data from '../../../data/materials.json' with { type: 'json' };
import aliases from '../../../data/aliases.json' with { type: 'json' };
import type { SaidMaterial } from './types.ts';

/** The materials that come with Eldrun, by id. Sources and confidence stand in each. */
export const LIBRARY: Readonly<Record<string, SaidMaterial>> = Object.freeze(
  Object.fromEntries(
    (data.materials as unknown as (SaidMaterial & { id: string })[]).map(({ id, ...material }) => [
      id,
      id in aliases ? { ...material, aliases: aliases[id as keyof typeof aliases] } : material,
    ]),
  ),
);
