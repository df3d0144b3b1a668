<script setup lang="ts">
import { computed } from 'vue';
import {
  explainCarbon,
  explainCost,
  explainEffectiveR,
  explainFramingLoss,
  explainMargin,
  explainThickness,
  format,
  formatText,
  MONTHS,
  type Assessment,
  type Explanation,
  type Formatted,
  type Quantity,
} from '@eldrun/core';
import { useBench } from '../../stores/bench.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';

interface Reading {
  name: string;
  shown: Formatted;
  about: string;
  fails: boolean;
  /** The value after the fix under the pointer, where it differs. */
  after: string;
  open: () => Explanation;
}

const project = useProject();
const wall = useWall();
const bench = useBench();

const METHOD = { combined: 'combined method', parallelPath: 'parallel path' } as const;

type Figure = (assessment: Assessment) => number | null;

const margin: Figure = ({ moisture, worstMonth }) =>
  worstMonth === null ? null : moisture.condensingPlane!.margin[worstMonth]!;

const readings = computed<Reading[]>(() => {
  const { assessment, previewed } = wall;
  if (!assessment) return [];
  const { units } = project;
  const { thermal, wall: resolved, quantities, worstMonth } = assessment;
  const targets = resolved.file.targets;
  const text = (quantity: Quantity, value: number): string => formatText(quantity, value, units);
  const reading = (
    name: string,
    quantity: Quantity,
    figure: Figure,
    about: string,
    open: () => Explanation,
    fails = false,
  ): Reading => {
    const now = figure(assessment);
    const then = previewed && figure(previewed);
    const shown = now === null ? { text: 'none', unit: '' } : format(quantity, now, units);
    const changed =
      then !== null && then !== undefined && (now === null || Math.abs(then - now) > 1e-9);
    return {
      name,
      shown,
      about,
      fails,
      open,
      after: changed ? format(quantity, then, units).text : '',
    };
  };
  const missing = quantities.incomplete.length;
  const partly = missing > 0 ? `, ${missing} without a figure` : '';
  return [
    reading(
      'Effective R',
      'resistance',
      (a) => a.thermal.effective.r,
      units === 'metric'
        ? `U ${format('transmittance', thermal.effective.u, units).text}, ${METHOD[thermal.effective.method]}`
        : `${METHOD[thermal.effective.method]}, ${text('resistance', thermal.cavityPath.r)} in the cavity`,
      () => explainEffectiveR(assessment),
      targets?.r !== undefined && thermal.effective.r < targets.r,
    ),
    reading(
      'Lost to framing',
      'share',
      (a) => a.framingLoss,
      `takes ${text('resistance', thermal.cavityPath.r - thermal[thermal.effective.method].r)}`,
      () => explainFramingLoss(assessment),
    ),
    reading(
      'Sheathing margin',
      'temperatureDifference',
      margin,
      worstMonth === null
        ? 'no condensing plane'
        : `${MONTHS[worstMonth]!}, over the indoor dew point`,
      () => explainMargin(assessment),
      (margin(assessment) ?? 0) < 0,
    ),
    reading(
      'Thickness',
      'length',
      (a) => a.quantities.thickness,
      targets?.thickness === undefined
        ? 'no limit set'
        : `limit ${text('length', targets.thickness)}`,
      () => explainThickness(assessment),
      targets?.thickness !== undefined && quantities.thickness > targets.thickness + 1e-9,
    ),
    reading(
      'Cost',
      'costPerArea',
      (a) => a.quantities.cost,
      `demo prices${partly}`,
      () => explainCost(assessment),
    ),
    reading(
      'Carbon',
      'carbonPerArea',
      (a) => a.quantities.carbon,
      `cradle to gate${partly}`,
      () => explainCarbon(assessment),
    ),
  ];
});

/** The unit beside the number; an imperial R-value has none, as builders write it. */
function unitOf({ name, shown }: Reading): string {
  return name === 'Effective R' && project.units === 'imperial' ? '' : shown.unit;
}
</script>

<template>
  <section class="readings" aria-label="Readings">
    <button
      v-for="reading in readings"
      :key="reading.name"
      type="button"
      class="plain reading"
      :class="{ fails: reading.fails }"
      :data-reading="reading.name"
      @click="bench.explanation = reading.open()"
    >
      <!-- A preview changes no line's height: what lies below must not move from under the pointer. -->
      <span class="small name">
        <span class="soft">{{ reading.name }}</span>
        <span v-if="reading.after" class="after">→ {{ reading.after }}</span>
      </span>
      <span class="value">
        {{ reading.shown.text
        }}<span v-if="unitOf(reading)" class="unit">&nbsp;{{ unitOf(reading) }}</span>
      </span>
      <span class="soft small narrow">{{ reading.about }}</span>
    </button>
  </section>
</template>

<style scoped>
.readings {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 8px 16px;
  padding: 8px 0;
  border-top: 2px solid var(--soft);
  border-bottom: 1px solid var(--line);
}

.reading {
  display: grid;
  gap: 1px;
  align-content: start;
  padding: 4px;
  margin: 0 -4px;
}

.reading:hover {
  background: var(--sheet);
}

.value {
  font-size: var(--text-28);
  font-weight: 700;
  line-height: 1.15;
}

.fails .value {
  color: var(--fail);
}

.unit {
  font-size: var(--text-12);
  font-weight: 500;
}

.name {
  display: flex;
  gap: 8px;
  white-space: nowrap;
}

.after {
  padding: 0 4px;
  background: var(--marker);
  font-weight: 700;
}

@media (max-width: 1000px) {
  .readings {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
}

@media (max-width: 500px) {
  .readings {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
