import { createHash } from 'node:crypto';
import type pg from 'pg';
import type { Logger } from 'pino';
import { say } from '@eldrun/core/units';
import { weatherOfLists, type WeatherYear } from '@eldrun/core/climate';
import type { Brief } from '@eldrun/core/build-up';
import type { Document, Summary } from '@eldrun/core/document';
import type { DocumentKind } from '@eldrun/core/kinds';
import type { Material } from '@eldrun/core/materials';
import type { Kinds } from '../documents/store.ts';
import { failedSummary, type SummaryRunner } from './job.ts';

export interface SummariesOptions extends Kinds {
  pool: pg.Pool;
  logger: Logger;
  /** For what lists wait for. */
  short: SummaryRunner;
  /** For the longer computations, which never hold the short ones up. */
  long: SummaryRunner;
  /** A document is left alone for so long before the longer computation, s. */
  quiet: number;
}

/** A document whose summary is to be computed. */
interface Due {
  id: string;
  kind: string;
  document: Document;
  revision: number;
  projectId: string;
  brief: Brief;
  briefRevision: number;
  materials: Record<string, Material>;
}

/** After the database was away it is asked again so much later, ms. */
const RETRY = 5000;

/**
 * Keeps the summaries of all documents up to date, in threads and outside of every request: what changes is computed
 * shortly at once, and at length once it was left alone. What is due is always asked of the database, so that a burst of
 * saves costs one computation and a restart goes on where the last one stopped.
 */
export class Summaries {
  private readonly options: SummariesOptions;
  private readonly working = {
    short: null as Promise<void> | null,
    long: null as Promise<void> | null,
  };
  private again = false;
  private timer: NodeJS.Timeout | undefined;
  private closed = false;

  constructor(options: SummariesOptions) {
    this.options = options;
  }

  /** Something may have changed. */
  poke(): void {
    if (this.closed) return;
    this.again = true;
    this.working.short ??= this.work();
  }

  /** Until nothing is left to do but what waits for its document to be left alone. */
  async idle(): Promise<void> {
    while (this.working.short ?? this.working.long) {
      await this.working.short;
      await this.working.long;
    }
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    await Promise.allSettled([this.working.short, this.working.long]);
  }

  private async work(): Promise<void> {
    clearTimeout(this.timer);
    try {
      while (this.again && !this.closed) {
        this.again = false;
        for (let due = await this.due(false); due && !this.closed; due = await this.due(false))
          await this.compute(due, false);
      }
      this.working.long ??= this.workLong();
    } catch (error) {
      this.complain(error);
      this.later(RETRY);
    } finally {
      this.working.short = null;
      if (this.again) this.poke();
    }
  }

  private async workLong(): Promise<void> {
    try {
      for (let due = await this.due(true); due && !this.closed; due = await this.due(true))
        await this.compute(due, true);
      const wait = await this.untilQuiet();
      if (wait !== null) this.later(wait);
    } catch (error) {
      this.complain(error);
      this.later(RETRY);
    } finally {
      this.working.long = null;
    }
  }

