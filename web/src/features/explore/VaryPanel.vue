<script setup lang="ts">
import MultiSelect from 'primevue/multiselect';
import { computed } from 'vue';
import { formatText } from '@eldrun/core/units';
import { lower } from '@eldrun/core/build-up';
import type { Choice, Value } from '@eldrun/core/exploration';
import { layerTitle } from '@eldrun/core/explain';
import { keyOf, useExploration } from './exploration.ts';
import { useProject } from '../../project/project.ts';

/** What may vary about the wall, layer by layer from outdoors in: nothing does until values are picked. */
const project = useProject();
const exploration = useExploration();

const LABELS = {
  thickness: 'Thickness',
  material: 'Material',
  fill: 'Fill',
  spacing: 'Spacing',
  absent: 'May be left out',
} as const;

const layers = computed(() => {
  const file = exploration.file;
  if (!file) return [];
  return file.layers.toReversed().flatMap((layer) => {
    const choices = exploration.choices.filter((choice) => choice.layer === layer.id);
    if (choices.length === 0) return [];
    const counts = choices.map((choice) => picked(choice).length).filter((count) => count > 0);
    return [
      {
        id: layer.id,
        title: layerTitle(
          layer,
          (id) => file.materials?.[id] ?? project.materials[id],
          project.units,
        ),
        choices,
        count: counts.reduce((product, count) => product * count, 1),
        summary: choices
          .filter((choice) => picked(choice).length > 0)
          .map((choice) => `${picked(choice).length} × ${lower(LABELS[choice.varied])}`)
          .join(', '),
      },
    ];
  });
});

const picked = (choice: Choice): readonly Value[] => exploration.setup.picked[keyOf(choice)] ?? [];

function optionsOf({ values, now }: Choice) {
  return values.map((value) => ({
    value,
    label: `${wordOf(value)}${value === now ? ' (as it is)' : ''}`,
  }));
}

function wordOf(value: Value): string {
  if (typeof value === 'number') return formatText('length', value, project.units);
  if (typeof value === 'boolean') return value ? 'left out' : 'there';
  if (typeof value !== 'string') return 'air';
  const material = exploration.file?.materials?.[value] ?? project.materials[value];
  return material?.name ?? value;
}
</script>

<template>
  <ul class="vary">
    <li v-for="layer in layers" :key="layer.id">
      <details>
        <summary>
          <span>
            {{ layer.title }}
            <span class="small soft">{{ layer.summary || 'as it is' }}</span>
          </span>
          <strong>{{ layer.count }}</strong>
        </summary>
        <div class="choices">
          <div v-for="choice in layer.choices" :key="keyOf(choice)" class="field">
            <span :id="`vary-${keyOf(choice)}`" class="label">{{ LABELS[choice.varied] }}</span>
            <MultiSelect
              :model-value="[...picked(choice)]"
              :options="optionsOf(choice)"
              option-label="label"
              option-value="value"
              :aria-labelledby="`vary-${keyOf(choice)}`"
              placeholder="as it is"
              :filter="choice.values.length > 12"
              :max-selected-labels="2"
              :selected-items-label="`{0} values`"
              @update:model-value="(values: Value[]) => exploration.pick(choice, values)"
            />
          </div>
        </div>
      </details>
    </li>
  </ul>
</template>

<style scoped>
.vary > li {
  border-bottom: 1px solid var(--line);
}

summary {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  cursor: pointer;
}

summary .small {
  display: block;
}

.choices {
  display: grid;
  gap: 8px;
  padding: 4px 0 10px;
}
</style>
