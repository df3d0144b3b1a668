import { dirname, resolve } from 'node:path';
import { faceWords } from '@eldrun/core/simulation';
import { InputError } from '@eldrun/core/errors';
import { MAX_WEATHER_SIZE, parseEpw, type WeatherYear } from '@eldrun/core/climate';
import { simulate, type SimulationFile, type SimulationResult } from '@eldrun/core/transient';
import { parseSimulation } from '@eldrun/core/simulation/schema';
import { explain, readText } from './files.ts';
import { EXIT, type Output } from './output.ts';

/**
 * Simulates files one after the other; a bad one is reported and the others still run.
 *
 * @returns 0, or 2 when a file was bad or its run did not come to its end
 */
export async function simulateFiles(
  files: string[],
  options: { json: boolean },
  output: Output,
): Promise<number> {
  let bad = false;
  for (const path of files)
    try {
      const file = parseSimulation(await readText(path));
      const { result } = simulate(file, await weatherOf(file, path));
      if (result.problem) {
        output.stderr.write(`${path}: ${result.problem}\n`);
        bad = true;
      }
      output.stdout.write(
        options.json ? `${JSON.stringify(forMachines(result))}\n` : summary(path, file, result),
      );
    } catch (error) {
      output.stderr.write(`${path}: ${explain(error)}\n`);
      bad = true;
    }
  return bad ? EXIT.badInput : EXIT.ok;
}

/** The hours of the weather file that a simulation names, its path taken from where the simulation file lies. */
async function weatherOf({ transient }: SimulationFile, path: string): Promise<WeatherYear | null> {
  const { climate } = transient;
  if (!('epw' in climate)) return null;
  const epw = resolve(dirname(path), climate.epw);
  try {
    return parseEpw(await readText(epw, MAX_WEATHER_SIZE)).weather;
  } catch (error) {
    throw new InputError('transient.climate', `${climate.epw}: ${explain(error)}`, 'an EPW file');
  }
}

/** What `--json` prints. */
function forMachines({ weekly, monthly, peak, end, dryTo16, totals, ...rest }: SimulationResult) {
  const { balance, mold, faces, frost, fasteners, causes, above20, hours, notes, problem } = rest;
  return {
    format: 'eldrun-simulation-result',
    version: 1,
    weekly,
    monthly,
    peak,
    end,
    dryTo16,
    totals,
    balance,
    mold,
    faces,
    frost,
    fasteners,
    causes,
    above20,
    hours,
    notes,
    problem,
  };
}

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const kg = (amount: number): string => `${amount.toFixed(3)} kg/m²`;

function summary(
  path: string,
  { wall, transient }: SimulationFile,
  result: SimulationResult,
): string {
  const { peak, end, dryTo16, totals, balance, mold, causes, above20, hours } = result;
  const { faces, frost, fasteners } = result;
  const worst = faces.toSorted((a, b) => b.mold[b.moldClass] - a.mold[a.moldClass])[0]!;
  const rows: [string, string][] = [
    ['Hours', `${hours} of ${transient.hours}, from hour ${transient.start} of the year`],
    [
      `Moisture of ${transient.watch}`,
      `at most ${percent(peak.mc.value)} in hour ${peak.mc.hour}, ${percent(end.mc)} at the end`,
    ],
    [
      'Its inner third',
      `at most ${percent(peak.mcInner.value)} in hour ${peak.mcInner.hour}, ${percent(end.mcInner)} at the end`,
    ],
    ['Above 20 %', `${above20.hours} h, ${above20.longest} h at a stretch`],
    ['Dry to 16 %', dryTo16 === null ? 'not in this run' : `after ${dryTo16.toFixed(0)} h`],
    [
      'Mold index, peak',
      Object.entries(mold)
        .map(([name, index]) => `${name} ${index.toFixed(2)}`)
        .join(', '),
    ],
    [
      'Worst of all faces',
      `${faceWords(worst, (id) => id)}: ${worst.mold[worst.moldClass].toFixed(2)}, class ${worst.moldClass}`,
    ],
    ...frost.map(({ layer, cycles, wetCycles }): [string, string] => [
      `Frost in ${layer}`,
      `${cycles} times, ${wetCycles} of them wet`,
    ]),
    ...fasteners.map(({ from, to, wetHours }): [string, string] => [
      from === to ? `Fasteners in ${from}` : `Fasteners ${from} to ${to}`,
      `${wetHours} h above 80 % RH and above freezing`,
    ]),
    [
      'Heat',
      `${totals.heatIn.toFixed(1)} MJ/m² in from indoors, ${totals.heatOut.toFixed(1)} from outdoors`,
    ],
    [
      'Water in',
      `indoors ${kg(causes.indoors)}, outdoors ${kg(causes.outdoors)}, rain ${kg(causes.rain)}, cladding ${kg(causes.facade)}, ventilation ${kg(causes.ventilation)}, leak ${kg(causes.leak)}`,
    ],
    [
      'Balance off by',
      `heat ${balance.heat.toExponential(1)}, water ${balance.moisture.toExponential(1)} of what passed`,
    ],
  ];
  const width = Math.max(...rows.map(([label]) => label.length));
  return [
    `${wall.name}  (${path})`,
    ...rows.map(([label, value]) => `  ${label.padEnd(width)}  ${value}`),
    ...result.notes.map((note) => `  ${note}`),
    `  One-dimensional, through the ${transient.path ?? 'cavity'}; no three-dimensional flow, workmanship or air loops. It supports`,
    '  but does not replace a professional’s judgment.',
    '',
    '',
  ].join('\n');
}