  private later(wait: number): void {
    if (this.closed) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.poke(), wait).unref();
  }

  private complain(error: unknown): void {
    if (!this.closed) this.options.logger.warn({ err: error as Error }, 'summaries wait');
  }

  /** The next document whose summary is old, or, for the long computation, short and left alone. */
  private async due(long: boolean): Promise<Due | null> {
    const { pool, kinds, coreVersion } = this.options;
    const { rows } = await pool.query<Due>(
      `SELECT d.id, d.kind, d.document, d.revision, d.project_id AS "projectId", p.brief,
         p.brief_revision AS "briefRevision",
         coalesce((SELECT jsonb_object_agg(m.id, m.material) FROM project_materials m
           WHERE m.project_id = p.id), '{}') AS materials
       FROM documents d JOIN projects p ON p.id = d.project_id
         JOIN unnest($1::text[], $2::integer[]) AS k (kind, version) ON k.kind = d.kind
         LEFT JOIN document_summaries s ON s.document_id = d.id
       WHERE d.deleted_at IS NULL AND (d.document -> 'version')::integer <= k.version
         AND CASE WHEN $4 THEN ${FRESH} AND s.more
             AND ${LEFT_ALONE} < now() - $5 * interval '1 second'
           ELSE (${FRESH}) IS NOT TRUE END
       ORDER BY d.updated_at DESC, d.position LIMIT 1`,
      [
        kinds.map(({ kind }) => kind),
        kinds.map(({ version }) => version),
        coreVersion,
        long,
        this.options.quiet,
      ],
    );
    return rows[0] ?? null;
  }

  /** ms until the next document will have been left alone, or null. */
  private async untilQuiet(): Promise<number | null> {
    const { rows } = await this.options.pool.query<{ wait: number | null }>(
      `SELECT (1000 * (extract(epoch FROM min(${LEFT_ALONE}) - now()) + $1))::float AS wait
       FROM documents d JOIN document_summaries s ON s.document_id = d.id
       WHERE d.deleted_at IS NULL AND s.more`,
      [this.options.quiet],
    );
    const wait = rows[0]?.wait ?? null;
    return wait === null ? null : Math.max(wait, 100);
  }

  private async compute(due: Due, long: boolean): Promise<void> {
    const kind = this.options.kinds.find((one) => one.kind === due.kind)!;
    const key = this.contentsOf(due);
    const finished = await this.finished(key);
    if (finished) return this.keep(due, finished);
    let summary: Summary | null;
    try {
      summary = await this.options[long ? 'long' : 'short']({
        kind: due.kind,
        document: due.document,
        project: { brief: due.brief, materials: due.materials },
        weather: long ? await this.weatherOf(kind, due) : {},
        long,
      });
    } catch (error) {
      if (this.closed) return;
      this.options.logger.error({ err: error as Error }, 'a summary failed');
      // It is not tried for ever: the next save tries again.
      summary = long ? null : failedSummary(say`Eldrun failed at it. The log says more.`);
    }
    if (summary) {
      if (long && !summary.more) await this.finish(key, summary);
      await this.keep(due, summary);
    } else
      await this.options.pool.query(
        'UPDATE document_summaries SET more = false WHERE document_id = $1 AND revision = $2',
        [due.id, due.revision],
      );
  }

  /** All that a summary is computed from, in short: weather files never change. */
  private contentsOf({ kind, document, brief, materials }: Due): string {
    const contents = [this.options.coreVersion, kind, { ...document, name: '' }, brief, materials];
    return createHash('sha256').update(JSON.stringify(contents)).digest('hex');
  }

  /** What the longer computation came to for the same contents, whenever and wherever that was; null before it was made. */
  private async finished(key: string): Promise<Summary | null> {
    const { rows } = await this.options.pool.query<{ summary: Summary }>(
      'UPDATE finished_summaries SET used_at = now() WHERE key = $1 RETURNING summary',
      [key],
    );
    return rows[0]?.summary ?? null;
  }

  private async finish(key: string, summary: Summary): Promise<void> {
    await this.options.pool.query(
      'INSERT INTO finished_summaries (key, summary) VALUES ($1, $2) ON CONFLICT DO NOTHING',
      [key, JSON.stringify(summary)],
    );
  }

  private async weatherOf(
    kind: DocumentKind,
    { projectId, document, brief: { outdoor } }: Due,
  ): Promise<Record<string, WeatherYear>> {
    const ids = [...kind.references(document).weather];
    if ('weather' in outdoor && outdoor.weather) ids.push(outdoor.weather);
    const { rows } = await this.options.pool.query<{ id: string; hours: Record<string, unknown> }>(
      'SELECT id, hours FROM project_weather WHERE project_id = $1 AND id = ANY($2)',
      [projectId, ids],
    );
    return Object.fromEntries(rows.map(({ id, hours }) => [id, weatherOfLists(hours)]));
  }

  /** Keeps a summary unless that of a newer state is there. */
  private async keep({ id, revision, briefRevision }: Due, summary: Summary): Promise<void> {
    const { judgment, basis, title, worst, figures, more } = summary;
    await this.options.pool.query(
      `INSERT INTO document_summaries AS s
         (document_id, revision, brief_revision, core_version, judgment, basis, title, worst, figures, more)
       SELECT id, $2, $3, $4, $5, $6, $7, $8, $9, $10 FROM documents WHERE id = $1
       ON CONFLICT (document_id) DO UPDATE SET revision = excluded.revision,
         brief_revision = excluded.brief_revision, core_version = excluded.core_version,
         judgment = excluded.judgment, basis = excluded.basis, title = excluded.title,
         worst = excluded.worst, figures = excluded.figures, more = excluded.more, computed_at = now()
       WHERE excluded.revision >= s.revision`,
      [
        id,
        revision,
        briefRevision,
        this.options.coreVersion,
        judgment,
        basis,
        JSON.stringify(title),
        worst && JSON.stringify(worst),
        JSON.stringify(figures),
        more,
      ],
    );
  }
}

/** Whether a summary is of the document as it stands, in its project as it stands, by this program. */
const FRESH = `s.revision = d.revision AND s.brief_revision = p.brief_revision AND s.core_version = $3`;

/** Since when a document and what it stands in have been left alone. */
const LEFT_ALONE = 'greatest(d.updated_at, s.computed_at)';
