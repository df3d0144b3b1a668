import Joi from 'joi';
import { say } from '@eldrun/core/units';
import type { Document } from '@eldrun/core/document';
import type { DocumentKind } from '@eldrun/core/kinds';
import { check } from '@eldrun/core/wall/schema';

/** A kind of document that nothing in the program knows: what it gets, any kind gets. */
export interface Note extends Document {
  text: string;
  /** Another document, perhaps in a certain state, that it is about. */
  about?: { id: string; revision?: number };
}

export type NoteCommand = { type: 'write'; text: string };

const schema = Joi.object({
  format: Joi.string().valid('eldrun-note').required(),
  version: Joi.number().valid(1).required(),
  name: Joi.string().min(1).max(200).required(),
  text: Joi.string().allow('').max(1000).required(),
}).unknown();

export const NOTE: DocumentKind<Note, NoteCommand> = {
  kind: 'note',
  label: 'note',
  version: 1,
  validate: (value) => check<Note>(schema, value),
  apply: (note, { text }) => ({ ...note, text }),
  references: ({ about }) => ({ documents: about ? [about] : [], materials: [], weather: [] }),
  summarize: ({ text }, _project, { long }) => ({
    judgment: long ? 'read' : 'skimmed',
    basis: null,
    title: say`${text.length} letters`,
    worst: null,
    figures: { letters: text.length },
    more: !long,
  }),
  fileOf: (note) => note,
};

export const note = (text: string, name = 'A note'): Note => ({
  format: 'eldrun-note',
  version: 1,
  name,
  text,
});
