import type { Message } from '../units/index.ts';

/** What every document says of itself: its format, `eldrun-` and its kind; the format's version; its name. */
export interface Document {
  format: string;
  version: number;
  name: string;
}

/** What a document needs beside itself: ids of other documents of its project, of materials, of weather files. */
export interface References {
  /** A document that names a revision keeps that revision from being pruned. */
  documents: { id: string; revision?: number }[];
  materials: string[];
  weather: string[];
}

/** What a list says of a document without opening it. */
export interface Summary {
  /** The answer in a word, of the kind's own; null where it cannot be given. */
  judgment: string | null;
  /** What the answer stands on, of the kind's own words. */
  basis: string | null;
  /** What decided. */
  title: Message;
  /** The worst that was found. */
  worst: { status: string; title: Message } | null;
  /** The deciding figures, SI, by name. */
  figures: Record<string, number | null>;
  /** Whether a longer computation would say more. */
  more: boolean;
}
