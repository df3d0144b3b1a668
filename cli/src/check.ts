import { evaluate, type ResultFile } from '@eldrun/core/evaluation';
import type { UnitSystem } from '@eldrun/core/units';
import { parseWallFile } from '@eldrun/core/wall/schema';
import { explain, readText } from './files.ts';
import type { CheckJob, Checked, Doer } from './job-types.ts';
import { EXIT, type Output } from './output.ts';
import { resultTable } from './table.ts';

export interface CheckOptions {
  json: boolean;
  strict: boolean;
  hourly: boolean;
  units: UnitSystem;
}

/** Reads and evaluates one wall file. */
export async function checkFile({ file, hourly, units }: CheckJob): Promise<Checked> {
  try {
    return {
      result: evaluate(parseWallFile(await readText(file)), { sentences: units, hourly }),
    };
  } catch (error) {
    return { problem: explain(error) };
  }
}

/** Whether a result fails under `--strict`: its judgment, or a verdict beside it. */
const fails = ({ judgment, verdicts }: ResultFile): boolean =>
  judgment.moisture === 'fail' || verdicts.some(({ status }) => status === 'fail');

/**
 * Evaluates wall files; a bad one is reported and the others still run.
 *
 * @returns 0, 1 when the judgment or a verdict fails under `strict`, 2 when any file was bad
 */
export async function check(
  files: string[],
  { json, strict, hourly, units }: CheckOptions,
  output: Output,
  doer: Doer,
): Promise<number> {
  let bad = false;
  let failing = false;
  let next = 0;
  const jobs = files.map((file) => ({
    what: 'check' as const,
    file,
    hourly,
    units: json ? ('metric' as const) : units,
  }));
  for await (const checked of doer(jobs)) {
    const file = files[next++]!;
    if ('problem' in checked) {
      output.stderr.write(`${file}: ${checked.problem}\n`);
      bad = true;
      continue;
    }
    failing ||= fails(checked.result);
    output.stdout.write(
      json ? `${JSON.stringify(checked.result)}\n` : resultTable(file, checked.result, units),
    );
  }
  if (bad) return EXIT.badInput;
  return strict && failing ? EXIT.verdictFails : EXIT.ok;
}
