import type { Energy, Glazing } from './types.ts';
import type { FacadeYear } from './facade-year.ts';

/** A wall to be held against others: for a square metre of it. */
interface EnergyWall {
  name: string;
  /** W/(m²·K) */
  u: number;
  /** USD/m² and kg CO₂e/m²; null where a figure is missing. */
  cost: number | null;
  carbon: number | null;
}

/** One of the ways to build the house: a wall all around, with windows as they are or better ones. */
export interface EnergyOption extends EnergyWall {
  better: boolean;
}

/** What walls and windows take in a year, all sides together. */
export interface HouseYear {
  /** Heat that the walls lose, that the windows lose, and the sun through windows that makes up for it, kWh. */
  wallLoss: number;
  windowLoss: number;
  sunUsed: number;
  /** Heat that comes in where it is cooled: through walls, through windows by temperature, and by sun, kWh. */
  wallGain: number;
  windowGain: number;
  sunGain: number;
  /** What the plant gives and takes away, kWh; never below zero. */
  heating: number;
  cooling: number;
  /** What that costs, USD, and its carbon, kg CO₂e. */
  money: number;
  carbon: number;
}

/** From the least to the most that is likely. */
type Span = readonly [least: number, most: number];

/** An option held against the baseline. */
export interface Gain {
  /** What it costs more to build, USD, and what carbon that is, kg CO₂e; null where a figure is missing. */
  cost: number | null;
  carbon: number | null;
  /** What it saves in a year: USD, kWh of heating and cooling, kg CO₂e. */
  money: number;
  heat: number;
  yearlyCarbon: number;
  /** Years until the saving has paid the cost, without interest; null where it never does. Zero where it costs no more. */
  payback: number | null;
  paybackSpan: readonly [number | null, number | null];
  /** All savings of the years that are counted, discounted, less the cost, USD. */
  net: number | null;
  netSpan: Span | null;
  carbonPayback: number | null;
  /** What the net value hangs on most. */
  hangsOn: 'cost' | 'energy' | 'discount';
}

export interface Worth {
  option: EnergyOption;
  year: HouseYear;
  /** To build all walls, and better windows beyond the others, USD; kg CO₂e of the walls. */
  cost: number | null;
  carbon: number | null;
  /** That and the energy of the years that are counted, discounted, USD. */
  lifetime: number | null;
  /** Null of the baseline itself. */
  gain: Gain | null;
}

/** Glass is seldom met head-on: of what it lets through then, over the year (EN ISO 52016-1:2017, F_w = 0.9). */
const ASLANT = 0.9;

/** A discount rate that may as well be this much higher or lower. */
const DISCOUNT_OFF = 0.02;

/** Walls without their windows, and windows, m². */
export function areasOf({ facades }: Pick<Energy, 'facades'>): { walls: number; windows: number } {
  return facades.reduce(
    ({ walls, windows }, { area, windows: share }) => ({
      walls: walls + area * (1 - share),
      windows: windows + area * share,
    }),
    { walls: 0, windows: 0 },
  );
}

/** What walls of one U and windows of one kind take in a year. @param years one for each facade, in its order */
export function houseYear(
  energy: Energy,
  years: readonly FacadeYear[],
  u: number,
  { u: windowU, shgc }: Glazing,
): HouseYear {
  const year = { wallLoss: 0, windowLoss: 0, sunUsed: 0, wallGain: 0, windowGain: 0, sunGain: 0 };
  energy.facades.forEach(({ area, windows }, i) => {
    const of = years[i]!;
    const wall = (area * (1 - windows) * u) / 1000;
    const window = (area * windows * windowU) / 1000;
    const glass = area * windows * shgc * ASLANT;
    year.wallLoss += wall * of.heatingOfWalls;
    year.windowLoss += window * of.heatingOfWindows;
    year.sunUsed += glass * of.sunHeating * energy.heating.sunUsed;
    year.wallGain += wall * of.coolingOfWalls;
    year.windowGain += window * of.coolingOfWindows;
    year.sunGain += glass * of.sunCooling;
  });
  const heating = Math.max(0, year.wallLoss + year.windowLoss - year.sunUsed);
  const cooling = year.wallGain + year.windowGain + year.sunGain;
  const bought = [
    heating / energy.heating.efficiency,
    cooling / energy.cooling.efficiency,
  ] as const;
  return {
    ...year,
    heating,
    cooling,
    money: bought[0] * energy.heating.price + bought[1] * energy.cooling.price,
    carbon: bought[0] * energy.heating.carbon + bought[1] * energy.cooling.carbon,
  };
}

