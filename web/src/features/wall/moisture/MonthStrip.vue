<script setup lang="ts">
import { computed } from 'vue';
import { formatText } from '@eldrun/core/units';
import { HUMID_DAY, innerPlaneOf } from '@eldrun/core/steady-moisture';
import { MONTHS } from '@eldrun/core/climate';
import { useBench } from '../bench.ts';
import { useMoisture } from './moisture.ts';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';

/** The months: what the wall holds in each, whether the plane is at risk, and the year played through. */
const project = useProject();
const wall = useWall();
const bench = useBench();
const moisture = useMoisture();

/** Height of a month's water at the wall's peak, px. */
const MAX_HEIGHT = 18;

const months = computed(() => {
  const monthly = moisture.balance?.monthly;
  const margins = wall.assessment?.moisture.condensingPlane?.margin;
  const inside = wall.assessment && innerPlaneOf(wall.assessment.wall);
  return MONTHS.map((name, m) => {
    const held = (monthly?.planes ?? []).reduce((sum, plane) => sum + plane.held[m]!, 0);
    const margin = margins?.[m];
    const inner = inside?.margin[m];
    const water =
      held > 0 ? `${formatText('waterPerArea', held, project.units)} of water held` : 'dry';
    return {
      name,
      short: name.slice(0, 3),
      height: monthly?.peak ? (MAX_HEIGHT * held) / monthly.peak : 0,
      atRisk: (margin !== undefined && margin < 0) || (inner !== undefined && inner < HUMID_DAY),
      label: `${name}: ${water}${margin === undefined ? '' : `, plane ${formatText('temperatureDifference', margin, project.units)} to the indoor dew point`}`,
    };
  });
});

function choose(month: number): void {
  moisture.stop();
  bench.moment = month;
}
</script>

<template>
  <div class="strip">
    <button
      type="button"
      class="action play"
      :aria-pressed="moisture.playing"
      @click="moisture.playing ? moisture.stop() : moisture.play()"
    >
      {{ moisture.playing ? 'Stop' : 'Play' }}
    </button>
    <div class="months" role="group" aria-label="Month shown">
      <button
        v-for="(month, m) in months"
        :key="month.name"
        type="button"
        class="month"
        :class="{ risk: month.atRisk }"
        :aria-label="month.label"
        :aria-pressed="m === moisture.month"
        @click="choose(m)"
      >
        <i class="water" :style="{ height: `${month.height}px` }" aria-hidden="true"></i>
        <span class="narrow">{{ month.short }}</span>
        <i class="mark" aria-hidden="true"></i>
      </button>
    </div>
    <p class="small soft key">
      <span><i class="mark shown"></i>a plane at the dew point</span>
      <span><i class="swatch"></i>water held</span>
    </p>
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 2px 8px;
  padding-top: 6px;
}

.play {
  min-width: 64px;
  text-align: center;
}

.months {
  display: grid;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  border: 1px solid var(--line);
  background: var(--sheet);
}

.month {
  position: relative;
  min-height: 46px;
  padding: 20px 0 2px;
  border: 0;
  border-left: 1px solid var(--line);
  background: none;
  color: inherit;
  font-size: var(--text-12);
  cursor: pointer;
}

.month:first-child {
  border-left: 0;
}

.month[aria-pressed='true'] {
  background: var(--marker);
  outline: 2px solid var(--ink);
  outline-offset: -2px;
  font-weight: 700;
}

.water {
  position: absolute;
  left: 4px;
  right: 4px;
  bottom: calc(100% - 21px);
  background: var(--water);
}

.risk .mark,
.mark.shown {
  position: absolute;
  right: 3px;
  bottom: 3px;
  width: 7px;
  height: 7px;
  background: var(--fail);
}

.key {
  grid-column: 2;
  display: flex;
  gap: 16px;
}

.key span {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}

.mark.shown {
  position: static;
}

.swatch {
  width: 12px;
  height: 9px;
  background: var(--water);
}

@media (max-width: 1000px) {
  .strip {
    grid-template-columns: minmax(0, 1fr);
  }

  .months {
    grid-template-columns: repeat(6, minmax(0, 1fr));
  }

  .key {
    grid-column: 1;
  }
}
</style>
