import type { Brief, ProjectWall } from '@eldrun/core/build-up';
import type { Document, Summary } from '@eldrun/core/document';
import type { Exploration, Explored } from '@eldrun/core/exploration';
import type { Material } from '@eldrun/core/materials';
import type { Message, UnitSystem } from '@eldrun/core/units';
import type { OwnClimate } from '@eldrun/core/climate';
import type { PriceBook } from '@eldrun/core/prices';
import type { SoldBy } from '@eldrun/core/takeoff';
import type { Status } from '@eldrun/core/verdicts';

/** A document in a list: what is known of it without opening it. */
export interface ListedDocument {
  id: string;
  projectId: string;
  kind: string;
  name: string;
  position: number;
  revision: number;
  updatedAt: string;
  /** When it was moved to the bin; null where it is not there. */
  deletedAt: string | null;
  /** The newest that was computed, perhaps of an older state; null before the first. */
  summary: Summary | null;
  /** Whether a newer summary is still being computed. */
  computing: boolean;
  /** Why this program leaves it untouched; null where it can be worked with. */
  untouched: string | null;
  /** What is in it, as it was saved last; only where that was asked for. */
  document?: Document;
}

/** A line of a bundle's answer, where lines are asked for: how far it has come, then what came of it. */
export type BundleLine =
  | { step: 'packing' | 'proving' | 'restoring'; share: number }
  /** So many bytes of the zip follow this line; what could not be taken back lies in it by itself. */
  | { file: string; size: number; leftOut: { what: string; why: string }[] }
  | { project: Project }
  | { error: { code: string; message: string; path: string } };

/** A document with its contents, as it was saved last. */
export interface SavedDocument<D extends Document = Document> {
  id: string;
  projectId: string;
  kind: string;
  name: string;
  position: number;
  revision: number;
  updatedAt: string;
  document: D;
}

/** A saved state: the steps that led to it. */
export interface Revision {
  revision: number;
  steps: string[];
  /** A name that a person gave it: it is kept for good. */
  name: string | null;
  savedBy: string;
  savedAt: string;
}

/** What a save carries. */
export interface Save<D extends Document = Document> {
  /** The revision that the document grew from. */
  revision: number;
  document: D;
  /** The steps by their names, for the history. */
  steps: string[];
  /** The commands that the steps were made of, where they are known. */
  commands?: object[];
}

/** The judgment of a wall in the words of lists; null while the first is still being computed. */
type ListedJudgment = { status: Status; title: Message } | null;

/** A wall in the list of its project. */
export interface ListedWall extends ListedDocument {
  worst: ListedJudgment;
}

/** Which projects are listed. */
export interface ProjectsQuery {
  archived?: boolean;
  /** Only walls that are judged so; a wall without anything worse than a note passes. */
  walls?: Extract<Status, 'pass' | 'caution' | 'fail'>;
  /** Part of the name of a project or a wall. */
  find?: string;
  order?: 'changed' | 'worst' | 'name';
  /** How many are listed, at most 200. */
  count?: number;
}

/** A project in the list: what is shown of it before it is opened. */
export interface ListedProject extends Pick<
  Project,
  'id' | 'name' | 'units' | 'revision' | 'archived' | 'updatedAt'
> {
  /** Where its brief stands. */
  climate: string;
  /** The first of its walls that are asked for. */
  walls: (Pick<ListedWall, 'id' | 'name' | 'updatedAt' | 'worst' | 'computing' | 'untouched'> & {
    revision: number;
  })[];
  /** How many more there are. */
  moreWalls: number;
}

/** The first projects that are asked for. */
export interface ListedProjects {
  projects: ListedProject[];
  /** How many there are that answer to it, and how many in all. */
  found: number;
  all: number;
}

/** An imported weather file: the monthly figures it came to. */
export interface WeatherFile {
  id: string;
  climate: OwnClimate;
  notes: string[];
}

