import { deepEqual } from 'fast-equals';
import { BRIEF_FIELDS, type Brief, type ProjectWall, type WallFile } from '@eldrun/core/build-up';
import { fileName } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import type { Material } from '@eldrun/core/materials';

/**
 * Reads a wall file that a person chose or dropped.
 *
 * @throws InputError that names the field and what is allowed
 */
export async function wallOfFile(
  file: File,
  projectMaterials: Record<string, Material>,
): Promise<WallFile> {
  const { MAX_FILE_SIZE, parseWallFile } = await import('@eldrun/core/wall/schema');
  if (file.size > MAX_FILE_SIZE) throw new InputError('', 'the file is too large', 'at most 1 MiB');
  return parseWallFile(await file.text(), projectMaterials);
}

/** A wall file as a wall of a project: what it says as the brief does follows the brief from then on. */
export function asProjectWall(file: WallFile, brief: Brief): ProjectWall {
  const wall: ProjectWall = { ...file };
  for (const field of BRIEF_FIELDS) if (deepEqual(wall[field], brief[field])) delete wall[field];
  return wall;
}

/** Hands a text to the browser's downloads. */
export function downloadText(name: string, text: string, type: string): void {
  downloadBlob(name, new Blob([text], { type }));
}

/** Hands a file to the browser's downloads. */
export function downloadBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

/** Hands a wall file to the browser's downloads. */
export function download(file: WallFile): void {
  downloadText(
    `${fileName(file.name)}.json`,
    `${JSON.stringify(file, null, 2)}\n`,
    'application/json',
  );
}
