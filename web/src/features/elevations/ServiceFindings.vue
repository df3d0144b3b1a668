<script setup lang="ts">
import type { UnitSystem } from '@eldrun/core/units';
import { fieldText } from '../../components/lengths.ts';
import StatusMark from '../../components/StatusMark.vue';
import type { Found } from './found.ts';

/** What is found about one thing that sits in a wall: a row below its own. */
defineProps<{ service: string; found: readonly Found[]; columns: number; units: UnitSystem }>();
const emit = defineEmits<{ inward: [from: number] }>();
</script>

<template>
  <tr v-if="found.length > 0" class="findings">
    <td :colspan="columns">
      <ul>
        <li v-for="(one, i) in found" :key="i">
          <StatusMark :status="one.status" />
          <span
            >{{ one.text }}
            <span v-if="one.more" class="soft small">{{ one.more }}</span>
            <button
              v-if="one.inward"
              type="button"
              class="action small inward"
              @click="emit('inward', one.inward)"
            >
              Move {{ service }} to {{ fieldText(one.inward, units) }} from the inner face
            </button></span
          >
        </li>
      </ul>
    </td>
  </tr>
</template>

<style scoped>
.findings > td {
  padding: 3px 6px 8px;
  border-bottom: 1px solid var(--line);
  text-align: left;
}

.findings li {
  display: flex;
  align-items: flex-start;
  gap: 6px;
}

.inward {
  display: block;
}
</style>
