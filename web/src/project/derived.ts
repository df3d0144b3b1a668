import { computed } from 'vue';
import type { Document } from '@eldrun/core/document';
import {
  Derived,
  type Derivation,
  type Key,
  type Look,
  type Project,
  type ProjectDocument,
} from '@eldrun/project';
import { useContents } from './contents.ts';
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

/** Reads what follows from the project; within a computed property or a template it follows the project. */
export interface PageDerived {
  look: Look;
  /** What a derivation would be computed from: for a worker. */
  inputsOf: <V, I extends readonly unknown[]>(what: Derivation<V, I>, key?: Key) => I;
}

/**
 * What follows from the open project as it is in this page, what is not saved yet included: the same derivations that papers
 * and the command read. What did not change is not computed again.
 *
 * @param single documents of which the project has one, by kind; null where it has none
 */
export function useDerived(single: () => Readonly<Record<string, Document | null>>): PageDerived {
  const project = useProject();
  const contents = useContents();
  let derived: Derived | null = null;
  const now = computed<Project>(() => {
    // A project that is being left stays as it was.
    if (!project.document) return derived!.project;
    const { name, units, brief } = project.document;
    const all = Object.entries({ prices: project.prices?.document ?? null, ...single() });
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
        ...[...contents.walls].map(([id, wall]) => placed('wall', id, wall)),
        ...all.flatMap(([kind, document]) => (document ? [placed(kind, kind, document)] : [])),
      ],
    };
  });
  const current = (): Derived => {
    derived ??= new Derived(now.value);
    derived.set(now.value);
    return derived;
  };
  return {
    look: (what, key) => current().look(what, key),
    inputsOf: (what, key) => current().inputsOf(what, key),
  };
}
