import { dsvFormat } from 'd3-dsv';
import { InputError } from '../errors.ts';

/** Numbers in a file go so far: what is written reads back within a billionth. */
const DIGITS = 12;

/** A number as a table has it; nothing where there is none. */
export const written = (value: number | undefined): string =>
  value === undefined ? '' : String(Number(value.toPrecision(DIGITS)));

/** A text that a spreadsheet would take for a formula is written with an apostrophe before it. */
export const plain = (text: string): string => (/^[=+\-@\t]/.test(text) ? `'${text}` : text);

/** The text of a cell as it was before `plain`. */
export const unplain = (cell: string): string => cell.trim().replace(/^'(?=[=+\-@])/, '');

/** Rows as CSV. */
export const tableText = (rows: readonly (readonly string[])[]): string =>
  `${dsvFormat(',').formatRows(rows.map((row) => [...row]))}\n`;

/**
 * A table as it was read: comma, semicolon or tab between fields, by its first line.
 *
 * @throws InputError for a line with more fields than there are columns: a comma stands for a point in it
 */
export function readTable(text: string): { separator: string; header: string[]; rows: string[][] } {
  const lines = text.replace(/^\uFEFF/, '');
  const first = lines.slice(0, lines.search(/\r?\n|$/));
  const separator = [';', '\t'].find((one) => first.includes(one)) ?? ',';
  const [header = [], ...rows] = dsvFormat(separator).parseRows(lines);
  rows.forEach((row, i) => {
    if (row.slice(header.length).some((cell) => cell.trim() !== ''))
      throw new InputError(
        `line ${i + 2}`,
        `has ${row.length} fields, and there are ${header.length} columns`,
        separator === ','
          ? 'one field a column: decimal points, or semicolons between the fields'
          : 'one field a column',
      );
  });
  return { separator, header, rows };
}

/**
 * The number in a cell; NaN where it is none. Where commas do not stand between the fields, one may stand for the point.
 *
 * @param separator between the fields
 */
export function cellNumber(cell: string, separator: string): number {
  const text = separator === ',' ? cell : cell.replace(',', '.');
  return /^\d*\.?\d+(e-?\d+)?$|^\d+\.$/i.test(text) ? Number(text) : NaN;
}

/** The name of a column as it is looked for: `Length in` is `length_in`. */
export const columnName = (cell: string): string =>
  cell
    .trim()
    .toLowerCase()
    .replace(/[\s-]+/g, '_');

/** A table of numbers and words: a file of it keeps which is which. */
export interface WrittenTable {
  name: string;
  header: string[];
  rows: (string | number | null)[][];
}

/** A table as CSV. */
export const csvOf = ({ header, rows }: WrittenTable): string =>
  tableText([
    header,
    ...rows.map((row) =>
      row.map((cell) =>
        typeof cell === 'number' ? written(cell) : cell === null ? '' : plain(cell),
      ),
    ),
  ]);
