import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type pg from 'pg';
import pino from 'pino';
import sharp from 'sharp';
import type { ListedPhoto } from '@eldrun/contract';
import { createApp } from '../src/app.ts';
import { openPool } from '../src/database.ts';
import { Events } from '../src/events.ts';
import { thumbnailOf } from '../src/photos/picture.ts';
import { inThisThread } from './in-this-thread.ts';
import { ownDatabase } from './own-database.ts';

/** Pictures of 4 × 4 dots. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAQAAAAECAIAAAAmkwkpAAAAEElEQVR4nGM4UaEBRwzEcQBTUhaBGaoOzwAAAABJRU5ErkJggg==',
  'base64',
);

/** The same, but it says that it is 30,000 dots wide and high. */
const BOMB = Buffer.from(PNG);
BOMB.writeUInt32BE(30_000, 16);
BOMB.writeUInt32BE(30_000, 20);

let pool: pg.Pool;
let events: Events;
let server: Server;
let project: string;

const address = (path: string) =>
  `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/projects/${path}`;
const put = (photo: string, body: Uint8Array, type = 'image/png', of = project) =>
  fetch(address(`${of}/photos/${photo}`), {
    method: 'PUT',
    headers: { 'content-type': type },
    body: Buffer.from(body),
  });
const listed = async (of = project) =>
  (await (await fetch(address(`${of}/photos`))).json()) as ListedPhoto[];

beforeAll(async () => {
  pool = openPool(await ownDatabase());
  events = new Events(pool);
  server = createServer(
    createApp({ pool, work: inThisThread, events, logger: pino({ enabled: false }) }),
  );
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { rows } = await pool.query<{ id: string }>(
    `INSERT INTO projects (name, units, brief)
     VALUES ('P', 'metric', '{"convention":"iso","indoor":{"temperature":20,"humidity":{"kind":"fixed","relativeHumidity":0.5}},"outdoor":{"climate":"cold-humid"}}')
     RETURNING id`,
  );
  project = rows[0]!.id;
});
afterAll(async () => {
  events.close();
  await new Promise((resolve) => server.close(resolve));
  await pool.end();
});

test('a photo is kept as it was sent, once however often it is sent, with a small picture', async () => {
  expect((await put('photo-0001', PNG)).status).toBe(204);
  expect((await put('photo-0001', PNG)).status).toBe(204);
  expect(await listed()).toEqual([{ id: 'photo-0001', type: 'image/png', size: PNG.length }]);
  const photo = await fetch(address(`${project}/photos/photo-0001`));
  expect(photo.headers.get('content-type')).toBe('image/png');
  expect(Buffer.from(await photo.arrayBuffer())).toEqual(PNG);
  const small = await fetch(address(`${project}/photos/photo-0001/thumbnail`));
  const bytes = Buffer.from(await small.arrayBuffer());
  expect(small.headers.get('content-type')).toBe('image/jpeg');
  expect(await sharp(bytes).metadata()).toMatchObject({ format: 'jpeg', width: 320, height: 320 });
});

test('a small picture stands upright, whichever way the camera was held', async () => {
  // Red above blue, said to lie on its side.
  const half = { width: 60, height: 20, channels: 3 } as const;
  const lying = await sharp({ create: { ...half, height: 40, background: 'blue' } })
    .composite([{ input: { create: { ...half, background: 'red' } }, left: 0, top: 0 }])
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  const { data, info } = await sharp(await thumbnailOf(lying))
    .raw()
    .toBuffer({ resolveWithObject: true });
  const redAt = (x: number) => data[(info.width * 160 + x) * info.channels]!;
  expect(redAt(300)).toBeGreaterThan(200);
  expect(redAt(20)).toBeLessThan(60);
});

test.each([
  ['no picture', 'photo-0002', Buffer.from('hello, this is text'), 422, 'is no picture'],
  ['a broken picture', 'photo-0002', PNG.subarray(0, 30), 422, 'cannot be read'],
  ['a small file of very many dots', 'photo-0002', BOMB, 422, 'million dots'],
  ['200 MB', 'photo-0002', Buffer.alloc(200e6, 0xff), 413, '12 MiB'],
  ['an id that is none', 'X', PNG, 404, 'photo'],
] as const)('%s is refused, named, and nothing is kept', async (_, id, body, status, says) => {
  const answer = await put(id, body).catch(() => null);
  // A server that has answered may close before all of 200 MB is sent.
  if (answer) {
    expect(answer.status).toBe(status);
    expect(((await answer.json()) as { error: { message: string } }).error.message).toContain(says);
  } else expect(status).toBe(413);
  expect((await listed()).map(({ id: one }) => one)).toEqual(['photo-0001']);
});

test('photos of a project that is not there, and those that are gone, are not found', async () => {
  const none = '00000000-0000-4000-8000-000000000000';
  expect((await put('photo-0003', PNG, 'image/png', none)).status).toBe(404);
  expect((await fetch(address(`${project}/photos/photo-9999`))).status).toBe(404);
  const gone = await fetch(address(`${project}/photos/photo-9999`), { method: 'DELETE' });
  expect(gone.status).toBe(404);
});

test('photos go along in a copy of the project', async () => {
  const copy = (await (
    await fetch(address(`${project}/duplicate`), { method: 'POST' })
  ).json()) as { id: string };
  expect(await listed(copy.id)).toHaveLength(1);
});

test('a bundle that is restored brings the photos back, each as it was', async () => {
  const bundle = await fetch(address(`${project}/bundle`));
  expect(bundle.status).toBe(200);
  const restored = await fetch(address('').replace(/projects\/$/, 'bundles'), {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: await bundle.arrayBuffer(),
  });
  expect(restored.status).toBe(201);
  const { id } = (await restored.json()) as { id: string };
  expect(id).not.toBe(project);
  expect(await listed(id)).toEqual(await listed());
  const photo = await fetch(address(`${id}/photos/photo-0001`));
  expect(Buffer.from(await photo.arrayBuffer())).toEqual(PNG);
  const gone = await fetch(address(`${id}/photos/photo-0001`), { method: 'DELETE' });
  expect(gone.status).toBe(204);
  expect(await listed(id)).toEqual([]);
  expect(await listed()).toHaveLength(1);
});
