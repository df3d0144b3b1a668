import {
  cellNumber,
  columnName,
  readTable,
  unplain,
  written,
  type WrittenTable,
} from '../../common/csv/index.ts';
import { InputError } from '../../common/errors.ts';
import { FOOT, messageText, type UnitSystem } from '../../common/units/index.ts';
import { amountIn, whatText } from '../takeoff/index.ts';
import type { LinePrice, OrderCommand } from './types.ts';
import type { OrderLine, PriceBasis } from './priced.ts';

/** What a price stands on, in words. */
export const BASIS: Record<PriceBasis, string> = {
  line: 'quoted or typed',
  book: 'price book',
  demo: 'demo price',
  none: 'no price',
};

/** The lines of an order as a table, one line each; of several elevations or of the house. */
export function orderTable(
  name: string,
  lines: readonly OrderLine[],
  system: UnitSystem,
  label: (elevation: string) => string = (elevation) => elevation,
): WrittenTable {
  return {
    name,
    header: [
      ...(lines.some(({ elevation }) => elevation !== null) ? ['wall'] : []),
      ...['line', 'role', 'name', 'size', 'net', 'net_unit', 'order', 'unit', 'bought_share'],
      ...['usd_each', 'usd', 'price_from', 'kg_co2e', 'labor_minutes', 'lead_days', 'not_counted'],
    ],
    rows: lines.map((line) => {
      const net = amountIn(line.net, line.unit, system);
      const order = amountIn(line.order, line.orderUnit, system);
      return [
        ...(line.elevation === null ? [] : [label(line.elevation)]),
        line.key,
        line.role,
        line.name,
        whatText(line.what, system),
        net.value,
        net.unit,
        order.value,
        order.unit,
        line.net > 0 ? line.bought / line.net : null,
        line.usd === null || order.value === 0 ? null : line.usd / order.value,
        line.usd,
        BASIS[line.basis],
        line.carbon,
        line.minutes,
        line.leadDays,
        line.missing.map((message) => messageText(message, system)).join('; '),
      ];
    }),
  };
}

/** How all lengths are cut: one line for each way a length is cut. */
export function cuttingTable(lines: readonly OrderLine[], system: UnitSystem): WrittenTable {
  const size = system === 'imperial' ? FOOT : 1;
  const unit = system === 'imperial' ? 'ft' : 'm';
  return {
    name: 'Cutting',
    header: ['name', 'size', 'count', `stock_${unit}`, `pieces_${unit}`, `left_${unit}`],
    rows: lines.flatMap((line) =>
      (line.cuts ?? []).map(({ stock, pieces, count }) => [
        line.name,
        whatText(line.what, system),
        count,
        stock / size,
        pieces.map((piece) => written(Number((piece / size).toFixed(4)))).join(' + '),
        Math.max(0, stock - pieces.reduce((sum, piece) => sum + piece, 0)) / size,
      ]),
    ),
  };
}

/**
 * Reads prices of lines from a table as `orderTable` writes it: the columns `line`, `usd_each` and `unit`; `lead_days` and
 * `price_from` where they are there. A line without a price is passed over.
 *
 * @param lines of the order, which the table may name
 * @returns the commands that set these prices, and how many lines had none
 * @throws InputError that names the line and the column; then nothing of the file is to be taken
 */
export function linePricesOfCsv(
  text: string,
  lines: readonly OrderLine[],
  system: UnitSystem,
): { commands: OrderCommand[]; without: number } {
  const { separator, header, rows } = readTable(text);
  const names = header.map(columnName);
  const at = (column: string): number => names.indexOf(column);
  for (const needed of ['line', 'usd_each'])
    if (at(needed) < 0)
      throw new InputError('line 1', `no column “${needed}”`, 'line, usd_each, unit, lead_days');
  const byKey = new Map(lines.map((line) => [line.key, line]));
  const commands: OrderCommand[] = [];
  let without = 0;
  rows.forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const where = (column: string): string => `line ${i + 2}, ${column}`;
    const cell = (column: string): string => (at(column) < 0 ? '' : unplain(row[at(column)] ?? ''));
    const key = cell('line');
    const line = byKey.get(key);
    if (!line)
      throw new InputError(
        where('line'),
        `the order has no line “${key.slice(0, 80)}”`,
        'a line as it stands in the order',
      );
    if (cell('usd_each') === '') return void without++;
    const number = (column: string, most: number): number => {
      const value = cellNumber(cell(column), separator);
      if (!(value >= 0 && value <= most))
        throw new InputError(
          where(column),
          `“${cell(column).slice(0, 60)}” is ${Number.isNaN(value) ? 'no number' : 'out of range'}`,
          `a number from 0 to ${most}`,
        );
      return value;
    };
    // A length is priced for the unit of the table.
    const { value: size, unit } = amountIn(1, line.orderUnit, system);
    if (cell('unit') !== '' && cell('unit') !== unit)
      throw new InputError(
        where('unit'),
        `“${cell('unit').slice(0, 60)}” is not how it is sold`,
        unit,
      );
    const price: LinePrice = {
      usd: number('usd_each', 1e6) * size,
      unit: line.orderUnit,
      ...(cell('price_from') && !isBasis(cell('price_from'))
        ? { source: cell('price_from').slice(0, 200) }
        : {}),
      ...(cell('lead_days') ? { leadDays: Math.round(number('lead_days', 1000)) } : {}),
    };
    commands.push({ type: 'setLinePrice', key, price });
  });
  if (commands.length === 0)
    throw new InputError('', 'no line has a price', 'at least one number below “usd_each”');
  return { commands, without };
}

const isBasis = (text: string): boolean => Object.values(BASIS).includes(text);
