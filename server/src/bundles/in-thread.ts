import pg from 'pg';
import { KINDS } from '@eldrun/core/kinds';
import type { BundleAnswer, BundleJob, BundleTold } from './job.ts';
import { pack } from './pack.ts';
import { openBundle, restore } from './restore.ts';

/** It is told so often at most, ms. */
const EVERY = 100;

/** Does a job with a connection of its own: where its thread ends, the database takes back what was under way. */
export async function run(job: BundleJob, tell: (told: BundleTold) => void): Promise<BundleAnswer> {
  const { databaseUrl, path, limits } = job;
  let last = -Infinity;
  const told = (step: BundleTold['step'], share: number): void => {
    if (performance.now() - last < EVERY) return;
    last = performance.now();
    tell({ step, share });
  };
  const client = new pg.Client({
    connectionString: databaseUrl,
    application_name: 'eldrun bundle',
  });
  // Its loss fails what it is asked.
  client.on('error', () => undefined);
  await client.connect();
  try {
    if (job.what === 'pack') {
      const { project, made } = job;
      return { packed: await pack(client, project, { path, made, limits, kinds: KINDS, told }) };
    }
    const bundle = await openBundle(path, limits, (share) => told('restoring', share));
    try {
      return { restored: await restore(client, bundle, KINDS) };
    } finally {
      bundle.close();
    }
  } finally {
    await client.end();
  }
}
