<script setup lang="ts">
import { useElementSize, useMediaQuery } from '@vueuse/core';
import { computed, defineAsyncComponent, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import { formatText, parseLength, parseNumber } from '@eldrun/core/units';
import { layersApart } from '@eldrun/core/wall';
import { lower } from '@eldrun/core/build-up';
import { layerTitle } from '@eldrun/core/explain';
import { compareRows, weighed } from '@eldrun/core/options';
import StatusMark from '../../components/StatusMark.vue';
import TextField from '../../components/TextField.vue';
import { MOST_COMPARED, useOptions, type ComparedWall } from '../../project/options.ts';
import { useProject } from '../../project/project.ts';
import { climateName } from '@eldrun/core/build-up';
import { useCompareLink } from '../../project/compare-link.ts';
import { costNote } from '../../project/price-rows.ts';
import OptionSection from '../../components/OptionSection.vue';
import OptionsSwitch from '../../components/OptionsSwitch.vue';
import { useSure } from './how-sure.ts';

const VariantDialog = defineAsyncComponent(() => import('./VariantDialog.vue'));
const RecordDialog = defineAsyncComponent(() => import('./RecordDialog.vue'));

/** Two to six walls side by side: drawn on one inner face at one scale, then row by row. */
const project = useProject();
const options = useOptions();
const link = useCompareLink();
const { sure, progress, run, stop, forget } = useSure();
const adding = ref(false);
const recording = ref(false);

const { walls: wanted, against, length, weights } = link;
watch(wanted, (ids, before) => ids.join() !== before?.join() && options.compare(ids), {
  immediate: true,
});
onBeforeUnmount(options.close);

const walls = computed(() => options.walls);
const units = computed(() => project.units);
const base = computed(() => walls.value.find(({ id }) => id === against.value) ?? null);

// What was simulated of a wall is of the wall as it was.
watch(
  () => walls.value.map(({ id, file }) => `${id} ${JSON.stringify(file)}`),
  (now, before) => {
    const kept = new Set(now);
    forget(before.filter((one) => !kept.has(one)).map((one) => one.split(' ')[0]!));
  },
);

/** The first column's width, and the height of the drawings, px. */
const narrow = useMediaQuery('(max-width: 1000px)');
const labels = computed(() => (narrow.value ? 112 : 176));
const DRAWN = 196;

/** A drawing is no narrower: more of them scroll, px. */
const NARROWEST = 124;

const table = useTemplateRef<HTMLElement>('table');
const { width } = useElementSize(table);
const column = computed(() =>
  Math.max(
    NARROWEST,
    Math.floor((width.value - labels.value) / Math.max(1, walls.value.length)) - 16,
  ),
);
const scale = computed(() => {
  const thickest = Math.max(
    0.05,
    ...walls.value.map(
      ({ wall }) => wall?.layers.reduce((sum, { thickness }) => sum + thickness, 0) ?? 0,
    ),
  );
  return (DRAWN - 16) / thickest;
});

/** Layers of each wall that the baseline has none like, by the wall's id. */
const apart = computed(
  () =>
    new Map(
      walls.value.map(({ id, document }) => [
        id,
        base.value && id !== base.value.id
          ? layersApart(base.value.document, document)
          : new Set<string>(),
      ]),
    ),
);
/** So many layers that differ are named. */
const NAMED = 3;
function apartText({ id, document }: ComparedWall): string {
  if (id === base.value?.id) return 'the baseline';
  const differ = document.layers.filter((layer) => apart.value.get(id)?.has(layer.id));
  if (differ.length === 0) return 'layers as in the baseline, or fewer';
  const names = differ.map((layer) =>
    lower(
      `${layerTitle(layer, (material) => project.materials[material], units.value)} ${formatText('length', layer.thickness, units.value)}`,
    ),
  );
  const more = names.length - NAMED;
  return `${names.slice(0, NAMED).join('; ')}${more > 0 ? `; and ${more} more` : ''}`;
}

const rows = computed(() =>
  compareRows({
    walls: walls.value,
    against: against.value,
    units: units.value,
    length: length.value,
    sure: sure.value,
  }),
);
const all = computed(() => [
  ...rows.value.groups.flatMap((group) => group.rows),
  ...rows.value.equal,
]);
const ranked = computed(() => all.value.filter((row) => row.ranked));
const scores = computed(() => weighed(all.value, weights.value));
const weighing = computed(() => Object.keys(weights.value).length > 0);

const setLength = (text: string): void => link.setLength(parseLength(text, units.value, 'length'));
const setWeight = (id: string, text: string): void =>
  link.setWeight(id, parseNumber(text, 'weight', 0, 5));

const remove = (id: string): void => link.compare(wanted.value.filter((one) => one !== id));
const add = (ids: readonly string[]): void =>
  link.compare([...wanted.value, ...ids].slice(0, MOST_COMPARED));
</script>

<template>
  <OptionsSwitch />
  <div class="tight">
    <header class="head">
      <h1>Options</h1>
      <p v-if="project.document" class="soft">
        {{ project.document.name }} · {{ climateName(project.document.brief) }}
        <template v-if="base"> · differences against {{ base.letter }}</template>
      </p>
      <button
        type="button"
        class="action"
        :disabled="wanted.length >= MOST_COMPARED"
        @click="adding = true"
      >
        Add a variant…
      </button>
    </header>
    <p v-if="options.failure" class="wrong" role="alert">
      The walls could not be read: {{ options.failure }}
      <button type="button" class="action" @click="options.load">Try again</button>
    </p>
    <div v-if="wanted.length === 0" class="empty">
      <p>No wall to compare yet. Draw one, or lay a usual way of building on the brief.</p>
      <button type="button" class="action ink" @click="adding = true">Add a variant…</button>
    </div>
    <div v-else ref="table" class="scroll">
      <table class="options" :style="{ '--columns': walls.length, '--labels': `${labels}px` }">
        <caption class="hidden-label">
          The options side by side
        </caption>
        <thead>
          <tr>
            <td>
              <div class="ends">
                <span>outdoors</span>
                <span>inner face</span>
              </div>
            </td>
            <th
              v-for="wall in walls"
              :key="wall.id"
              scope="col"
              :class="{ base: wall.id === against }"
              :data-option="wall.name"
            >
              <span class="name">
                <span class="letter">{{ wall.letter }}</span>
                <RouterLink
                  :to="{ name: 'build-up', params: { project: project.id, wall: wall.id } }"
                  >{{ wall.name }}</RouterLink
                >
              </span>
              <OptionSection
                v-if="wall.wall"
                :wall="wall.wall"
                :name="wall.name"
                :width="column"
                :height="DRAWN"
                :scale="scale"
                :units="units"
                :apart="apart.get(wall.id)!"
              />
              <p v-else class="soft nothing">
                {{ wall.problem || 'nothing to draw yet' }}
              </p>
              <span class="choices">
                <button
                  v-if="wall.id !== against"
                  type="button"
                  class="action quiet"
                  :aria-label="`Compare against ${wall.name}`"
                  @click="link.hold(wall.id)"
                >
                  Baseline
                </button>
                <span v-else class="is-base">Baseline</span>
                <button
                  v-if="walls.length > 1"
                  type="button"
                  class="action quiet"
                  :aria-label="`Take ${wall.name} out of the comparison`"
                  @click="remove(wall.id)"
                >
                  Take out
                </button>
              </span>
            </th>
          </tr>
          <tr class="differ">
            <th scope="row">Layers that differ</th>
            <td v-for="wall in walls" :key="wall.id" :class="{ base: wall.id === against }">
              <span class="small">{{ apartText(wall) }}</span>
            </td>
          </tr>
        </thead>
        <tbody v-for="group in rows.groups" :key="group.label">
          <tr class="group">
            <th :colspan="walls.length + 1" scope="rowgroup">{{ group.label }}</th>
          </tr>
          <tr v-for="row in group.rows" :key="row.id" :data-row="row.id">
            <th scope="row">
              {{ row.label }}
              <template v-if="row.id === 'sure'">
                <button
                  v-if="!progress"
                  type="button"
                  class="action quiet small try"
                  @click="run(walls)"
                >
                  Try 100 houses
                </button>
                <span v-else class="trying">
                  <progress
                    :value="progress.done"
                    :max="progress.total"
                    aria-label="Houses simulated"
                  ></progress>
                  <button type="button" class="action quiet small" @click="stop">Stop</button>
                </span>
              </template>
              <span v-if="row.id === 'floor'" class="small soft"
                >against the thinnest, over {{ formatText('elevation', length, units) }}</span
              >
            </th>
            <td
              v-for="(cell, i) in row.cells"
              :key="walls[i]!.id"
              :class="{ base: walls[i]!.id === against, best: cell.mark === 'best' }"
            >
              <span class="cell">
                <span class="value">
                  <StatusMark v-if="cell.status" :status="cell.status" />
                  <span :class="row.ranked && cell.value !== null ? 'figure' : 'small'">{{
                    cell.text
                  }}</span>
                  <span v-if="cell.unit" class="unit">{{ cell.unit }}</span>
                  <span v-if="cell.about" class="small soft">{{ cell.about }}</span>
                  <span v-if="cell.mark" class="mark" :class="cell.mark"
                    ><span class="shape" aria-hidden="true">{{
                      cell.mark === 'best' ? '▲' : '▽'
                    }}</span
                    >&nbsp;{{ cell.mark }}</span
                  >
                </span>
                <span v-if="cell.less" class="less">{{ cell.less }}</span>
              </span>
            </td>
          </tr>
        </tbody>
        <tbody v-if="weighing">
          <tr class="group">
            <th :colspan="walls.length + 1" scope="rowgroup">By your weights</th>
          </tr>
          <tr data-row="weighed">
            <th scope="row">
              Of 100
              <span class="small soft">each row from worst 0 to best 100, times its weight</span>
            </th>
            <td
              v-for="(score, i) in scores"
              :key="walls[i]!.id"
              :class="{ base: walls[i]!.id === against }"
            >
              <span class="figure">{{ score === null ? 'not known' : Math.round(score) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="walls.length > 0" class="below">
      <details v-if="rows.equal.length > 0" class="folded">
        <summary>
          {{ rows.equal.length === 1 ? '1 row is' : `${rows.equal.length} rows are` }} equal:
          {{ rows.equal.map(({ label }) => lower(label)).join(', ') }}
        </summary>
        <dl>
          <template v-for="row in rows.equal" :key="row.id">
            <dt>{{ row.label }}</dt>
            <dd>{{ row.cells[0]!.text }} {{ row.cells[0]!.unit }}</dd>
          </template>
        </dl>
      </details>
      <details class="folded">
        <summary>What counts for you</summary>
        <div class="weights">
          <TextField
            label="Length of wall, for the floor it takes"
            :value="formatText('elevation', length, units)"
            :take="setLength"
          />
          <TextField
            v-for="row in ranked"
            :key="row.id"
            :label="`Weight of ${lower(row.label)}`"
            :value="String(weights[row.id] ?? 0)"
            :take="(text: string) => setWeight(row.id, text)"
            hint="0 to 5"
          />
        </div>
      </details>
      <button
        type="button"
        class="action ink"
        :disabled="walls.some(({ facts }) => !facts)"
        @click="recording = true"
      >
        Record the decision…
      </button>
    </div>
    <p class="small soft notes">
      {{ costNote(project.prices?.document ?? null) }} Carbon is generic, times are rough. The
      adopted local code governs; structure and fire belong to licensed professionals.
    </p>
    <VariantDialog v-if="adding" v-model:visible="adding" :compared="walls" @add="add" />
    <RecordDialog v-if="recording" v-model:visible="recording" :walls="walls" />
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}

.head p {
  flex: 1;
}

.options {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
  min-width: calc(var(--labels) + var(--columns) * 140px);
}

.options > thead > tr > :first-child {
  width: var(--labels);
}

.options th {
  text-align: left;
  font-weight: 500;
}

.options thead th[scope='col'] {
  padding: 4px 8px 0;
  vertical-align: top;
}

.options td,
.options th[scope='row'] {
  padding: 5px 8px;
  border-bottom: 1px solid var(--line);
  vertical-align: baseline;
}

.options th[scope='row'] {
  padding-left: 0;
}

.base {
  background: color-mix(in srgb, var(--marker) 32%, var(--ground));
}

.ends {
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  height: 236px;
  padding: 32px 0 20px;
  color: var(--soft);
  font-size: var(--text-12);
}

.options thead > tr:first-child > * {
  border-bottom: 0;
}

.name {
  display: flex;
  align-items: baseline;
  gap: 8px;
  min-height: 28px;
}

.letter {
  font-size: var(--text-20);
  font-weight: 800;
}

.choices {
  display: flex;
  align-items: center;
  gap: 4px;
  margin-left: -4px;
}

.choices .action {
  min-height: var(--row);
  padding: 0 4px;
  font-size: var(--text-12);
}

.is-base {
  padding: 0 4px;
  font-size: var(--text-12);
  font-weight: 700;
}

.group th {
  padding: 10px 0 3px;
  border-bottom: 2px solid var(--soft);
  font-size: var(--text-12);
  font-weight: 700;
  text-transform: uppercase;
  font-stretch: 88%;
  color: var(--soft);
}

.cell {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 4px 8px;
  flex-wrap: wrap;
}

.value {
  display: inline-flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 5px;
}

.figure {
  font-weight: 700;
}

.unit {
  font-size: var(--text-12);
}

.mark {
  font-size: var(--text-12);
  font-weight: 600;
  white-space: nowrap;
}

.mark.best .shape {
  color: var(--pass);
}

.mark.worst {
  color: var(--soft);
}

.less {
  color: var(--soft);
  font-size: var(--text-12);
  white-space: nowrap;
}

.try {
  min-height: 0;
  padding: 0;
}

.trying {
  display: flex;
  align-items: center;
  gap: 6px;
}

.trying progress {
  width: 80px;
  height: 8px;
  accent-color: var(--ink);
}

.trying .action {
  min-height: var(--row);
  padding: 0 4px;
}

.options th .small {
  display: block;
}

.below {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 8px 24px;
}

.folded {
  flex: 0 1 auto;
}

.folded:last-of-type {
  flex: 1 1 200px;
}

.folded summary {
  display: flex;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 3px;
}

.folded dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 16px;
}

.weights {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 8px 12px;
  padding: 4px 0 12px;
}

.nothing {
  height: 196px;
  align-content: end;
}
</style>
