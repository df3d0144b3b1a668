import { readFile, stat } from 'node:fs/promises';
import { InputError } from '@eldrun/core';
import { MAX_FILE_SIZE } from '@eldrun/core/schema';

/** The text of a wall or simulation file. @throws InputError over 1 MiB */
export async function readText(file: string): Promise<string> {
  const { size } = await stat(file);
  if (size > MAX_FILE_SIZE) throw new InputError('', 'the file is too large', 'at most 1 MiB');
  return readFile(file, 'utf8');
}

const FILE_PROBLEMS: Record<string, string> = {
  ENOENT: 'there is no such file',
  EISDIR: 'is a folder, not a file',
  EACCES: 'may not be read',
};

/** What was wrong with a file, for a person. Anything but bad input is thrown on. */
export function explain(error: unknown): string {
  if (error instanceof InputError) return error.message;
  const { code, syscall, message } = error as NodeJS.ErrnoException;
  if (!syscall) throw error;
  return FILE_PROBLEMS[code ?? ''] ?? message;
}
