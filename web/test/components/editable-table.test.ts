/** @jest-environment ./web/test/page-environment.mjs */
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import EditableTable from '../../src/components/EditableTable.vue';
import type { EditableColumn } from '../../src/components/editable-table.ts';
import { InputError } from '@eldrun/core/errors';
import { mounted, named, type } from '../mounted.ts';

interface Run {
  id: string;
  thick: number;
  kind: string;
  water?: boolean;
}

const set = (n: number, fields: Partial<Run>): void =>
  void table.setProps({ rows: rows().map((row, i) => (i === n ? { ...row, ...fields } : row)) });

const COLUMNS: readonly EditableColumn<Run>[] = [
  { title: 'Name', value: ({ id }) => id },
  {
    title: 'Thick',
    label: ({ id }) => `${id}: thick`,
    value: ({ thick }) => String(thick),
    open: ({ kind }) => kind !== 'vent',
    take: (_, n, typed) => {
      if (!(Number(typed) > 0)) throw new InputError('thick', 'is no size', 'above 0');
      set(n, { thick: Number(typed) });
    },
    after: () => 'mm',
  },
  {
    title: 'Water',
    label: ({ id }) => `Water stands in ${id}`,
    checked: ({ water }) => water ?? false,
    check: (_, n, water) => set(n, { water }),
  },
];

let table: VueWrapper;
const rows = (): Run[] => (table.props() as { rows: Run[] }).rows;
const field = (label: string) => named(label) as HTMLInputElement;

beforeEach(() => {
  table = mounted(EditableTable, {
    caption: 'Runs',
    rows: [
      { id: 'P1', thick: 22, kind: 'pipe' },
      { id: 'V1', thick: 100, kind: 'vent' },
    ],
    columns: COLUMNS,
    named: ({ id }: Run) => ({ 'data-run': id }),
    removing: ({ id }: Run) => `Remove ${id}`,
    onRemove: (_: Run, n: number) => void table.setProps({ rows: rows().toSpliced(n, 1) }),
  });
});
afterEach(() => table.unmount());

test('what a row is stands at its head; a cell is taken over when it is left, its unit behind it', async () => {
  expect(table.findAll('th[scope="row"]').map((head) => head.text())).toEqual(['P1', 'V1']);
  await type(field('P1: thick'), '28');
  expect(rows()[0]).toEqual({ id: 'P1', thick: 28, kind: 'pipe' });
  expect(table.get('[data-run="P1"]').text()).toContain('mm');
});

test('what cannot be taken is said in its cell and changes nothing', async () => {
  await type(field('P1: thick'), 'wide');
  expect(rows()[0]!.thick).toBe(22);
  expect(table.get('[data-run="P1"] [role="alert"]').text()).toMatch(/is no size/);
});

test('a cell that cannot be typed in a row is read there', () => {
  expect(table.find('[data-run="V1"] input:not([type])').exists()).toBe(false);
  expect(table.get('[data-run="V1"]').text()).toMatch(/100\s*mm/);
});

test('what is so or not is checked', async () => {
  field('Water stands in P1').click();
  await table.vm.$nextTick();
  expect(rows()[0]!.water).toBe(true);
});

test('a row is taken away by the button that names it', async () => {
  named('Remove P1').click();
  await table.vm.$nextTick();
  expect(rows().map(({ id }) => id)).toEqual(['V1']);
});
