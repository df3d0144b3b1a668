<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { VueDraggable, type SortableEvent } from 'vue-draggable-plus';
import {
  AIR_PERMEABILITY,
  conductivityAt,
  format,
  formatText,
  placementProblem,
  type Command,
  type Layer,
  basisOf,
  type ResolvedMember,
} from '@eldrun/core';
import { leaderLine } from '../../drawing/callouts.ts';
import type { DepthAxis } from '../../drawing/axis.ts';
import { layerTitle } from '../../labels.ts';
import { useBench } from '../../stores/bench.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';

const props = defineProps<{ axis: DepthAxis | null; height: number }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const bench = useBench();

/** Outdoors first, as on the drawing. A copy, since dragging reorders it before the wall agrees. */
const rows = ref<Layer[]>([]);
const refusal = ref('');
const reset = (): void => {
  rows.value = (wall.document?.layers ?? []).toReversed();
};
watch(() => wall.document, reset, { immediate: true });

const LEADER = 36;

/** Mean temperature at which insulation is rated, °C. */
const RATED_AT = 24;

/** Thinner than this a layer has no R worth a word, m. */
const MEMBRANE = 0.002;
const rowHeight = computed(() => props.height / Math.max(rows.value.length, 1));

const depths = computed(() => {
  let depth = 0;
  return new Map(
    (wall.document?.layers ?? []).map((layer) => {
      const middle = depth + layer.thickness / 2;
      depth += layer.thickness;
      return [layer.id, middle] as const;
    }),
  );
});

const leaders = computed(() => {
  const { axis } = props;
  if (!axis) return [];
  return rows.value.map((layer, i) => {
    const rowY = (i + 0.5) * rowHeight.value;
    const upward = axis.y(depths.value.get(layer.id) ?? 0) < rowY;
    const lane = upward ? i : rows.value.length - 1 - i;
    return {
      id: layer.id,
      path: leaderLine(
        rowY,
        depths.value.get(layer.id) ?? 0,
        axis,
        LEADER,
        lane,
        rows.value.length,
      ),
      y: axis.y(depths.value.get(layer.id) ?? 0),
    };
  });
});

function title(layer: Layer): string {
  return layerTitle(layer, wall.material, project.units);
}

function number(layer: Layer): number {
  return (wall.document?.layers ?? []).findIndex(({ id }) => id === layer.id) + 1;
}

/** The second line: what the layer is worth, or that it does not count. */
function figures(layer: Layer): string {
  const { assessment } = wall;
  const index = number(layer) - 1;
  if (!assessment || index < 0) return '';
  if (index >= assessment.wall.counted)
    return assessment.wall.layers[index]!.ventilation === 'open'
      ? 'drains and vents, not counted'
      : 'not counted outside the gap';
  const rText = (resistance: number): string =>
    `R ${format('resistance', resistance, project.units).text}`;
  const r = rText(assessment.paths.layers[index]!.resistance);
  const resolved = assessment.wall.layers[index]!;
  if (resolved.member) {
    const member = resolved.thickness / conductivityAt(resolved.member.material, RATED_AT);
    return `${r} between · ${rText(member)} ${memberWord(resolved.member)}`;
  }
  const vaporThickness = bench.profile?.vaporThicknesses[index];
  if (!resolved.fill || vaporThickness === undefined) return r;
  const vapor = formatText('permeance', AIR_PERMEABILITY / vaporThickness, project.units);
  const basis = basisOf(resolved.fill);
  const warm = rText(resolved.thickness / conductivityAt(resolved.fill, RATED_AT));
  const cold =
    resolved.fill.conductivityTable && warm !== r
      ? `${r} cold (${warm.slice(2)} at ${formatText('temperature', RATED_AT, project.units)})`
      : r;
  const stated = basis === 'design' ? cold : `${r} (${basis})`;
  return resolved.thickness < MEMBRANE ? vapor : `${stated} · ${vapor}`;
}

/** What a member is called beside its R. */
function memberWord({ shape, material: { category } }: ResolvedMember): string {
  if (shape.section === 'c') return 'steel';
  return /lumber|wood|furring/.test(category ?? '') ? 'wood' : 'at the member';
}

