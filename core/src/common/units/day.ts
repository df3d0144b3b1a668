import { InputError } from '../errors.ts';

/** What a day has to be. */
export const DAY_ALLOWED = 'a day of the calendar, such as 2026-04-06';

/** Whether a text is a day of the calendar as documents keep it, `2026-04-06` (ISO 8601), of the years 1900 to 2199. */
export function isDay(text: string): boolean {
  if (!/^(19|20|21)\d\d-\d\d-\d\d$/.test(text)) return false;
  const time = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(time) && new Date(time).toISOString().startsWith(text);
}

/**
 * Reads a day that was typed.
 *
 * @param field that an error names
 * @throws InputError where there is no such day: `2026-02-31` is none
 */
export function parseDay(typed: string, field: string): string {
  const day = typed.trim();
  if (!isDay(day)) throw new InputError(field, `“${day.slice(0, 40)}” is no day`, DAY_ALLOWED);
  return day;
}
