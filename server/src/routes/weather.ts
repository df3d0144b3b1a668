import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { InputError } from '@eldrun/core/errors';
import type { Brief } from '@eldrun/core/build-up';
import type { OwnClimate } from '@eldrun/core/climate';
import { contextOf, type DocumentStore } from '../documents/store.ts';
import { notFound, weatherInUse } from '../errors.ts';
import { serve } from '../serve.ts';
import { TooMuchWork } from '../threads/limits.ts';
import type { Work } from '../threads/threads.ts';
import type { ReadWeather } from '../weather/read.ts';

const standsOn = ({ outdoor }: Brief, weather: string): boolean =>
  'weather' in outdoor && outdoor.weather === weather;

/** Reading a file may take so long, ms. */
const LONGEST = 20_000;

/** Hourly weather of a project: import, read, delete. */
export function weatherRoutes(store: DocumentStore, work: Work): Router {
  const router = Router();
  const { pool } = store;

  serve(router, 'importWeather', async ({ params, body, signal }) => {
    const {
      notes,
      hours,
      climate: monthly,
    } = await work
      .run<ReadWeather>('weather', body, { whose: params.project, signal, longest: LONGEST })
      .catch((error: Error) => {
        if (!(error instanceof TooMuchWork)) throw error;
        throw new InputError('file', 'takes too long to read', 'one year of hours, about 1.5 MB');
      });
    const id = `weather-${randomUUID().slice(0, 8)}`;
    const climate: OwnClimate = { ...monthly, weather: id };
    const { rowCount } = await pool.query(
      `INSERT INTO project_weather (project_id, id, climate, notes, hours)
       SELECT id, $2, $3, $4, $5 FROM projects WHERE id = $1`,
      [params.project, id, JSON.stringify(climate), JSON.stringify(notes), hours],
    );
    if (rowCount === 0) throw notFound('project');
    return { id, climate, notes };
  });

  serve(router, 'readWeatherHours', async ({ params }) => {
    const { rows } = await pool.query<{ hours: Record<string, unknown> }>(
      'SELECT hours FROM project_weather WHERE project_id = $1 AND id = $2',
      [params.project, params.weather],
    );
    if (!rows[0]) throw notFound('weather');
    return rows[0].hours;
  });

  serve(router, 'deleteWeather', async ({ params }) => {
    const { project, weather } = params;
    const { brief } = await contextOf(pool, project);
    const users = (await store.references(project)).filter(({ needs }) =>
      needs.weather.includes(weather),
    );
    const names = [
      ...(standsOn(brief, weather) ? ['The brief'] : []),
      ...users.map(({ name }) => name),
    ];
    if (names.length > 0) throw weatherInUse(names);
    const { rowCount } = await pool.query(
      'DELETE FROM project_weather WHERE project_id = $1 AND id = $2',
      [project, weather],
    );
    if (rowCount === 0) throw notFound('weather');
    return undefined;
  });

  return router;
}
