import {
  ENDPOINTS,
  readTold,
  TOLD,
  type AnswerOf,
  type BodyOf,
  type BundleLine,
  type Endpoint,
  type EndpointName,
  type ParamsOf,
  type QueryOf,
} from '@eldrun/contract';
import { listenToChanges, readAt } from './changes.ts';

/** What the server, or its absence, answered. `status` 0: no answer at all. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly code: string;
  readonly path: string;
  readonly current: unknown;

  constructor(status: number, code: string, message: string, path = '', current?: unknown) {
    super(message);
    this.status = status;
    this.code = code;
    this.path = path;
    this.current = current;
  }

  /** Whether trying again later may help. */
  get away(): boolean {
    return this.status === 0 || this.status >= 500 || this.status === 401 || this.status === 429;
  }
}

type Of<N extends EndpointName> = (typeof ENDPOINTS)[N];

/** What an endpoint is asked with: what its address carries, its query, its body. */
export interface Question<N extends EndpointName> {
  params?: ParamsOf<Of<N>>;
  query?: QueryOf<Of<N>>;
  body?: BodyOf<Of<N>> | Blob;
  signal?: AbortSignal;
}

/** The address of an endpoint with its names filled in. */
function addressOf<N extends EndpointName>(name: N, { params, query }: Question<N>): string {
  const { path }: Endpoint = ENDPOINTS[name];
  const values = (params ?? {}) as Record<string, string | number>;
  const filled = path.replace(/:(\w+)/g, (_, key: string) => encodeURIComponent(values[key]!));
  const asked = new URLSearchParams(
    Object.entries(query ?? {}).map(([key, value]) => [key, String(value)]),
  ).toString();
  return `/api${filled}${asked && `?${asked}`}`;
}

/** An answer that was asked for before who needs it is there. */
interface Ahead {
  answer: Promise<unknown>;
  /** When it was asked for, ms since the page began. */
  at: number;
}

/** For so long an answer that was asked for ahead is as good as new, ms. */
const AHEAD_LASTS = 10_000;

const ahead = new Map<string, Ahead>();
/** What was asked before something changed may be older than the change. */
let forgetting: (() => void) | undefined;

/** Asks for what is going to be needed, while the files of who needs it still come: `ask` takes the answer, once. */
export function askAhead<N extends EndpointName>(name: N, question: Question<N>): void {
  forgetting ??= listenToChanges(() => ahead.clear());
  const answer = askNow(name, question);
  answer.catch(() => undefined); // Who takes it is told.
  ahead.set(addressOf(name, question), { answer, at: performance.now() });
}

/**
 * Asks an endpoint of the contract.
 *
 * @throws ApiProblem where it does not answer, or answers with an error
 */
export async function ask<N extends EndpointName>(
  name: N,
  question: Question<N> = {},
): Promise<AnswerOf<Of<N>>> {
  // What this page saves is newer than what it asked for before.
  if (ENDPOINTS[name].method !== 'GET') ahead.clear();
  else if (ahead.size > 0) {
    const address = addressOf(name, question);
    const { answer, at } = ahead.get(address) ?? {};
    ahead.delete(address);
    if (answer && performance.now() - at! < AHEAD_LASTS) return answer as Promise<AnswerOf<Of<N>>>;
  }
  return askNow(name, question);
}

async function askNow<N extends EndpointName>(
  name: N,
  question: Question<N>,
): Promise<AnswerOf<Of<N>>> {
  const { method, takes }: Endpoint = ENDPOINTS[name];
  const { body, signal } = question;
  const response = await fetch(addressOf(name, question), {
    method,
    ...(body === undefined
      ? {}
      : {
          headers: { 'content-type': typeOf(takes, body) },
          body: takes ? (body as unknown as Blob) : JSON.stringify(body),
        }),
    ...(signal ? { signal } : {}),
  }).catch(away);
  if (method === 'GET') readAt(response.headers.get('eldrun-heard'));
  if (response.status === 204) return undefined as AnswerOf<Of<N>>;
  const answer = parsed(await response.text().catch(() => ''));
  if (!response.ok || answer === null) throw problemOf(response.status, answer);
  return answer as AnswerOf<Of<N>>;
}

