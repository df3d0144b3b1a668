/** @jest-environment ./web/test/page-environment.mjs */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { nextTick } from 'vue';
import ListFields from '../../src/features/elevations/ListFields.vue';
import { mounted, named, type } from '../mounted.ts';

interface Anchor {
  x: number;
  height?: number;
}

/** The list as whoever holds it shows it: each change is put in. */
let list: VueWrapper;
const rows = (): Anchor[] => (list.props() as { rows: Anchor[] }).rows;

beforeEach(() => {
  list = mounted(ListFields, {
    label: 'Anchors',
    noun: 'anchor',
    units: 'metric',
    rows: [{ x: 1 }, { x: 2, height: 0.5 }],
    columns: [
      { key: 'x', label: 'From the left', kind: 'place' },
      { key: 'height', label: 'Height', kind: 'size' },
    ],
    fresh: () => ({ x: 0 }),
    onChange: (changed: Anchor[]) => void list.setProps({ rows: changed }),
  });
});
afterEach(() => list.unmount());

const field = (label: string) => named(label) as HTMLInputElement;

test('a cell is taken over when it is left, and no other changes', async () => {
  expect(field('anchor 2: Height').value).toBe('500');
  await type(field('anchor 1: From the left'), '1.25 m');
  expect(rows()).toEqual([{ x: 1.25 }, { x: 2, height: 0.5 }]);
  expect(field('anchor 1: From the left').value).toBe('1250');
});

test('what is no length is said in place and changes nothing; Escape brings back what was there', async () => {
  const height = field('anchor 2: Height');
  await type(height, 'tall');
  expect(rows()[1]).toEqual({ x: 2, height: 0.5 });
  expect(height.getAttribute('aria-invalid')).toBe('true');
  expect(list.get('[role="alert"]').text()).toMatch(/length|number/i);
  height.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
  await nextTick();
  expect(height.value).toBe('500');
  expect(height.getAttribute('aria-invalid')).toBe('false');
});

test('a size that is emptied is left out, a place cannot be', async () => {
  await type(field('anchor 2: Height'), '');
  expect(rows()[1]!.height).toBeUndefined();
  await type(field('anchor 1: From the left'), '');
  expect(rows()[0]!.x).toBe(1);
  expect(field('anchor 1: From the left').getAttribute('aria-invalid')).toBe('true');
});

test('rows are added at the end and taken out where they stand', async () => {
  named('Add anchor').click();
  await nextTick();
  expect(rows()).toEqual([{ x: 1 }, { x: 2, height: 0.5 }, { x: 0 }]);
  named('Remove anchor 1').click();
  await nextTick();
  expect(rows()).toEqual([{ x: 2, height: 0.5 }, { x: 0 }]);
  expect(field('anchor 1: Height').value).toBe('500');
});
