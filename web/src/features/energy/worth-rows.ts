import { formatText, fixed, type Quantity, type UnitSystem } from '@eldrun/core/units';
import type { DynamicThermal } from '@eldrun/core/steady-heat';
import type { Energy, FoilWorth, Gain, Worth } from '@eldrun/core/energy';

interface Cell {
  text: string;
  about: string;
}

interface Row {
  id: string;
  label: string;
  cells: Cell[];
}

/** The worth of options in rows, by what is asked; and the most heat that one of them loses, kWh. */
export function worthRows(
  worths: readonly Worth[],
  { years }: Pick<Energy, 'years'>,
  units: UnitSystem,
): { most: number; groups: { label: string; rows: Row[] }[] } {
  const text = (quantity: Quantity, value: number | null): string =>
    value === null ? 'not known' : formatText(quantity, value, units);
  const row = (id: string, label: string, of: (worth: Worth) => string | Cell): Row => ({
    id,
    label,
    cells: worths.map((worth) => {
      const cell = of(worth);
      return typeof cell === 'string' ? { text: cell, about: '' } : cell;
    }),
  });
  const gained = (of: (gain: Gain) => string | Cell) => (worth: Worth) =>
    worth.gain ? of(worth.gain) : '';
  const span = ([least, most]: readonly [string, string]): string => `${least} to ${most}`;
  return {
    most: Math.max(0, ...worths.map(({ year }) => year.wallLoss + year.windowLoss)),
    groups: [
      {
        label: 'A year',
        rows: [
          row('heating', 'Heating', ({ year }) => text('energy', year.heating)),
          row('cooling', 'Cooling', ({ year }) => text('energy', year.cooling)),
          row('money', 'Cost of that', ({ year }) => text('money', year.money)),
          row('carbon', 'Carbon of that', ({ year }) => text('carbon', year.carbon)),
        ],
      },
      {
        label: 'Against the baseline',
        rows: [
          row(
            'more',
            'Costs more to build',
            gained(({ cost }) => text('money', cost)),
          ),
          row(
            'saves',
            'Saves a year',
            gained(({ money }) => text('money', money)),
          ),
          row(
            'payback',
            'Pays back',
            gained((gain) => ({
              text: paybackText(gain),
              about:
                gain.payback === null || gain.payback === 0
                  ? ''
                  : span(gain.paybackSpan.map(yearsText) as [string, string]),
            })),
          ),
          row(
            'net',
            `Comes to, over ${years} years`,
            gained(({ net, netSpan }) => ({
              text: text('money', net),
              about: netSpan
                ? span(netSpan.map((end) => text('money', end)) as [string, string])
                : '',
            })),
          ),
          row('carbonPayback', 'Carbon pays back', gained(carbonText)),
        ],
      },
      {
        label: `To build and to run for ${years} years`,
        rows: [
          row('built', 'All walls, to build', ({ cost }) => text('money', cost)),
          row('lifetime', 'With the energy, discounted', ({ lifetime }) => text('money', lifetime)),
          row('embodied', 'Carbon of all walls', ({ carbon }) => text('carbon', carbon)),
        ],
      },
    ],
  };
}

const yearsText = (years: number | null): string =>
  years === null ? 'never' : years < 10 ? `${fixed(years, 1)} years` : `${Math.round(years)} years`;

function paybackText({ cost, money, payback }: Gain): string {
  if (cost === null) return 'not known';
  if (payback === 0) return money >= 0 ? 'at once' : 'costs less, saves less';
  return yearsText(payback);
}

function carbonText({ carbon, yearlyCarbon, carbonPayback }: Gain): string {
  if (carbon === null) return 'not known';
  if (carbonPayback === 0) return yearlyCarbon >= 0 ? 'at once' : 'takes less, saves less';
  return yearsText(carbonPayback);
}

/** A wall on a winter's account and a summer's day. */
export interface SummerWall {
  name: string;
  r: number;
  /** kWh/(m²·a), by degree-days. */
  energy: number;
  /** The same by hours, on the days that are heated; null until the weather is there. */
  byHours: number | null;
  dynamic: DynamicThermal | null;
  foil: FoilWorth | null;
}

/** Loss by degree-days, swing, delay, and the worth of a foil, of each wall. */
export function summerRows(
  walls: readonly SummerWall[],
  units: UnitSystem,
): { name: string; cells: string[] }[] {
  return walls.map(({ name, r, energy, byHours, dynamic, foil }) => {
    return {
      name,
      cells: [
        formatText('energyPerArea', energy, units),
        byHours === null ? '' : formatText('energyPerArea', byHours, units),
        dynamic ? `${Math.round(dynamic.decrement * 100)} %` : 'not known',
        dynamic ? `${fixed(dynamic.lag, 1)} h` : 'not known',
        foil ? foilText(foil, r, units) : 'no open gap',
      ],
    };
  });
}

/** Such as `R 0.5 of 24.0, 2 %; R 1.2 if its air stood still`. */
function foilText({ still, moving }: FoilWorth, r: number, units: UnitSystem): string {
  const [some, all, most] = [moving, r, still].map((of) => formatText('resistance', of, units));
  return `${some} to ${all}: ${fixed((moving / r) * 100, 1)} %; ${most} if its air stood still`;
}
