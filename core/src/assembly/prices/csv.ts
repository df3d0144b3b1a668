import {
  cellNumber,
  columnName,
  csvOf,
  readTable,
  unplain,
  written,
  type WrittenTable,
} from '../../common/csv/index.ts';
import { InputError } from '../../common/errors.ts';
import type { Material, Price, Prices } from '../../physics/materials/index.ts';
import { FOOT, INCH, SQUARE_FOOT, type UnitSystem } from '../../common/units/index.ts';
import type { PriceCommand } from './types.ts';

/** m² or m³ in a unit that a price may be for, and what it is in SI. */
const UNITS: Record<string, { per: Price['per']; size: number }> = {
  m2: { per: 'm2', size: 1 },
  m3: { per: 'm3', size: 1 },
  ft2: { per: 'm2', size: SQUARE_FOOT },
  ft3: { per: 'm3', size: FOOT ** 3 },
};

/** What the columns of a file may be called, and what one of their numbers is in SI. */
const COLUMNS = {
  id: { id: 1 },
  name: { material: 1 },
  usd: { usd: 1 },
  per: { per: 1 },
  thickness: { thickness_mm: 0.001, thickness_in: INCH },
  waste: { waste_percent: 0.01 },
  minutes: { minutes_per_m2: 1, minutes_per_ft2: 1 / SQUARE_FOOT },
  demo: { demo: 1 },
  source: { source: 1 },
} as const;

type Column = keyof typeof COLUMNS;

/**
 * The prices of materials, one line a material, with the demo prices of those that have no other.
 *
 * @param prices of the project; null where it has none
 * @param materials which lines there are, by id
 * @param system the units of prices, thicknesses and labor
 */
export function pricesTable(
  prices: Prices | null,
  materials: Readonly<Record<string, Material>>,
  system: UnitSystem,
): WrittenTable {
  const imperial = system === 'imperial';
  return {
    name: 'Prices',
    header: [
      ...['id', 'material', 'usd', 'per'],
      ...(imperial ? ['thickness_in', 'waste_percent', 'minutes_per_ft2'] : []),
      ...(imperial ? [] : ['thickness_mm', 'waste_percent', 'minutes_per_m2']),
      ...['demo', 'source'],
    ],
    rows: Object.entries(materials).map(([id, material]) => {
      const { usd, per, thickness, waste, minutes, demo, source } = priceOf(prices, id, material);
      const unit = per && (imperial ? per.replace('m', 'ft') : per);
      return [
        id,
        material.name,
        usd === undefined ? null : usd * (unit ? UNITS[unit]!.size : 1),
        unit ?? null,
        thickness ? thickness / (imperial ? INCH : 0.001) : null,
        waste === undefined ? null : waste * 100,
        minutes === undefined ? null : minutes * (imperial ? SQUARE_FOOT : 1),
        usd === undefined ? null : demo ? 'yes' : 'no',
        source ?? null,
      ];
    }),
  };
}

/** The same as CSV. */
export const pricesCsv = (...of: Parameters<typeof pricesTable>): string =>
  csvOf(pricesTable(...of));

/** What a material costs by the book, else at its demo price; nothing where it has no price. */
export function priceOf(prices: Prices | null, id: string, material: Material): Partial<Price> {
  const own = prices && Object.hasOwn(prices.prices, id) ? prices.prices[id] : undefined;
  if (own) return { minutes: material.installMinutesPerM2, ...own };
  const { cost, installMinutesPerM2: minutes } = material;
  const labor = minutes === undefined ? {} : { minutes };
  if (!cost) return labor;
  const { usd, per, thickness } = cost;
  return { usd, per, ...(thickness === undefined ? {} : { thickness }), ...labor, demo: true };
}

/**
 * Reads a table of prices: comma, semicolon or tab between fields, decimal point or, with semicolons or tabs, comma. A line
 * without a price is passed over; what is demo stays demo.
 *
 * @param materials that a line may name, by id
 * @returns the commands that set these prices, and how many lines had none
 * @throws InputError that names the line and the column; then nothing of the file is to be taken
 */
