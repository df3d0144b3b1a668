import { setImmediate as breathe } from 'node:timers/promises';
import type pg from 'pg';
import type PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import {
  joinedSwept,
  partNumbers,
  partSteps,
  Sections,
  selectSteps,
  sweptBytes,
  sweptOfBytes,
  variantsOf,
  type PartOptions,
  type Swept,
  type Variants,
} from '@eldrun/core/exploration';
import { weatherOfLists } from '@eldrun/core/climate';
import { QUEUE, type ExploreJob } from './queue.ts';
import { finishRun, isThere, sourceOf, type RunSource } from './runs.ts';

/** The queue is asked for work so often, s, and looked through for parts of workers that died. */
const ASKED = 0.5;
const LOOKED_THROUGH = 2000;

/** A part that was taken so lately may not be locked yet, s. */
const JUST_TAKEN = 3;

/** Other work of the process waits no longer, ms. */
const BREATH = 40;

/** So often it is asked whether a run was stopped, ms. */
const STOPPED = 1000;

/** Where locks of parts lie among the locks of the database: any number of Eldrun's own. */
const LOCKS = 0x65_6c_64;

/** A run as a worker knows it. */
interface Known {
  source: RunSource;
  variants: Variants;
  options: PartOptions;
}

export interface WorkerOptions {
  pool: pg.Pool;
  boss: PgBoss;
  logger: Logger;
}

/**
 * Evaluates parts of explorations, one after the other. Which part a worker is at is a lock of its connection: where the
 * worker dies, the lock goes, and whoever finds a part that is taken and not locked puts it back into the queue.
 */
export class ExplorationWorker {
  private readonly options: WorkerOptions;
  private known: Known | null = null;
  private timer: NodeJS.Timeout | undefined;

  constructor(options: WorkerOptions) {
    this.options = options;
  }

  async start(): Promise<void> {
    const { boss } = this.options;
    await boss.work<ExploreJob>(QUEUE, { pollingIntervalSeconds: ASKED }, async ([job]) => {
      await this.locked(job!.id, () => this.work(job!.data));
    });
    this.timer = setInterval(() => void this.takeBack(), LOOKED_THROUGH);
  }

  close(): void {
    clearInterval(this.timer);
  }

  /** Does work under the lock of its job: as long as this process and its connection live. */
  private async locked(job: string, work: () => Promise<void>): Promise<void> {
    const client = await this.options.pool.connect();
    try {
      // Another worker that was taken for dead too early may be at it still.
      await client.query('SELECT pg_advisory_lock($1, hashtext($2))', [LOCKS, job]);
      try {
        await work();
      } finally {
        await client.query('SELECT pg_advisory_unlock($1, hashtext($2))', [LOCKS, job]);
      }
    } finally {
      client.release();
    }
  }

  private async work({ exploration, part }: ExploreJob): Promise<void> {
    const known = await this.knownOf(exploration);
    if (!known) return;
    if (part === null) await this.select(known);
    else await this.evaluate(known, part);
  }

  private async knownOf(id: string): Promise<Known | null> {
    const source = await sourceOf(this.options.pool, id);
    if (!source) return null;
    if (this.known?.source.id !== id) {
      const { exploration, materials, hourly, weather, projectId } = source;
      const hours = weather === null ? null : await this.hoursOf(projectId, weather);
      this.known = {
        source,
        variants: variantsOf(exploration, materials),
        options: {
          materials,
          sections: new Sections(),
          judged: true,
          ...(hourly ? { hourly: { weather: hours } } : {}),
        },
      };
    }
    return this.known;
  }

  private async hoursOf(project: string, weather: string) {
    const { rows } = await this.options.pool.query<{ hours: Record<string, unknown> }>(
      'SELECT hours FROM project_weather WHERE project_id = $1 AND id = $2',
      [project, weather],
    );
    // Another weather in its place would be another answer.
    if (!rows[0]) throw new Error(`the weather file ${weather} was deleted`);
    return weatherOfLists(rows[0].hours);
  }

