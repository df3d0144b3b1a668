import { computed } from 'vue';
import type { Document } from '@eldrun/core/document';
import {
  Derived,
  type Key,
  type Look,
  type Derivation,
  type Project,
  type ProjectDocument,
} from '@eldrun/project';
import type { HouseState } from './house.ts';
import { useProject } from './project.ts';

/** The same document has the same place in every state of the project. */
const places = new WeakMap<Document, ProjectDocument>();

function placed(kind: string, id: string, document: Document): ProjectDocument {
  const known = places.get(document);
  if (known?.id === id) return known;
  const place = { id, kind, revision: 0, document };
  places.set(document, place);
  return place;
}

/**
 * What follows from the open project as it is in this page, what is not saved yet included: the same derivations that papers
 * and the command read. What did not change is not computed again.
 *
 * @param house with the walls of the project
 * @param others documents of which the project has one, by kind; null where it has none
 * @returns reads a derivation; within a computed property or a template it follows the project
 */
export function useDerived(
  house: Pick<HouseState, 'house' | 'walls'>,
  others: () => Readonly<Record<string, Document | null>>,
): Look {
  const project = useProject();
  const now = computed<Project>(() => {
    const { name, units, brief } = project.document!;
    const only = Object.entries({
      house: house.house.value,
      prices: project.prices?.document ?? null,
      ...others(),
    });
    return {
      id: project.id,
      name,
      units,
      revision: 0,
      brief,
      materials: project.ownMaterials,
      weather: {},
      judged: {},
      documents: [
        ...[...house.walls.value].map(([id, wall]) => placed('wall', id, wall)),
        ...only.flatMap(([kind, document]) => (document ? [placed(kind, kind, document)] : [])),
      ],
    };
  });
  const derived = new Derived(now.value);
  return <V>(what: Derivation<V>, key?: Key): V => {
    derived.set(now.value);
    return derived.look(what, key);
  };
}
