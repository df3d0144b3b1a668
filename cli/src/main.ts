import { parseArgs } from 'node:util';
import { attachFiles } from './attach.ts';
import { check } from './check.ts';
import { compare } from './compare.ts';
import { detailsFiles } from './details.ts';
import { exploreFiles } from './explore.ts';
import { readPrices } from './prices.ts';
import type { Doer } from './job-types.ts';
import { inTurn } from './jobs.ts';
import { layoutFiles } from './layout.ts';
import { EXIT, type Output } from './output.ts';
import { quickline } from './quickline.ts';
import { MAX_COMBINATIONS } from '@eldrun/core/exploration/schema';
import { bundle, restore, SERVER } from './server.ts';
import { sampleFiles } from './samples.ts';
import { sectionFiles } from './section.ts';
import { siteFiles } from './site.ts';
import { simulateFiles } from './simulate.ts';

/** The most samples of one wall. */
const MAX_SAMPLES = 10_000;

const HELP = `eldrun check FILE… [--hourly] [--json] [--strict] [--units imperial|metric]
eldrun compare FILE… [--prices FILE] [--json] [--units imperial|metric]
eldrun explore FILE… [--prices FILE] [--sample N] [--json] [--units imperial|metric]
eldrun layout FILE… [--json] [--units imperial|metric]
eldrun details FILE… [--json] [--units imperial|metric]
eldrun site FILE… [--json] [--units imperial|metric]
eldrun section FILE… [--json]
eldrun attach FILE… [--json]
eldrun simulate FILE… [--samples N] [--json]
eldrun quickline PHRASE… [--json] [--units imperial|metric]
eldrun print FILE… --sheet SHEET -o out.pdf [--hourly] [--only IDS] [--prices FILE]
       [--paper letter|a4] [--project NAME] [--revision N] [--date DAY] [--units …]
eldrun draw FILE --to svg|dxf|png -o FILE [--what WHAT] [--only IDS] [--units …]
eldrun table FILE… --to xlsx|csv -o FILE [--table NAME] [--prices FILE] [--units …]
eldrun model FILE… --to ifc|gbxml -o FILE [--project NAME] [--date DAY]
eldrun model FILE --to wall -o FILE [--like WALLFILE]
eldrun bundle PROJECT -o FILE [--server URL]
eldrun restore FILE [--server URL]

check computes what framed walls are worth and judges whether they stay dry. Each
FILE is a wall file (eldrun-wall, version 1).
compare sets walls side by side; differences are against the first.
explore evaluates every combination of what may vary. Each FILE is an exploration
(eldrun-exploration, version 1).
layout counts every stud, sheet, strip and board of a house. Each FILE is a house
file (eldrun-house, version 1).
details solves the edges of a house: windows, corners, base, top. Each FILE is a house
file with its edges (eldrun-house, version 1).
site plans the building of a house: steps with their days, clocks of what lies open,
checks. Each FILE is a site file (eldrun-site, version 1).
section solves plane sections: heat, temperatures, couplings. Each FILE is a section
file (eldrun-plane-section, version 1).
attach checks screws and nails: yield modes, withdrawal, weight and wind. Each FILE is an
attachment file (eldrun-attachment, version 1).
simulate runs walls hour by hour. Each FILE is a simulation file (eldrun-simulation,
version 1).
quickline reads layers as a builder says them and prints what it understands.
print makes a PDF. SHEET: wall, submittal, crew (a wall file), comparison (several),
elevation, plates, edges, order (a house file), site (a site file).
draw writes drawings to scale. WHAT: section (a wall file), elevation, plates, edges
(a house file); several drawings become a file each.
table writes every table of wall files and a house file as a workbook, or one as CSV.
model writes walls as a building model, or the walls of an IFC or gbXML file as wall
files; what is lost is said.
bundle saves a project of a running Eldrun as one zip, restore brings it back.

  --hourly   judge by two years hour by hour in the standard exposure, on all cores
  --prices   a price book (eldrun-prices) in place of the demo prices
  --sample   evaluate N combinations, evenly spread, instead of all
  --samples  how sure: N runs of the wall as houses differ, on all cores
  --json     one result a line, in the order of the files, SI and unrounded
  --strict   exit 1 when the judgment or a verdict fails
  --units    units of the table, and of a bare number in a phrase (default metric);
             of a paper, and of the lengths in a DXF
  --only     ids of elevations or edges, with commas between them
  --date     the day on a paper, 2026-03-12 (default today)
  --like     a wall file whose climate and indoor air walls of a model are given
  --server   where Eldrun runs (default ${SERVER}); ELDRUN_PASSWORD opens it
  -o         the file that is written
  --help     this text

Exit: 0 done, 1 something fails under --strict, 2 bad input, or no room for the output.
The adopted local code governs; structure and fire belong to licensed professionals.
`;

