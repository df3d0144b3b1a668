import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import {
  climateOfWeather,
  listsOfWeather,
  parseEpw,
  type Brief,
  type OwnClimate,
} from '@eldrun/core';
import { contextOf, type DocumentStore } from '../documents/store.ts';
import { notFound, weatherInUse } from '../errors.ts';
import { serve } from '../serve.ts';

const standsOn = ({ outdoor }: Brief, weather: string): boolean =>
  'weather' in outdoor && outdoor.weather === weather;

/** Hourly weather of a project: import, read, delete. */
export function weatherRoutes(store: DocumentStore): Router {
  const router = Router();
  const { pool } = store;

  serve(router, 'importWeather', async ({ params, body }) => {
    const { weather, notes } = parseEpw(body);
    const id = `weather-${randomUUID().slice(0, 8)}`;
    const climate: OwnClimate = { ...climateOfWeather(weather), weather: id };
    const { rowCount } = await pool.query(
      `INSERT INTO project_weather (project_id, id, climate, notes, hours)
       SELECT id, $2, $3, $4, $5 FROM projects WHERE id = $1`,
      [
        params.project,
        id,
        JSON.stringify(climate),
        JSON.stringify(notes),
        JSON.stringify(listsOfWeather(weather)),
      ],
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
