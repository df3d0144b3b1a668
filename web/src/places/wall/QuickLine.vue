<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete';
import { computed, ref, useTemplateRef } from 'vue';
import {
  conductivityAt,
  formatText,
  freeLayerId,
  messageText,
  parseQuickLine,
  permeance,
  placeFor,
  placementProblem,
  vaporClass,
  type Command,
  type Layer,
  type Suggestion,
} from '@eldrun/core';
import { useNotices } from '../../notices.ts';
import { useBench } from '../../stores/bench.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';

interface Option {
  label: string;
  about: string;
  command: Extract<Command, { type: 'insertLayer' }>;
}

const emit = defineEmits<{ insert: [name: string, commands: Command[]]; shelf: [] }>();
const project = useProject();
const wall = useWall();
const bench = useBench();
const notices = useNotices();
const box = useTemplateRef<{ $el: HTMLElement }>('box');
const text = ref<string | Option>('');
const options = ref<Option[]>([]);
const problem = ref('');

const emptyMessage = computed(() => problem.value || 'Name a material, a stud size or a gap');

function optionOf({ layer, label }: Suggestion): Option {
  const layers = wall.document!.layers;
  const whole = { ...layer, id: freeLayerId(layers) };
  const index = placeFor(layers, whole, wall.material);
  return {
    label: messageText(label, project.units),
    about: `${placeText(index, layers.length)} · ${figuresOf(whole)}`,
    command: { type: 'insertLayer', index, layer: whole },
  };
}

function placeText(index: number, count: number): string {
  if (count === 0) return 'first layer';
  if (index === 0) return 'inside all others';
  return index === count ? 'outside all others' : `between ${index} and ${index + 1}`;
}

function figuresOf(layer: Layer): string {
  const id =
    layer.kind === 'sheet'
      ? layer.material
      : layer.kind === 'framed' && typeof layer.fill === 'string'
        ? layer.fill
        : null;
  const material = id === null ? undefined : wall.material(id);
  if (!material) return 'air';
  const resistance = formatText(
    'resistance',
    layer.thickness / conductivityAt(material, 24),
    project.units,
  );
  const vapor = vaporClass(material, layer.thickness);
  const perms = formatText('permeance', permeance(material, layer.thickness, 0.5), project.units);
  return `${resistance} · ${perms}, ${vapor === 'open' ? 'vapor-open' : `class ${vapor}`}`;
}

function search({ query }: { query: string }): void {
  const { suggestions, problem: why } = parseQuickLine(query, project.units, project.search);
  options.value = suggestions.map(optionOf);
  problem.value = why ?? '';
}

function insert(option: Option): void {
  const layers = wall.document!.layers;
  const { index, layer } = option.command;
  const reason = placementProblem(layers.toSpliced(index, 0, layer), index, wall.material);
  text.value = '';
  if (reason) {
    notices.wrong('Not inserted', reason);
    return;
  }
  emit('insert', `Insert ${option.label}`, [option.command]);
  bench.selected = layer.id;
}

function input(): HTMLInputElement | null {
  return box.value?.$el.querySelector('input') ?? null;
}

defineExpose({ focus: () => input()?.focus() });
</script>

<template>
  <div class="line">
    <span class="slash" aria-hidden="true">/</span>
    <AutoComplete
      ref="box"
      v-model="text"
      :suggestions="options"
      option-label="label"
      :delay="0"
      :min-length="2"
      auto-option-focus
      complete-on-focus
      :empty-search-message="emptyMessage"
      placeholder="Type a layer: 1 1/2 mineral wool board, 2x6 16 oc cellulose, 3/4 furring open gap"
      :pt="{ pcInputText: { root: { 'aria-label': 'Quick line: type a layer' } } }"
      fluid
      @complete="search"
      @option-select="insert($event.value)"
      @keydown.esc="input()?.blur()"
    >
      <template #option="{ option }: { option: Option }">
        <span class="option">
          <strong>{{ option.label }}</strong>
          <span class="small">{{ option.about }}</span>
        </span>
      </template>
    </AutoComplete>
    <button class="action" type="button" @click="emit('shelf')">Shelf</button>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto;
  align-items: center;
  gap: 8px;
}

.slash {
  text-align: center;
  color: var(--soft);
  font-size: var(--text-16);
  font-weight: 700;
}

.option {
  display: flex;
  justify-content: space-between;
  gap: 24px;
  width: 100%;
}
</style>
