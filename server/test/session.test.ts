import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import request from 'supertest';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { readSettings } from '../src/settings.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

const PASSWORD = 'larch above the ford';

let pool: pg.Pool;
beforeAll(async () => {
  pool = openPool(await ownDatabase());
});
afterAll(() => pool.end());

const server = (password = PASSWORD) =>
  createApp({
    pool,
    work: inThisThread,
    logger: pino({ enabled: false }),
    loopback: false,
    password,
  });

const enter = (app: ReturnType<typeof server>, password: string) =>
  request(app).post('/enter').type('form').send({ password });

const cookieOf = async (app: ReturnType<typeof server>): Promise<string> => {
  const { headers } = await enter(app, PASSWORD).expect(303);
  return (headers['set-cookie'] as unknown as string[])[0]!;
};

test('who does not know the password sees one field, and nothing else', async () => {
  const app = server();
  const { body } = await request(app).get('/api/projects').expect(401);
  expect(body).toMatchObject({ error: { code: 'not_in' } });
  await request(app)
    .get('/projects/x')
    .set('accept', 'text/html')
    .expect(303)
    .expect('Location', '/enter');
  const { text } = await request(app).get('/enter').expect(200);
  expect(text.match(/<input/g)).toHaveLength(1);
  expect(text).toContain('<label for="password">');
  await request(app).get('/api/health').expect(200);
});

test('the password is kept as a cookie that scripts do not see, and every server with it knows', async () => {
  const app = server();
  const cookie = await cookieOf(app);
  expect(cookie).toMatch(/HttpOnly/);
  expect(cookie).toMatch(/SameSite=Strict/);
  expect(cookie).not.toMatch(/Expires|Max-Age/i);
  await request(app).get('/api/projects').set('cookie', cookie).expect(200);
  await request(server()).get('/api/projects').set('cookie', cookie).expect(200);
  // Another password ends it, and so does a touch on it.
  await request(server('another password')).get('/api/projects').set('cookie', cookie).expect(401);
  const later = cookie.replace(/=(\d+)\./, (_, until: string) => `=${Number(until) + 1}.`);
  await request(app).get('/api/projects').set('cookie', later).expect(401);
});

test('behind a proxy with TLS the cookie goes over TLS alone', async () => {
  const { headers } = await enter(server(), PASSWORD).set('x-forwarded-proto', 'https').expect(303);
  expect((headers['set-cookie'] as unknown as string[])[0]).toMatch(/Secure/);
});

test('wrong passwords are limited; the limit is of the address, not of the server', async () => {
  const app = server();
  for (let i = 0; i < 10; i++) await enter(app, 'wrong').expect(401, /This is not the password/);
  await enter(app, PASSWORD).expect(429);
  await enter(app, PASSWORD).set('x-forwarded-for', '192.0.2.7').expect(303);
});

test('other sites cannot try passwords by a visitor’s browser', async () => {
  await enter(server(), PASSWORD).set('origin', 'http://elsewhere.example').expect(403);
});

const url = 'postgresql://u:p@db.example/eldrun';

test('settings: what is missing has its default', () => {
  expect(readSettings({ ELDRUN_DATABASE_URL: url })).toMatchObject({
    host: '127.0.0.1',
    port: 4870,
    demo: undefined,
    simulateAfter: 30,
    password: undefined,
    proxies: [],
  });
  expect(
    readSettings({
      ELDRUN_DATABASE_URL: url,
      ELDRUN_HOST: '0.0.0.0',
      ELDRUN_PASSWORD: PASSWORD,
      ELDRUN_PROXIES: '192.0.2.1, 192.0.2.2',
      ELDRUN_DEMO: 'once',
      ELDRUN_SIMULATE_AFTER: '600',
    }),
  ).toMatchObject({
    proxies: ['192.0.2.1', '192.0.2.2'],
    demo: 'once',
    simulateAfter: 600,
  });
});

test.each([
  [{}, 'ELDRUN_DATABASE_URL'],
  [{ ELDRUN_DATABASE_URL: 'mysql://x' }, 'ELDRUN_DATABASE_URL'],
  [{ ELDRUN_DATABASE_URL: url, ELDRUN_PORT: '0x' }, 'ELDRUN_PORT'],
  [{ ELDRUN_DATABASE_URL: url, ELDRUN_DEMO: 'always' }, 'ELDRUN_DEMO'],
  [{ ELDRUN_DATABASE_URL: url, ELDRUN_SIMULATE_AFTER: 'never' }, 'ELDRUN_SIMULATE_AFTER'],
  [{ ELDRUN_DATABASE_URL: url, ELDRUN_PASSWORD: 'short' }, 'ELDRUN_PASSWORD'],
  [{ ELDRUN_DATABASE_URL: url, ELDRUN_HOST: '0.0.0.0' }, 'ELDRUN_PASSWORD'],
  [{ ELDRUN_DATABASE_URL: url, ELDRUN_HOST: '::' }, 'ELDRUN_PASSWORD'],
])('settings: %j is refused by its name', (env, name) => {
  expect(() => readSettings(env)).toThrow(new RegExp(`^${name}: `));
});
