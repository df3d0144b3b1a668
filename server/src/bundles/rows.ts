import Joi from 'joi';
import { checkWeatherLists } from '@eldrun/core/climate';
import { formatOf, untouchable, type Document } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { DocumentKind } from '@eldrun/core/kinds';
import type { Material, Materials } from '@eldrun/core/materials';
import { briefSchema, check, materialSchema, within } from '@eldrun/core/wall/schema';
import type { Photo, Row } from '@eldrun/exchange/bundle';
import { PHOTO_ID, pictureType } from '../photos/picture.ts';

/** The largest of what is counted up with every save or move: there is room above it. */
const MOST = 1e9;

const uuid = Joi.string().guid({ version: ['uuidv1', 'uuidv4', 'uuidv7'], separator: '-' });
const count = Joi.number().integer().min(1).max(MOST);
const place = Joi.number().integer().min(0).max(MOST);
const name = Joi.string().trim().min(1).max(200);
const ownId = Joi.string().pattern(/^[a-z0-9][a-z0-9-]{0,99}$/, 'id');
const text = Joi.string().allow('').max(10_000);
/** As the database writes it, within the years that there are pictures and weather of; `infinity` is none. */
const time = Joi.string().pattern(
  /^(?:19|20)\d{2}-[01]\d-[0-3]\dT[0-2]\d:[0-5]\d:[0-6]\d(?:\.\d{1,6})?(?:Z|[+-]\d{2}(?::\d{2})?)$/,
  'moment',
);
const document = Joi.object({
  format: Joi.string().max(100).required(),
  version: count.required(),
  name: name.required(),
}).unknown();

/** What the API takes, row by row. Columns of a newer Eldrun are passed over. */
const SCHEMAS = {
  project: Joi.object({
    id: uuid.required(),
    name: name.required(),
    units: Joi.string().valid('imperial', 'metric').required(),
    brief: briefSchema.required(),
    revision: count,
    brief_revision: count,
    demo: Joi.boolean(),
    archived_at: time.allow(null),
    created_at: time,
    updated_at: time,
  }).unknown(),
  materials: Joi.object({
    project_id: uuid.required(),
    id: ownId.required(),
    material: materialSchema.required(),
    updated_at: time,
  }).unknown(),
  weather: Joi.object({
    project_id: uuid.required(),
    id: ownId.required(),
    climate: Joi.object().required(),
    notes: Joi.array().items(text).max(1000).required(),
    hours: Joi.object().required(),
    created_at: time,
  }).unknown(),
  photos: Joi.object({
    project_id: uuid.required(),
    id: Joi.string().pattern(PHOTO_ID, 'id').required(),
    type: Joi.string().required(),
    created_at: time,
  }).unknown(),
  documents: Joi.object({
    id: uuid.required(),
    project_id: uuid.required(),
    kind: Joi.string()
      .pattern(/^[a-z][a-z-]{0,49}$/, 'kind')
      .required(),
    name: name.required(),
    position: place.required(),
    document: document.required(),
    revision: count.required(),
    deleted_at: time.allow(null),
    created_at: time,
    updated_at: time,
  }).unknown(),
  revisions: Joi.object({
    document_id: uuid.required(),
    revision: count.required(),
    document: document.required(),
    commands: Joi.array().items(Joi.object().unknown()),
    steps: Joi.array().items(text).required(),
    name: name.allow(null),
    saved_by: Joi.string().min(1).max(200),
    saved_at: time,
  }).unknown(),
};

/** What the documents of a project are held to. */
export interface Held {
  /** The project that they are of. */
  project: string;
  kinds: readonly DocumentKind[];
  materials: Materials;
}

/** @throws InputError */
export function checkProject(row: Row, at: string): void {
  check(SCHEMAS.project, row, at);
}

function belongs(row: Row, { project }: Pick<Held, 'project'>, at: string): void {
  if (row['project_id'] !== project)
    throw new InputError(`${at}.project_id`, 'is of another project', project);
}

/** @throws InputError */
export function checkMaterial(row: Row, held: Pick<Held, 'project'>, at: string): void {
  check(SCHEMAS.materials, row, at);
  belongs(row, held, at);
}

/** The materials of rows that were checked. */
export const materialsOf = (rows: readonly Row[]): Materials =>
  Object.fromEntries(rows.map((row) => [String(row['id']), row['material'] as Material]));

/** @throws InputError */
export function checkWeather(row: Row, held: Pick<Held, 'project'>, at: string): void {
  check(SCHEMAS.weather, row, at);
  belongs(row, held, at);
  // Whoever chooses it has this climate in the brief.
  within(at, () => check(briefSchema.extract('outdoor'), row['climate'], 'climate'));
  checkWeatherLists(row['hours'], `${at}: hours`);
}

/**
 * Every photo is a picture of the type that it is served as, and so is its small one.
 *
 * @param first the first bytes of the picture
 * @throws InputError
 */
export function checkPhoto(
  { row, thumbnail }: Photo,
  first: Uint8Array,
  held: Pick<Held, 'project'>,
  at: string,
): void {
  check(SCHEMAS.photos, row, at);
  belongs(row, held, at);
  within(`${at}: thumbnail`, () => pictureType(thumbnail));
  const type = within(at, () => pictureType(first));
  if (row['type'] !== type)
    throw new InputError(`${at}.type`, `says “${String(row['type']).slice(0, 40)}”`, type);
}

/** The first bytes of a picture, and the photo with all of them. */
export async function begun(photo: Photo): Promise<{ first: Uint8Array; photo: Photo }> {
  const pieces = photo.bytes[Symbol.asyncIterator]();
  const next = await pieces.next();
  const first = next.done ? new Uint8Array() : next.value;
  async function* bytes(): AsyncGenerator<Uint8Array> {
    yield first;
    yield* { [Symbol.asyncIterator]: () => pieces };
  }
  return { first, photo: { ...photo, bytes: bytes() } };
}

/** @throws InputError */
export function checkDocument(row: Row, held: Held, at: string): void {
  check(SCHEMAS.documents, row, at);
  belongs(row, held, at);
  const {
    name: called,
    kind,
    document: own,
  } = row as { name: string; kind: string; document: Document };
  if (own.name !== called)
    throw new InputError(`${at}.name`, 'differs from that of its document', `“${own.name}”`);
  checkContents(own, kind, held, at);
}

/** @param kinds of the project's documents, by their ids. @throws InputError */
export function checkRevision(
  row: Row,
  held: Held,
  kinds: ReadonlyMap<string, { kind: string; revision: number }>,
  at: string,
): void {
  check(SCHEMAS.revisions, row, at);
  const {
    document_id: id,
    revision,
    document: own,
  } = row as {
    document_id: string;
    revision: number;
    document: Document;
  };
  const of = kinds.get(id);
  if (!of)
    throw new InputError(`${at}.document_id`, 'is no document of the bundle', 'one that is in it');
  if (revision > of.revision)
    throw new InputError(`${at}.revision`, 'is newer than its document', `at most ${of.revision}`);
  checkContents(own, of.kind, held, at);
}

/** A document of a kind that is known is what that kind takes; what this Eldrun does not know is kept as it is. */
function checkContents(own: Document, name: string, { kinds, materials }: Held, at: string): void {
  const kind = kinds.find((one) => one.kind === name);
  if (own.format !== formatOf(name))
    throw new InputError(
      `${at}.document.format`,
      `“${own.format}” is of another kind`,
      formatOf(name),
    );
  if (untouchable(own, kind)) return;
  try {
    kind!.validate(own, { materials });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw new InputError(`${at}: ${error.path}`, error.problem, error.allowed);
  }
}
