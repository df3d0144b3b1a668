import { parseSite } from '@eldrun/core/site/file';
import { sitePlan, siteWalls } from '@eldrun/core/site';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { png } from '../e2e/picture.ts';

/** The median of several runs, ms. */
function median(work: () => unknown, runs = 15): number {
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

/** A picture that does not pack well, of about so many bytes. */
function photo(bytes: number): Uint8Array<ArrayBuffer> {
  const side = Math.floor(Math.sqrt(bytes / 3));
  const noise = Uint8Array.from({ length: bytes }, (_, n) => Math.imul(n, 2654435761) >>> 13);
  return new Uint8Array(png(side, side, noise));
}

const ENTRIES = 500;
const PHOTOS = 50;
const PHOTO_SIZE = 400_000;

/** A plan, and what a tablet sends when it comes back: 500 entries and 50 photos over loopback. @param url of a running Eldrun */
export async function siteFigures(url: string): Promise<Record<string, number>> {
  const path = join(import.meta.dirname, '../examples/sites/mill-race-house.json');
  const site = parseSite(readFileSync(path, 'utf8'));
  const twelve = {
    ...site.house,
    elevations: Array.from({ length: 12 }, (_, n) => ({
      ...site.house.elevations[n % site.house.elevations.length]!,
      id: `e${n}`,
    })),
  };
  const bare = { ...site, progress: [], checks: [], readings: [] };
  const walls = siteWalls(site.house.assemblies);

  const send = async (method: string, address: string, body: unknown): Promise<unknown> => {
    const picture = body instanceof Uint8Array;
    const answer = await fetch(`${url}/api${address}`, {
      method,
      headers: { 'content-type': picture ? 'image/png' : 'application/json' },
      body: picture ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${address}: ${answer.status} ${await answer.text()}`);
    return answer.status === 204 ? null : answer.json();
  };
  const { id: project } = (await send('POST', '/projects', { name: 'Bench of a site' })) as {
    id: string;
  };
  const { house: _, ...document } = { ...bare, log: [] };
  const { id } = (await send('POST', `/projects/${project}/documents`, {
    kind: 'site',
    document,
  })) as { id: string };
  const picture = photo(PHOTO_SIZE);
  const start = performance.now();
  await send('PATCH', `/documents/${id}`, {
    revision: 1,
    steps: ['500 entries'],
    document: {
      ...document,
      log: Array.from({ length: ENTRIES }, (_entry, n) => ({
        id: `log-${n}`,
        day: '2026-05-06',
        kind: 'note',
        text: `Entry ${n}, as it is written with a thumb`,
      })),
    },
  });
  for (let n = 0; n < PHOTOS; n++)
    await send('PUT', `/projects/${project}/photos/photo-${String(n).padStart(8, '0')}`, picture);
  const sync = performance.now() - start;
  const revision = (await (await fetch(`${url}/api/projects/${project}`)).json()) as {
    revision: number;
  };
  await send('PATCH', `/projects/${project}`, { revision: revision.revision, archived: true });
  await fetch(`${url}/api/projects/${project}`, { method: 'DELETE' });
  return {
    'site: plan for 12 elevations, ms': median(() => sitePlan(bare, twelve, walls)),
    'site: 500 entries and 50 photos sent over loopback, ms': sync,
  };
}
