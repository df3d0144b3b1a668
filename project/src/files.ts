import { deepEqual } from 'fast-equals';
import type { WallFile } from '@eldrun/core/build-up';
import type { Document } from '@eldrun/core/document';
import { parseDetailedHouse } from '@eldrun/core/edges/file';
import type { DetailedHouse } from '@eldrun/core/edges';
import { InputError } from '@eldrun/core/errors';
import { DETAILS, ORDER } from '@eldrun/core/kinds';
import { parsePriceBook } from '@eldrun/core/prices/schema';
import type { ProjectHouse } from '@eldrun/core/house';
import { parseSite } from '@eldrun/core/site/file';
import type { UnitSystem } from '@eldrun/core/units';
import { parseJson } from '@eldrun/core/validation';
import { parseWallFile } from '@eldrun/core/wall/schema';
import type { Project, ProjectDocument } from './documents.ts';

/** Kinds of documents of which a project has one. */
const ONLY: ReadonlySet<string> = new Set(['house', 'site', 'details', 'prices', 'order']);

/**
 * A project put together from files: walls, a house with its walls, a site with its house, a price book, an order, how edges
 * are made. A house's walls have the ids of its assemblies, any other wall `wall-1` and on, in the order of the files; the same
 * wall in two files is one wall.
 */
export class FileProject {
  private readonly documents: ProjectDocument[] = [];
  private walls = 0;

  /**
   * Takes a file's text.
   *
   * @throws InputError that names the first wrong field; where there is already what a project has one of
   */
  add(text: string): void {
    switch (formatOf(text)) {
      case 'eldrun-house':
        return this.putHouse(parseDetailedHouse(text));
      case 'eldrun-site': {
        const { house, ...site } = parseSite(text);
        this.put('site', 'site', site);
        return this.putHouse(house);
      }
      case 'eldrun-prices':
        return this.put('prices', 'prices', parsePriceBook(text));
      case 'eldrun-order':
        return this.put('order', 'order', ORDER.validate(jsonOf(text), { materials: {} }));
      case 'eldrun-details':
        return this.put('details', 'details', DETAILS.validate(jsonOf(text), { materials: {} }));
      default:
        this.putWall(`wall-${++this.walls}`, parseWallFile(text));
    }
  }

  /** What was taken, as a project. */
  project(name: string, units: UnitSystem): Project {
    return {
      id: '',
      name,
      units,
      revision: 0,
      brief: null,
      materials: {},
      weather: {},
      judged: {},
      documents: this.documents,
    };
  }

  /** @throws InputError */
  put(kind: string, id: string, document: Document): void {
    if (ONLY.has(kind) && this.documents.some((one) => one.kind === kind))
      throw new InputError('format', `there is already a ${kind}`, `one file with a ${kind}`);
    this.documents.push({ id, kind, revision: 0, document });
  }

  /** @returns its id: that of the same wall, where it came with another file */
  private putWall(id: string, wall: WallFile): string {
    const same = this.documents.find((one) => one.kind === 'wall' && deepEqual(one.document, wall));
    if (!same) this.put('wall', id, wall);
    return same?.id ?? id;
  }

  private putHouse({ assemblies, details, ...house }: DetailedHouse): void {
    const named = Object.fromEntries(
      Object.entries(assemblies).map(([name, wall]) => [name, this.putWall(name, wall)]),
    );
    this.put('house', 'house', { ...house, assemblies: named } as ProjectHouse);
    if (details) this.put('details', 'details', details);
  }
}

/** What a file says it is; empty where it says nothing. */
const formatOf = (text: string): string => /"format"\s*:\s*"([\w-]{1,40})"/.exec(text)?.[1] ?? '';

const jsonOf = (text: string): unknown => parseJson(text, 'a document in JSON; numbers finite');
