import type { Drawn } from '@eldrun/drawing';
import type { Status } from '@eldrun/core/verdicts';
import type { UnitSystem } from '@eldrun/core/units';

/** The sheets that leave the program. */
export const SHEETS = [
  'wall',
  'submittal',
  'crew',
  'comparison',
  'elevation',
  'plates',
  'edges',
  'order',
  'site',
] as const;
export type SheetKind = (typeof SHEETS)[number];

export const PAPER_SIZES = ['letter', 'a4'] as const;
export type PaperSize = (typeof PAPER_SIZES)[number];

/** What is drawn, and the files that it is drawn as. */
export const DRAWN = ['section', 'elevation', 'plates', 'edges'] as const;
export type DrawnKind = (typeof DRAWN)[number];

export const DRAWING_FORMATS = ['svg', 'dxf', 'png'] as const;
export type DrawingFormat = (typeof DRAWING_FORMATS)[number];

/** Every table that a project can have, in the order of the workbook. */
export const TABLE_NAMES = [
  'Walls',
  'Layers',
  'Year',
  'Checks',
  'Elevations',
  'Openings',
  'Members',
  'Plate marks',
  'Edges',
  'Penetrations',
  'Order',
  'Order by elevation',
  'Cutting',
  'Receiving',
  'Prices',
] as const;
export type TableName = (typeof TABLE_NAMES)[number];

/** What stands on every page, and in which units. */
export interface PaperSetting {
  /** Name of the project; empty where none is known. */
  project: string;
  /** Of what is printed, such as `12`; empty where none is known. */
  revision: string;
  /** The day, `2026-03-12`. */
  date: string;
  size: PaperSize;
  units: UnitSystem;
}

/** A cell: words, or words with what is set apart in them. */
export type Cell = string | { text: string; strong?: boolean };

export interface Column {
  label: string;
  /** Numbers stand at the right. */
  align?: 'left' | 'right';
  /** `*` takes what is left; by default as wide as its contents. */
  width?: '*' | 'auto' | number;
}

/** One thing on a sheet. */
export type Block =
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; strong?: boolean }
  | { kind: 'list'; items: readonly string[]; numbered?: boolean }
  /** What is judged, each with its word. */
  | { kind: 'findings'; items: readonly Finding[] }
  /** Figures in three columns. */
  | { kind: 'facts'; items: readonly Fact[] }
  | {
      kind: 'table';
      columns: readonly Column[];
      rows: readonly (readonly Cell[])[];
      /** So many of the last rows are sums. */
      sums?: number;
      /** Whether it stays on one page, its heading with it. */
      whole?: true;
    }
  | { kind: 'drawing'; drawn: Drawn; caption: string }
  /** Small drawings beside each other. */
  | { kind: 'pictures'; items: readonly { drawn: Drawn; caption: string }[] }
  /** Lines to write on. */
  | { kind: 'blanks'; labels: readonly string[] }
  | { kind: 'page' };

export interface Finding {
  status: Status;
  title: string;
  reason: string;
  /** The smallest change after which it is better. */
  fix?: string | null;
}

export interface Fact {
  label: string;
  value: string;
  about?: string;
}

/** A sheet as data: what it says, and nothing of how it is set. */
export interface Sheet {
  /** What kind of paper it is: `Wall sheet`. */
  title: string;
  /** What it is about: the name of a wall or a house. */
  subject: string;
  /** Lying instead of upright. */
  landscape?: boolean;
  blocks: Block[];
}