/** What each command is given. */
const NEEDS: Record<string, string> = {
  check: 'a file',
  compare: 'a file',
  explore: 'a file',
  layout: 'a file',
  details: 'a file',
  site: 'a file',
  section: 'a file',
  attach: 'a file',
  simulate: 'a file',
  quickline: 'a phrase',
  print: 'a file',
  draw: 'a file',
  table: 'a file',
  model: 'a file',
  bundle: 'the name or id of a project',
  restore: 'a file',
};

/** Commands whose work is in a bundle of its own. */
const PAPER_COMMANDS: ReadonlySet<string> = new Set(['print', 'draw', 'table', 'model']);

/**
 * Runs the headless command.
 *
 * @param argv arguments after the program's name
 * @param output where to write
 * @param parallel does several runs at once
 * @returns the exit code
 */
export async function run(
  argv: string[],
  output: Output,
  parallel: Doer = inTurn,
): Promise<number> {
  let parsed;
  try {
    parsed = parseArgs({
      args: argv,
      allowPositionals: true,
      options: {
        json: { type: 'boolean', default: false },
        strict: { type: 'boolean', default: false },
        hourly: { type: 'boolean', default: false },
        samples: { type: 'string' },
        sample: { type: 'string' },
        prices: { type: 'string' },
        units: { type: 'string', default: 'metric' },
        sheet: { type: 'string' },
        output: { type: 'string', short: 'o' },
        paper: { type: 'string', default: 'letter' },
        project: { type: 'string', default: '' },
        revision: { type: 'string', default: '' },
        date: { type: 'string' },
        to: { type: 'string' },
        what: { type: 'string' },
        only: { type: 'string', default: '' },
        table: { type: 'string' },
        like: { type: 'string' },
        server: { type: 'string', default: SERVER },
        help: { type: 'boolean', short: 'h', default: false },
      },
    });
  } catch (error) {
    output.stderr.write(`eldrun: ${(error as Error).message}\n${HELP}`);
    return EXIT.badInput;
  }
  const { values, positionals } = parsed;
  const [command, ...files] = positionals;
  if (values.help) {
    output.stdout.write(HELP);
    return EXIT.ok;
  }
  const needs = NEEDS[command ?? ''];
  if (needs === undefined || files.length === 0) {
    output.stderr.write(
      needs ? `eldrun: ${command} needs ${needs}\n${HELP}` : `eldrun: say what to do\n${HELP}`,
    );
    return EXIT.badInput;
  }
  if (command === 'section') return sectionFiles(files, { json: values.json }, output);
  if (command === 'attach') return attachFiles(files, { json: values.json }, output);
  if (command === 'simulate') {
    if (values.samples === undefined) return simulateFiles(files, { json: values.json }, output);
    const samples = countOf('samples', values.samples, MAX_SAMPLES, output);
    if (samples === null) return EXIT.badInput;
    return sampleFiles(files, { json: values.json, samples }, output, parallel);
  }
  if (values.units !== 'imperial' && values.units !== 'metric') {
    output.stderr.write(
      `eldrun: --units ${values.units} is not known. Allowed: imperial, metric.\n`,
    );
    return EXIT.badInput;
  }
  const { json, strict, hourly, units } = values;
  if (command === 'bundle' || command === 'restore') {
    const [subject] = files as [string];
    const server = values.server.replace(/\/$/, '');
    if (command === 'restore') return restore(subject, server, output);
    if (values.output) return bundle(subject, { path: values.output, server }, output);
    output.stderr.write('eldrun: say where to write it: -o bundle.zip.\n');
    return EXIT.badInput;
  }
  if (command && PAPER_COMMANDS.has(command)) {
    const prices = values.prices === undefined ? null : await readPrices(values.prices, output);
    if (prices === 'bad') return EXIT.badInput;
    const { doPaper } = await import('./papers.ts');
    return doPaper(command, files, { ...values, prices }, output);
  }
  if (command === 'compare' || command === 'explore') {
    const prices = values.prices === undefined ? null : await readPrices(values.prices, output);
    const sample =
      values.sample === undefined
        ? Infinity
        : countOf('sample', values.sample, MAX_COMBINATIONS, output);
    if (prices === 'bad' || sample === null) return EXIT.badInput;
    return command === 'compare'
      ? compare(files, { json, units, prices }, output)
      : exploreFiles(files, { json, units, prices, sample }, output);
  }
  if (command === 'site') return siteFiles(files, { json, units }, output);
  if (command === 'details') return detailsFiles(files, { json, units }, output);
  if (command === 'layout') return layoutFiles(files, { json, units }, output);
  if (command === 'quickline') return quickline(files, { json, units }, output);
  return check(files, { json, strict, hourly, units }, output, hourly ? parallel : inTurn);
}

/** The number that an option gives; null, and said, where it is none that is allowed. */
function countOf(option: string, text: string, most: number, { stderr }: Output): number | null {
  const count = Number(text);
  if (Number.isInteger(count) && count >= 1 && count <= most) return count;
  stderr.write(`eldrun: --${option} ${text} is no number of ${option}. Allowed: 1 to ${most}.\n`);
  return null;
}
