import type { DocumentKind } from '../document/index.ts';
import { WALL } from './wall.ts';

export { WALL };

/** All kinds of documents that Eldrun knows. A new kind is a folder of its own and one entry here. */
export const KINDS: readonly DocumentKind[] = [WALL];
