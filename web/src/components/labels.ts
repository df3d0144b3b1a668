import { fixed, formatText, type UnitSystem } from '@eldrun/core/units';
import { MONTHS } from '@eldrun/core/climate';

/** Area of a 4×8 sheet, m², and liters in a US quart: water as a builder sees it. */
const SHEET_AREA = 1.2192 * 2.4384;
const QUART = 0.946352946;

/** Water on an area in plain words: quarts on a 4×8 sheet, or the depth of a film. @param held kg/m² */
export function filmText(held: number, units: UnitSystem): string {
  if (units === 'metric') return `a film of ${formatText('length', held / 1000, units)}`;
  const quarts = (held * SHEET_AREA) / QUART;
  return quarts < 0.1 ? 'a trace on a 4×8 sheet' : `${fixed(quarts, 1)} quarts on a 4×8 sheet`;
}

/** A month, or the design day. */
export type Moment = number | 'design';

export function momentName(moment: Moment): string {
  return moment === 'design' ? 'Design day' : MONTHS[moment]!;
}

/** The lines that the traces follow. */
export const PATH_NAMES = {
  cavity: 'through the cavity',
  member: 'through the member',
  section: 'solved section',
} as const;

/** How tight a way out of the wall is. */
export const CLASS_NAMES = {
  I: 'class I, hardly',
  II: 'class II',
  III: 'class III',
  open: 'open',
} as const;

/** Which conductivity of a foam counts. */
export const BASIS_NAMES = {
  design: 'Design value',
  label: 'Label value',
  aged: 'Aged value',
} as const;
