import { createHash } from 'node:crypto';
import {
  accessSync,
  chmodSync,
  chownSync,
  constants,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  rmdirSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { ROOT } from './packages.mjs';
import {
  asDatabaseUser,
  asRoot,
  databaseIds,
  databaseUser,
  ensurePostgres,
} from './postgres-programs.mjs';
import { Refusal } from './run.mjs';

/** What Eldrun puts into a data folder. */
const OURS = /^(cluster(\.unfinished-.*)?|password(\.\d+)?|lock|running\.json|server\.log(\.1)?)$/;

/** Whether the database's user may enter a folder. */
const mayEnter = (folder) => !asRoot || asDatabaseUser('test', ['-x', folder]).status === 0;

/**
 * Where the data of this checkout live: in it, or, where the database's user may not enter it, in a folder named after it.
 */
export function defaultDataFolder() {
  const inside = join(ROOT, '.data');
  if (!asRoot) return inside;
  ensurePostgres();
  if (mayEnter(ROOT)) return inside;
  const mark = createHash('sha256').update(ROOT).digest('hex').slice(0, 8);
  return join('/var/lib/eldrun', `${basename(ROOT)}-${mark}`);
}

/** A data folder that is gone after use. */
export function throwAwayFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'eldrun-'));
  chmodSync(folder, 0o755);
  return folder;
}

/** The folders from the root down to one. */
function pathTo(folder) {
  const above = dirname(folder);
  return above === folder ? [folder] : [...pathTo(above), folder];
}

const refuseClosed = (closed) =>
  new Refusal(
    `The database's user “${databaseUser()}” may not enter ${closed}. Nothing was changed.\n` +
      `Choose another place with --data DIR, or let others pass through it: chmod o+x '${closed}'`,
  );

/**
 * Makes sure that a data folder is there and that its database can work in it: makes it where it is missing, and hands
 * one of Eldrun's own, or an empty one, to the database's user.
 *
 * @throws Refusal, with nothing changed, where that cannot be
 */
export function prepareDataFolder(folder) {
  const made = [];
  try {
    for (const step of pathTo(folder)) {
      if (existsSync(step)) {
        if (!statSync(step).isDirectory())
          throw new Refusal(
            `${step} is a file, not a folder. Choose another place with --data DIR.`,
          );
        if (step === folder) accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK);
        if (step !== folder && !mayEnter(step)) throw refuseClosed(step);
        continue;
      }
      mkdirSync(step);
      made.push(step);
      // Only Eldrun's own user and the database's look into the data; all may pass through what is above.
      chmodSync(step, step === folder ? 0o700 : 0o711);
    }
    if (mayEnter(folder)) return;
    const foreign = readdirSync(folder).find((name) => !OURS.test(name));
    if (foreign !== undefined) throw refuseClosed(folder);
    chownSync(folder, ...databaseIds());
  } catch (error) {
    for (const step of made.reverse()) rmdirSync(step);
    if (error instanceof Refusal) throw error;
    throw new Refusal(
      `The data folder ${folder} cannot be used: ${error.message}. Choose another place with --data DIR.`,
    );
  }
}
