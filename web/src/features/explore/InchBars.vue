<script setup lang="ts">
import { computed } from 'vue';
import { format, formatText, type UnitSystem } from '@eldrun/core/units';
import { plainName } from '@eldrun/core/build-up';
import type { ThicknessCurve } from '@eldrun/core/exploration';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';

/** What each further step of board outside gives: bars of the R gained, with cost, margin and judgment under them. */
const props = defineProps<{ curve: ThicknessCurve; units: UnitSystem }>();
const project = useProject();

const steps = computed(() => props.curve.points.slice(1));
const most = computed(() => Math.max(...steps.value.map(({ gain }) => gain), 1e-9));
const HIGH = 64;
const material = computed(() =>
  plainName(project.materials[props.curve.material]?.name ?? props.curve.material),
);
const cost = (value: number | null): string =>
  value === null ? 'no price' : format('costPerArea', value, props.units).text;
</script>

<template>
  <section class="inches" aria-label="One more step outside">
    <h2>
      {{ units === 'imperial' ? 'One more inch outside' : 'Twenty millimeters more outside' }}
      <span class="soft small">{{ material }}: R gained by each, and what it costs</span>
    </h2>
    <div class="scroll">
      <table>
        <tbody>
          <tr>
            <th scope="row"><span class="hidden-label">R gained</span></th>
            <td v-for="point in steps" :key="point.outside">
              <strong>+{{ format('resistance', point.gain, units).text }}</strong>
              <span class="bar" :style="{ height: `${(HIGH * point.gain) / most}px` }"></span>
            </td>
          </tr>
          <tr>
            <th scope="row" class="small soft">Outside</th>
            <td v-for="(point, i) in steps" :key="point.outside">
              {{ formatText('length', point.outside, units) }}
              <span v-if="curve.halved === i + 1" class="small halved">half the first</span>
            </td>
          </tr>
          <tr>
            <th scope="row" class="small soft">Effective R</th>
            <td v-for="point in steps" :key="point.outside">
              {{ format('resistance', point.measures.r, units).text }}
            </td>
          </tr>
          <tr>
            <th scope="row" class="small soft">Cost added</th>
            <td v-for="point in steps" :key="point.outside">{{ cost(point.cost) }}</td>
          </tr>
          <tr>
            <th scope="row" class="small soft">Margin</th>
            <td v-for="point in steps" :key="point.outside">
              {{
                point.measures.margin === null
                  ? 'none'
                  : formatText('temperatureDifference', point.measures.margin, units)
              }}
            </td>
          </tr>
          <tr>
            <th scope="row" class="small soft">Judgment</th>
            <td v-for="point in steps" :key="point.outside">
              <StatusMark :status="point.measures.moisture" />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.inches h2 .small {
  font-weight: 400;
}

td {
  text-align: center;
  padding: 2px 4px;
  vertical-align: bottom;
}

th {
  text-align: left;
  font-weight: 400;
  white-space: nowrap;
}

tr + tr td {
  border-top: 1px solid var(--line);
}

.bar {
  display: block;
  width: 60%;
  margin: 2px auto 0;
  background: var(--faint);
}

.halved {
  display: block;
}
</style>
