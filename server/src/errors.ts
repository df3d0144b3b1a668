import { InputError } from '@eldrun/core/errors';
import { TooBusy, TooMuchWork } from './threads/limits.ts';

/** An error that the API answers with: its code, its status, and what goes with it. */
export class ApiError extends Error {
  readonly status: number;
  readonly code: string;
  readonly path: string;
  /** Further fields of the answer, such as the current document of a stale save. */
  readonly extra: Record<string, unknown>;

  constructor(
    status: number,
    code: string,
    message: string,
    path = '',
    extra: Record<string, unknown> = {},
  ) {
    super(message);
    this.status = status;
    this.code = code;
    this.path = path;
    this.extra = extra;
  }
}

export const notFound = (what: string): ApiError =>
  new ApiError(404, 'not_found', `There is no such ${what}.`);

export const stale = (current: Record<string, unknown>): ApiError =>
  new ApiError(
    409,
    'stale_revision',
    'Somebody saved a newer state in the meantime. Nothing was overwritten; the current state comes with this answer.',
    'revision',
    { current },
  );

export const forbidden = (): ApiError => new ApiError(403, 'forbidden', 'You may not do this.');

export const materialInUse = (id: string, walls: string[]): ApiError =>
  new ApiError(409, 'material_in_use', `“${id}” is used by ${walls.join(', ')}.`, 'id');

export const notArchived = (): ApiError =>
  new ApiError(409, 'not_archived', 'Only an archived project can be deleted for good.');

export const foreignOrigin = (): ApiError =>
  new ApiError(403, 'foreign_origin', 'This request comes from another site.', 'Origin');

export const wrongType = (type = 'application/json'): ApiError =>
  new ApiError(415, 'unsupported_media_type', `Send content-type ${type}.`, 'Content-Type');

export const tooLarge = (limit: number): ApiError =>
  new ApiError(413, 'too_large', `The request is larger than ${Math.round(limit / 1048576)} MiB.`);

export const weatherInUse = (where: string[]): ApiError =>
  new ApiError(
    409,
    'weather_in_use',
    `${where.join(', ')} stands on this weather file. Choose another climate there first.`,
    'id',
  );

const malformed = (): ApiError =>
  new ApiError(422, 'malformed_json', 'The request is not JSON. Allowed: a JSON object.');

const unstorable = (): ApiError =>
  new ApiError(
    422,
    'invalid',
    'A text holds a character that cannot be stored. Allowed: text without NUL and broken surrogates.',
  );

/** Others worked at the same things all along, or what it stands on went away meanwhile. */
const contended = (): ApiError =>
  new ApiError(
    409,
    'contended',
    'Others changed the same thing at the same moment. Nothing was changed; try again.',
  );

/** @param free what is left, bytes */
export const diskFull = (free?: number): ApiError =>
  new ApiError(
    503,
    'disk_full',
    `The disk of the database is ${free === undefined ? 'full' : `almost full (${Math.floor(free / 1048576)} MiB left)`}. Edits stay in the page and are saved when there is room.`,
  );

export const tooMany = (what: string): ApiError =>
  new ApiError(429, 'too_many', `Too many ${what} from here. Wait a while and try again.`);

export const notIn = (): ApiError =>
  new ApiError(
    401,
    'not_in',
    'Load this page again and enter the password. Edits stay here until then.',
  );

/** A job that takes more than it may. */
const tooMuchWork = ({ message }: TooMuchWork): ApiError =>
  new ApiError(
    503,
    'not_made',
    `It was not made: ${message}. Ask for less of it: one wall, one elevation.`,
  );

const tooBusy = (): ApiError =>
  new ApiError(
    503,
    'busy',
    'The server has too much to do. Nothing was changed; try again shortly.',
  );

const badRequest = (status: number): ApiError =>
  new ApiError(status, 'bad_request', 'The request cannot be read. Nothing was changed.');

const databaseAway = (): ApiError =>
  new ApiError(
    503,
    'database_unavailable',
    'The database does not answer. Edits stay in the page and are saved when it is back.',
  );

const internal = (): ApiError =>
  new ApiError(500, 'internal', 'Eldrun failed at this request. The log says more.');

/** PostgreSQL shut down, starting up, out of connections, or too slow to answer. */
const AWAY = new Set([
  ...['57P01', '57P02', '57P03', '57014', '53300', '53200'],
  ...['08000', '08001', '08003', '08006'],
]);
const AWAY_SYSTEM = new Set(['ECONNREFUSED', 'ECONNRESET', 'ENOENT', 'EPIPE', 'ETIMEDOUT']);
const UNSTORABLE = new Set(['22P05', '22P02', '22021']);
/** Deadlock and serialization beyond all tries; a row that another stands on; one that is there already. */
const CONTENDED = new Set(['40P01', '40001', '55P03', '23503', '23505']);
/** No room, as the database says it and as the system does. */
const DISK_FULL = new Set(['53100', 'ENOSPC']);

/** Any error as one the API answers with. */
export function toApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  if (error instanceof TooMuchWork) return tooMuchWork(error);
  if (error instanceof TooBusy) return tooBusy();
  if (error instanceof InputError) return new ApiError(422, 'invalid', error.message, error.path);
  const { code, type, message, limit, status } = error as {
    code?: string;
    type?: string;
    message?: string;
    limit?: number;
    status?: number;
  };
  if (type === 'entity.too.large') return tooLarge(limit ?? 0);
  if (type === 'entity.parse.failed' || type === 'request.size.invalid') return malformed();
  if (type === 'encoding.unsupported' || type === 'charset.unsupported') return wrongType();
  // What express and its parts refuse: broken escapes in the address, broken compression, ranges beyond the file.
  if (error instanceof URIError) return badRequest(400);
  if (status !== undefined && status >= 400 && status < 500) return badRequest(status);
  if (code && UNSTORABLE.has(code)) return unstorable();
  if (code && CONTENDED.has(code)) return contended();
  if (code && DISK_FULL.has(code)) return diskFull();
  if (
    (code && (AWAY.has(code) || AWAY_SYSTEM.has(code))) ||
    /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error/.test(
      message ?? '',
    )
  )
    return databaseAway();
  return internal();
}
