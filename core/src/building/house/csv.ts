import {
  columnName,
  plain,
  readTable,
  tableText,
  unplain,
  written,
} from '../../common/csv/index.ts';
import { InputError } from '../../common/errors.ts';
import { INCH, parseDistance, type UnitSystem } from '../../common/units/index.ts';
import { SAME } from './outline.ts';
import { validateProjectHouse } from './schema.ts';
import type { Elevation, Opening, ProjectHouse } from './types.ts';

/** The columns of a table of walls and openings: a wall has a line, and a line for each of its openings below it. */
const COLUMNS = [
  'row',
  'wall',
  'name',
  'assembly',
  'facing',
  'length',
  'height',
  'x',
  'sill',
  'width',
  'header_depth',
  'header_plies',
  'jacks',
] as const;

type Column = (typeof COLUMNS)[number];

const ROWS = ['wall', 'window', 'door'] as const;

/**
 * The walls of a house and their openings as a table in CSV. What has no column stays with the house.
 *
 * @param system the unit of all lengths: inches, or millimeters; told in a column's head
 */
export function houseCsv(
  { elevations }: Pick<ProjectHouse, 'elevations'>,
  system: UnitSystem,
): string {
  const unit = system === 'imperial' ? INCH : 0.001;
  const suffix = system === 'imperial' ? '_in' : '_mm';
  const length = (value: number | undefined): string =>
    written(value === undefined ? undefined : value / unit);
  const lengths: readonly Column[] = ['length', 'height', 'x', 'sill', 'width', 'header_depth'];
  const header = COLUMNS.map((column) => (lengths.includes(column) ? column + suffix : column));
  const line = (cells: Partial<Record<Column, string>>): string[] =>
    COLUMNS.map((column) => cells[column] ?? '');
  const rows = elevations.flatMap((one) => [
    line({
      row: 'wall',
      wall: plain(one.id),
      name: plain(one.name ?? ''),
      assembly: plain(one.assembly),
      facing: one.facing === undefined ? '' : String(one.facing),
      length: length(one.length),
      height: length(one.height),
    }),
    ...(one.openings ?? []).map(({ id, kind, x, sill, width, height, header: beam, jacks }) =>
      line({
        row: kind,
        wall: plain(one.id),
        name: plain(id),
        x: length(x),
        sill: length(sill),
        width: length(width),
        height: length(height),
        header_depth: length(beam?.depth),
        header_plies: beam ? String(beam.plies) : '',
        jacks: jacks === undefined ? '' : String(jacks),
      }),
    ),
  ]);
  return tableText([header, ...rows]);
}

/**
 * Reads such a table. A wall that the house has keeps what has no column; walls that the table does not name are gone.
 *
 * @param text comma, semicolon or tab between fields; a length is a number in the unit of its column, or as a builder writes it
 * @returns all elevations after
 * @throws InputError that names the line and the column; then nothing of the file is to be taken
 */
export function elevationsOfCsv(text: string, house: ProjectHouse): Elevation[] {
  const { separator, header, rows } = readTable(text);
  const places = columnsOf(header);
  const elevations: Elevation[] = [];
  /** The line that each opening and wall stands on, by its path. */
  const standsOn = new Map<string, number>();
  rows.forEach((cells, i) => {
    if (cells.every((cell) => cell.trim() === '')) return;
    const line = reader(cells, i + 2, places, separator);
    const row = line.text('row').toLowerCase();
    const wall = line.text('wall');
    if (row === 'wall') {
      if (elevations.some(({ id }) => id === wall))
        throw line.wrong('wall', `“${wall}” stands twice`, 'one line a wall');
      const before = house.elevations.find(({ id }) => id === wall);
      standsOn.set(`elevations[${elevations.length}]`, i + 2);
      elevations.push(wallOf(line, wall, before, house));
      return;
    }
    if (row !== 'window' && row !== 'door')
      throw line.wrong('row', `“${row.slice(0, 60)}” is no kind of line`, ROWS.join(', '));
    const at = elevations.findIndex(({ id }) => id === wall);
    const one = elevations[at];
    if (!one)
      throw line.wrong(
        'wall',
        `no wall “${wall.slice(0, 60)}” above`,
        'the line of its wall first',
      );
    const openings = one.openings!;
    standsOn.set(`elevations[${at}].openings[${openings.length}]`, i + 2);
    openings.push(
      openingOf(
        line,
        row,
        house.elevations.find(({ id }) => id === wall),
      ),
    );
  });
  if (elevations.length === 0)
    throw new InputError('', 'no line is a wall', 'a line that begins with “wall”');
  try {
    validateProjectHouse({ ...house, elevations });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const owner = [...standsOn.keys()].filter((path) => error.path.startsWith(path)).at(-1);
    throw new InputError(
      `line ${standsOn.get(owner ?? '') ?? 1}, ${error.path.slice((owner ?? '').length).replace(/^\./, '')}`,
      error.problem,
      error.allowed,
    );
  }
  return elevations;
}

