import { distance } from 'fastest-levenshtein';
import MiniSearch from 'minisearch';
import type { Material, Materials, Role } from './types.ts';
import { rolesOf } from './properties.ts';

export interface MaterialHit {
  id: string;
  material: Material;
  score: number;
  /** Words of the text that say nothing about this material. */
  missed: string[];
  /** Its own words that answered, as they are spelled there. */
  answered: string[];
}

/** A search index over materials: names, other words for them, ids and categories; forgives typing errors. */
export class MaterialSearch {
  private readonly index: MiniSearch;
  private readonly materials: Materials;
  private readonly names: Set<string>;
  private readonly terms: Set<string>;

  constructor(materials: Materials) {
    this.materials = materials;
    this.names = new Set(
      Object.values(materials).flatMap(({ name, aliases = [] }) =>
        [name, ...aliases].map((one) => one.toLowerCase()),
      ),
    );
    this.terms = new Set([...this.names].flatMap((name) => split(name).map(singular)));
    this.index = new MiniSearch({
      fields: ['name', 'aliases', 'id', 'category'],
      tokenize: split,
      processTerm: singular,
      searchOptions: {
        boost: { name: 2, aliases: 2.5 },
        fuzzy: (term) => (term.length > 3 ? 0.2 : false),
        prefix: (term) => term.length > 1,
        weights: { fuzzy: 0.35, prefix: 0.6 },
      },
    });
    this.index.addAll(
      Object.entries(materials).map(([id, material]) => ({
        id,
        name: material.name,
        category: material.category ?? '',
        aliases: (material.aliases ?? []).join(' · '),
      })),
    );
  }

  /** Whether a text is the whole name of a material, or another word for one. */
  isName(text: string): boolean {
    return this.names.has(text.trim().toLowerCase());
  }

  /** Whether a word stands in the name of a material, or in another word for one. */
  knows(word: string): boolean {
    return termsOf(word.toLowerCase()).some((term) => this.terms.has(term));
  }

  /**
   * The materials that answer a text best, best first. A hit that misses a word of the text ranks behind those that have all.
   *
   * @param text words, any order, typing errors forgiven
   * @param roles keep only materials with one of these roles; all when left out
   * @param limit how many at most
   */
  find(text: string, roles?: readonly Role[], limit = 8): MaterialHit[] {
    const words = text.trim().split(/\s+/).filter(Boolean);
    const wanted = text.trim().toLowerCase();
    return this.index
      .search(text)
      .map((hit) => {
        const material = this.materials[String(hit.id)]!;
        const exact = [material.name, ...(material.aliases ?? [])].some((name) => {
          const known = name.toLowerCase();
          return known === wanted || (wanted.length > 4 && distance(known, wanted) === 1);
        });
        const found = new Set(hit.queryTerms).size / Math.max(words.length, 1);
        return {
          id: String(hit.id),
          material,
          score: hit.score * found * found * (exact ? 4 : 1),
          missed: words.filter(
            (word) => !termsOf(word).some((term) => hit.queryTerms.includes(term)),
          ),
          answered: hit.terms,
        };
      })
      .filter(({ id, material }) => !roles || rolesOf(id, material).some((r) => roles.includes(r)))
      .sort((a, b) => b.score - a.score || (a.id < b.id ? -1 : 1))
      .slice(0, limit);
  }
}

function split(text: string): string[] {
  return text
    .toLowerCase()
    .split(/[^\p{L}\p{N}/]+/u)
    .filter(Boolean);
}

/** The terms that a word is searched by. */
const termsOf = (word: string): string[] => split(word).map(singular);

function singular(term: string): string {
  return term.length > 4 && term.endsWith('s') && !term.endsWith('ss') ? term.slice(0, -1) : term;
}
