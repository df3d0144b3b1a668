import type { WrittenTable } from '@eldrun/core/csv';

/** Widths of columns, characters. */
const WIDE = 28;
const NARROW = 12;

/** So many letters of a column's longest word ask for a wide one. */
const LONG = 14;

/** A name as a sheet takes it: 31 letters, none of those that stand for something else; not one that is there. */
function sheetName(name: string, taken: Set<string>): string {
  const plain =
    name
      .replace(/[[\]:*?/\\]/g, ' ')
      .trim()
      .slice(0, 28) || 'Table';
  let unique = plain;
  for (let n = 2; taken.has(unique.toLowerCase()); n++) unique = `${plain} ${n}`;
  taken.add(unique.toLowerCase());
  return unique;
}

/**
 * Tables as a workbook (Office Open XML): a sheet each, numbers as numbers, the header bold and standing still.
 *
 * @returns the file
 */
export async function workbookOf(
  tables: readonly WrittenTable[],
): Promise<Uint8Array<ArrayBuffer>> {
  const { default: write } = await import('write-excel-file/universal');
  const taken = new Set<string>();
  const sheets = tables.map(({ name, header, rows }) => ({
    sheet: sheetName(name, taken),
    data: [
      header.map((value) => ({ value, fontWeight: 'bold' as const })),
      ...rows.map((row) => row.map((cell) => (cell === '' ? null : cell))),
    ],
    columns: header.map((_, column) => ({
      width: rows.some((row) => typeof row[column] === 'string' && row[column].length > LONG)
        ? WIDE
        : NARROW,
    })),
    stickyRowsCount: 1,
  }));
  return new Uint8Array(await (await write(sheets).toBlob()).arrayBuffer());
}
