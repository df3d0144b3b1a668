import { csvOf, type WrittenTable } from '@eldrun/core/csv';
import { fileName } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { Brief, WallFile } from '@eldrun/core/build-up';
import type { Materials } from '@eldrun/core/materials';
import type { UnitSystem } from '@eldrun/core/units';
import { readModel, writeModel, type ModelFormat, type ModelWall } from '@eldrun/exchange';
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
  type TabledProject,
} from '@eldrun/papers';

/** What leaves a project, or comes into it, with all that it is made of. */
export type PaperJob =
  | { what: 'paper'; request: PaperRequest }
  | {
      what: 'drawings';
      of: DrawingOf;
      materials: Materials;
      units: UnitSystem;
      format: DrawingFormat;
      day: string;
    }
  | {
      what: 'tables';
      project: TabledProject;
      units: UnitSystem;
      format: 'xlsx' | 'csv';
      table: string | null;
      day: string;
    }
  | {
      what: 'model';
      format: ModelFormat;
      walls: WallFile[];
      name: string;
      day: string;
      materials: Materials;
    }
  | { what: 'read-model'; bytes: Uint8Array; brief: Brief };

/** A file that was made. */
export interface MadeFile {
  bytes: Uint8Array<ArrayBuffer>;
  type: string;
  /** The ending of its name. */
  ending: string;
  /** What it does not carry. */
  lost?: string[];
}

export type PaperAnswer =
  | { file: MadeFile }
  | { walls: ModelWall[] }
  /** Bad input: what `InputError` says. */
  | { path: string; problem: string; allowed: string };

/** Does jobs, here or elsewhere. */
export interface PaperMaker {
  run(job: PaperJob): Promise<PaperAnswer>;
}

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

/** Does a job; bad input is an answer. */
export async function doPaperJob(job: PaperJob): Promise<PaperAnswer> {
  try {
    switch (job.what) {
      case 'paper':
        return made('pdf', await makePaper(job.request));
      case 'drawings':
        return drawings(job);
      case 'tables': {
        const tables = projectTables(job.project, job.units);
        if (job.format === 'xlsx') return made('xlsx', await workbookOf(tables));
        return csvs(tables, job.table, job.day);
      }
      case 'model': {
        const { format, walls, name, day, materials } = job;
        const { text, lost } = writeModel(format, walls, name, day, materials);
        return made(format === 'ifc' ? 'ifc' : 'xml', bytesOf(text), lost);
      }
      case 'read-model':
        return { walls: readModel(new TextDecoder().decode(job.bytes), job.brief) };
    }
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const { path, problem, allowed } = error;
    return { path, problem, allowed };
  }
}

function drawings({
  of,
  materials,
  units,
  format,
  day,
}: Extract<PaperJob, { what: 'drawings' }>): PaperAnswer {
  const hatched = of.what === 'section' || of.what === 'edges';
  const files = drawingsOf(of, materials, units).map(({ id, drawn }) => ({
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
