import { MONTHS } from '@eldrun/core/climate';

const HOUR = 3_600_000;
const HOURS_A_YEAR = 8760;

/** A year of the weather that has no leap day, as its hours count. */
const YEAR = 2001;

/** The date of an hour of the run. @param hour from the start of a year */
function dateOf(hour: number): Date {
  return new Date(Date.UTC(YEAR, 0, 1) + (hour % HOURS_A_YEAR) * HOUR);
}

/** `14 October`. @param hour from the start of a year */
export function dateText(hour: number): string {
  const date = dateOf(hour);
  return `${date.getUTCDate()} ${MONTHS[date.getUTCMonth()]}`;
}

/** `October`. @param hour from the start of a year */
export function monthText(hour: number): string {
  return MONTHS[dateOf(hour).getUTCMonth()]!;
}

/** Runs up to so many days show every month, longer ones the first of each season. */
const EVERY_MONTH = 200;

/**
 * Where months, or seasons, begin on a run's axis of days.
 *
 * @param start hour of the year in which the run begins
 * @param days length of the run
 * @returns the days, from its beginning, with the month's short name
 */
export function monthTicks(start: number, days: number): { day: number; label: string }[] {
  const step = days <= EVERY_MONTH ? 1 : 3;
  const ticks: { day: number; label: string }[] = [];
  for (let month = 0; ; month++) {
    const day = (Date.UTC(YEAR, month, 1) - Date.UTC(YEAR, 0, 1)) / (24 * HOUR) - start / 24;
    if (day > days) return ticks;
    if (day >= 0 && month % step === 0) ticks.push({ day, label: MONTHS[month % 12]!.slice(0, 3) });
  }
}
