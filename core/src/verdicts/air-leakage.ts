import { ASSUMED_LEAK, leakCondensation, leakFlow, monthlyBalance } from '../moisture/index.ts';
import { measured, say } from '../units/index.ts';
import type { LayerRule } from './types.ts';
import { monthName } from './words.ts';

/** What a plane may take up over a winter, kg/m² (DIN 4108-3, 5.2.1, where nothing absorbs). */
const LIMIT = 0.5;

/** What indoor air that leaks out leaves at the condensing plane. */
export const airLeakage: LayerRule = {
  id: 'air-leakage',
  reads: 'layers',

  judge({ wall }) {
    const stated = wall.file.airtightness;
    const leak = stated ?? ASSUMED_LEAK;
    const amounts = leakCondensation(wall, leak);
    if (!amounts) return null;
    const total = amounts.reduce((sum, amount) => sum + amount, 0);
    const most = Math.max(...amounts);
    const flow = leakFlow(leak);
    const at = say`${stated ? 'The leak' : 'Assumed, since the brief states none: a leak'} of ${measured('airLeak', flow)} at 4 Pa`;
    const method =
      'An upper estimate on monthly means: all of it passes the plane outward, and nothing dries in between.';
    if (total === 0)
      return {
        status: 'pass',
        title: say`Leaking indoor air leaves no water in the wall in any month`,
        reason: say`The condensing plane stays above the indoor dew point. ${method}`,
      };
    const diffusion = say`Vapor diffusion brings ${measured('waterPerArea', monthlyBalance(wall).monthly.peak)} at the most.`;
    if (total <= LIMIT)
      return {
        status: 'info',
        title: say`Leaking indoor air would leave ${measured('waterPerArea', total)} in a winter`,
        reason: say`${at}; ${measured('waterPerArea', most)} of it in ${monthName(amounts.indexOf(most))}. ${diffusion} ${method}`,
      };
    return {
      status: 'caution',
      title: say`Leaking indoor air would leave ${measured('waterPerArea', total)} in a winter`,
      reason: say`${at}; ${measured('waterPerArea', most)} of it in ${monthName(amounts.indexOf(most))}. At ${measured('airLeak', (flow * LIMIT) / total)} it would stay under ${measured('waterPerArea', LIMIT)}, or with a warmer condensing plane. ${diffusion} ${method}`,
    };
  },
};
