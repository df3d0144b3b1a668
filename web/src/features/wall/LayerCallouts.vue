<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core';
import type Sortable from 'sortablejs';
import type { MoveEvent, SortableEvent } from 'sortablejs';
import { computed, onMounted, onScopeDispose, ref, useTemplateRef } from 'vue';
import { faceDepths, type Layer } from '@eldrun/core/build-up';
import { formatText } from '@eldrun/core/units';
import { placementProblem, type Command } from '@eldrun/core/wall';
import { layerTitle, layerFigures } from '@eldrun/core/explain';
import type { DepthAxis } from '../../charts/axis.ts';
import { useBench } from './bench.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import CalloutRow from './CalloutRow.vue';
import LeaderLines from './LeaderLines.vue';

/** The layers as rows, outdoors first as on the drawing; dragging a row moves its layer. */
const props = defineProps<{
  axis: DepthAxis | null;
  height: number;
  /** Height of a row at the least, px: more rows than there is room for scroll. */
  row: number;
}>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const bench = useBench();

const list = useTemplateRef<HTMLElement>('list');
const layers = computed<readonly Layer[]>(() => (wall.document?.layers ?? []).toReversed());
const refusal = ref('');

/** Width of the lines that lead to the drawing, px. */
const LEADER = 36;

const rowHeight = computed(() =>
  Math.max(props.row, props.height / Math.max(layers.value.length, 1)),
);
const scrolled = ref(0);

const title = (layer: Layer): string => layerTitle(layer, wall.material, project.units);

/** Number, figures and depth of each layer by its id, indoors first. */
const rows = computed(() => {
  const { assessment } = wall;
  const found = new Map<string, { number: number; figures: string; depth: number }>();
  const all = wall.document?.layers ?? [];
  const depths = faceDepths(all);
  all.forEach(({ id, thickness }, i) => {
    found.set(id, {
      number: i + 1,
      figures: assessment ? layerFigures(assessment, i, project.units) : '',
      depth: depths[i]! + thickness / 2,
    });
  });
  return found;
});

const leading = computed(() =>
  layers.value.map(({ id }) => ({ id, depth: rows.value.get(id)?.depth ?? 0 })),
);

/** Where a row would land if it were dropped beside another. */
function problemOf(dragged: string, target: string, after: boolean): string | null {
  const order = layers.value.map(({ id }) => id).filter((id) => id !== dragged);
  order.splice(order.indexOf(target) + (after ? 1 : 0), 0, dragged);
  const moved = order
    .map((id) => wall.document!.layers.find((layer) => layer.id === id)!)
    .toReversed();
  return placementProblem(
    moved,
    moved.findIndex(({ id }) => id === dragged),
    wall.material,
  );
}

function allow({ dragged, related, willInsertAfter = false }: MoveEvent): boolean {
  const from = dragged.dataset['id'];
  const target = related.dataset['id'];
  if (!from || !target) return false;
  refusal.value = problemOf(from, target, willInsertAfter) ?? '';
  return refusal.value === '';
}

function dropped({ item, from, oldIndex = 0, newIndex = 0 }: SortableEvent): void {
  // Back to where it was: the list is shown anew once the wall has agreed.
  item.remove();
  from.insertBefore(item, from.children[oldIndex] ?? null);
  const layer = wall.document!.layers.find(({ id }) => id === item.dataset['id'])!;
  const index = layers.value.length - 1 - newIndex;
  emit('run', `Move ${title(layer)}`, [{ type: 'moveLayer', id: layer.id, index }]);
}

let sortable: Sortable | undefined;
let sorting: Promise<void> | undefined;
let closed = false;

/** Rows can be dragged from now on: what that needs comes once a pointer is near. */
async function letDrag(): Promise<void> {
  const { default: Sorted } = await import('sortablejs');
  if (closed || !list.value) return;
  sortable = Sorted.create(list.value, {
    animation: 120,
    delay: 120,
    delayOnTouchOnly: true,
    forceFallback: true,
    fallbackTolerance: 4,
    onMove: allow,
    onUpdate: dropped,
    onEnd: () => (refusal.value = ''),
  });
}

/** At the first sign of a pointer, and once. */
function near(): void {
  sorting ??= letDrag().catch(() => void (sorting = undefined));
}

// A finger is not seen coming, on a screen that has a mouse beside it either.
const coarse = useMediaQuery('(any-pointer: coarse)');
onMounted(() => coarse.value && near());
onScopeDispose(() => {
  closed = true;
  sortable?.destroy();
});

function select(id: string): void {
  bench.selected = id;
}

function edit(id: string): void {
  bench.editing = id;
}
</script>

<template>
  <div class="callouts">
    <ol
      ref="list"
      class="rows"
      :style="{ height: `${height}px` }"
      aria-label="Layers, outdoors first"
      @scroll="scrolled = ($event.currentTarget as HTMLElement).scrollTop"
      @pointerenter="near"
    >
      <li
        v-for="layer in layers"
        :key="layer.id"
        :data-id="layer.id"
        :style="{ height: `${rowHeight}px` }"
      >
        <CalloutRow
          :id="layer.id"
          :number="rows.get(layer.id)?.number ?? 0"
          :title="title(layer)"
          :figures="rows.get(layer.id)?.figures ?? ''"
          :thickness="formatText('length', layer.thickness, project.units)"
          :selected="bench.selected === layer.id"
          :pointer="bench.pointer"
          @select="select"
          @edit="edit"
        />
      </li>
    </ol>
    <LeaderLines
      :layers="leading"
      :axis="axis"
      :width="LEADER"
      :height="height"
      :row-height="rowHeight"
      :scrolled="scrolled"
      :selected="bench.selected"
      :pointer="bench.pointer"
    />
    <p v-if="refusal" class="refusal small" role="status">{{ refusal }}</p>
  </div>
</template>

<style scoped>
.callouts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 36px;
}

.rows {
  overflow: hidden auto;
  overscroll-behavior: contain;
}

li {
  position: relative;
  border-bottom: 1px solid var(--line);
}

.refusal {
  grid-column: 1 / -1;
  color: var(--fail);
  padding: 4px 6px;
}
</style>
