import { beforeEach, expect, jest, test } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { InputError } from '@eldrun/core';
import { DEMO_PROJECTS } from '../../server/src/demo/projects.ts';
import { useBench } from '../src/stores/bench.ts';
import { useProject } from '../src/stores/project.ts';
import { useWall } from '../src/stores/wall.ts';

const { brief, walls, name, units } = DEMO_PROJECTS[0]!;
const WALL = walls[1]!;

class Store implements Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> {
  private readonly items = new Map<string, string>();
  getItem = (key: string) => this.items.get(key) ?? null;
  setItem = (key: string, value: string) => void this.items.set(key, value);
  removeItem = (key: string) => void this.items.delete(key);
}

/** A server of one project and one wall. */
function serve(): { document: unknown; revision: number } {
  const state = { document: WALL as unknown, revision: 1 };
  globalThis.fetch = jest.fn((url: string, init: RequestInit) => {
    if (init.method === 'PATCH' && url.includes('/walls/')) {
      state.document = (JSON.parse(init.body as string) as { document: unknown }).document;
      state.revision++;
    }
    const answer = url.includes('/walls/')
      ? { id: 'w', projectId: 'p', ...state }
      : { id: 'p', name, units, brief, revision: 1, materials: {}, walls: [] };
    return Promise.resolve(new Response(JSON.stringify(answer)));
  }) as unknown as typeof fetch;
  return state;
}

let server: ReturnType<typeof serve>;

beforeEach(async () => {
  Object.assign(globalThis, { localStorage: new Store(), sessionStorage: new Store() });
  setActivePinia(createPinia());
  server = serve();
  await useProject().open('p');
  await useWall().open('w');
});

const layers = () => useWall().document!.layers.map(({ id }) => id);

test('steps are named, undone and redone, and each is saved', async () => {
  const wall = useWall();
  wall.run('Take out the board', [{ type: 'removeLayer', id: 'L6' }]);
  wall.run('Rename', [{ type: 'rename', name: 'New' }]);
  expect(wall.past.map((step) => step.name)).toEqual(['Take out the board', 'Rename']);
  expect(wall.undo()).toBe('Rename');
  expect(wall.undo()).toBe('Take out the board');
  expect(wall.undo()).toBeNull();
  expect(wall.document).toEqual(WALL);
  expect(wall.redo()).toBe('Take out the board');
  expect(layers()).not.toContain('L6');
  wall.run('Rename again', [{ type: 'rename', name: 'Other' }]);
  expect(wall.redo()).toBeNull();
  await new Promise((resolve) => setTimeout(resolve, 600));
  expect(server.document).toEqual(wall.document);
  expect(wall.saveState.kind).toBe('saved');
});

test('a step that would make no valid wall changes nothing', () => {
  const wall = useWall();
  expect(() => wall.run('Bad', [{ type: 'setThickness', id: 'L6', thickness: -1 }])).toThrow(
    InputError,
  );
  expect(wall.document).toEqual(WALL);
  expect(wall.past).toEqual([]);
});

test('readings, verdicts and the preview follow the document', () => {
  const wall = useWall();
  const before = wall.assessment!.thermal.effective.r;
  const [fix] = wall.verdicts.find(({ id }) => id === 'sheathing-dew-point')!.fixes;
  wall.preview = fix!.commands;
  expect(wall.previewed!.thermal.effective.r).toBe(fix!.effect.effectiveR);
  expect(wall.assessment!.thermal.effective.r).toBe(before);
  wall.run('Fix', fix!.commands);
  expect(wall.preview).toBeNull();
  expect(wall.assessment!.thermal.effective.r).toBe(fix!.effect.effectiveR);
  expect(wall.verdicts.find(({ id }) => id === 'sheathing-dew-point')!.status).toBe('pass');
});

test('the brief reaches every wall at once', () => {
  const project = useProject();
  const wall = useWall();
  const margin = Math.min(...wall.assessment!.moisture.condensingPlane!.margin);
  project.change({ brief: { ...brief, outdoor: { climate: 'subarctic' } } }, 'Climate');
  expect(Math.min(...wall.assessment!.moisture.condensingPlane!.margin)).toBeLessThan(margin);
});

test('undo is found again by the page that comes after, for the same document only', async () => {
  const wall = useWall();
  wall.run('Rename', [{ type: 'rename', name: 'New' }]);
  await new Promise((resolve) => setTimeout(resolve, 600));
  wall.keepSteps();
  setActivePinia(createPinia());
  await useProject().open('p');
  await useWall().open('w');
  expect(useWall().past.map((step) => step.name)).toEqual(['Rename']);
  server.document = WALL;
  setActivePinia(createPinia());
  await useProject().open('p');
  await useWall().open('w');
  expect(useWall().past).toEqual([]);
});

test('the bench steps through the months and the design day', () => {
  const bench = useBench();
  bench.stepMonth(-1);
  expect(bench.moment).toBe(11);
  bench.moment = 'design';
  expect(bench.conditions!.outdoorTemperature).toBe(
    useWall().assessment!.wall.design.outdoorTemperature,
  );
  bench.stepMonth(1);
  expect(bench.moment).toBe(0);
  const cavity = bench.profile!.points.map(({ temperature }) => temperature);
  bench.path = 'member';
  expect(bench.profile!.points.map(({ temperature }) => temperature)).not.toEqual(cavity);
});
