import {
  AIR_PERMEABILITY,
  BTU,
  BTU_INCH_CONDUCTIVITY,
  FAHRENHEIT_DEGREE,
  FOOT,
  INCH,
  MIL,
  PERM,
  POUND,
  POUND_FORCE,
  PSF,
  R_VALUE,
  SQUARE_FOOT,
} from './factors.ts';
import { inchesText } from './length.ts';
import type { UnitSystem } from './system.ts';

/** What a number measures. The number itself is always SI. */
export type Quantity =
  | 'length'
  | 'resistance'
  | 'transmittance'
  | 'linearTransmittance'
  | 'heatLoss'
  | 'heatFlux'
  | 'temperature'
  | 'temperatureDifference'
  | 'relativeHumidity'
  | 'share'
  | 'fineShare'
  | 'vaporPressure'
  | 'permeance'
  | 'vaporThickness'
  | 'conductivity'
  | 'density'
  | 'specificHeat'
  | 'costPerArea'
  | 'money'
  | 'massPerArea'
  | 'pressure'
  | 'force'
  | 'pointTransmittance'
  | 'energy'
  | 'carbon'
  | 'carbonPerArea'
  | 'energyPerArea'
  | 'area'
  | 'minutesPerArea'
  | 'waterPerArea'
  | 'perArea'
  | 'airPermeance'
  | 'airLeak'
  | 'leakAtFifty'
  | 'openingPerLength'
  | 'hours'
  | 'elevation'
  | 'windSpeed'
  | 'rain'
  | 'degreeDays'
  | 'number';

/** A number as text and its unit, apart so that the unit can be set smaller. */
export interface Formatted {
  text: string;
  unit: string;
}

interface Reading {
  unit: string;
  convert: (si: number) => number;
  digits: number;
}

const same = (si: number): number => si;

