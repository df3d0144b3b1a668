import type { ConnectionInput } from './types.ts';

/**
 * Least penetration into wood for a lateral design value, m: 6 diameters of nails and wood screws, 4 of lag screws, by the
 * nominal diameter (NDS 2018, 12.1.4 to 12.1.6). Steel asks for none.
 */
export function leastPenetration({ fastener, main }: ConnectionInput): number {
  if ('tensile' in main) return 0;
  return (fastener.kind === 'lag-screw' ? 4 : 6) * fastener.nominal;
}
