import { randomUUID } from 'node:crypto';
import express, { Router } from 'express';
import type pg from 'pg';
import {
  climateOfWeather,
  LARGEST_WEATHER,
  parseEpw,
  type OwnClimate,
  type WeatherYear,
} from '@eldrun/core';
import { notFound, weatherInUse, wrongType } from '../errors.ts';
import { idOf } from '../requests.ts';

/** The type a weather file is sent as: no page of another site can send it unasked. */
const WEATHER_TYPE = 'text/csv';

/** Columns as plain lists, for the database and the page. */
function plain(weather: WeatherYear): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(weather).map(([name, value]) => [
      name,
      value instanceof Float64Array ? Array.from(value) : value,
    ]),
  );
}

/** Hourly weather of a project: import, read, delete. */
export function weatherRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.post(
    '/:id/weather',
    express.text({ type: WEATHER_TYPE, limit: LARGEST_WEATHER }),
    async (request, response) => {
      const projectId = idOf(request.params['id'], 'project');
      if (typeof request.body !== 'string') throw wrongType(WEATHER_TYPE);
      const { weather, notes } = parseEpw(request.body);
      const id = `weather-${randomUUID().slice(0, 8)}`;
      const climate: OwnClimate = { ...climateOfWeather(weather), weather: id };
      const { rowCount } = await pool.query(
        `INSERT INTO project_weather (project_id, id, climate, notes, hours)
         SELECT id, $2, $3, $4, $5 FROM projects WHERE id = $1`,
        [
          projectId,
          id,
          JSON.stringify(climate),
          JSON.stringify(notes),
          JSON.stringify(plain(weather)),
        ],
      );
      if (rowCount === 0) throw notFound('project');
      response.status(201).json({ id, climate, notes });
    },
  );

  router.get('/:id/weather/:weather/hours', async (request, response) => {
    const { rows } = await pool.query<{ hours: unknown }>(
      'SELECT hours FROM project_weather WHERE project_id = $1 AND id = $2',
      [idOf(request.params.id, 'project'), request.params.weather],
    );
    if (!rows[0]) throw notFound('weather');
    response.json(rows[0].hours);
  });

  router.delete('/:id/weather/:weather', async (request, response) => {
    const id = idOf(request.params.id, 'project');
    const { weather } = request.params;
    const { rows } = await pool.query<{ name: string }>(
      `SELECT 'The brief' AS name FROM projects WHERE id = $1 AND brief->'outdoor'->>'weather' = $2
       UNION ALL
       SELECT name FROM walls WHERE project_id = $1 AND document->'outdoor'->>'weather' = $2`,
      [id, weather],
    );
    if (rows.length > 0) throw weatherInUse(rows.map(({ name }) => name));
    const { rowCount } = await pool.query(
      'DELETE FROM project_weather WHERE project_id = $1 AND id = $2',
      [id, weather],
    );
    if (rowCount === 0) throw notFound('weather');
    response.status(204).end();
  });

  return router;
}
