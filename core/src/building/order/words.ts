import { fixed, formatText, messageText, type UnitSystem } from '../../common/units/index.ts';
import type { TakeoffLine } from '../takeoff/index.ts';
import { NO_CARBON, type OrderLine, type OrderTotals } from './priced.ts';

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
  'corrugated-strip': 'Corrugated strip',
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

export const money = (usd: number): string =>
  `$${usd.toLocaleString('en-US', { maximumFractionDigits: usd < 100 ? 2 : 0, minimumFractionDigits: usd < 100 ? 2 : 0 })}`;

/** `123.4 h`; a dash where it is not known. */
export const hoursText = (minutes: number | null): string =>
  minutes === null ? '–' : `${fixed(minutes / 60, 1)} h`;

/** `1,234 lb CO₂e`; a dash where it is not known. */
export const carbonText = (carbon: number | null, system: UnitSystem): string =>
  carbon === null ? '–' : formatText('carbon', carbon, system);

/** One of the sums of an order, as it is read. */
export interface OrderSum {
  id: 'materials' | 'labor' | 'work' | 'carbon';
  label: string;
  value: string;
}

/** The sums of an order in a person's units; labor where it has a rate. */
export function orderSums(totals: OrderTotals, system: UnitSystem): OrderSum[] {
  const { usd, labor, minutes, carbon } = totals;
  return [
    { id: 'materials', label: 'Materials', value: money(usd) },
    ...(labor === null ? [] : [{ id: 'labor' as const, label: 'Labor', value: money(labor) }]),
    { id: 'work', label: 'Work, rough', value: hoursText(minutes) },
    { id: 'carbon', label: 'Carbon', value: carbonText(carbon, system) },
  ];
}

/** What the sums of an order leave out, and what they stand on. */
export function orderLimits(
  totals: OrderTotals,
  lines: number,
): { missing: string; known: string } {
  const { unpriced, demo, withoutCarbon } = totals;
  return {
    missing: unpriced > 0 ? `${unpriced} of ${lines} lines have no price and are left out` : '',
    known: `${demo} at demo prices, which are no quotations; carbon of ${lines - withoutCarbon} of ${lines} lines is known`,
  };
}

/** What is not counted in the lines of an order, each once; that carbon is not known is said by `orderLimits`. */
export const notCounted = (
  lines: readonly Pick<OrderLine, 'missing'>[],
  system: UnitSystem,
): string[] => [
  ...new Set(
    lines.flatMap(({ missing }) =>
      missing.map((one) => messageText(one, system)).filter((text) => text !== NO_CARBON),
    ),
  ),
];
