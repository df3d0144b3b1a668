import type { Lens, RunStep } from './lens.ts';

/** A lens in the switch, the address and the list of keys; what it draws comes when it is first looked through. */
export interface LensEntry {
  name: string;
  label: string;
  /** Takes it up, and goes back to the build-up. */
  key?: string;
  load(run: RunStep): Promise<Lens>;
}

/** The lenses in the order of the switch. A new lens is a folder of its own and one line here. */
export const LENSES: readonly LensEntry[] = [
  {
    name: 'build-up',
    label: 'Build-up',
    load: async () => (await import('./build-up/lens.ts')).BUILD_UP,
  },
  {
    name: 'heat',
    label: 'Heat',
    key: 'h',
    load: async (run) => (await import('./heat/lens.ts')).heatLens(run),
  },
  {
    name: 'moisture',
    label: 'Moisture',
    key: 'w',
    load: async (run) => (await import('./moisture/lens.ts')).moistureLens(run),
  },
  {
    name: 'years',
    label: 'Years',
    key: 'y',
    load: async (run) => (await import('./years/lens.ts')).yearsLens(run),
  },
  {
    name: 'attach',
    label: 'Attach',
    key: 'a',
    load: async (run) => (await import('./attach/lens.ts')).attachLens(run),
  },
];
