import { assess } from '@eldrun/core/assessment';
import {
  missingForRuns,
  sampleSteps,
  SAMPLE_RANGES,
  summarizeSamples,
  WEATHER_SEED,
  type Sample,
  type SampleSummary,
} from '@eldrun/core/judgment';
import { InputError } from '@eldrun/core/errors';
import { parseSimulation } from '@eldrun/core/simulation/schema';
import { explain, readText } from './files.ts';
import type { Doer, SampleJob, Sampled } from './job-types.ts';
import { EXIT, type Output } from './output.ts';

/** Reads the wall of a simulation file and simulates one sample of it. */
export async function sampleFile({ file, number }: SampleJob): Promise<Sampled> {
  try {
    const assessment = assess(parseSimulation(await readText(file)).wall);
    const missing = missingForRuns(assessment.wall);
    if (missing) throw new InputError('wall.outdoor', missing, 'a climate with sun, wind and rain');
    const steps = sampleSteps(assessment, number);
    let step = steps.next();
    while (!step.done) step = steps.next();
    return { sample: step.value };
  } catch (error) {
    return { problem: explain(error) };
  }
}

/**
 * Simulates the walls of simulation files as houses differ, so many times each, and says how sure their judgment is.
 *
 * @returns 0, or 2 when a file was bad
 */
export async function sampleFiles(
  files: readonly string[],
  { json, samples }: { json: boolean; samples: number },
  output: Output,
  doer: Doer,
): Promise<number> {
  let bad = false;
  for (const file of files) {
    const jobs = Array.from({ length: samples }, (_, number) => ({
      what: 'sample' as const,
      file,
      number,
    }));
    const found: Sample[] = [];
    let problem = '';
    for await (const done of doer(jobs)) {
      if ('problem' in done) {
        problem = done.problem;
        break;
      }
      if (done.sample) found.push(done.sample);
    }
    if (problem || found.length === 0) {
      output.stderr.write(`${file}: ${problem || 'no run came to its end'}\n`);
      bad = true;
      continue;
    }
    const summary = summarizeSamples(found);
    output.stdout.write(
      json
        ? `${JSON.stringify({ format: 'eldrun-samples-result', version: 1, seed: WEATHER_SEED, ranges: SAMPLE_RANGES, ...summary, drawn: found })}\n`
        : table(file, summary),
    );
  }
  return bad ? EXIT.badInput : EXIT.ok;
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;

function table(
  file: string,
  { samples, failing, cautious, verdict, matters }: SampleSummary,
): string {
  return [
    `${file}: ${verdict}`,
    `  ${samples} samples: ${percent(failing)} fail, ${percent(cautious)} are a caution`,
    matters.length > 0
      ? `  What matters most: ${matters
          .slice(0, 3)
          .map(({ input, correlation }) => `${input} (${correlation.toFixed(2)})`)
          .join(', ')}`
      : '  Fewer than 30 samples rank nothing.',
    '',
    '',
  ].join('\n');
}
