import type { Calendar, Day } from './types.ts';

const DAY_MS = 86_400_000;

/** Days since 1 January 1970. @param day `2026-04-06` */
export const dayNumber = (day: Day): number => Date.parse(`${day}T00:00:00Z`) / DAY_MS;

/** The day of a number. */
export const dayOf = (number: number): Day => new Date(number * DAY_MS).toISOString().slice(0, 10);

/** A day so many days later. */
export const addDays = (day: Day, days: number): Day => dayOf(dayNumber(day) + days);

/** 1 for Monday to 7 for Sunday (ISO 8601). 1 January 1970 was a Thursday. */
export const weekday = (number: number): number => ((((number + 3) % 7) + 7) % 7) + 1;

/** Which days are worked, by their numbers. */
export interface Workdays {
  is: (number: number) => boolean;
  /** The first one from a day on, that day included. */
  from: (number: number) => number;
  /** The last of so many, the first of them a workday. */
  last: (first: number, count: number) => number;
  /** How many there are from one day to another, both included. */
  between: (first: number, last: number) => number;
}

/** Holidays in a row after which a calendar counts as one without work. */
const LONGEST_BREAK = 3660;

/**
 * The workdays of a calendar.
 *
 * @throws RangeError where ten years hold none
 */
export function workdaysOf({ workdays, holidays = [] }: Calendar): Workdays {
  const week = new Set(workdays);
  const off = new Set(holidays.map(dayNumber));
  const is = (number: number): boolean => week.has(weekday(number)) && !off.has(number);
  const from = (number: number): number => {
    for (let day = number; day < number + LONGEST_BREAK; day++) if (is(day)) return day;
    throw new RangeError('no workday in ten years');
  };
  const last = (first: number, count: number): number => {
    let day = first;
    for (let left = count - 1; left > 0; left--) day = from(day + 1);
    return day;
  };
  const between = (first: number, end: number): number => {
    let count = 0;
    for (let day = first; day <= end; day++) if (is(day)) count++;
    return count;
  };
  return { is, from, last, between };
}
