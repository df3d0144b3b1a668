/** @jest-environment ./web/test/page-environment.mjs */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { nextTick } from 'vue';
import type { Command } from '@eldrun/core/wall';
import * as heatJob from '../../src/compute/jobs/heat.ts';
import { useBench } from '../../src/features/wall/bench.ts';
import QuickLine from '../../src/features/wall/QuickLine.vue';
import { useWall } from '../../src/project/wall.ts';
import { useInlineWorkers } from '../inline-worker.ts';
import { mounted } from '../mounted.ts';
import { openWall } from '../one-wall.ts';

let line: VueWrapper;

beforeEach(async () => {
  useInlineWorkers({ heat: () => Promise.resolve(heatJob) });
  await openWall();
  line = mounted(QuickLine, {
    onInsert: (name: string, commands: Command[]) => useWall().run(name, commands),
  });
});
afterEach(() => {
  line.unmount();
  useWall().close();
});

const input = () => line.get('input');
const text = () => (input().element as HTMLInputElement).value;
const options = () => line.findAll('[role="option"]').map((one) => one.text());
const press = (key: string, held: object = {}) => input().trigger('keydown', { key, ...held });
const layers = () => useWall().document!.layers;

async function type(typed: string): Promise<void> {
  await input().trigger('focus');
  await input().setValue(typed);
}

test('Enter takes what the line is read as, puts it where it belongs and selects it', async () => {
  const before = layers().length;
  await type('1/2 osb');
  expect(options()[0]).toMatch(/^Oriented strand board/);
  await press('Enter');
  expect(layers()).toHaveLength(before + 1);
  expect(text()).toBe('');
  const added = layers().find(({ id }) => id === useBench().selected)!;
  expect(added).toMatchObject({ kind: 'sheet', material: 'osb' });
  expect(added.thickness).toBeCloseTo(0.0127, 9);
  expect(line.emitted('insert')![0]![0]).toMatch(/^Insert Oriented strand board/);
});

test('the arrows go through the readings, around the end', async () => {
  await type('mineral wool');
  const count = options().length;
  expect(count).toBeGreaterThan(1);
  const active = () => Number(/\d+$/.exec(input().attributes('aria-activedescendant')!)![0]);
  await press('ArrowUp');
  expect(active()).toBe(count - 1);
  await press('ArrowDown');
  expect(active()).toBe(0);
  expect(line.findAll('[aria-selected="true"]')).toHaveLength(1);
});

test('what leaves words out is not done by Enter alone, and said; Ctrl insists', async () => {
  const before = layers().length;
  await type('1/2 osb purple glitter');
  await press('Enter');
  expect(layers()).toHaveLength(before);
  expect(line.get('p[role="alert"]').text()).toContain('Not inserted');
  expect(text()).toBe('1/2 osb purple glitter');
  await press('Enter', { ctrlKey: true });
  expect(layers()).toHaveLength(before + 1);
});

test('Shift puts it right outside the selected layer, and asks for one', async () => {
  await type('1/2 osb');
  await press('Enter', { shiftKey: true });
  expect(line.get('p[role="alert"]').text()).toContain('no layer is selected');
  const first = layers()[0]!.id;
  useBench().selected = first;
  await press('Enter', { shiftKey: true });
  expect(layers()[1]).toMatchObject({ material: 'osb' });
});

test('a list that is pasted becomes one line of layers', async () => {
  await input().trigger('focus');
  await input().trigger('paste', {
    clipboardData: { getData: () => '1/2 osb\n  3/4 furring open gap \n' },
  });
  await nextTick();
  expect(text()).toBe('1/2 osb + 3/4 furring open gap');
  expect(options()[0]).toContain('2 layers');
});

test('Ctrl+Z is the wall’s in an empty line, the field’s own in one with something in it', async () => {
  await press('z', { ctrlKey: true });
  expect(line.emitted('undo')).toHaveLength(1);
  await type('osb');
  await press('z', { ctrlKey: true });
  expect(line.emitted('undo')).toHaveLength(1);
});
