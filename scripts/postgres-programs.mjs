import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { installDebian } from './debian.mjs';
import { capture, Refusal } from './run.mjs';

/** PostgreSQL does not run as root: there its programs run as the user of Debian's package. */
export const asRoot = process.getuid?.() === 0;

function findPrograms() {
  const versions = '/usr/lib/postgresql';
  const debian = existsSync(versions)
    ? readdirSync(versions)
        .filter((version) => existsSync(join(versions, version, 'bin', 'initdb')))
        .sort((a, b) => Number(b) - Number(a))
    : [];
  if (debian[0]) return join(versions, debian[0], 'bin');
  const bin = capture('pg_config', ['--bindir'])?.trim();
  return bin && existsSync(join(bin, 'initdb')) ? bin : null;
}

/** The folder with PostgreSQL's programs; installs Debian's package when there is none. */
export function ensurePostgres() {
  if (!findPrograms()) installDebian('postgresql', 'Eldrun keeps its data in PostgreSQL.');
  const programs = findPrograms();
  if (!programs) throw new Refusal('PostgreSQL is installed, but its programs were not found.');
  return programs;
}

/** The name of the user that the database runs as. */
export const databaseUser = () => (asRoot ? 'postgres' : capture('id', ['-un']).trim());

/** The numbers of that user and its group. */
export const databaseIds = () =>
  ['-u', '-g'].map((flag) => Number(capture('id', asRoot ? [flag, 'postgres'] : [flag])));

/** A command as the database's user runs it. It is told to end, fast, when the process that runs it is gone. */
function asUser(command, args) {
  const user = asRoot
    ? ['--reuid=postgres', '--regid=postgres', '--init-groups', '--reset-env']
    : [];
  return ['setpriv', [...user, '--pdeathsig=INT', command, ...args]];
}

/** Runs a command as the database's user to its end. */
export function asDatabaseUser(command, args, options = {}) {
  const [program, all] = asUser(command, args);
  return spawnSync(program, all, { cwd: '/', encoding: 'utf8', ...options });
}

/** Runs one of PostgreSQL's programs as the database's user to its end. @throws Refusal with what it said */
export function postgresProgram(name, args, options = {}) {
  const { status, stderr, stdout, error } = asDatabaseUser(
    join(ensurePostgres(), name),
    args,
    options,
  );
  if (status !== 0) throw new Refusal(`${name} failed: ${error?.message ?? (stderr || stdout)}`);
  return stdout;
}

/**
 * Starts PostgreSQL itself as the database's user, in a group of its own, so that Ctrl+C does not reach it.
 *
 * @param log descriptor of the file that it writes to
 */
export function spawnPostgres(args, log) {
  const [program, all] = asUser(join(ensurePostgres(), 'postgres'), args);
  return spawn(program, all, { cwd: '/', detached: true, stdio: ['ignore', log, log] });
}
