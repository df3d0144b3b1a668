<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue';
import type { WallSection } from '@eldrun/core/steady-heat';
import { fieldRaster } from '../../../charts/field.ts';
import { realTemperature, type Air } from '../../../charts/section-place.ts';
import { paintTemperatures, type TemperatureScale } from '../../../charts/temperature-scale.ts';
import type { WallFrame } from '../frame.ts';

/** The temperature field, painted under the drawing's lines. */
const props = defineProps<{
  frame: WallFrame;
  section: WallSection;
  air: Air;
  scale: TemperatureScale;
  /** Whether a newer field is being solved. */
  computing: boolean;
}>();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');

const raster = computed(() => fieldRaster(props.section, props.frame.axis, props.frame.width));

watch(
  [raster, () => props.air, () => props.scale, canvas],
  () => {
    const context = canvas.value?.getContext('2d');
    const { air } = props;
    if (!context) return;
    const { columns, rows, scaled } = raster.value;
    canvas.value!.width = columns;
    canvas.value!.height = rows;
    const image = context.createImageData(columns, rows);
    const temperatures = scaled.map((value) => realTemperature(air, value));
    paintTemperatures(image.data, temperatures, props.scale);
    context.putImageData(image, 0, 0);
  },
  { flush: 'post' },
);
</script>

<template>
  <canvas
    ref="canvas"
    class="field"
    aria-hidden="true"
    :class="{ computing: computing }"
    :style="{
      top: `${raster.y}px`,
      width: `${raster.width}px`,
      height: `${raster.height}px`,
    }"
  ></canvas>
</template>

<style scoped>
.field {
  position: absolute;
  left: 0;
  transition: opacity 120ms;
}

.computing {
  opacity: 0.6;
}

@media (prefers-reduced-motion: reduce) {
  .field {
    transition: none;
  }
}
</style>
