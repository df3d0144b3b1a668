import type { Brief } from '@eldrun/core/build-up';
import type { WeatherYear } from '@eldrun/core/climate';
import type { Document } from '@eldrun/core/document';
import type { Material } from '@eldrun/core/materials';
import type { JudgedMoisture } from '@eldrun/core/options';
import type { UnitSystem } from '@eldrun/core/units';

/** A document of a project as it was saved. */
export interface ProjectDocument<D extends Document = Document> {
  id: string;
  kind: string;
  /** Rises with every save; the same revision is the same object. */
  revision: number;
  document: D;
}

/**
 * A project as one thing: all that was saved of it, at one moment. What a screen, a sheet, a table, a drawing and a command
 * say of a project is derived from this alone (`derive.ts`). It is never changed in place.
 */
export interface Project {
  /** Empty where it is read from files. */
  id: string;
  name: string;
  units: UnitSystem;
  /** Of the brief, and what else the project gives its documents. */
  revision: number;
  /** Null where it is read from files: each wall file brings its own situation along. */
  brief: Brief | null;
  /** The project's own materials, by id. */
  materials: Readonly<Record<string, Material>>;
  /** Hours of weather files, by id, as far as somebody asked for them. */
  weather: Readonly<Record<string, WeatherYear>>;
  /** What finished simulations said of walls as they are saved, by id. */
  judged: Readonly<Record<string, JudgedMoisture>>;
  /** In the order of its lists. */
  documents: readonly ProjectDocument[];
}

/** The documents of a kind, in the order of their list. */
export function documentsOf<D extends Document = Document>(
  { documents }: Project,
  kind: string,
): ProjectDocument<D>[] {
  return documents.filter((one): one is ProjectDocument<D> => one.kind === kind);
}

/** The one document of a kind of which a project has one: the first; null without any. */
export function onlyDocument<D extends Document>(
  project: Project,
  kind: string,
): ProjectDocument<D> | null {
  return (
    (project.documents.find((one) => one.kind === kind) as ProjectDocument<D> | undefined) ?? null
  );
}

/**
 * The project after documents were saved or taken away. Documents that did not change stay the same objects.
 *
 * @param saved those that are new or have another revision
 * @param gone ids
 */
export function withDocuments(
  project: Project,
  saved: readonly ProjectDocument[],
  gone: readonly string[] = [],
): Project {
  const after = new Map(saved.map((one) => [one.id, one]));
  const documents = project.documents.flatMap((one) => {
    if (gone.includes(one.id)) return [];
    const other = after.get(one.id);
    after.delete(one.id);
    return [!other || other.revision === one.revision ? one : other];
  });
  return { ...project, documents: [...documents, ...after.values()] };
}

/**
 * A project that was read anew, with the objects of before where they are of the same revision: what was derived from them
 * stays.
 */
export function continued(before: Project, after: Project): Project {
  if (before.id !== after.id) return after;
  const known = new Map(before.documents.map((one) => [one.id, one]));
  const same = before.revision === after.revision;
  return {
    ...after,
    ...(same ? { brief: before.brief, materials: before.materials } : {}),
    weather: { ...after.weather, ...before.weather },
    documents: after.documents.map((one) => {
      const other = known.get(one.id);
      return other?.revision === one.revision ? other : one;
    }),
  };
}
