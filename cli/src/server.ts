import { openAsBlob } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import type { WriteStream } from 'node:tty';
import { readTold, TOLD, type BundleLine } from '@eldrun/contract';
import { explain } from './files.ts';
import { EXIT, type Output } from './output.ts';

/** Where Eldrun serves unless it was told otherwise. */
export const SERVER = 'http://127.0.0.1:4870';

/** Said on the terminal where it is one, in place of what was said before; nothing in a file or a pipe. */
const saidAt = ({ stderr }: Output, what: string, share: number): void => {
  if ((stderr as Partial<WriteStream>).isTTY)
    stderr.write(`\r${what}, ${Math.round(100 * share)} %   ${share < 1 ? '' : '\n'}`);
};

const STEPS = {
  packing: 'packed',
  proving: 'restored by way of trial',
  restoring: 'restored',
} as const;

/** Reads an answer that tells how far it is. @throws ServerProblem for one that is an error */
async function toldBy(
  response: Response,
  output: Output,
  bytes?: (piece: Uint8Array) => unknown,
): Promise<BundleLine> {
  const last = await readTold(response.body!, {
    line: (line) => 'step' in line && saidAt(output, STEPS[line.step], line.share),
    ...(bytes ? { bytes } : {}),
  });
  if ('error' in last) throw new ServerProblem(last.error.message);
  return last;
}

/** What a server refused, or that none answers. */
class ServerProblem extends Error {}

/** Asks a running Eldrun. @throws ServerProblem */
async function ask(server: string, path: string, init: RequestInit = {}): Promise<Response> {
  const cookie = await entered(server);
  const response = await fetch(`${server}${path}`, {
    ...init,
    headers: { ...init.headers, ...(cookie ? { cookie } : {}) },
  }).catch(() => {
    throw new ServerProblem(
      `no Eldrun answers at ${server}. Start it by npm start, or say where it is by --server.`,
    );
  });
  if (response.ok) return response;
  const said = (await response.json().catch(() => null)) as { error?: { message: string } } | null;
  throw new ServerProblem(said?.error?.message ?? `the server answered ${response.status}`);
}

/** The cookie of a session, where a password is set; it is taken from the environment. */
async function entered(server: string): Promise<string | null> {
  const password = process.env['ELDRUN_PASSWORD'];
  if (!password) return null;
  const response = await fetch(`${server}/enter`, {
    method: 'POST',
    body: new URLSearchParams({ password }),
    redirect: 'manual',
  }).catch(() => null);
  return response?.headers.get('set-cookie')?.split(';')[0] ?? null;
}

async function said(work: () => Promise<void>, { stderr }: Output): Promise<number> {
  try {
    await work();
    return EXIT.ok;
  } catch (error) {
    const message = error instanceof ServerProblem ? error.message : explain(error);
    stderr.write(`eldrun: ${message}\n`);
    return EXIT.badInput;
  }
}

/** An id as the database gives them. */
const UUID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** The id of the only project of a name. @throws ServerProblem that says which there are */
async function idNamed(wanted: string, server: string): Promise<string> {
  const listed = async (find: string): Promise<{ id: string; name: string }[]> => {
    const lists = await Promise.all(
      ['false', 'true'].map(async (archived) => {
        const query = new URLSearchParams({ archived, find, count: '200' });
        const answer = await ask(server, `/api/projects?${query}`);
        return ((await answer.json()) as { projects: { id: string; name: string }[] }).projects;
      }),
    );
    return lists.flat();
  };
  const found = (await listed(wanted)).filter(({ name }) => name === wanted);
  if (found.length === 1) return found[0]!.id;
  const others = found.length > 0 ? found : await listed('');
  throw new ServerProblem(
    `${found.length === 0 ? 'no project' : `${found.length} projects`} “${wanted}”. There are: ${others.map(({ id, name }) => `${name} (${id})`).join(', ') || 'none'}.`,
  );
}

/**
 * Saves the bundle of a project of a running Eldrun.
 *
 * @param wanted its name or its id
 * @param path of the file; it appears once it is whole
 */
export const bundle = (
  wanted: string,
  { path, server }: { path: string; server: string },
  output: Output,
): Promise<number> =>
  said(async () => {
    const id = UUID.test(wanted) ? wanted : await idNamed(wanted, server);
    const response = await ask(server, `/api/projects/${id}/bundle`, { headers: { accept: TOLD } });
    const part = `${path}.part`;
    const file = await open(part, 'w', 0o600);
    try {
      const last = await toldBy(response, output, (piece) => file.write(piece));
      await file.close();
      await rename(part, path);
      if ('leftOut' in last)
        for (const { what, why } of last.leftOut)
          output.stderr.write(`eldrun: ${what} lies in left-out/ and is not restored: ${why}\n`);
    } catch (error) {
      await file.close().catch(() => undefined);
      await rm(part, { force: true });
      throw error;
    }
    output.stdout.write(`${path}\n`);
  }, output);

/** Restores a bundle into a running Eldrun. */
export const restore = (path: string, server: string, output: Output): Promise<number> =>
  said(async () => {
    const response = await ask(server, '/api/bundles', {
      method: 'POST',
      headers: { 'content-type': 'application/zip', accept: TOLD },
      body: await openAsBlob(path),
    });
    const last = await toldBy(response, output);
    if (!('project' in last)) throw new ServerProblem('the server did not say what it restored');
    const { id, name } = last.project;
    output.stdout.write(`${name}: ${server}/projects/${id}\n`);
  }, output);
