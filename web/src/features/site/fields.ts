import { InputError } from '@eldrun/core/errors';
import { dayNumber, dayOf } from '@eldrun/core/site';

/** Reads a day. @throws InputError */
export function parseDay(text: string, field: string): string {
  const day = text.trim();
  const number = /^\d{4}-\d{2}-\d{2}$/.test(day) ? dayNumber(day) : NaN;
  if (Number.isNaN(number) || dayOf(number) !== day)
    throw new InputError(field, `“${day.slice(0, 40)}” is no day`, 'such as 2026-04-06');
  return day;
}