/** The media type of what is sent: of pictures their own. */
const typeOf = (takes: string | undefined, body: unknown): string =>
  takes?.endsWith('/*') && body instanceof Blob ? body.type : (takes ?? 'application/json');

/** Nothing was answered; what a person stopped is thrown on. */
function away(error: Error): never {
  if (error.name === 'AbortError') throw error;
  throw new ApiProblem(0, 'no_answer', 'Eldrun does not answer. Edits stay here until it is back.');
}

/** What an answer that is an error says. */
function problemOf(status: number, answer: unknown): ApiProblem {
  const { error, current } = (answer ?? {}) as {
    error?: { code: string; message: string; path: string };
    current?: unknown;
  };
  return new ApiProblem(
    status,
    error?.code ?? 'unreadable',
    error?.message ?? `The server answered with status ${status}.`,
    error?.path,
    current,
  );
}

/** A file that the server made. */
export interface AnsweredFile {
  blob: Blob;
  /** As the server calls it; empty where it does not say. */
  name: string;
}

/** Asks an endpoint whose answer is a file. @throws ApiProblem; what `signal` ended throws as `fetch` does */
export async function askFile<N extends EndpointName>(
  name: N,
  question: Question<N> = {},
): Promise<AnsweredFile> {
  const { signal } = question;
  const response = await fetch(addressOf(name, question), signal ? { signal } : {}).catch(away);
  if (!response.ok) throw problemOf(response.status, parsed(await response.text().catch(() => '')));
  const disposition = response.headers.get('content-disposition') ?? '';
  const coded = /filename\*=UTF-8''([^;]+)/.exec(disposition)?.[1];
  const plain = /filename="?([^";]+)"?/.exec(disposition)?.[1] ?? '';
  return {
    blob: await response.blob().catch(away),
    name: coded ? decodeURIComponent(coded) : plain,
  };
}

/** So much of a file is held as it comes before it becomes a piece of the whole: browsers keep those on disk. */
const PIECE = 8 * 1024 * 1024;

/**
 * Asks an endpoint that tells how far it is.
 *
 * @param told how far, 0 to 1, and with what
 * @returns its last line, and the file that came after it
 * @throws ApiProblem; what `signal` ended throws as `fetch` does
 */
export async function askTold<N extends 'packProject' | 'restoreProject'>(
  name: N,
  question: Question<N>,
  told: (line: Extract<BundleLine, { step: string }>) => void,
): Promise<{ line: BundleLine; file: Blob }> {
  const { method, takes }: Endpoint = ENDPOINTS[name];
  const { body, signal } = question;
  const response = await fetch(addressOf(name, question), {
    method,
    headers: { accept: TOLD, ...(takes ? { 'content-type': takes } : {}) },
    ...(body === undefined ? {} : { body: body as unknown as Blob }),
    ...(signal ? { signal } : {}),
  }).catch(away);
  if (!response.ok || !response.body)
    throw problemOf(response.status, parsed(await response.text().catch(() => '')));
  let file = new Blob();
  let held: Uint8Array<ArrayBuffer>[] = [];
  let size = 0;
  const flush = (): void => {
    file = new Blob([file, ...held]);
    [held, size] = [[], 0];
  };
  const line = await readTold(response.body, {
    line: (one) => 'step' in one && told(one),
    bytes: (piece) => {
      held.push(piece as Uint8Array<ArrayBuffer>);
      size += piece.length;
      if (size >= PIECE) flush();
    },
  }).catch((error: Error) => (signal?.aborted ? Promise.reject(error) : away(error)));
  if ('error' in line)
    throw new ApiProblem(422, line.error.code, line.error.message, line.error.path);
  flush();
  return { line, file };
}

/** As `askFile`, its bytes alone. @throws ApiProblem */
export async function askBytes<N extends EndpointName>(
  name: N,
  question: Question<N> = {},
): Promise<Uint8Array> {
  return new Uint8Array(await (await askFile(name, question)).blob.arrayBuffer());
}

/** A text as JSON; null where it is none. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
