import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type pg from 'pg';
import pino from 'pino';
import { createApp, type AppOptions } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

/** A server over a database of its own, that listens. */
export interface Served {
  pool: pg.Pool;
  server: Server;
  /** Where its API is. */
  api: string;
  end(): Promise<void>;
}

export async function served(options: Partial<AppOptions> = {}): Promise<Served> {
  const pool = openPool(await ownDatabase());
  const logger = pino({ enabled: false });
  const server = createServer(createApp({ pool, logger, work: inThisThread, ...options }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const end = async (): Promise<void> => {
    await new Promise((resolve) => server.close(resolve));
    await pool.end();
  };
  return { pool, server, api: `http://127.0.0.1:${port}/api`, end };
}

/** What an answer that is an error says. */
export async function problem(
  response: Response,
): Promise<{ status: number; path: string; message: string }> {
  const { error } = (await response.json()) as { error: { path: string; message: string } };
  return { status: response.status, ...error };
}