const READINGS: Record<Exclude<Quantity, 'length' | 'permeance'>, Record<UnitSystem, Reading>> = {
  resistance: {
    imperial: { unit: 'h·ft²·°F/Btu', convert: (r) => r / R_VALUE, digits: 1 },
    metric: { unit: 'm²K/W', convert: same, digits: 2 },
  },
  transmittance: {
    imperial: { unit: 'Btu/(h·ft²·°F)', convert: (u) => u * R_VALUE, digits: 4 },
    metric: { unit: 'W/(m²K)', convert: same, digits: 3 },
  },
  linearTransmittance: {
    imperial: { unit: 'Btu/(h·ft·°F)', convert: (psi) => (psi * R_VALUE) / FOOT, digits: 4 },
    metric: { unit: 'W/(m·K)', convert: same, digits: 4 },
  },
  heatLoss: {
    imperial: { unit: 'Btu/(h·°F)', convert: (h) => (h * R_VALUE) / SQUARE_FOOT, digits: 1 },
    metric: { unit: 'W/K', convert: same, digits: 1 },
  },
  heatFlux: {
    imperial: { unit: 'Btu/(h·ft²)', convert: (q) => (q * R_VALUE) / FAHRENHEIT_DEGREE, digits: 1 },
    metric: { unit: 'W/m²', convert: same, digits: 1 },
  },
  temperature: {
    imperial: { unit: '°F', convert: (t) => t / FAHRENHEIT_DEGREE + 32, digits: 0 },
    metric: { unit: '°C', convert: same, digits: 1 },
  },
  temperatureDifference: {
    imperial: { unit: '°F', convert: (t) => t / FAHRENHEIT_DEGREE, digits: 0 },
    metric: { unit: 'K', convert: same, digits: 1 },
  },
  relativeHumidity: both('%', (x) => x * 100, 0),
  share: both('%', (x) => x * 100, 0),
  fineShare: both('%', (x) => x * 100, 2),
  vaporPressure: both('Pa', same, 0),
  vaporThickness: {
    imperial: { unit: 'ft', convert: (s) => s / FOOT, digits: 2 },
    metric: { unit: 'm', convert: same, digits: 2 },
  },
  conductivity: {
    imperial: {
      unit: 'Btu·in/(h·ft²·°F)',
      convert: (k) => k / BTU_INCH_CONDUCTIVITY,
      digits: 3,
    },
    metric: { unit: 'W/(m·K)', convert: same, digits: 4 },
  },
  density: {
    imperial: { unit: 'lb/ft³', convert: (d) => (d * FOOT ** 3) / POUND, digits: 1 },
    metric: { unit: 'kg/m³', convert: same, digits: 0 },
  },
  specificHeat: {
    imperial: { unit: 'Btu/(lb·°F)', convert: (c) => c / 4186.8, digits: 2 },
    metric: { unit: 'J/(kg·K)', convert: same, digits: 0 },
  },
  costPerArea: {
    imperial: { unit: 'per ft²', convert: (c) => c * SQUARE_FOOT, digits: 2 },
    metric: { unit: 'per m²', convert: same, digits: 2 },
  },
  carbonPerArea: {
    imperial: { unit: 'lb CO₂e per ft²', convert: (c) => (c * SQUARE_FOOT) / POUND, digits: 1 },
    metric: { unit: 'kg CO₂e per m²', convert: same, digits: 1 },
  },
  massPerArea: {
    imperial: { unit: 'lb/ft²', convert: (m) => (m * SQUARE_FOOT) / POUND, digits: 1 },
    metric: { unit: 'kg/m²', convert: same, digits: 1 },
  },
  pressure: {
    imperial: { unit: 'psf', convert: (p) => p / PSF, digits: 1 },
    metric: { unit: 'Pa', convert: same, digits: 0 },
  },
  force: {
    imperial: { unit: 'lb', convert: (n) => n / POUND_FORCE, digits: 0 },
    metric: { unit: 'N', convert: same, digits: 0 },
  },
  pointTransmittance: {
    imperial: { unit: 'Btu/(h·°F)', convert: (x) => (x * R_VALUE) / SQUARE_FOOT, digits: 4 },
    metric: { unit: 'W/K', convert: same, digits: 4 },
  },
  /** USD. */
  money: both('', same, 0),
  /** kWh: so is what is bought, in either system. */
  energy: both('kWh', same, 0),
  /** kg CO₂e. */
  carbon: {
    imperial: { unit: 'lb CO₂e', convert: (c) => c / POUND, digits: 0 },
    metric: { unit: 'kg CO₂e', convert: same, digits: 0 },
  },
  area: {
    imperial: { unit: 'ft²', convert: (a) => a / SQUARE_FOOT, digits: 1 },
    metric: { unit: 'm²', convert: same, digits: 2 },
  },
  minutesPerArea: {
    imperial: { unit: 'min/ft²', convert: (t) => t * SQUARE_FOOT, digits: 1 },
    metric: { unit: 'min/m²', convert: same, digits: 0 },
  },
  /** kWh/(m²·a). */
  energyPerArea: {
    imperial: {
      unit: 'kBtu/ft² a year',
      convert: (e) => (e * 3600 * SQUARE_FOOT) / BTU,
      digits: 2,
    },
    metric: { unit: 'kWh/m² a year', convert: same, digits: 1 },
  },
  waterPerArea: {
    imperial: { unit: 'lb/ft²', convert: (w) => (w * SQUARE_FOOT) / POUND, digits: 3 },
    metric: { unit: 'kg/m²', convert: same, digits: 3 },
  },
  perArea: {
    imperial: { unit: 'per ft²', convert: (n) => n * SQUARE_FOOT, digits: 2 },
    metric: { unit: 'per m²', convert: same, digits: 1 },
  },
  airPermeance: both('L/(s·m²) at 75 Pa', same, 3),
  airLeak: {
    imperial: { unit: 'cfm/ft²', convert: (v) => (v / FOOT) * 60, digits: 3 },
    metric: { unit: 'L/(s·m²)', convert: (v) => v * 1000, digits: 2 },
  },
  /** q50, m³/(h·m²). */
  leakAtFifty: {
    imperial: { unit: 'cfm/ft² at 50 Pa', convert: (q) => q / FOOT / 60, digits: 2 },
    metric: { unit: 'm³/(h·m²) at 50 Pa', convert: same, digits: 1 },
  },
  openingPerLength: {
    imperial: { unit: 'in²/ft', convert: (a) => (a * FOOT) / INCH ** 2, digits: 2 },
    metric: { unit: 'mm²/m', convert: (a) => a * 1e6, digits: 0 },
  },
  hours: both('h', same, 0),
  elevation: {
    imperial: { unit: 'ft', convert: (m) => m / FOOT, digits: 0 },
    metric: { unit: 'm', convert: same, digits: 0 },
  },
  windSpeed: {
    imperial: { unit: 'mph', convert: (v) => (v * 3600) / (5280 * FOOT), digits: 1 },
    metric: { unit: 'm/s', convert: same, digits: 1 },
  },
  /** kg/m² of a month. */
  rain: {
    imperial: { unit: 'in.', convert: (mm) => mm / 1000 / INCH, digits: 1 },
    metric: { unit: 'mm', convert: same, digits: 0 },
  },
  degreeDays: {
    imperial: { unit: '°F·d', convert: (days) => days / FAHRENHEIT_DEGREE, digits: 0 },
    metric: { unit: 'K·d', convert: same, digits: 0 },
  },
  number: both('', same, 3),
};

function both(unit: string, convert: (si: number) => number, digits: number) {
  const reading = { unit, convert, digits };
  return { imperial: reading, metric: reading };
}

