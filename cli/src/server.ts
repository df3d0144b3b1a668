import { open, readFile, rename, rm, stat } from 'node:fs/promises';
import { explain } from './files.ts';
import { EXIT, type Output } from './output.ts';

/** Where Eldrun serves unless it was told otherwise. */
export const SERVER = 'http://127.0.0.1:4870';

/** The largest bundle, bytes: what the server takes. */
const MAX_BUNDLE_SIZE = 200 * 1024 * 1024;

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
    const lists = await Promise.all(
      ['false', 'true'].map((archived) => ask(server, `/api/projects?archived=${archived}`)),
    );
    const projects = (
      await Promise.all(lists.map((one) => one.json() as Promise<{ id: string; name: string }[]>))
    ).flat();
    const found = projects.filter(({ id, name }) => id === wanted || name === wanted);
    if (found.length !== 1)
      throw new ServerProblem(
        `${found.length === 0 ? 'no project' : `${found.length} projects`} “${wanted}”. There are: ${projects.map(({ id, name }) => `${name} (${id})`).join(', ') || 'none'}.`,
      );
    const response = await ask(server, `/api/projects/${found[0]!.id}/bundle`);
    const part = `${path}.part`;
    const file = await open(part, 'w', 0o600);
    try {
      await file.writeFile(new Uint8Array(await response.arrayBuffer()));
      await file.close();
      await rename(part, path);
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
    if ((await stat(path)).size > MAX_BUNDLE_SIZE)
      throw new ServerProblem(`${path}: the file is too large. Allowed: at most 200 MiB.`);
    const response = await ask(server, '/api/bundles', {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: new Uint8Array(await readFile(path)),
    });
    const { id, name } = (await response.json()) as { id: string; name: string };
    output.stdout.write(`${name}: ${server}/projects/${id}\n`);
  }, output);
