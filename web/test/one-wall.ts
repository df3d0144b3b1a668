import { jest } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { useProject } from '../src/project/project.ts';
import { useWall } from '../src/project/wall.ts';
import { FakeStorage } from './fake-server.ts';

const { brief, walls, name, units } = DEMO_PROJECTS[0]!;
export const WALL = walls[1]!;

/** What the server of one wall holds of it. */
export interface ServedWall {
  document: unknown;
  revision: number;
}

/** A server of one project and one wall. */
function serve(): ServedWall {
  const state = { document: WALL as unknown, revision: 1 };
  globalThis.fetch = jest.fn((url: string, init: RequestInit) => {
    if (init.method === 'PATCH' && url.includes('/documents/')) {
      state.document = (JSON.parse(init.body as string) as { document: unknown }).document;
      state.revision++;
    }
    const answer = url.includes('/documents/')
      ? { id: 'w', projectId: 'p', kind: 'wall', ...state }
      : { id: 'p', name, units, brief, revision: 1, materials: {}, walls: [], documents: [] };
    return Promise.resolve(new Response(JSON.stringify(answer)));
  }) as unknown as typeof fetch;
  return state;
}

/** Opens a wall of the demo in stores of its own. */
export async function openWall(): Promise<ServedWall> {
  for (const name of ['localStorage', 'sessionStorage'])
    Object.defineProperty(globalThis, name, { configurable: true, value: new FakeStorage() });
  setActivePinia(createPinia());
  const server = serve();
  await useProject().open('p');
  await useWall().open('w');
  return server;
}
