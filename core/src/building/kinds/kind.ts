import type { WeatherYear } from '../../physics/climate/index.ts';
import type { Document, References, Summary } from '../../common/document/index.ts';
import type { Materials } from '../../physics/materials/index.ts';

/** What the project of a document gives it. `B`: what the project says once for all of them. */
export interface ProjectContext<B = unknown> {
  brief: B;
  /** The project's own materials, by id. */
  materials: Materials;
}

interface SummaryOptions {
  /** Whether the longer computation is made. */
  long: boolean;
  /** Hours of the weather files that the document refers to, by id. */
  weather: Readonly<Record<string, WeatherYear>>;
}

/**
 * A kind of document: all that saving, history, undo, conflicts, the bin, export and the server know of it.
 * `D` is the document as it lies in a project, `C` its closed union of commands, `B` what the project says.
 */
export interface DocumentKind<D extends Document = Document, C = unknown, B = unknown> {
  /** Such as `wall`; the format is `eldrun-` and this. */
  kind: string;
  /** What a person calls one. */
  label: string;
  /** The newest version of the format that this program reads. */
  version: number;
  /**
   * Checks anything: its shape, its numbers, and what must fit together.
   *
   * @returns the same object, known to be a document; unknown extra fields are kept
   * @throws InputError that names the first wrong field and what is allowed there
   */
  validate(value: unknown, project: Pick<ProjectContext<B>, 'materials'>): D;
  /**
   * Applies one command. The document given is left as it is.
   *
   * @returns the document after; validate it before keeping it
   * @throws InputError where the command does not fit the document
   */
  apply(document: D, command: C): D;
  /** What it needs beside itself. */
  references(document: D): References;
  /** What a list says of it. @throws InputError where it cannot be computed */
  summarize(document: D, project: ProjectContext<B>, options: SummaryOptions): Summary;
  /** The document as a file that stands alone, with what it takes from its project. */
  fileOf(document: D, project: ProjectContext<B>): Document;
}
