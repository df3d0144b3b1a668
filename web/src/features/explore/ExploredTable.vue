<script setup lang="ts">
import { computed } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import type { Exploration, Explored, Value } from '@eldrun/core/exploration';
import type { Measures } from '@eldrun/core/options';
import type { MoistureStatus } from '@eldrun/core/judgment';
import { layerTitle } from '@eldrun/core/explain';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';
import { MEASURE_AXES } from './measure-axes.ts';

/** Those that none beats, as a table. */
const props = defineProps<{
  explored: Explored;
  simulated: ReadonlyMap<number, MoistureStatus>;
  of: Exploration;
  /** Whether a wall is in the brushed part. */
  shows: (measures: Measures) => boolean;
  picked: number | null;
  units: UnitSystem;
}>();
const emit = defineEmits<{ pick: [number: number] }>();
const project = useProject();

/** So many rows are shown. */
const MOST = 30;

const rows = computed(() =>
  props.explored.frontier.filter(({ measures }) => props.shows(measures)),
);
const find = (id: string) => props.of.wall.materials?.[id] ?? project.materials[id];
const columns = computed(() =>
  props.of.vary.map((entry) => {
    const layer = props.of.wall.layers.find(({ id }) => id === entry.layer)!;
    return layerTitle(layer, find, props.units);
  }),
);
function wordOf(value: Value): string {
  if (typeof value === 'number') return formatText('length', value, props.units);
  if (typeof value === 'boolean') return value ? 'left out' : 'there';
  if (typeof value !== 'string') return 'air';
  return (find(value)?.name ?? value).split(' (')[0]!;
}
const judged = (number: number, { moisture }: Measures) => {
  const simulated = props.simulated.get(number);
  return {
    status: simulated ?? moisture,
    basis: simulated ? 'simulated' : 'estimate',
  };
};
</script>

<template>
  <details v-if="explored.frontier.length > 0" class="explored" open>
    <summary>
      {{ rows.length }} that none beats{{
        rows.length < explored.frontier.length ? `, of ${explored.frontier.length}` : ''
      }}
    </summary>
    <div class="scroll">
      <table class="table">
        <caption class="hidden-label">
          Walls that none beats
        </caption>
        <thead>
          <tr>
            <th scope="col">Wall</th>
            <th v-for="axis in MEASURE_AXES" :key="axis.key" scope="col">{{ axis.label }}</th>
            <th scope="col">Judgment</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in rows.slice(0, MOST)"
            :key="row.number"
            :class="{ picked: row.number === picked }"
          >
            <th scope="row">
              <button
                type="button"
                class="plain pick"
                :aria-pressed="row.number === picked"
                :title="row.values.map((value, i) => `${columns[i]}: ${wordOf(value)}`).join('\n')"
                @click="emit('pick', row.number)"
              >
                {{ row.values.map(wordOf).join(' · ') }}
              </button>
            </th>
            <td v-for="axis in MEASURE_AXES" :key="axis.key">
              {{
                row.measures[axis.key] === null
                  ? 'not known'
                  : formatText(axis.quantity, row.measures[axis.key]!, units).replace(
                      / (per|lb|kg).*/,
                      '',
                    )
              }}
            </td>
            <td class="judged">
              <StatusMark :status="judged(row.number, row.measures).status" />
              &nbsp;<span class="small">{{ judged(row.number, row.measures).basis }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="rows.length > MOST" class="small soft">
      The first {{ MOST }}; a frame in the chart, or a limit, shows the others.
    </p>
  </details>
</template>

<style scoped>
summary {
  min-height: 36px;
  align-content: center;
  font-weight: 700;
  cursor: pointer;
}

.scroll {
  position: relative;
  overflow: auto;
  max-height: 340px;
}

.pick {
  min-height: 24px;
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
}

.table th:first-child {
  min-width: 190px;
}

.picked {
  background: color-mix(in srgb, var(--marker) 40%, var(--ground));
}

.table td {
  white-space: nowrap;
}

.judged {
  text-align: left;
}
</style>
