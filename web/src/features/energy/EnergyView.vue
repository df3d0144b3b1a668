<script setup lang="ts">
import { computed, onBeforeUnmount, watch } from 'vue';
import { areasOf } from '@eldrun/core/energy';
import { fixed, messageText, SQUARE_FOOT } from '@eldrun/core/units';
import OnlyDocumentNotices from '../../components/OnlyDocumentNotices.vue';
import SavedState from '../../components/SavedState.vue';
import { useOptions } from '../../project/options.ts';
import { useProject } from '../../project/project.ts';
import { climateName } from '@eldrun/core/build-up';
import { useCompareLink } from '../../project/compare-link.ts';
import EnergyPanel from './EnergyPanel.vue';
import { useEnergy } from './energy-state.ts';
import HeatBars from './HeatBars.vue';
import OptionsSwitch from '../../components/OptionsSwitch.vue';
import { costNote } from '../../project/price-rows.ts';
import { summerRows, worthRows } from './worth-rows.ts';

/** What the compared walls are worth in a year and over the years, beside better windows: energy, money and carbon. */
const project = useProject();
const options = useOptions();
const { walls: wanted, against, hold } = useCompareLink();
watch(wanted, (ids, before) => ids.join() !== before?.join() && options.compare(ids), {
  immediate: true,
});
onBeforeUnmount(options.close);

const state = useEnergy(() => against.value);
const { house, energy, worths, sentences, summer } = state;
const units = computed(() => project.units);
const rows = computed(() => worthRows(worths.value, energy.value, units.value));
const summers = computed(() => summerRows(summer.value, units.value));
const waiting = computed(
  () =>
    house.state.value === 'loading' ||
    (wanted.value.length > 0 && worths.value.length === 0 && !state.problem.value),
);
const areas = computed(() => {
  const { walls, windows } = areasOf(energy.value);
  const text = (area: number): string =>
    units.value === 'imperial' ? `${fixed(area / SQUARE_FOOT, 0)} ft²` : `${fixed(area, 0)} m²`;
  return `${text(walls)} of wall, ${text(windows)} of windows`;
});
</script>

<template>
  <OptionsSwitch />
  <div class="energy">
    <div class="main">
      <OnlyDocumentNotices :of="house" />
      <header class="head">
        <h1>Money and energy</h1>
        <p v-if="project.document" class="soft">
          {{ areas }} · {{ climateName(project.document.brief) }}
        </p>
      </header>
      <p v-if="state.problem.value" class="wrong" role="alert">
        The weather could not be read: {{ state.problem.value }}
      </p>
      <p v-else-if="waiting" class="soft" role="status">Computing the year…</p>
      <p v-else-if="wanted.length === 0">No wall yet. Draw one first.</p>
      <template v-else>
        <ul class="said" aria-label="What it comes to">
          <li v-for="(sentence, i) in sentences" :key="i">{{ messageText(sentence, units) }}</li>
        </ul>
        <div class="scroll">
          <table class="worth">
            <caption class="hidden-label">
              What walls and windows take, and what more of either saves
            </caption>
            <thead>
              <tr>
                <th scope="col"><span class="hidden-label">What</span></th>
                <th
                  v-for="(worth, i) in worths"
                  :key="worth.option.name"
                  scope="col"
                  :class="{ base: i === 0 }"
                >
                  {{ worth.option.name }}
                  <span v-if="i === 0" class="small soft">baseline</span>
                  <button
                    v-else-if="!worth.option.better"
                    type="button"
                    class="action quiet small"
                    :aria-label="`Baseline: ${worth.option.name}`"
                    @click="hold(state.walls.value[i]!.id)"
                  >
                    Baseline
                  </button>
                </th>
              </tr>
              <tr>
                <th scope="row">
                  Heat lost, kWh <span class="small soft">and sun that makes up for it</span>
                </th>
                <td
                  v-for="(worth, i) in worths"
                  :key="worth.option.name"
                  :class="{ base: i === 0 }"
                >
                  <HeatBars :year="worth.year" :most="rows.most" :units="units" />
                </td>
              </tr>
            </thead>
            <tbody v-for="group in rows.groups" :key="group.label">
              <tr class="group">
                <th :colspan="worths.length + 1" scope="rowgroup">{{ group.label }}</th>
              </tr>
              <tr v-for="row in group.rows" :key="row.id" :data-row="row.id">
                <th scope="row">{{ row.label }}</th>
                <td v-for="(cell, i) in row.cells" :key="i" :class="{ base: i === 0 }">
                  {{ cell.text }}
                  <span v-if="cell.about" class="small soft">{{ cell.about }}</span>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <section aria-labelledby="summer">
          <h2 id="summer">The walls alone: a winter and a summer’s day</h2>
          <div class="scroll">
            <table class="worth">
              <thead>
                <tr>
                  <th scope="col">Wall</th>
                  <th scope="col">Lost by degree-days</th>
                  <th scope="col">Lost by the hour</th>
                  <th scope="col">Swing that comes through</th>
                  <th scope="col">Later by</th>
                  <th scope="col">A foil toward the gap would add</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in summers" :key="row.name">
                  <th scope="row">{{ row.name }}</th>
                  <td v-for="(cell, i) in row.cells" :key="i">{{ cell }}</td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
        <p class="small soft">
          {{ costNote(project.prices?.document ?? null) }} Only walls and windows are counted: no
          roof, floor, ventilation or air leaks. Sun on walls and what walls and windows lose to the
          sky count in winter as in summer; the table of walls goes by temperature alone. Windows
          let in 0.9 of what they do head-on, over the year. Swing and delay by EN ISO 13786. Not a
          rating of the house, nor a forecast of its bills.
        </p>
      </template>
    </div>
    <aside v-if="house.state.value !== 'loading'" class="side">
      <div class="tools">
        <SavedState
          v-if="house.exists.value"
          :state="house.saveState.value"
          :revision="house.revision.value"
          :kept="house.kept.value"
          :file="false"
        />
        <p v-else class="small soft">A usual small house, until you say more.</p>
        <button
          type="button"
          class="action"
          :disabled="house.past.value.length === 0"
          @click="house.travel('undo')"
        >
          Undo
        </button>
      </div>
      <EnergyPanel
        :energy="energy"
        :units="units"
        @run="(name, command) => void house.run(name, [command])"
      />
    </aside>
  </div>
</template>

<style scoped>
.energy {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 424px;
  gap: 20px;
  align-items: start;
}

.main,
.said {
  display: grid;
  gap: 10px;
}

.head h1 {
  font-size: var(--text-28);
}

.said {
  gap: 4px;
  padding: 8px 12px;
  background: var(--sheet);
  border-left: 4px solid var(--ink);
}

.worth th,
.worth td {
  padding: 3px 8px;
  text-align: left;
  vertical-align: top;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}

.worth thead th {
  font-weight: 700;
}

.worth .group th {
  padding-top: 8px;
  font-size: var(--text-12);
  font-weight: 700;
}

.worth .base {
  background: color-mix(in srgb, var(--marker) 26%, var(--ground));
}

.side {
  padding: 10px 12px;
  background: var(--sheet);
  border: 1px solid var(--line);
}

.tools {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
}

@media (max-width: 1000px) {
  .energy {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