/** Where a row would land if it were dropped beside another. */
function problemOf(dragged: string, target: string, after: boolean): string | null {
  const order = rows.value.map(({ id }) => id).filter((id) => id !== dragged);
  order.splice(order.indexOf(target) + (after ? 1 : 0), 0, dragged);
  const layers = order
    .map((id) => wall.document!.layers.find((layer) => layer.id === id)!)
    .toReversed();
  return placementProblem(
    layers,
    layers.findIndex(({ id }) => id === dragged),
    wall.material,
  );
}

function allow(event: {
  dragged: HTMLElement;
  related: HTMLElement;
  willInsertAfter?: boolean;
}): boolean {
  const dragged = event.dragged.dataset['id'];
  const target = event.related.dataset['id'];
  if (!dragged || !target) return false;
  refusal.value = problemOf(dragged, target, event.willInsertAfter ?? false) ?? '';
  return refusal.value === '';
}

function dropped(event: SortableEvent): void {
  const layer = wall.document!.layers.find(({ id }) => id === event.item.dataset['id'])!;
  const index = rows.value.length - 1 - (event.newIndex ?? 0);
  emit('run', `Move ${title(layer)}`, [{ type: 'moveLayer', id: layer.id, index }]);
  reset();
}
</script>

<template>
  <div class="callouts">
    <VueDraggable
      v-model="rows"
      tag="ol"
      class="rows"
      :style="{ height: `${height}px` }"
      :animation="120"
      :delay="120"
      :delay-on-touch-only="true"
      :force-fallback="true"
      :fallback-tolerance="4"
      aria-label="Layers, outdoors first"
      :on-move="allow"
      @update="dropped"
      @end="refusal = ''"
    >
      <li
        v-for="layer in rows"
        :key="layer.id"
        :data-id="layer.id"
        :style="{ height: `${rowHeight}px` }"
      >
        <button
          :id="`row-${layer.id}`"
          type="button"
          class="plain row"
          :class="{ selected: bench.selected === layer.id, hovered: bench.hovered === layer.id }"
          :aria-pressed="bench.selected === layer.id"
          @click="bench.selected = layer.id"
          @dblclick="bench.editing = layer.id"
          @focus="bench.selected = layer.id"
          @mouseenter="bench.hovered = layer.id"
          @mouseleave="bench.hovered = null"
        >
          <span class="soft number">{{ number(layer) }}</span>
          <span class="text">
            <span class="title narrow" :title="title(layer)">{{ title(layer) }}</span>
            <span class="small soft narrow figures">{{ figures(layer) }}</span>
          </span>
          <strong class="thickness">{{
            formatText('length', layer.thickness, project.units)
          }}</strong>
        </button>
        <button
          v-if="bench.selected === layer.id"
          type="button"
          class="edit small"
          :aria-label="`Edit ${title(layer)}`"
          @click="bench.editing = layer.id"
        >
          Edit
        </button>
      </li>
    </VueDraggable>
    <svg class="leaders" :width="LEADER" :height="height" aria-hidden="true">
      <g
        v-for="leader in leaders"
        :key="leader.id"
        :class="{ on: leader.id === bench.selected || leader.id === bench.hovered }"
      >
        <path :d="leader.path" />
      </g>
    </svg>
    <p v-if="refusal" class="refusal small" role="status">{{ refusal }}</p>
  </div>
</template>

<style scoped>
.callouts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 36px;
}

li {
  position: relative;
  border-bottom: 1px solid var(--line);
}

.row {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr) auto;
  align-items: center;
  gap: 4px;
  width: 100%;
  height: 100%;
  padding: 0 6px;
  user-select: none;
}

.row:focus-visible {
  outline-offset: -2px;
}

.row.hovered {
  background: var(--sheet);
}

.row.selected {
  background: var(--marker);
  outline: 1px solid var(--ink);
  outline-offset: -1px;
}

.row.selected .soft {
  color: var(--ink);
}

.text {
  display: grid;
  min-width: 0;
}

.title,
.figures {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.title {
  font-weight: 600;
}

.number {
  font-weight: 600;
}

.thickness {
  white-space: nowrap;
}

.row.selected .thickness {
  padding-right: 46px;
}

.edit {
  position: absolute;
  right: 4px;
  top: 50%;
  min-height: 28px;
  transform: translateY(-50%);
  border: 1px solid var(--ink);
  background: var(--sheet);
  cursor: pointer;
}

.leaders path {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1;
}

.leaders .on path {
  stroke: var(--ink);
  stroke-width: 2;
}

.refusal {
  grid-column: 1 / -1;
  color: var(--fail);
  padding: 4px 6px;
}
</style>
