import { amountIn, whatText, type TakeoffLine, amountText } from '@eldrun/core/takeoff';
import { fixed, type UnitSystem } from '@eldrun/core/units';
import type { OrderLine } from '@eldrun/core/order';

export const netText = ({ net, unit }: TakeoffLine, system: UnitSystem): string =>
  amountText(net, unit, system);

export const sizeText = ({ what }: TakeoffLine, system: UnitSystem): string =>
  whatText(what, system);

/** How much more is bought than built in. */
export const wasteText = ({ net, bought }: TakeoffLine): string =>
  net > 0 ? `+${fixed((bought / net - 1) * 100, 0)} %` : '–';

/** What one unit costs in the units of a reader, as it is typed. */
export function eachText({ each, orderUnit }: OrderLine, system: UnitSystem): string {
  if (each === null) return '';
  return fixed(each / amountIn(1, orderUnit, system).value, 2);
}
