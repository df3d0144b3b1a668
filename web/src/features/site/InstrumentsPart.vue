<script setup lang="ts">
import AirTestPanel from './AirTestPanel.vue';
import MoisturePanel from './MoisturePanel.vue';
import ThermalPanel from './ThermalPanel.vue';

/** Instruments: simulated ones that are shipped, each behind an interface that a real one can take. */
</script>

<template>
  <p class="small soft">
    The instruments here are simulated from the walls and the climate of the project, so that a test
    can be tried before there is a house. Readings of real ones are typed in their place.
  </p>
  <AirTestPanel />
  <MoisturePanel />
  <ThermalPanel />
</template>
