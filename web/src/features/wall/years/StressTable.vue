<script setup lang="ts">
import { computed } from 'vue';
import { formatText, fixed } from '@eldrun/core/units';
import { worstStatus } from '@eldrun/core/simulation';
import StatusMark from '../../../components/StatusMark.vue';
import { useProject } from '../../../project/project.ts';
import { useSimulation } from './simulation.ts';

/** The fixed set of hard years, what fails first on top. */
const project = useProject();
const simulation = useSimulation();

const ranked = computed(() =>
  simulation.stress.toSorted(
    (a, b) =>
      (b.result?.mold.sensitive ?? -1) - (a.result?.mold.sensitive ?? -1) ||
      (b.result?.peak.mc.value ?? 0) - (a.result?.peak.mc.value ?? 0),
  ),
);
</script>

<template>
  <table v-if="simulation.stress.length > 0" class="table" data-stress>
    <caption class="head">
      Stress set: what fails first stands on top
    </caption>
    <thead>
      <tr>
        <th scope="col">Years</th>
        <th scope="col"><span class="hidden-label">Verdict</span></th>
        <th scope="col">Mold index</th>
        <th scope="col">Moisture, highest</th>
        <th scope="col">Above 20 %</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in ranked" :key="line.name">
        <th scope="row">{{ line.name }}</th>
        <template v-if="line.result">
          <td><StatusMark :status="worstStatus(line.verdicts)" /></td>
          <td>{{ fixed(line.result.mold.sensitive, 2) }}</td>
          <td>{{ formatText('share', line.result.peak.mc.value, project.units) }}</td>
          <td>{{ Math.round(line.result.above20.longest / 24) }} days</td>
        </template>
        <td v-else colspan="4" class="soft">{{ line.problem || 'running…' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.head {
  font-weight: 700;
  text-align: left;
}
</style>