/** A project with all that its places need to begin. */
export interface Project {
  id: string;
  name: string;
  units: UnitSystem;
  brief: Brief;
  revision: number;
  archived: boolean;
  updatedAt: string;
  materials: Record<string, Material>;
  /** The price book that its walls are costed by: the first that it has. */
  prices: { id: string; document: PriceBook } | null;
  weather: WeatherFile[];
  walls: ListedWall[];
  /** Its documents of all other kinds. */
  documents: ListedDocument[];
}

export interface NewProject {
  name: string;
  units?: UnitSystem;
  brief?: Brief;
}

export interface ProjectChange {
  revision: number;
  name?: string;
  units?: UnitSystem;
  brief?: Brief;
  archived?: boolean;
}

/** An exploration that workers evaluate, whether a page is open or not. */
export interface ExplorationRun {
  id: string;
  projectId: string;
  /** The wall that it set out from; it may be gone by now. */
  wallId: string | null;
  exploration: Exploration;
  /** Whether each combination is simulated. */
  hourly: boolean;
  combinations: number;
  /** Combinations of a part, but for the last, and how many parts there are. */
  partSize: number;
  parts: number;
  /** Numbers of the parts that are evaluated. */
  done: number[];
  createdAt: string;
  finishedAt: string | null;
  result: Explored | null;
  /** Why there will be no result. */
  problem: string | null;
}

/** A yard that answers a request for quotation. */
export interface Supplier {
  id: string;
  name: string;
  about: string;
}

/** A line of a request for quotation. */
export interface RequestedLine {
  key: string;
  material: string;
  what: string;
  unit: SoldBy;
  asked: number;
  /** m² and m³ of what is asked for; null where it is neither. */
  area: number | null;
  volume: number | null;
}

export interface QuotationRequest {
  /** The same seed is answered the same. */
  seed: number;
  lines: RequestedLine[];
}

export interface OfferedLine {
  key: string;
  /** USD for one unit; null where it is not carried. */
  usd: number | null;
  leadDays: number | null;
  available: number;
}

export interface Offer {
  supplier: string;
  validDays: number;
  lines: OfferedLine[];
}

/** What is asked of a paper, a drawing or the tables. Ids stand with commas between them. */
export interface PaperQuery {
  /** Id of the wall that it is of. */
  wall?: string;
  /** Ids of the walls that are compared; those of the decision, or the first six, where it is left out. */
  walls?: string;
  decision?: string;
  /** Ids of elevations, or ids and kinds of edges. */
  only?: string;
  /** Whether the standard years of the wall are run: they are, unless it says no. */
  hourly?: boolean;
  paper?: 'letter' | 'a4';
  units?: UnitSystem;
  /** The day on the paper, `2026-03-12`; today where it is left out. */
  date?: string;
}

export interface ModelQuery {
  format: 'ifc' | 'gbxml';
  /** Ids of walls with commas between them; all where it is left out. */
  walls?: string;
}

/** A building model, and what it does not carry. */
export interface ModelFile {
  name: string;
  type: string;
  text: string;
  lost: string[];
}

/** Walls that came out of a building model, each with what it lost. */
export interface ModelWalls {
  walls: { id: string; name: string; lost: string[] }[];
}

export type SavedWall = SavedDocument<ProjectWall>;

/** What the stream of events tells: what changed, with what lists say of it. */
export interface Change {
  project: string;
  /** The document that changed; left out where the project itself did. */
  document?: string;
  kind?: string;
  /** Its newest revision; left out where only its summary is new. */
  revision?: number;
  /** With the revision of a document. */
  name?: string;
  position?: number;
  updatedAt?: string;
  /** Set where it went to the bin or was deleted. */
  gone?: true;
  /** Set where its summary is new. `summary` itself is left out where it is too long to be told. */
  summarized?: { revision: number; computing: boolean; summary?: Summary };
}

/** A photo of a project's site. */
export interface ListedPhoto {
  id: string;
  type: string;
  /** Bytes. */
  size: number;
}
