import type { StepFamily } from './types.ts';

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
