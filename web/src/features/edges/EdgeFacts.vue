<script setup lang="ts">
import { formatText, messageText, type UnitSystem } from '@eldrun/core/units';
import type { Measure } from '@eldrun/core/edges';

/** The lengths that follow from the layers. */
defineProps<{ measures: readonly Measure[]; units: UnitSystem }>();
</script>

<template>
  <table class="table facts">
    <tbody>
      <tr v-for="one in measures" :key="one.id" :data-measure="one.id">
        <th scope="row">{{ one.name }}</th>
        <td class="value">{{ formatText(one.quantity, one.value, units) }}</td>
        <td class="soft small note">{{ one.note ? messageText(one.note, units) : '' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.facts .value {
  text-align: left;
  font-weight: 700;
  white-space: nowrap;
}

.facts .note {
  text-align: left;
}
</style>
