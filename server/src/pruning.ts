import type { DocumentStore } from './documents/store.ts';

/** Looked for so often, ms. */
const EVERY = 3_600_000;

/** Saved states older than this are thinned out, and so many seconds are one burst of editing. */
const AFTER = '1 day';
const BURST = 600;

/** Results that nothing stood on for so long go. */
const UNUSED = '180 days';

interface Superfluous {
  projectId: string;
  id: string;
  revision: number;
}

/**
 * Thins out the history: of a burst of editing that is more than a day old the last state stays. Named states, the first
 * and the newest of a document, and those that another document names are kept.
 *
 * @returns how many states went
 */
export async function prune(store: DocumentStore): Promise<number> {
  const { rows } = await store.pool.query<Superfluous>(
    `SELECT project_id AS "projectId", id, revision FROM (
       SELECT d.project_id, d.id, r.revision, r.name, r.saved_at, d.revision AS newest,
         min(r.revision) OVER (PARTITION BY d.id) AS oldest,
         row_number() OVER (PARTITION BY d.id, floor(extract(epoch FROM r.saved_at) / ${BURST})
           ORDER BY r.revision DESC) AS rank
       FROM document_revisions r JOIN documents d ON d.id = r.document_id) AS states
     WHERE rank > 1 AND name IS NULL AND revision NOT IN (oldest, newest)
       AND saved_at < now() - interval '${AFTER}'`,
  );
  const named = new Set<string>();
  for (const projectId of new Set(rows.map((row) => row.projectId)))
    for (const { needs } of await store.references(projectId))
      for (const { id, revision } of needs.documents) named.add(`${id} ${revision}`);
  const gone = rows.filter(({ id, revision }) => !named.has(`${id} ${revision}`));
  await store.pool.query(
    `DELETE FROM document_revisions r USING unnest($1::uuid[], $2::integer[]) AS gone (id, revision)
     WHERE r.document_id = gone.id AND r.revision = gone.revision AND r.name IS NULL`,
    [gone.map(({ id }) => id), gone.map(({ revision }) => revision)],
  );
  await store.pool.query(
    `DELETE FROM finished_summaries WHERE used_at < now() - interval '${UNUSED}'`,
  );
  return gone.length;
}

/** Thins out now and every hour. @param failed told what went wrong; it is tried again an hour later */
export function pruneOften(store: DocumentStore, failed: (error: Error) => void): void {
  const once = (): void => void prune(store).catch(failed);
  once();
  setInterval(once, EVERY).unref();
}