export function pricesOfCsv(
  text: string,
  materials: Readonly<Record<string, Material>>,
): { commands: PriceCommand[]; without: number } {
  const { separator, header, rows } = readTable(text);
  const places = columnsOf(header);
  const commands: PriceCommand[] = [];
  const seen = new Set<string>();
  let without = 0;
  rows.forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const line = new Line(row, i + 2, places, separator);
    const material = line.text('id');
    if (!Object.hasOwn(materials, material))
      throw line.wrong(
        'id',
        `no material “${material.slice(0, 60)}”`,
        'an id of this project’s list',
      );
    if (seen.has(material)) throw line.wrong('id', `“${material}” stands twice`, 'one line each');
    seen.add(material);
    if (line.text('usd') === '') without++;
    else commands.push({ type: 'setPrice', material, price: line.price() });
  });
  if (commands.length === 0)
    throw new InputError('', 'no line has a price', 'at least one number below “usd”');
  return { commands, without };
}

interface Place {
  index: number;
  name: string;
  factor: number;
}

function columnsOf(header: readonly string[]): Partial<Record<Column, Place>> {
  const places: Partial<Record<Column, Place>> = {};
  header.forEach((cell, index) => {
    const name = columnName(cell);
    for (const [column, names] of Object.entries(COLUMNS) as [Column, Record<string, number>][])
      if (Object.hasOwn(names, name)) {
        if (places[column])
          throw new InputError(
            'line 1',
            `“${name}” and “${places[column].name}” say the same`,
            'one of them',
          );
        places[column] = { index, name, factor: names[name]! };
      }
  });
  for (const needed of ['id', 'usd', 'per'] as const)
    if (!places[needed])
      throw new InputError(
        'line 1',
        `no column “${needed}”`,
        Object.values(COLUMNS)
          .flatMap((names) => Object.keys(names))
          .join(', '),
      );
  return places;
}

/** A line of the file, read by its columns. */
class Line {
  private readonly row: readonly string[];
  private readonly number: number;
  private readonly places: Partial<Record<Column, Place>>;
  private readonly separator: string;

  constructor(
    row: readonly string[],
    number: number,
    places: Partial<Record<Column, Place>>,
    separator: string,
  ) {
    this.row = row;
    this.number = number;
    this.places = places;
    this.separator = separator;
  }

  wrong(column: Column, what: string, allowed: string): InputError {
    return new InputError(`line ${this.number}, ${this.places[column]?.name}`, what, allowed);
  }

  text(column: Column): string {
    const place = this.places[column];
    return place ? unplain(this.row[place.index] ?? '') : '';
  }

  price(): Price {
    const named = this.text('per').toLowerCase().replace('²', '2').replace('³', '3');
    const unit = Object.hasOwn(UNITS, named) ? UNITS[named]! : null;
    if (!unit)
      throw this.wrong('per', `“${named.slice(0, 60)}” is no unit`, Object.keys(UNITS).join(', '));
    const thickness = unit.per === 'm2' ? this.value('thickness', 1) : undefined;
    const waste = this.value('waste', 1);
    const minutes = this.value('minutes', 1e4);
    const source = this.text('source');
    return {
      usd: this.value('usd', 1e6)! / unit.size,
      per: unit.per,
      ...(thickness ? { thickness } : {}),
      ...(waste ? { waste } : {}),
      ...(minutes === undefined ? {} : { minutes }),
      ...(this.truth('demo') ? { demo: true } : {}),
      ...(source ? { source: source.slice(0, 200) } : {}),
    };
  }

  /** A number in SI; undefined where the cell is empty. */
  private value(column: Column, most: number): number | undefined {
    const cell = this.text(column);
    if (cell === '') return undefined;
    const factor = this.places[column]!.factor;
    const value = cellNumber(cell, this.separator) * factor;
    if (!(value >= 0 && value <= most))
      throw this.wrong(
        column,
        `“${cell.slice(0, 60)}” is ${Number.isNaN(value) ? 'no number' : 'out of range'}`,
        `a number from 0 to ${written(most / factor)}`,
      );
    return value;
  }

  private truth(column: Column): boolean {
    const cell = this.text(column).toLowerCase();
    if (cell !== '' && cell !== 'yes' && cell !== 'no')
      throw this.wrong(column, `“${cell.slice(0, 60)}” is neither`, 'yes or no');
    return cell === 'yes';
  }
}