interface Place {
  index: number;
  name: string;
  /** The system that a bare number is in. */
  system: UnitSystem;
}

function columnsOf(header: readonly string[]): Partial<Record<Column, Place>> {
  const places: Partial<Record<Column, Place>> = {};
  header.forEach((cell, index) => {
    const name = columnName(cell);
    const column = name.replace(/_(in|mm)$/, '') as Column;
    if (!COLUMNS.includes(column)) return;
    if (places[column])
      throw new InputError(
        'line 1',
        `“${name}” and “${places[column].name}” say the same`,
        'one of them',
      );
    places[column] = { index, name, system: name.endsWith('_in') ? 'imperial' : 'metric' };
  });
  for (const needed of ['row', 'wall', 'length', 'width'] as const)
    if (!places[needed])
      throw new InputError('line 1', `no column “${needed}”`, COLUMNS.join(', '));
  return places;
}

interface Line {
  text: (column: Column) => string;
  /** m; undefined where the cell is empty. */
  length: (column: Column) => number | undefined;
  number: (column: Column) => number | undefined;
  needed: (column: Column) => number;
  wrong: (column: Column, problem: string, allowed: string) => InputError;
}

function reader(
  cells: readonly string[],
  number: number,
  places: Partial<Record<Column, Place>>,
  separator: string,
): Line {
  const text = (column: Column): string => {
    const place = places[column];
    return place ? unplain(cells[place.index] ?? '') : '';
  };
  const wrong = (column: Column, problem: string, allowed: string): InputError =>
    new InputError(`line ${number}, ${places[column]?.name ?? column}`, problem, allowed);
  const length = (column: Column): number | undefined => {
    const cell = text(column);
    if (cell === '') return undefined;
    try {
      return parseDistance(
        separator === ',' ? cell : cell.replace(',', '.'),
        places[column]!.system,
      );
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw wrong(column, error.problem, error.allowed);
    }
  };
  return {
    text,
    wrong,
    length,
    number(column) {
      const cell = text(column);
      if (cell === '') return undefined;
      const value = Number(cell.replace(',', '.'));
      if (!Number.isFinite(value)) throw wrong(column, `“${cell}” is not a number`, 'a number');
      return value;
    },
    needed(column) {
      const value = length(column);
      if (value === undefined) throw wrong(column, 'is empty', 'a length');
      return value;
    },
  };
}

function wallOf(
  line: Line,
  id: string,
  before: Elevation | undefined,
  { assemblies }: ProjectHouse,
): Elevation {
  if (id === '') throw line.wrong('wall', 'is empty', 'a short name');
  const name = line.text('name');
  const facing = line.number('facing');
  const height = line.length('height');
  const assembly = line.text('assembly') || before?.assembly || Object.keys(assemblies)[0] || '';
  const said = line.needed('length');
  // What was written with twelve digits is the same wall.
  const length = before && Math.abs(before.length - said) < SAME ? before.length : said;
  const { height: _, openings: __, top, ...kept } = before ?? { id, assembly, length };
  // A raked top stays with a wall whose length stays.
  const raked = height === undefined && top && before?.length === length ? { top } : {};
  return {
    ...kept,
    ...raked,
    id,
    assembly,
    ...(name ? { name } : {}),
    ...(facing === undefined ? {} : { facing }),
    length,
    ...(height === undefined ? {} : { height }),
    openings: [],
  };
}

function openingOf(line: Line, kind: Opening['kind'], wall: Elevation | undefined): Opening {
  const id = line.text('name');
  if (id === '') throw line.wrong('name', 'is empty', 'a short name such as W1');
  const before = wall?.openings?.find((one) => one.id === id);
  const depth = line.length('header_depth');
  const jacks = line.number('jacks');
  const { jacks: _, ...kept } = before ?? {};
  return {
    ...kept,
    id,
    kind,
    x: line.needed('x'),
    sill: kind === 'door' ? (line.length('sill') ?? 0) : line.needed('sill'),
    width: line.needed('width'),
    height: line.needed('height'),
    header: depth ? { ...before?.header, depth, plies: line.number('header_plies') ?? 2 } : null,
    ...(jacks === undefined ? {} : { jacks }),
  };
}
