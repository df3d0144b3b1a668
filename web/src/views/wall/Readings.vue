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
  framedR,
  MONTHS,
  type Explanation,
  type Formatted,
  type LayerAssessment,
  type Quantity,
} from '@eldrun/core';
import { useBaseline } from '../../stores/baseline.ts';
import { useBench } from '../../stores/bench.ts';
import { useProject } from '../../stores/project.ts';
import { useWall } from '../../stores/wall.ts';
import ReadingCell from './ReadingCell.vue';

interface Reading {
  name: string;
  shown: Formatted;
  about: string;
  fails: boolean;
  /** The value after the fix under the pointer, where it differs. */
  after: string;
  /** The baseline's value and how far this one is from it, where it is laid over. */
  was: string;
  /** What stands behind it; null until it is there. */
  open: (() => Explanation) | null;
}

const project = useProject();
const wall = useWall();
const bench = useBench();
const baseline = useBaseline();

const METHOD = { section: 'clear field', wholeWall: 'whole wall' } as const;

/** The effective R at once: while the section is solved, the last one in proportion to the combined method. */
const effective = computed(() => {
  const { assessment, whole, computing } = wall;
  if (!assessment || !whole) return null;
  const settled = whole.thermal.effective.r;
  return computing
    ? { r: (settled * assessment.paths.combined.r) / whole.paths.combined.r, about: true }
    : { r: settled, about: false };
});

const readings = computed<Reading[]>(() => {
  const { assessment, whole, preview } = wall;
  if (!assessment) return [];
  const { units } = project;
  const { wall: resolved, quantities, worstMonth, paths } = assessment;
  const targets = resolved.file.targets;
  const text = (quantity: Quantity, value: number): string => formatText(quantity, value, units);
  const reading = (
    name: string,
    quantity: Quantity,
    now: number | null,
    then: number | null | undefined,
    about: string,
    open: (() => Explanation) | null,
    fails = false,
    was: number | null = null,
  ): Reading => {
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
      was: was === null ? '' : wasText(quantity, was, now),
    };
  };
  const margin = worstMargin(assessment);
  const now = effective.value;
  const before = baseline.assessment;
  const method = whole ? METHOD[whole.thermal.effective.method] : '';
  const missing = quantities.incomplete.length;
  const partly = missing > 0 ? `, ${missing} without a figure` : '';
  return [
    reading(
      'Effective R',
      'resistance',
      now && now.r,
      preview?.effectiveR,
      now === null
        ? 'solving the section…'
        : units === 'metric'
          ? `U ${format('transmittance', 1 / now.r, units).text}, ${method}`
          : `${method}, ${text('resistance', paths.cavityPath.r)} in the cavity`,
      whole && (() => explainEffectiveR(whole)),
      targets?.r !== undefined && now !== null && now.r < targets.r,
      before && before.thermal.effective.r,
    ),
    reading(
      'Lost to framing',
      'share',
      whole && whole.framingLoss,
      preview?.framingLoss,
      whole
        ? `takes ${text('resistance', whole.thermal.cavityPath.r - framedR(whole.thermal))}`
        : '',
      whole && (() => explainFramingLoss(whole)),
      false,
      before && before.framingLoss,
    ),
    reading(
      'Sheathing margin',
      'temperatureDifference',
      margin,
      preview?.worstMargin,
      worstMonth === null
        ? 'no condensing plane'
        : `${MONTHS[worstMonth]!}, over the indoor dew point`,
      () => explainMargin(assessment),
      false,
      before && worstMargin(before),
    ),
    reading(
      'Thickness',
      'length',
      quantities.thickness,
      preview?.thickness,
      targets?.thickness === undefined
        ? 'no limit set'
        : `limit ${text('length', targets.thickness)}`,
      () => explainThickness(assessment),
      targets?.thickness !== undefined && quantities.thickness > targets.thickness + 1e-9,
      before && before.quantities.thickness,
    ),
    reading(
      'Cost',
      'costPerArea',
      quantities.cost,
      preview?.cost,
      `demo prices${partly}`,
      () => explainCost(assessment),
      false,
      before && before.quantities.cost,
    ),
    reading(
      'Carbon',
      'carbonPerArea',
      quantities.carbon,
      preview?.carbon,
      `cradle to gate${partly}`,
      () => explainCarbon(assessment),
      false,
      before && before.quantities.carbon,
    ),
  ];
});

function worstMargin({ moisture, worstMonth }: LayerAssessment): number | null {
  return worstMonth === null ? null : moisture.condensingPlane!.margin[worstMonth]!;
}

/** `was 16.4, +1.9`. */
function wasText(quantity: Quantity, was: number, now: number | null): string {
  const { units } = project;
  const text = `was ${format(quantity, was, units).text}`;
  if (now === null) return text;
  const apart = format(quantity, Math.abs(now - was), units).text;
  const sign = now > was ? '+' : '−';
  return Math.abs(now - was) < 1e-9 ? `${text}, the same` : `${text}, ${sign}${apart}`;
}

/** The unit beside the number; an imperial R-value has none, as builders write it. */
function unitOf(name: string, unit: string): string {
  return name === 'Effective R' && project.units === 'imperial' ? '' : unit;
}

function explain(name: string): void {
  bench.explanation = readings.value.find((reading) => reading.name === name)?.open?.() ?? null;
}
</script>

<template>
  <section class="readings" aria-label="Readings">
    <ReadingCell
      v-for="{ open, shown, ...reading } in readings"
      :key="reading.name"
      v-bind="reading"
      :value="shown.text"
      :unit="unitOf(reading.name, shown.unit)"
      :settling="reading.name === 'Effective R' && (effective?.about ?? false)"
      :opens="open !== null"
      @open="explain(reading.name)"
    />
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
