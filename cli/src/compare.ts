import { differencesFrom, optionOf, type Figure, type Option } from '@eldrun/core/options';
import { formatText, messageText, type Quantity, type UnitSystem } from '@eldrun/core/units';
import { pricedMaterials, pricedWall, type PriceBook } from '@eldrun/core/prices';
import type { WallFile } from '@eldrun/core/build-up';
import { parseWallFile } from '@eldrun/core/wall/schema';
import { explain, readText } from './files.ts';
import { EXIT, type Output } from './output.ts';
import { SIGN } from './table.ts';

interface Options {
  json: boolean;
  units: UnitSystem;
  prices: PriceBook | null;
}

/**
 * Compares walls with the first of them; a bad file is reported and the others are still compared.
 *
 * @returns 0, or 2 when any file was bad
 */
export async function compare(
  files: string[],
  { json, units, prices }: Options,
  output: Output,
): Promise<number> {
  const walls: { file: WallFile; option: Option }[] = [];
  let bad = false;
  for (const path of files)
    try {
      const file = pricedWall(prices, parseWallFile(await readText(path)));
      walls.push({ file, option: optionOf(file, pricedMaterials(prices)) });
    } catch (error) {
      output.stderr.write(`${path}: ${explain(error)}\n`);
      bad = true;
    }
  const [first, ...others] = walls;
  if (first)
    output.stdout.write(
      json
        ? `${JSON.stringify({
            walls: walls.map(({ option }) => forMachines(option)),
            differences: differencesFrom(first, others),
          })}\n`
        : optionsTable(
            walls.map(({ option }) => option),
            units,
          ),
    );
  return bad ? EXIT.badInput : EXIT.ok;
}

/** An option with its sentences written out. */
function forMachines({ name, measures, judgment }: Option) {
  const { moisture, basis, decides, relies, code } = judgment;
  const text = (message: Parameters<typeof messageText>[0]): string =>
    messageText(message, 'metric');
  return {
    name,
    measures,
    judgment: {
      moisture,
      basis,
      decides: { id: decides.id, text: text(decides.text) },
      relies: relies.map(text),
      code: { status: code.status, row: text(code.row) },
    },
  };
}

const ROWS: readonly [label: string, figure: Figure, quantity: Quantity][] = [
  ['Effective R', 'r', 'resistance'],
  ['Sheathing margin', 'margin', 'temperatureDifference'],
  ['Thickness', 'thickness', 'length'],
  ['Cost', 'cost', 'costPerArea'],
  ['Carbon', 'carbon', 'carbonPerArea'],
];

/** Walls as columns of a table for a terminal. */
function optionsTable(options: readonly Option[], units: UnitSystem): string {
  const rows = [
    ['', ...options.map(({ name }) => name)],
    ['Moisture, an estimate', ...options.map(({ measures }) => SIGN[measures.moisture])],
    ...ROWS.map(([label, figure, quantity]) => [
      label,
      ...options.map(({ measures }) => {
        const value = measures[figure];
        return value === null ? 'not known' : formatText(quantity, value, units);
      }),
    ]),
  ];
  const widths = rows[0]!.map((_, column) => Math.max(...rows.map((row) => row[column]!.length)));
  return `${rows
    .map((row) =>
      row
        .map((cell, column) => cell.padEnd(widths[column]!))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')}\n`;
}
