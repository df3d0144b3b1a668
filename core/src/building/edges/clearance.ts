import type { AssemblyParts } from '../layout/index.ts';
import type { Said } from './fields.ts';

/**
 * The trade figure that says how far above grade cladding ends at the least: stucco at its screed, over paving closer.
 *
 * @param base what was said of the base of the walls
 */
export function clearanceFigure(base: Said, { cladding }: Pick<AssemblyParts, 'cladding'>): string {
  if (cladding?.kind !== 'stucco') return 'clear-siding';
  return base.flag('paved') ? 'clear-paved' : 'clear-screed';
}
