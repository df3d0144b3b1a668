import { evaluate, type ResultFile, type UnitSystem } from '@eldrun/core';
import { parseWallFile } from '@eldrun/core/schema';
import { explain, readText } from './files.ts';
import { EXIT, type Output } from './output.ts';
import { resultTable } from './table.ts';

export interface CheckOptions {
  json: boolean;
  strict: boolean;
  units: UnitSystem;
}

/**
 * Evaluates wall files one after the other; a bad one is reported and the others still run.
 *
 * @returns 0, 1 when a verdict fails under `strict`, 2 when any file was bad
 */
export async function check(
  files: string[],
  options: CheckOptions,
  output: Output,
): Promise<number> {
  let bad = false;
  let fails = false;
  for (const file of files) {
    let result: ResultFile;
    try {
      const units = options.json ? 'metric' : options.units;
      result = evaluate(parseWallFile(await readText(file)), {}, units);
    } catch (error) {
      output.stderr.write(`${file}: ${explain(error)}\n`);
      bad = true;
      continue;
    }
    fails ||= result.verdicts.some(({ status }) => status === 'fail');
    output.stdout.write(
      options.json ? `${JSON.stringify(result)}\n` : resultTable(file, result, options.units),
    );
  }
  if (bad) return EXIT.badInput;
  return options.strict && fails ? EXIT.verdictFails : EXIT.ok;
}
