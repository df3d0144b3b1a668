/** @jest-environment ./web/test/page-environment.mjs */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { flushPromises, type VueWrapper } from '@vue/test-utils';
import type { Command } from '@eldrun/core/wall';
import * as heatJob from '../../src/compute/jobs/heat.ts';
import { useBench } from '../../src/features/wall/bench.ts';
import LayerPanel from '../../src/features/wall/LayerPanel.vue';
import { useWall } from '../../src/project/wall.ts';
import { useInlineWorkers } from '../inline-worker.ts';
import { mounted, named, type } from '../mounted.ts';
import { openWall } from '../one-wall.ts';
import { until } from '../until.ts';

let panel: VueWrapper;

beforeEach(async () => {
  useInlineWorkers({ heat: () => Promise.resolve(heatJob) });
  await openWall();
  panel = mounted(LayerPanel, {
    onRun: (name: string, commands: Command[]) => useWall().run(name, commands),
  });
});
afterEach(() => {
  panel.unmount();
  useWall().close();
  document.body.replaceChildren();
});

/** Opens the panel of a layer. */
async function edit(id: string): Promise<void> {
  useBench().editing = id;
  await flushPromises();
}

const layer = (id: string) => useWall().document!.layers.find((one) => one.id === id);
const field = (label: string) =>
  document.getElementById(named(label).getAttribute('for')!) as HTMLInputElement;
const disabled = (label: string) => (named(label) as HTMLButtonElement).disabled;

test('it is there while a layer is edited, and says which', async () => {
  expect(document.querySelector('[role="dialog"]')).toBeNull();
  await edit('L6');
  expect(document.querySelector('[role="dialog"]')!.textContent).toMatch(/^6 {2}/);
});

test('a thickness is taken in the units that are typed; what is none is said and changes nothing', async () => {
  await edit('L6');
  await type(field('Thickness'), '3');
  expect(layer('L6')!.thickness).toBeCloseTo(0.0762, 9);
  await type(field('Thickness'), '50 mm');
  expect(layer('L6')!.thickness).toBeCloseTo(0.05, 9);
  await type(field('Thickness'), 'thick');
  expect(layer('L6')!.thickness).toBeCloseTo(0.05, 9);
  expect(field('Thickness').getAttribute('aria-describedby')).toBeTruthy();
  expect(document.querySelector('.wrong')!.textContent).toMatch(/thickness/i);
});

test('a size as it is sold is one press, and shows itself as taken', async () => {
  await edit('L6');
  const [size] = [...document.querySelectorAll<HTMLButtonElement>('.size')];
  size!.click();
  await flushPromises();
  expect(size!.getAttribute('aria-pressed')).toBe('true');
  expect(useWall().past.at(-1)!.name).toMatch(/^Thickness of /);
});

test('moves end at the ends, and where a layer cannot stand', async () => {
  const [first] = useWall().document!.layers;
  await edit(first!.id);
  expect(disabled('Inward')).toBe(true);
  expect(named('Inward').title).toBe('It is at the end already.');
  const last = useWall().document!.layers.at(-1)!;
  await edit(last.id);
  expect(disabled('Outward')).toBe(true);
});

test('a layer is doubled and taken out; the panel of one that is gone closes', async () => {
  const before = useWall().document!.layers.length;
  await edit('L6');
  named('Duplicate').click();
  await flushPromises();
  expect(useWall().document!.layers).toHaveLength(before + 1);
  await edit('L6');
  named('Take out').click();
  await flushPromises();
  expect(layer('L6')).toBeUndefined();
  await until(() => document.querySelector('[role="dialog"]') === null);
});
