import { csvOf, type WrittenTable } from '@eldrun/core/csv';
import { fileName } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { Brief } from '@eldrun/core/build-up';
import type { UnitSystem } from '@eldrun/core/units';
import { readModel, writeModel, type ModelFormat, type ModelWall } from '@eldrun/exchange';
import { continued, Derived, documentsOf, wallAlone, type Project } from '@eldrun/project';
import { zipOf } from '@eldrun/exchange/bundle';
import {
  drawingFile,
  drawingsOf,
  makePaper,
  projectTables,
  workbookOf,
  type DrawingFormat,
  type DrawingOf,
  type PaperRequest,
} from '@eldrun/papers';

/** What leaves a project, or comes into it. */
export type PaperJob =
  | ({ what: 'paper' } & PaperRequest)
  | {
      what: 'drawings';
      project: Project;
      of: DrawingOf;
      units: UnitSystem;
      format: DrawingFormat;
      day: string;
    }
  | {
      what: 'tables';
      project: Project;
      units: UnitSystem;
      format: 'xlsx' | 'csv';
      table: string | null;
      day: string;
    }
  | {
      what: 'model';
      project: Project;
      format: ModelFormat;
      /** Ids of walls; null takes all that have layers. */
      walls: readonly string[] | null;
      day: string;
    }
  | { what: 'read-model'; bytes: Uint8Array; brief: Brief };

/** So many projects are kept as they were derived: papers are asked for one after the other. */
const KEPT = 2;

const kept: Derived[] = [];

/** What was derived of a project before, and goes on with what of it is new. */
function derivedOf(project: Project): Derived {
  const found = kept.findIndex((one) => one.project.id === project.id);
  const derived = found < 0 ? new Derived(project) : kept.splice(found, 1)[0]!;
  derived.set(continued(derived.project, project));
  kept.unshift(derived);
  kept.length = Math.min(kept.length, KEPT);
  return derived;
}

/** A file that was made. */
export interface MadeFile {
  bytes: Uint8Array<ArrayBuffer>;
  type: string;
  /** The ending of its name. */
  ending: string;
  /** What it does not carry. */
  lost?: string[];
}

export type PaperAnswer = { file: MadeFile } | { walls: ModelWall[] };

const TYPES = {
  pdf: 'application/pdf',
  svg: 'image/svg+xml',
  png: 'image/png',
  dxf: 'image/vnd.dxf',
  zip: 'application/zip',
  csv: 'text/csv',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  ifc: 'application/x-step',
  xml: 'application/xml',
} as const;

const made = (ending: keyof typeof TYPES, bytes: Uint8Array, lost?: string[]): PaperAnswer => ({
  file: { bytes: new Uint8Array(bytes), type: TYPES[ending], ending, ...(lost ? { lost } : {}) },
});

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

/** Does a job. @throws InputError */
export async function doPaperJob(job: PaperJob): Promise<PaperAnswer> {
  switch (job.what) {
    case 'paper':
      return made('pdf', await makePaper(job, derivedOf(job.project)));
    case 'drawings':
      return drawings(job);
    case 'tables': {
      const tables = projectTables(derivedOf(job.project).look, job.units);
      if (job.format === 'xlsx') return made('xlsx', await workbookOf(tables));
      return csvs(tables, job.table, job.day);
    }
    case 'model': {
      const { project, format, day } = job;
      const { look } = derivedOf(project);
      const walls = (job.walls ?? documentsOf(project, 'wall').map(({ id }) => id))
        .map((id) => look(wallAlone, id))
        .filter(({ layers }) => job.walls !== null || layers.length > 0);
      // A model carries no prices.
      const { text, lost } = writeModel(format, walls, project.name, day, project.materials);
      return made(format === 'ifc' ? 'ifc' : 'xml', bytesOf(text), lost);
    }
    case 'read-model':
      return { walls: readModel(new TextDecoder().decode(job.bytes), job.brief) };
  }
}

function drawings({
  project,
  of,
  units,
  format,
  day,
}: Extract<PaperJob, { what: 'drawings' }>): PaperAnswer {
  const hatched = of.what === 'section' || of.what === 'edges';
  const files = drawingsOf(derivedOf(project).look, of, units).map(({ id, drawn }) => ({
    name: `${fileName(id)}.${format}`,
    bytes: drawingFile(drawn, format, units, hatched),
  }));
  const [only] = files;
  return files.length === 1
    ? made(format, only!.bytes)
    : made('zip', zipOf(Object.fromEntries(files.map(({ name, bytes }) => [name, bytes])), day));
}

/** One table as CSV, or each of them in a zip. @throws InputError */
function csvs(tables: readonly WrittenTable[], table: string | null, day: string): PaperAnswer {
  if (table === null)
    return made(
      'zip',
      zipOf(
        Object.fromEntries(tables.map((one) => [`${fileName(one.name)}.csv`, bytesOf(csvOf(one))])),
        day,
      ),
    );
  const found = tables.find(({ name }) => name === table);
  if (!found)
    throw new InputError(
      'table',
      `“${table}” is none of the project’s`,
      tables.map(({ name }) => name).join(', '),
    );
  return made('csv', bytesOf(csvOf(found)));
}
