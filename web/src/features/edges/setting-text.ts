import { InputError } from '@eldrun/core/errors';
import { parseNumber, R_VALUE, type UnitSystem } from '@eldrun/core/units';
import type { SettingField, SettingValue } from '@eldrun/core/edges';
import { fieldText, signedFrom } from '../../components/lengths.ts';

/** R is typed in the units of the person; all else that is no length as it is. */
const unitOf = ({ quantity }: SettingField, units: UnitSystem): number =>
  quantity === 'resistance' && units === 'imperial' ? R_VALUE : 1;

/** A number of a setting as it is typed. */
export function settingText(field: SettingField, value: SettingValue, units: UnitSystem): string {
  if (field.quantity === 'length') return fieldText(value as number, units);
  return String(Number(((value as number) / unitOf(field, units)).toFixed(3)));
}

/**
 * Reads a number of a setting.
 *
 * @throws InputError that says what is allowed
 */
export function settingFrom(field: SettingField, typed: string, units: UnitSystem): number {
  const unit = unitOf(field, units);
  if (field.quantity !== 'length')
    return parseNumber(typed, field.id, field.least! / unit, field.most! / unit) * unit;
  const value = signedFrom(typed, units);
  if (value < field.least! - 1e-9 || value > field.most! + 1e-9)
    throw new InputError(
      field.id,
      `${typed} is ${value < field.least! ? 'too small' : 'too large'}`,
      `${settingText(field, field.least!, units)} to ${settingText(field, field.most!, units)}`,
    );
  return value;
}

/** What stands behind the name of a field. */
export function settingUnit({ quantity }: SettingField, units: UnitSystem): string {
  if (quantity === 'length') return units === 'imperial' ? 'in.' : 'mm';
  if (quantity === 'conductivity') return 'W/(m·K)';
  if (quantity === 'resistance') return units === 'imperial' ? '' : 'm²K/W';
  return '';
}
