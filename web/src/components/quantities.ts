import {
  formatText,
  fromUnits,
  parseNumber,
  type Quantity,
  type UnitSystem,
} from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';

/** Units that may stand behind a typed number: it is in the person's own in any case. */
const UNIT = /[a-z/²·°()]+$/i;

/**
 * A number that a person typed in their units.
 *
 * @param path of the field
 * @param min least and most that is allowed, SI
 * @returns SI
 * @throws InputError
 */
export function quantityFrom(
  text: string,
  quantity: Exclude<Quantity, 'length' | 'permeance'>,
  units: UnitSystem,
  path: string,
  [min, max]: readonly [number, number],
): number {
  const typed = parseNumber(text.trim().replace(UNIT, ''), path, -1e9, 1e9);
  const si = fromUnits(quantity, typed, units);
  if (si >= min && si <= max) return si;
  throw new InputError(
    path,
    `“${text}” is out of range`,
    `${formatText(quantity, min, units)} to ${formatText(quantity, max, units)}`,
  );
}
