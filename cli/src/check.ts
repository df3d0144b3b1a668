import { readFile, stat } from 'node:fs/promises';
import { evaluate, InputError, type ResultFile, type UnitSystem } from '@eldrun/core';
import { LARGEST_FILE, parseWallFile } from '@eldrun/core/schema';
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

async function readText(file: string): Promise<string> {
  const { size } = await stat(file);
  if (size > LARGEST_FILE) throw new InputError('', 'the file is too large', 'at most 1 MiB');
  return readFile(file, 'utf8');
}

const FILE_PROBLEMS: Record<string, string> = {
  ENOENT: 'there is no such file',
  EISDIR: 'is a folder, not a file',
  EACCES: 'may not be read',
};

/** What was wrong with a file, for a person. Anything but bad input is thrown on. */
function explain(error: unknown): string {
  if (error instanceof InputError) return error.message;
  const { code, syscall, message } = error as NodeJS.ErrnoException;
  if (!syscall) throw error;
  return FILE_PROBLEMS[code ?? ''] ?? message;
}
