import { formatText, type Quantity, type UnitSystem } from '../../common/units/index.ts';
import { dayNumber, weekday } from './days.ts';
import type { CheckEntry, CheckResult, PlannedStep, SiteCheck, StepFamily } from './types.ts';

const NAMES: Record<StepFamily, string> = {
  framing: 'Framing',
  'racking-inside': 'Inner racking board',
  sheathing: 'Sheathing',
  membrane: 'Membrane',
  windows: 'Windows',
  insulation: 'Insulation',
  furring: 'Furring',
  cladding: 'Cladding',
  services: 'Wires and pipes',
  'cavity-fill': 'Cavity fill',
  'air-barrier-inside': 'Inner air barrier',
  'airtightness-test': 'Air test',
  'inner-finish': 'Inner finish',
};

/** What a kind of step is called, `Insulation 2`. */
export function kindName(kind: string): string {
  const [, family = kind, number] = /^(.*?)(?:-(\d+))?$/.exec(kind) ?? [];
  const name = NAMES[family as StepFamily] ?? family;
  return number ? `${name} ${number}` : name;
}

/** What is looked at by a check: the last part of its id, in words. */
export const checkName = (id: string): string => {
  const words = id.split('/').at(-1)!.replaceAll('-', ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
};

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const MONTH_NAMES = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'Jun',
  'Jul',
  'Aug',
  'Sep',
  'Oct',
  'Nov',
  'Dec',
] as const;

/** A day for people: `Mon, Apr 6`. @param number of its weekday, 1 for Monday */
export function dayText(day: string, number?: number): string {
  const [, month, date] = day.split('-').map(Number);
  const text = `${MONTH_NAMES[(month ?? 1) - 1]!} ${date}`;
  return number ? `${WEEKDAYS[number - 1]!}, ${text}` : text;
}

/** A day with its weekday: `Mon, Apr 6`; with its year where that is not the one of the day that it is read beside. */
export function longDay(day: string, beside = day): string {
  const text = dayText(day, weekday(dayNumber(day)));
  return day.slice(0, 4) === beside.slice(0, 4) ? text : `${text}, ${day.slice(0, 4)}`;
}

/** The days of a step: `Mon, Apr 6 to Tue, Apr 7`; `held` where it has none. */
export function stepDays({ start, finish }: Pick<PlannedStep, 'start' | 'finish'>): string {
  if (start === null) return 'held';
  return finish === null || finish === start
    ? longDay(start)
    : `${longDay(start)} to ${longDay(finish)}`;
}

type Asked = Pick<SiteCheck, 'value' | 'unit' | 'tolerance'>;

/** What is measured at a check, in a person's units: `2.5 in.`, `19 %`, `1 in 12`. */
export function checkValueText(unit: string, si: number, system: UnitSystem): string {
  const quantity = CHECKED[unit];
  if (quantity) return formatText(quantity, si, system);
  if (unit === 'm/m') return `1 in ${si > 0 ? Math.round(1 / si) : '∞'}`;
  return `${si} ${unit}`;
}

/** Units of checks that a person reads in another. */
const CHECKED: Readonly<Record<string, Quantity>> = {
  m: 'length',
  'kg/kg': 'share',
  'share retained': 'share',
  'kg/m³': 'density',
  'm³/(h·m²) at 50 Pa': 'leakAtFifty',
};

/** What a check asks and how far it may be off, in a person's units; empty where nothing is measured. */
export function checkLimitText({ value, unit, tolerance }: Asked, system: UnitSystem): string {
  if (value === null || unit === null) return '';
  const one = (si: number): string => checkValueText(unit, si, system);
  if (value === 0) return tolerance ? `at most ${one(tolerance)} off` : 'none';
  return tolerance ? `${one(value)} ± ${one(tolerance)}` : one(value);
}

const RESULTS: Record<CheckResult, string> = {
  pass: 'passed',
  fail: 'failed',
  overridden: 'overridden',
};

/** What came of a check: `passed on Mon, Apr 6, Lead`. */
export const entryText = ({ result, at, by }: Pick<CheckEntry, 'result' | 'at' | 'by'>): string =>
  `${RESULTS[result]} on ${longDay(at)}${by ? `, ${by}` : ''}`;

const CHOICES: Readonly<Record<string, string>> = { 'choices.racking': 'Racking board' };

/** Where a problem of the plan is: the step that it is of, else the choice, else its path. */
export const problemPlace = (at: string, step: string | undefined): string =>
  step ?? CHOICES[at] ?? at;
