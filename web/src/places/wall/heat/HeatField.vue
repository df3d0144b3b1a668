<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue';
import type { DepthAxis } from '../../../drawing/axis.ts';
import { fieldRaster, realTemperature } from '../../../drawing/field.ts';
import { paintTemperatures, type TemperatureScale } from '../../../drawing/temperature-scale.ts';
import { useHeat } from '../../../stores/heat.ts';

/** The temperature field, painted under the drawing's lines. */
const props = defineProps<{ axis: DepthAxis; width: number; scale: TemperatureScale }>();
const heat = useHeat();
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');

const raster = computed(() =>
  heat.section ? fieldRaster(heat.section, props.axis, props.width) : null,
);

watch(
  [raster, () => heat.air, () => props.scale, canvas],
  () => {
    const context = canvas.value?.getContext('2d');
    const { air } = heat;
    if (!context || !raster.value || !air) return;
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
    :class="{ computing: heat.computing }"
    :style="
      raster
        ? { top: `${raster.y}px`, width: `${raster.width}px`, height: `${raster.height}px` }
        : {}
    "
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
