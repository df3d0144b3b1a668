<script setup lang="ts">
import { computed } from 'vue';
import { fixed, formatText, SQUARE_FOOT, type UnitSystem } from '@eldrun/core/units';
import type { CavityChoice, CavitySide } from '@eldrun/core/services';
import StatusMark from '../../components/StatusMark.vue';

/** Boxes and runs in a service cavity against those in the insulation: what fits, what is sealed, what it costs. */
const props = defineProps<{ choice: CavityChoice; units: UnitSystem }>();
const sides = computed<{ label: string; side: CavitySide }[]>(() => [
  { label: 'In the insulation', side: props.choice.without },
  { label: 'In a service cavity', side: props.choice.with },
]);
const money = (usd: number): string => formatText('money', usd, props.units);
const floor = computed(() =>
  props.units === 'imperial'
    ? `${fixed(props.choice.floor / SQUARE_FOOT, 1)} ft²`
    : `${fixed(props.choice.floor, 2)} m²`,
);
</script>

<template>
  <section aria-labelledby="cavity">
    <h2 id="cavity">A service cavity, or none</h2>
    <table class="table">
      <thead>
        <tr>
          <th scope="col">All walls built so</th>
          <th v-for="{ label } in sides" :key="label" scope="col">{{ label }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Fit as they are</th>
          <td v-for="{ label, side } in sides" :key="label">{{ side.fit }} of {{ side.of }}</td>
        </tr>
        <tr>
          <th scope="row">Sealed one by one</th>
          <td v-for="{ label, side } in sides" :key="label">
            {{ side.sealed }}{{ side.sealed > 0 ? `, about ${fixed(side.sealing / 60, 1)} h` : '' }}
          </td>
        </tr>
        <tr>
          <th scope="row">Moisture</th>
          <td v-for="{ label, side } in sides" :key="label">
            <StatusMark :status="side.moisture" /> {{ side.moisture }}
          </td>
        </tr>
        <tr>
          <th scope="row">Effective R</th>
          <td v-for="{ label, side } in sides" :key="label">
            {{ formatText('resistance', side.r, units) }}
          </td>
        </tr>
        <tr>
          <th scope="row">Thickness</th>
          <td v-for="{ label, side } in sides" :key="label">
            {{ formatText('length', side.thickness, units) }}
          </td>
        </tr>
        <tr>
          <th scope="row">Cost of the walls</th>
          <td v-for="{ label, side } in sides" :key="label">{{ money(side.cost) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      A cavity leaves the air barrier whole behind it and takes {{ floor }} of floor; without it
      each box and each run is sealed, and displaces insulation. Good builders do either.
    </p>
  </section>
</template>

<style scoped>
h2 {
  font-size: var(--text-14);
}
</style>