/** What USD 1 saved in each year is worth today: Σ ((1 + rise) / (1 + discount))^t over the years that are counted. */
export function presentValue(
  { years, rise }: Pick<Energy, 'years' | 'rise'>,
  discount: number,
): number {
  const factor = (1 + rise) / (1 + discount);
  let sum = 0;
  for (let t = 1, value = factor; t <= years; t++, value *= factor) sum += value;
  return sum;
}

/** Options and the first of them, which the others are held against. */
export function worthOf(
  energy: Energy,
  years: readonly FacadeYear[],
  options: readonly EnergyOption[],
): Worth[] {
  const { walls, windows } = areasOf(energy);
  const found = options.map((option): Worth => {
    const { u, cost, carbon, better } = option;
    const year = houseYear(energy, years, u, better ? energy.better : energy.glazing);
    const built = cost === null ? null : cost * walls + (better ? energy.better.cost * windows : 0);
    const run = year.money * presentValue(energy, energy.discount);
    return {
      option,
      year,
      cost: built,
      // What better windows take to make is not known.
      carbon: carbon === null || better ? null : carbon * walls,
      lifetime: built === null ? null : built + run,
      gain: null,
    };
  });
  const base = found[0];
  return found.map((worth, i) =>
    i === 0 ? worth : { ...worth, gain: gainOver(energy, worth, base!) },
  );
}

function gainOver(energy: Energy, worth: Worth, base: Worth): Gain {
  const less = (of: number | null, from: number | null): number | null =>
    of === null || from === null ? null : of - from;
  const cost = less(worth.cost, base.cost);
  const carbon = less(worth.carbon, base.carbon);
  const money = base.year.money - worth.year.money;
  const yearlyCarbon = base.year.carbon - worth.year.carbon;
  const { uncertain, discount } = energy;
  const valueOf = (extra: number, saved: number, at = discount): number =>
    saved * presentValue(energy, at) - extra;
  /** The likely ends of what is saved, or spent, and of what is paid. */
  const ends = (value: number, off: number): Span => [
    value - Math.abs(value) * off,
    value + Math.abs(value) * off,
  ];
  const saved = ends(money, uncertain.energy);
  const paid = cost === null ? null : ends(cost, uncertain.cost);
  const swings = {
    cost: (paid ? paid[1] - paid[0] : 0) / 2,
    energy: valueOf(0, saved[1] - saved[0]) / 2,
    discount:
      Math.abs(
        valueOf(0, money, discount - DISCOUNT_OFF) - valueOf(0, money, discount + DISCOUNT_OFF),
      ) / 2,
  };
  return {
    cost,
    carbon,
    money,
    heat: base.year.heating + base.year.cooling - worth.year.heating - worth.year.cooling,
    yearlyCarbon,
    payback: cost === null ? null : yearsUntil(cost, money),
    paybackSpan: paid
      ? [yearsUntil(paid[0], saved[1]), yearsUntil(paid[1], saved[0])]
      : [null, null],
    net: cost === null ? null : valueOf(cost, money),
    netSpan: paid && [valueOf(paid[1], saved[0]), valueOf(paid[0], saved[1])],
    carbonPayback: carbon === null ? null : yearsUntil(carbon, yearlyCarbon),
    hangsOn: (Object.keys(swings) as (keyof typeof swings)[]).reduce((a, b) =>
      swings[b] > swings[a] ? b : a,
    ),
  };
}

/** Years until what is saved each year has made up for what was spent first. Zero where nothing was; null where it never does. */
function yearsUntil(spent: number, saved: number): number | null {
  if (spent <= 0) return 0;
  return saved > 0 ? spent / saved : null;
}
