import { readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { briefOfFile } from '@eldrun/core/wall';
import { csvOf } from '@eldrun/core/csv';
import { fileName } from '@eldrun/core/document';
import type { PriceBook } from '@eldrun/core/prices';
import { DAY_ALLOWED, isDay, type UnitSystem } from '@eldrun/core/units';
import { parseWallFile } from '@eldrun/core/wall/schema';
import { MAX_MODEL_SIZE, readModel, writeModel } from '@eldrun/exchange';
import {
  drawingFile,
  drawingsOf,
  DRAWING_FORMATS,
  DRAWN,
  makePaper,
  PAPER_SIZES,
  projectTables,
  SHEETS,
  TABLE_NAMES,
  workbookOf,
  type DrawingFormat,
  type DrawingOf,
  type DrawnKind,
  type PaperOf,
  type PaperSize,
  type PaperSetting,
  type SheetKind,
} from '@eldrun/papers';
import type { ProjectHouse } from '@eldrun/core/house';
import { Derived, documentsOf, onlyDocument, type Project } from '@eldrun/project';
import { FileProject } from '@eldrun/project/files';
import { BadFile, explain, readAs } from './files.ts';
import { EXIT, type Output } from './output.ts';

interface PrintOptions {
  sheet: SheetKind;
  output: string;
  setting: PaperSetting;
  hourly: boolean;
  only: string[];
  prices: PriceBook | null;
}

/** What `table` is asked for. */
interface TableOptions {
  to: 'xlsx' | 'csv';
  output: string;
  /** The one table that is written as CSV. */
  table: string | null;
  units: UnitSystem;
  prices: PriceBook | null;
}

/** What `model` is asked for. */
interface ModelOptions {
  to: 'ifc' | 'gbxml' | 'wall';
  output: string;
  project: string;
  day: string;
  /** A wall file whose climate and indoor air a model is given. */
  like: string | null;
}

/** What was typed after the command. */
export interface Typed {
  units: string;
  sheet?: string | undefined;
  output?: string | undefined;
  paper: string;
  project: string;
  revision: string;
  date?: string | undefined;
  to?: string | undefined;
  what?: string | undefined;
  only: string;
  hourly: boolean;
  table?: string | undefined;
  like?: string | undefined;
}

/** One of several words, or what is wrong with the option. */
function oneOf<T extends string>(
  option: string,
  typed: string | undefined,
  allowed: readonly T[],
): { word: T } | string {
  return typed !== undefined && (allowed as readonly string[]).includes(typed)
    ? { word: typed as T }
    : `${typed === undefined ? `say --${option}` : `--${option} ${typed} is not known`}. Allowed: ${allowed.join(', ')}.`;
}

const listed = (typed: string): string[] =>
  typed
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** A day of the calendar. */
function dayOf(typed: string | undefined): { word: string } | string {
  if (typed === undefined) return { word: new Date().toISOString().slice(0, 10) };
  return isDay(typed) ? { word: typed } : `--date ${typed} is no day. Allowed: ${DAY_ALLOWED}.`;
}

/** What `print` is asked for, or what is wrong with it. */
function askedPrint(typed: Typed): Omit<PrintOptions, 'prices'> | string {
  const sheet = oneOf('sheet', typed.sheet, SHEETS);
  const size = oneOf('paper', typed.paper, PAPER_SIZES);
  const date = dayOf(typed.date);
  for (const one of [sheet, size, date]) if (typeof one === 'string') return one;
  if (!typed.output) return 'say where to write it: -o out.pdf.';
  return {
    sheet: (sheet as { word: SheetKind }).word,
    output: typed.output,
    hourly: typed.hourly,
    only: listed(typed.only),
    setting: {
      project: typed.project,
      revision: typed.revision,
      date: (date as { word: string }).word,
      size: (size as { word: PaperSize }).word,
      units: typed.units as UnitSystem,
    },
  };
}

/** What `draw` is asked for, or what is wrong with it. */
function askedDraw(typed: Typed): DrawOptions | string {
  const to = oneOf('to', typed.to, DRAWING_FORMATS);
  const what = typed.what === undefined ? null : oneOf('what', typed.what, DRAWN);
  if (typeof to === 'string') return to;
  if (typeof what === 'string') return what;
  if (!typed.output) return `say where to write it: -o out.${to.word}.`;
  return {
    what: what && what.word,
    to: to.word,
    output: typed.output,
    units: typed.units as UnitSystem,
    only: listed(typed.only),
  };
}

/** What `table` is asked for, or what is wrong with it. */
function askedTable(typed: Typed): Omit<TableOptions, 'prices'> | string {
  const to = oneOf('to', typed.to, ['xlsx', 'csv'] as const);
  if (typeof to === 'string') return to;
  if (!typed.output) return `say where to write it: -o out.${to.word}.`;
  const table = typed.table === undefined ? null : oneOf('table', typed.table, TABLE_NAMES);
  if (typeof table === 'string') return table;
  if (to.word === 'csv' && !table) return `say which: --table. Allowed: ${TABLE_NAMES.join(', ')}.`;
  return {
    to: to.word,
    output: typed.output,
    table: table && table.word,
    units: typed.units as UnitSystem,
  };
}

/** What `model` is asked for, or what is wrong with it. */
function askedModel(typed: Typed): ModelOptions | string {
  const to = oneOf('to', typed.to, ['ifc', 'gbxml', 'wall'] as const);
  const day = dayOf(typed.date);
  if (typeof to === 'string') return to;
  if (typeof day === 'string') return day;
  if (!typed.output) return 'say where to write it: -o FILE.';
  return {
    to: to.word,
    output: typed.output,
    project: typed.project,
    day: day.word,
    like: typed.like ?? null,
  };
}

/** Does one of the commands that write papers. @returns the exit code */
export async function doPaper(
  command: string,
  files: string[],
  typed: Typed & { prices: PriceBook | null },
  output: Output,
): Promise<number> {
  const { prices } = typed;
  const done = <T>(asked: T | string, work: (asked: T) => Promise<number>): Promise<number> => {
    if (typeof asked !== 'string') return work(asked);
    output.stderr.write(`eldrun: ${asked}\n`);
    return Promise.resolve(EXIT.badInput);
  };
  switch (command) {
    case 'print':
      return done(askedPrint(typed), (asked) => print(files, { ...asked, prices }, output));
    case 'draw':
      return done(askedDraw(typed), (asked) => draw(files, asked, output));
    case 'table':
      return done(askedTable(typed), (asked) => table(files, { ...asked, prices }, output));
    default:
      return done(askedModel(typed), (asked) => model(files, asked, output));
  }
}

/** The files that are given: of a folder, all its JSON files by name. */
async function filesIn(paths: readonly string[]): Promise<string[]> {
  const all = await Promise.all(
    paths.map(async (path) => {
      const folder = await stat(path).then(
        (found) => found.isDirectory(),
        () => false,
      );
      if (!folder) return [path];
      const names = (await readdir(path)).filter((name) => name.endsWith('.json')).sort();
      if (names.length === 0) throw new BadFile(`${path}: the folder holds no JSON file`);
      return names.map((name) => join(path, name));
    }),
  );
  return all.flat();
}

/** The project that files say. @throws BadFile, InputError */
async function projectOf(
  paths: readonly string[],
  { name, units, prices }: { name: string; units: UnitSystem; prices: PriceBook | null },
): Promise<Project> {
  const files = new FileProject();
  for (const path of await filesIn(paths)) await readAs(path, (text) => files.add(text));
  if (prices) files.put('prices', 'prices', prices);
  return files.project(name, units);
}

/** The one wall that is meant: the only one there is, or the one that `--only` names. @throws BadFile */
function wallMeant(project: Project, only: readonly string[]): string {
  const walls = documentsOf(project, 'wall');
  const { assemblies = {} } = onlyDocument<ProjectHouse>(project, 'house')?.document ?? {};
  const asked = only.flatMap((one) => [one, assemblies[one] ?? one]);
  const named = walls.filter(
    ({ id, document }) => asked.includes(id) || asked.includes(document.name),
  );
  const [found, other] = only.length > 0 ? named : walls;
  if (found && !other) return found.id;
  throw new BadFile(
    `say which wall: --only, one of ${walls.map(({ id, document }) => `${id} (${document.name})`).join(', ') || 'the walls of a file, and there is none'}`,
  );
}

function paperOf(project: Project, { sheet, hourly, only, setting }: PrintOptions): PaperOf {
  switch (sheet) {
    case 'comparison': {
      const walls = documentsOf(project, 'wall');
      return {
        sheet,
        name: setting.project || walls.map(({ document }) => document.name).join(', '),
        walls: walls.map(({ id }) => id),
        decided: null,
      };
    }
    case 'wall':
    case 'submittal':
    case 'crew':
      return { sheet, wall: wallMeant(project, only), hourly };
    case 'order':
    case 'site':
      return { sheet };
    default:
      return { sheet, only };
  }
}

/** Says what is wrong and ends; anything but bad input is thrown on. */
function refused(error: unknown, { stderr }: Output): number {
  stderr.write(`eldrun: ${explain(error)}\n`);
  return EXIT.badInput;
}

/**
 * Prints a sheet as a PDF.
 *
 * @returns 0, or 2 where a file is bad or the paper cannot be written
 */
async function print(files: string[], options: PrintOptions, output: Output): Promise<number> {
  try {
    const { setting, prices } = options;
    const project = await projectOf(files, { name: setting.project, units: setting.units, prices });
    const pdf = await makePaper({ project, of: paperOf(project, options), setting });
    await writeFile(options.output, pdf);
    output.stdout.write(`${options.output}\n`);
    return EXIT.ok;
  } catch (error) {
    return refused(error, output);
  }
}

interface DrawOptions {
  what: DrawnKind | null;
  to: DrawingFormat;
  output: string;
  units: UnitSystem;
  only: string[];
}

/** What is drawn: of a wall its section, of a house its elevations unless something else is asked for. */
function drawingOf(project: Project, { what, only }: DrawOptions): DrawingOf {
  const house = documentsOf(project, 'house').length > 0;
  return what === 'section' || (what === null && !house)
    ? { what: 'section', wall: wallMeant(project, only) }
    : { what: what ?? 'elevation', only };
}

/** A name in front of its ending: `out-north frame.svg`. */
const named = (path: string, id: string): string =>
  path.replace(/(\.[^./]*)?$/, (ending) => `-${fileName(id)}${ending}`);

/**
 * Draws a wall or a house. Several drawings go into a file each, with what they show in its name.
 *
 * @returns 0, or 2 where the file is bad or a drawing cannot be written
 */
async function draw(files: string[], options: DrawOptions, output: Output): Promise<number> {
  try {
    const { units } = options;
    const project = await projectOf(files, { name: '', units, prices: null });
    const of = drawingOf(project, options);
    const drawings = drawingsOf(new Derived(project).look, of, units);
    const said = new Set<string>();
    for (const { id, drawn, conflicts = [] } of drawings) {
      const path = drawings.length === 1 ? options.output : named(options.output, id);
      const hatched = of.what === 'section' || of.what === 'edges';
      await writeFile(path, drawingFile(drawn, options.to, options.units, hatched));
      output.stdout.write(`${path}  ${drawn.scale.text}\n`);
      for (const conflict of conflicts) said.add(`${id.split(' ')[0]!}, ${conflict}`);
    }
    for (const conflict of said) output.stderr.write(`${conflict}\n`);
    return EXIT.ok;
  } catch (error) {
    return refused(error, output);
  }
}

/**
 * Writes the tables of walls and a house: a workbook, or one of them as CSV.
 *
 * @returns 0, or 2 where a file is bad or the tables cannot be written
 */
async function table(files: string[], options: TableOptions, output: Output): Promise<number> {
  try {
    const { to, units, prices } = options;
    const project = await projectOf(files, { name: '', units, prices });
    const tables = projectTables(new Derived(project).look, units);
    const one = tables.find(({ name }) => name === options.table);
    if (options.table && !one)
      throw new BadFile(
        `there is no table “${options.table}” of these files. There are: ${tables.map(({ name }) => name).join(', ')}.`,
      );
    await writeFile(options.output, to === 'xlsx' ? await workbookOf(tables) : csvOf(one!));
    output.stdout.write(`${options.output}\n`);
    return EXIT.ok;
  } catch (error) {
    return refused(error, output);
  }
}

/**
 * Writes walls as a building model, or the walls of a model as wall files; says what is lost.
 *
 * @returns 0, or 2 where a file is bad or nothing can be written
 */
async function model(files: string[], options: ModelOptions, output: Output): Promise<number> {
  const { to, project, day, like } = options;
  try {
    if (to !== 'wall') {
      const walls = await Promise.all(files.map((path) => readAs(path, parseWallFile)));
      const { text, lost } = writeModel(to, walls, project, day);
      await writeFile(options.output, text);
      output.stdout.write(`${options.output}\n`);
      for (const line of lost) output.stderr.write(`not carried: ${line}\n`);
      return EXIT.ok;
    }
    if (files.length > 1)
      throw new BadFile(`model --to wall takes one model, and ${files.length} are given`);
    const brief = like === null ? null : briefOfFile(await readAs(like, parseWallFile));
    const walls = await readAs(files[0]!, (text) => readModel(text, brief), MAX_MODEL_SIZE);
    for (const { file, lost } of walls) {
      const path = walls.length === 1 ? options.output : named(options.output, file.name);
      await writeFile(path, `${JSON.stringify(file, null, 2)}\n`);
      output.stdout.write(`${path}\n`);
      for (const line of lost) output.stderr.write(`${file.name}: ${line}\n`);
    }
    return EXIT.ok;
  } catch (error) {
    return refused(error, output);
  }
}