/**
 * Writes an SI number in the units of a person.
 *
 * @param quantity what the number measures
 * @param si the number in SI (m, m²K/W, °C, kg/(s·m²·Pa)…)
 * @param system the units to write it in
 * @returns text and unit; a minus sign is U+2212
 * @example format('resistance', 4.6, 'imperial') // { text: '26.1', unit: 'h·ft²·°F/Btu' }
 */
export function format(quantity: Quantity, si: number, system: UnitSystem): Formatted {
  if (!Number.isFinite(si)) return { text: '–', unit: '' };
  if (quantity === 'length') return formatLength(si, system);
  if (quantity === 'permeance') return formatPermeance(si, system);
  const { unit, convert, digits } = READINGS[quantity][system];
  const text = fixed(convert(si), digits);
  if (quantity === 'costPerArea') return { text: `$${text}`, unit };
  return { text: GROUPED.has(quantity) ? grouped(text, quantity === 'money') : text, unit };
}

/**
 * An SI number in the units of a person, as exact as `format` writes it: for charts, which write numbers themselves.
 *
 * @param quantity of a scale that does not change with the size, as lengths and permeances do
 */
export function inUnits(
  quantity: Exclude<Quantity, 'length' | 'permeance'>,
  si: number,
  system: UnitSystem,
): number {
  const { convert, digits } = READINGS[quantity][system];
  return Number(convert(si).toFixed(digits));
}

/**
 * How a column of a table has a quantity: its unit, and numbers unrounded in it. Lengths and permeances keep one unit
 * whatever their size.
 */
export function columnUnit(
  quantity: Quantity,
  system: UnitSystem,
): { unit: string; of: (si: number) => number } {
  const imperial = system === 'imperial';
  if (quantity === 'length')
    return imperial ? { unit: 'in.', of: (m) => m / INCH } : { unit: 'mm', of: (m) => m * 1000 };
  if (quantity === 'permeance')
    return imperial
      ? { unit: 'perm', of: (w) => w / PERM }
      : { unit: 'ng/(s·m²·Pa)', of: (w) => w * 1e12 };
  const { unit, convert } = READINGS[quantity][system];
  return { unit: quantity === 'costPerArea' ? `USD ${unit}` : unit || 'USD', of: convert };
}

/** The SI number that a person's number in their units stands for: the way back from `inUnits`. */
export function fromUnits(
  quantity: Exclude<Quantity, 'length' | 'permeance'>,
  value: number,
  system: UnitSystem,
): number {
  const { convert } = READINGS[quantity][system];
  return (value - convert(0)) / (convert(1) - convert(0));
}

/** As `format`, in one string. The unit of an R-value in imperial is left out, as builders do: `R 26.1`. */
export function formatText(quantity: Quantity, si: number, system: UnitSystem): string {
  const { text, unit } = format(quantity, si, system);
  if (quantity === 'resistance' && system === 'imperial') return `R ${text}`;
  return unit ? `${text} ${unit}` : text;
}

/** What is written with commas between thousands. */
const GROUPED: ReadonlySet<Quantity> = new Set(['money', 'energy', 'carbon']);

function grouped(text: string, dollars: boolean): string {
  const [, sign = '', digits = ''] = /^(−?)(.*)$/.exec(text)!;
  return `${sign}${dollars ? '$' : ''}${digits.replace(/\B(?=(\d{3})+$)/g, ',')}`;
}

/** A number with so many decimals, never “-0”, the minus sign typographic. */
export function fixed(value: number, digits: number): string {
  const text = value.toFixed(digits);
  return Number(text) === 0 ? text.replace('-', '') : text.replace('-', '−');
}

/** A number with at most so many decimals. */
export function trimmed(value: number, digits: number): string {
  return String(Number(value.toFixed(digits))).replace('-', '−');
}

function formatLength(metres: number, system: UnitSystem): Formatted {
  if (system === 'metric') {
    const mm = metres * 1000;
    return { text: String(Number(mm.toFixed(mm < 2 ? 2 : 1))), unit: 'mm' };
  }
  if (metres < INCH / 32) return { text: String(Number((metres / MIL).toFixed(0))), unit: 'mil' };
  return { text: inchesText(metres), unit: 'in.' };
}

/** Perms; in metric s_d, the thickness of still air that lets as much vapor through, as builders there think of it. */
function formatPermeance(permeance: number, system: UnitSystem): Formatted {
  if (system === 'metric' && permeance === 0) return { text: 'vapor-tight', unit: '' };
  const value = system === 'imperial' ? permeance / PERM : AIR_PERMEABILITY / permeance;
  const digits = value === 0 ? 0 : Math.max(0, 1 - Math.floor(Math.log10(Math.abs(value))));
  const unit =
    system === 'imperial' ? (Number(value.toFixed(digits)) === 1 ? 'perm' : 'perms') : 'm s_d';
  return { text: String(Number(value.toFixed(Math.min(digits, 6)))), unit };
}
