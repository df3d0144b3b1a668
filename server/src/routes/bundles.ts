import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Router, type Request, type Response } from 'express';
import { fileName } from '@eldrun/core/document';
import { TOLD, type BundleLine } from '@eldrun/contract';
import type { BundleLimits } from '@eldrun/exchange/bundle';
import type { BundleAnswer, BundleJob, BundleTold } from '../bundles/job.ts';
import type { DocumentStore } from '../documents/store.ts';
import { notFound, toApiError, tooLarge } from '../errors.ts';
import { readProject } from '../projects.ts';
import { goneSignal, serveRaw } from '../serve.ts';
import type { Work } from '../threads/threads.ts';

export interface BundleOptions {
  limits: BundleLimits;
  /** Where files lie while they are made or read. */
  folder?: string;
}

/**
 * An answer that takes long: where it is asked for, a line of JSON each time it has come further. The status is sent with
 * the first line, so what fails after it is a line as well.
 */
class Telling {
  private readonly response: Response;
  private readonly wanted: boolean;

  constructor(request: Request, response: Response) {
    this.response = response;
    this.wanted = request.accepts(['application/json', 'application/zip', TOLD]) === TOLD;
  }

  readonly told = (progress: BundleTold): void => {
    if (this.wanted) this.line(progress);
  };

  /** @returns whether it was told in lines */
  line(line: BundleLine): boolean {
    if (!this.wanted) return false;
    if (!this.response.headersSent) this.response.status(200).type(TOLD);
    this.response.write(`${JSON.stringify(line)}\n`);
    return true;
  }

  /** A failure as a line, where lines were begun. @throws it where they were not */
  failed(error: unknown): void {
    if (!this.response.headersSent) throw error;
    const { code, message, path } = toApiError(error);
    this.line({ error: { code, message, path } });
    this.response.end();
  }
}

/** Projects as bundles, out and in. */
export function bundleRoutes(
  store: DocumentStore,
  work: Work,
  { limits, folder = tmpdir() }: BundleOptions,
): Router {
  const router = Router();
  const databaseUrl = store.pool.options.connectionString!;

  /** A file of a folder that is gone when its work is done. */
  async function withFile(doWith: (path: string) => Promise<void>): Promise<void> {
    const own = await mkdtemp(join(folder, 'eldrun-bundle-'));
    try {
      await doWith(join(own, 'bundle.zip'));
    } finally {
      await rm(own, { recursive: true, force: true });
    }
  }

  const run = (
    whose: string,
    job: BundleJob,
    signal: AbortSignal,
    told: (progress: BundleTold) => void,
  ): Promise<BundleAnswer> => work.runLong('bundles', job, { whose, signal, told });

  serveRaw(router, 'packProject', async (request, response) => {
    const { project } = request.params as { project: string };
    const telling = new Telling(request, response);
    const signal = goneSignal(response);
    await withFile(async (path) => {
      try {
        const made = new Date().toISOString();
        const answer = await run(
          project,
          { what: 'pack', databaseUrl, path, limits, project, made },
          signal,
          telling.told,
        );
        if (!('packed' in answer) || !answer.packed) throw notFound('project');
        const { name, leftOut } = answer.packed;
        const { size } = await stat(path);
        const file = `${fileName(`${name} bundle`)}.zip`;
        // The bytes follow the last line.
        if (!telling.line({ file, size, leftOut }))
          response.attachment(file).type('application/zip').set('Content-Length', String(size));
        await pipeline(createReadStream(path), response, { signal });
      } catch (error) {
        if (signal.aborted) return;
        telling.failed(error);
      }
    });
  });

  serveRaw(router, 'restoreProject', async (request, response) => {
    const telling = new Telling(request, response);
    const signal = goneSignal(response);
    if (Number(request.headers['content-length'] ?? 0) > limits.size) throw tooLarge(limits.size);
    await withFile(async (path) => {
      try {
        await pipeline(request, atMost(limits.size), createWriteStream(path, { mode: 0o600 }), {
          signal,
        });
        const answer = await run(
          '',
          { what: 'restore', databaseUrl, path, limits },
          signal,
          telling.told,
        );
        if (!('restored' in answer)) throw new Error('no project was restored');
        const project = await readProject(store, answer.restored);
        if (telling.line({ project })) response.end();
        else response.status(201).json(project);
      } catch (error) {
        if (signal.aborted) return;
        telling.failed(error);
      }
    });
  });

  return router;
}

/** Passes bytes on, up to a limit. @throws ApiError 413 */
const atMost = (limit: number) =>
  async function* (source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
    let size = 0;
    for await (const chunk of source) {
      size += chunk.length;
      if (size > limit) throw tooLarge(limit);
      yield chunk;
    }
  };
