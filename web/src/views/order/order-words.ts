import {
  amountIn,
  fixed,
  whatText,
  type OrderLine,
  type TakeoffLine,
  type UnitSystem,
} from '@eldrun/core';
import { amountText } from '../../amounts.ts';

/** What a person calls the roles of lines, in the order that they are bought. */
const ROLES: Record<string, string> = {
  framing: 'Framing',
  structure: 'Structure',
  blocking: 'Blocking',
  sheathing: 'Sheathing',
  membrane: 'Membrane',
  tape: 'Tape',
  primer: 'Primer',
  'joint treatment': 'Joint treatment',
  insulation: 'Outside insulation',
  drainage: 'Drainage',
  furring: 'Furring',
  'vent-strip': 'Insect screen',
  cladding: 'Cladding',
  'starter-strip': 'Starter',
  'trim-board': 'Trim',
  cavity: 'Cavity',
  'vapor control': 'Vapor control',
  battens: 'Battens',
  finish: 'Finish',
  'sill-gasket': 'Sill gasket',
  'flashing-tape': 'Flashing',
  'sill-pan': 'Pans',
  'head-flashing': 'Head flashing',
  'opening-box': 'Window boxes',
  'opening-buck': 'Bucks',
  'opening-extension': 'Jamb extensions',
  'opening-return': 'Return boards',
  sealant: 'Sealant',
  'protection-plate': 'Steel plates',
  'flute-block': 'Blocks',
  'plate-strap': 'Straps',
  fasteners: 'Fasteners',
};

export const roleLabel = (role: string): string => ROLES[role] ?? role;

const ORDER = Object.keys(ROLES);

/** By role, in the order of the work. */
export const inOrder = <L extends Pick<TakeoffLine, 'role'>>(lines: readonly L[]): L[] =>
  [...lines].sort((a, b) => ORDER.indexOf(a.role) - ORDER.indexOf(b.role));

export const netText = ({ net, unit }: TakeoffLine, system: UnitSystem): string =>
  amountText(net, unit, system);

export const sizeText = ({ what }: TakeoffLine, system: UnitSystem): string =>
  whatText(what, system);

/** How much more is bought than built in. */
export const wasteText = ({ net, bought }: TakeoffLine): string =>
  net > 0 ? `+${fixed((bought / net - 1) * 100, 0)} %` : '–';

export const money = (usd: number): string =>
  `$${usd.toLocaleString('en-US', { maximumFractionDigits: usd < 100 ? 2 : 0, minimumFractionDigits: usd < 100 ? 2 : 0 })}`;

/** `1,234 kg`. */
export const carbonText = (carbon: number | null): string =>
  carbon === null ? '–' : `${carbon.toLocaleString('en-US', { maximumFractionDigits: 0 })} kg`;

export const hoursText = (minutes: number | null): string =>
  minutes === null ? '–' : `${fixed(minutes / 60, 1)} h`;

/** What one unit costs in the units of a reader, as it is typed. */
export function eachText({ each, orderUnit }: OrderLine, system: UnitSystem): string {
  if (each === null) return '';
  return fixed(each / amountIn(1, orderUnit, system).value, 2);
}