  private async evaluate({ source, variants, options }: Known, part: number): Promise<void> {
    const { pool, boss } = this.options;
    const { id, exploration, combinations, partSize, parts } = source;
    const { rowCount } = await pool.query(
      'SELECT 1 FROM exploration_parts WHERE exploration_id = $1 AND part = $2',
      [id, part],
    );
    if (rowCount === 0) {
      const numbers = partNumbers(part, partSize, combinations);
      const swept = await this.through(id, partSteps(exploration, variants, numbers, options));
      if (!swept) return;
      await pool.query(
        `INSERT INTO exploration_parts (exploration_id, part, swept, invalid)
         SELECT id, $2, $3, $4 FROM explorations WHERE id = $1 ON CONFLICT DO NOTHING`,
        [id, part, Buffer.from(sweptBytes(swept)), JSON.stringify([...swept.invalid])],
      );
    }
    const { rows } = await pool.query<{ done: number }>(
      'SELECT count(*)::integer AS done FROM exploration_parts WHERE exploration_id = $1',
      [id],
    );
    // Whoever ends last, or finds at another try that all are there: once is enough, more do no harm.
    if (rows[0]!.done === parts)
      await boss.send(QUEUE, { exploration: id, part: null } satisfies ExploreJob, { priority: 1 });
  }

  private async select({ source, variants, options }: Known): Promise<void> {
    const { id, exploration, combinations, partSize } = source;
    const { rows } = await this.options.pool.query<{
      part: number;
      swept: Buffer;
      invalid: [string, number][];
    }>(
      'SELECT part, swept, invalid FROM exploration_parts WHERE exploration_id = $1 ORDER BY part',
      [id],
    );
    const parts = rows.map(({ part, swept, invalid }): { swept: Swept; at: number } => ({
      swept: {
        ...sweptOfBytes(swept, partNumbers(part, partSize, combinations)),
        invalid: new Map(invalid),
      },
      at: part * partSize,
    }));
    const all = joinedSwept(parts, partNumbers(0, combinations, combinations));
    const explored = await this.through(id, selectSteps(exploration, variants, all, options));
    if (explored) await finishRun(this.options.pool, id, explored);
  }

  /** A computation of a run to its end, in steps, so that connections are kept meanwhile; null once the run was stopped. */
  private async through<T>(run: string, steps: Generator<unknown, T>): Promise<T | null> {
    let since = performance.now();
    let asked = since;
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      if (performance.now() - since < BREATH) continue;
      if (performance.now() - asked > STOPPED) {
        if (!(await isThere(this.options.pool, run))) return null;
        asked = performance.now();
      }
      await breathe();
      since = performance.now();
    }
  }

  /** Puts parts back into the queue whose workers died, and says of explorations that there will be no result. */
  private async takeBack(): Promise<void> {
    const { pool, boss, logger } = this.options;
    try {
      const { rows } = await pool.query<{ id: string }>(
        `WITH taken AS MATERIALIZED (
           SELECT id FROM pgboss.job WHERE name = $1 AND state = 'active'
             AND started_on < now() - $2 * interval '1 second')
         SELECT id FROM taken WHERE pg_try_advisory_xact_lock($3, hashtext(id::text))`,
        [QUEUE, JUST_TAKEN, LOCKS],
      );
      if (rows.length > 0) {
        logger.warn({ jobs: rows.length }, 'parts of workers that ended are taken again');
        await boss.fail(
          QUEUE,
          rows.map(({ id }) => id),
        );
      }
      await pool.query(
        `UPDATE explorations e SET finished_at = now(),
           problem = 'A part of it failed each time it was tried. The log says more.'
         FROM pgboss.job j WHERE e.finished_at IS NULL AND j.name = $1 AND j.state = 'failed'
           AND j.data ->> 'exploration' = e.id::text`,
        [QUEUE],
      );
    } catch (error) {
      logger.warn({ err: error as Error }, 'parts of workers that ended are not looked for');
    }
  }
}
