<script setup lang="ts">
import { computed } from 'vue';
import { amountIn, GOODS, type SoldBy } from '@eldrun/core/takeoff';
import { fixed, parseNumber } from '@eldrun/core/units';
import type { OrderLine } from '@eldrun/core/order';
import EditableTable from '../../components/EditableTable.vue';
import type { EditableColumn } from '../../components/editable-table.ts';
import { useProject } from '../../project/project.ts';
import { useOrder } from './order-state.ts';

/** How much a bag, a roll, a tube or a box holds: typical figures, and those of what is really bought. */
const project = useProject();
const state = useOrder();

/** What is sold in packs that can hold more or less. */
const PACKS: readonly SoldBy[] = ['bag', 'roll', 'tube', 'box', 'can', 'length'];

interface Row {
  id: string;
  name: string;
  unit: SoldBy;
  /** What it holds is told in this. */
  of: SoldBy;
  holds: number;
  own: boolean;
}

const rows = computed<Row[]>(() => {
  const found = new Map<string, Row>();
  for (const line of state.lines.value) {
    const holds = holdsOf(line);
    if (!PACKS.includes(line.orderUnit) || holds === null || found.has(line.material)) continue;
    found.set(line.material, {
      id: line.material,
      name: line.name,
      unit: line.orderUnit,
      ...holds,
      own: state.packs.value[line.material] !== undefined,
    });
  }
  return [...found.values()];
});

/** What one holds, by what it is sold by; null for the rolls of the layout, whose size is the house's. */
function holdsOf(line: OrderLine): Pick<Row, 'holds' | 'of'> | null {
  if (line.order === 0) return null;
  const each = line.bought / line.order;
  const goods = GOODS[line.material];
  if (goods) return { holds: each, of: goods.of };
  if (line.role === 'membrane') return null;
  if (line.orderUnit === 'bag')
    return line.volume === null ? null : { holds: line.volume / line.order, of: 'm³' };
  return line.orderUnit === 'roll' ? { holds: each, of: 'm²' } : null;
}

const shown = ({ holds, of }: Row): string => {
  const { value } = amountIn(holds, of, project.units);
  return fixed(value, value < 10 ? 2 : 0);
};

function set(row: Row, typed: string): void {
  const holds =
    typed.trim() === ''
      ? null
      : parseNumber(typed, 'holds', 1e-6, 1e6) / amountIn(1, row.of, project.units).value;
  void state.run(`Pack of ${row.name}`, { type: 'setPack', id: row.id, holds });
}

const columns: readonly EditableColumn<Row>[] = [
  { title: 'What', value: ({ name }) => name },
  { title: 'Sold by the', value: ({ unit }) => unit },
  {
    title: 'One holds',
    label: ({ unit, name }) => `One ${unit} of ${name} holds`,
    value: shown,
    take: (row, _, typed) => set(row, typed),
    after: ({ of }) => amountIn(1, of, project.units).unit,
  },
  {
    title: 'Figure',
    value: ({ own }) => (own ? 'of this order; empty takes the typical one' : 'typical'),
  },
];
</script>

<template>
  <details class="packs">
    <summary>How much a bag, a roll, a tube or a box holds</summary>
    <EditableTable caption="What packs hold" :rows="rows" :columns="columns" />
  </details>
</template>

<style scoped>
.packs summary {
  min-height: 36px;
  padding: 8px 0;
  font-weight: 600;
  cursor: pointer;
}

.packs :deep(table) {
  max-width: 760px;
}
</style>
