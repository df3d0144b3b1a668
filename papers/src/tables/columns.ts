import type { TableName } from '../types.ts';
import { columnUnit, type Quantity, type UnitSystem } from '@eldrun/core/units';
import type { WrittenTable } from '@eldrun/core/csv';

/** A cell of a table: a word, a number, or nothing. */
type Value = string | number | null;

/** A column of a table: its name, what it measures where it is a quantity, and its value of a row. */
export interface ColumnOf<Row> {
  label: string;
  quantity?: Quantity;
  /** SI where it is a quantity. */
  of: (row: Row) => Value | undefined;
}

/** Rows as a table whose header has the units, numbers unrounded in them. */
export function tableOf<Row>(
  name: TableName,
  columns: readonly ColumnOf<Row>[],
  rows: readonly Row[],
  system: UnitSystem,
): WrittenTable {
  const made = columns.map(({ label, quantity, of }) => {
    if (quantity === undefined) return { header: label, cell: (row: Row) => of(row) ?? null };
    const { unit, of: convert } = columnUnit(quantity, system);
    return {
      header: `${label} (${unit})`,
      cell: (row: Row): Value => {
        const value = of(row) ?? null;
        return typeof value === 'number' && Number.isFinite(value) ? convert(value) : value;
      },
    };
  });
  return {
    name,
    header: made.map(({ header }) => header),
    rows: rows.map((row) => made.map(({ cell }) => cell(row))),
  };
}
