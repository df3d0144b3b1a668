import { expect, test } from '@jest/globals';
import { demoProject } from '@eldrun/demo/as-project';
import { InputError } from '@eldrun/core/errors';
import type { House, ProjectHouse } from '@eldrun/core/house';
import type { LogEntry, ProjectSite } from '@eldrun/core/site';
import {
  assessedWall,
  continued,
  Derived,
  derivation,
  edges,
  elevations,
  factsOfWall,
  heads,
  layout,
  layouts,
  onlyDocument,
  orderedHouse,
  planOfSite,
  withDocuments,
  type Project,
} from '../src/index.ts';

/** The project with one of its documents changed and saved. */
function changed<D>(project: Project, kind: string, change: (document: D) => D): Project {
  const { id, revision, document } = onlyDocument(project, kind)!;
  return withDocuments(project, [
    { id, kind, revision: revision + 1, document: change(document as D) as typeof document },
  ]);
}

/** How often each derivation is computed while something is looked at. */
function computedBy(derived: Derived, look: () => unknown): Record<string, number> {
  const before = new Map(derived.computed);
  look();
  return Object.fromEntries(
    [...derived.computed]
      .map(([name, count]): [string, number] => [name, count - (before.get(name) ?? 0)])
      .filter(([, count]) => count > 0),
  );
}

const note = (text: string): LogEntry => ({ id: text, day: '2026-04-20', kind: 'note', text });

test('nothing is computed twice, and an error is one as long as its inputs stay', () => {
  let runs = 0;
  const fails = derivation(
    'fails',
    ({ name }) => [name],
    (name) => {
      runs++;
      throw new InputError('name', `“${name}” is none`, 'another');
    },
  );
  const project = demoProject();
  const derived = new Derived(project);
  for (let i = 0; i < 3; i++) expect(() => derived.look(fails)).toThrow('is none');
  derived.set({ ...project, revision: 9 });
  expect(() => derived.look(fails)).toThrow('is none');
  expect(runs).toBe(1);
  derived.set({ ...project, name: 'Other' });
  expect(() => derived.look(fails)).toThrow('“Other” is none');
  expect(runs).toBe(2);
});

test('an input that cannot be had is asked for again once it can', () => {
  const project = demoProject();
  const bare = { ...project, documents: [] };
  const derived = new Derived(bare);
  expect(() => derived.look(assessedWall, 'wall-0')).toThrow('there is no such wall');
  derived.set(project);
  expect(derived.look(assessedWall, 'wall-0').wall.layers.length).toBeGreaterThan(0);
});

test('a note in the log plans nothing and lays nothing out', () => {
  const derived = new Derived(demoProject());
  const plan = derived.look(planOfSite);
  derived.look(layouts);
  derived.set(
    changed<ProjectSite>(derived.project, 'site', (site) => ({
      ...site,
      log: [...(site.log ?? []), note('A note')],
    })),
  );
  const runs = computedBy(derived, () => {
    expect(derived.look(planOfSite)).toBe(plan);
    derived.look(layouts);
  });
  expect(runs['site plan']).toBeUndefined();
  expect(runs['layout']).toBeUndefined();
});

test('a step entered plans anew, and lays nothing out', () => {
  const derived = new Derived(demoProject());
  derived.look(planOfSite);
  derived.look(layouts);
  derived.set(
    changed<ProjectSite>(derived.project, 'site', (site) => ({
      ...site,
      crews: { ...site.crews, framing: 1 },
    })),
  );
  const runs = computedBy(derived, () => {
    derived.look(planOfSite);
    derived.look(layouts);
  });
  expect(runs['site plan']).toBe(1);
  expect(runs['layout']).toBeUndefined();
});

test('an edit of one elevation of a hundred lays that one out', () => {
  const project = changed<ProjectHouse>(demoProject(), 'house', (house) => ({
    ...house,
    elevations: Array.from({ length: 100 }, (_, n) => ({
      ...house.elevations[n % house.elevations.length]!,
      id: `e${n}`,
    })),
  }));
  const derived = new Derived(project);
  expect(computedBy(derived, () => derived.look(heads))['layout']).toBe(100);
  const before = derived.look(layout, 'e8');
  derived.set(
    changed<ProjectHouse>(project, 'house', (house) => ({
      ...house,
      elevations: house.elevations.map((one) =>
        one.id === 'e7' ? { ...one, length: one.length + 0.1 } : one,
      ),
    })),
  );
  expect(computedBy(derived, () => derived.look(heads))['layout']).toBe(1);
  expect(derived.look(layout, 'e8')).toBe(before);
});

test('an edit of a wall that no elevation is built as touches nothing of the house', () => {
  const project = demoProject();
  const derived = new Derived(project);
  const used = new Set(
    Object.values((onlyDocument(project, 'house')!.document as House<string>).assemblies),
  );
  derived.look(orderedHouse);
  derived.look(edges);
  derived.look(planOfSite);
  const other = project.documents.find(({ kind, id }) => kind === 'wall' && !used.has(id))!;
  derived.set(
    withDocuments(project, [
      { ...other, revision: 2, document: { ...other.document, name: 'Another name' } },
    ]),
  );
  const runs = computedBy(derived, () => {
    derived.look(orderedHouse);
    derived.look(edges);
    derived.look(planOfSite);
  });
  for (const name of ['layout', 'takeoff', 'ordered house', 'edges', 'site plan'])
    expect([name, runs[name]]).toEqual([name, undefined]);
});

test('what was read anew goes on with what did not change', () => {
  const before = demoProject();
  const again = continued(before, structuredClone(before));
  expect(again.documents.every((one, n) => one === before.documents[n])).toBe(true);
  const derived = new Derived(before);
  derived.look(orderedHouse);
  derived.set(again);
  expect(computedBy(derived, () => derived.look(orderedHouse))).toEqual({});
  const saved = { ...again.documents[0]!, revision: 7 };
  expect(continued(before, { ...again, documents: [saved] }).documents).toEqual([saved]);
});

test('a document that is gone is gone from what follows', () => {
  const project = demoProject();
  const derived = new Derived(project);
  expect(derived.look(elevations).length).toBeGreaterThan(0);
  derived.set(withDocuments(project, [], ['house']));
  expect(derived.look(elevations)).toEqual([]);
  expect(() => derived.look(orderedHouse)).toThrow('the project has no elevation yet');
  expect(derived.look(factsOfWall, 'wall-1').nailing?.chosen).toBe(false);
});
