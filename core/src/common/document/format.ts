import { InputError } from '../errors.ts';
import type { Document } from './types.ts';

/** The format of a kind of documents, as its files say it. */
export function formatOf(kind: string): string {
  return `eldrun-${kind}`;
}

/**
 * Why a document is left untouched by this program: it is of a kind or a version that came later.
 *
 * @param kind as it was found, or undefined where this program has none of that name
 * @returns a sentence, or null where it can be worked with
 */
export function untouchable(
  { format, version }: Pick<Document, 'format' | 'version'>,
  kind: { version: number } | undefined,
): string | null {
  if (!kind) return `This Eldrun does not know the format “${format}”. It is kept as it is.`;
  if (version > kind.version)
    return `It was made by a newer Eldrun (version ${version} of its format, this one reads ${kind.version}). It is kept as it is.`;
  return null;
}

/** Applies commands one after the other. @throws InputError */
export function applyAll<D extends Document, C>(
  kind: { apply(document: D, command: C): D },
  document: D,
  commands: readonly C[],
): D {
  return commands.reduce((after: D, command) => kind.apply(after, command), document);
}

/**
 * The kind of that name.
 *
 * @throws InputError where there is none
 */
export function kindNamed<K extends { kind: string }>(kinds: readonly K[], name: string): K {
  const found = kinds.find(({ kind }) => kind === name);
  if (!found)
    throw new InputError(
      'kind',
      `“${name.slice(0, 60)}” is no kind of document that this Eldrun knows`,
      kinds.map(({ kind }) => kind).join(', '),
    );
  return found;
}
