import { constants, type PathLike } from 'node:fs';
import { open, type FileHandle } from 'node:fs/promises';
import { setTimeout as wait } from 'node:timers/promises';
import { InputError } from '@eldrun/core/errors';
import { MAX_FILE_SIZE } from '@eldrun/core/wall/schema';
import { EXIT, type Output } from './output.ts';

/** Read at once, bytes. */
const CHUNK = 64 * 1024;

/** A pipe that has nothing yet is asked again so much later, ms. */
const PIPE_WAIT = 10;

/** The next bytes of a file, none at its end. */
async function next(file: FileHandle): Promise<Buffer> {
  for (;;)
    try {
      const { bytesRead, buffer } = await file.read(Buffer.allocUnsafe(CHUNK), 0, CHUNK, null);
      return buffer.subarray(0, bytesRead);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EAGAIN') throw error;
      await wait(PIPE_WAIT);
    }
}

/**
 * The text of a file, a pipe or a device: at most so much of it, however much comes. A pipe that nobody writes to is
 * empty; nobody is waited for.
 *
 * @param max bytes
 * @throws InputError beyond that
 */
export async function readText(path: PathLike, max = MAX_FILE_SIZE): Promise<string> {
  const file = await open(path, constants.O_RDONLY | constants.O_NONBLOCK);
  try {
    const parts: Buffer[] = [];
    for (let size = 0, part = await next(file); part.length > 0; part = await next(file)) {
      size += part.length;
      if (size > max)
        throw new InputError('', 'the file is too large', `at most ${max / 1048576} MiB`);
      parts.push(part);
    }
    return Buffer.concat(parts).toString('utf8');
  } finally {
    await file.close();
  }
}

const FILE_PROBLEMS: Record<string, string> = {
  ENOENT: 'there is no such file',
  EISDIR: 'is a folder, not a file',
  EACCES: 'may not be read',
  ELOOP: 'is a link that leads nowhere',
  ENXIO: 'cannot be opened as a file',
  ENAMETOOLONG: 'the name is too long',
};

/**
 * Answers each file; a bad one is reported and the others are still answered.
 *
 * @param answer what is written for a file's text. @throws InputError
 * @returns 0, or 2 when any file was bad
 */
export async function eachFile(
  files: readonly string[],
  { stdout, stderr }: Output,
  answer: (text: string, path: string) => string,
): Promise<number> {
  let bad = false;
  for (const path of files)
    try {
      stdout.write(answer(await readText(path), path));
    } catch (error) {
      stderr.write(`${path}: ${explain(error)}\n`);
      bad = true;
    }
  return bad ? EXIT.badInput : EXIT.ok;
}

/** A file that a command cannot go on without is bad; what is wrong with it, its name first. */
export class BadFile extends Error {}

/** Reads and parses a file. @throws BadFile */
export async function readAs<T>(
  path: string,
  parse: (text: string) => T,
  max = MAX_FILE_SIZE,
): Promise<T> {
  try {
    return parse(await readText(path, max));
  } catch (error) {
    throw new BadFile(`${path}: ${explain(error)}`);
  }
}

/** What was wrong with a file, for a person. Anything but bad input is thrown on. */
export function explain(error: unknown): string {
  if (error instanceof InputError || error instanceof BadFile) return error.message;
  const { code, syscall, message } = error as NodeJS.ErrnoException;
  if (!syscall) throw error;
  return FILE_PROBLEMS[code ?? ''] ?? message;
}
