<script setup lang="ts">
import { computed } from 'vue';
import { connectionName, type AttachmentOf } from '@eldrun/core/attachment';
import { formatText, messageText } from '@eldrun/core/units';
import StatusMark from '../../../components/StatusMark.vue';
import type { WallFrame } from '../frame.ts';
import UseBars from './UseBars.vue';

/** Beside the drawing: what each connection carries, and the worst that is said of it. */
const props = defineProps<{ frame: WallFrame; held: AttachmentOf }>();

const text = (value: number): string => formatText('length', value, props.frame.units);
const rows = computed(() =>
  props.held.design.connections.map((connection) => {
    const worst = props.held.findings.find(({ place }) => place === connection.place);
    const { along } = connection.spacing;
    return {
      connection,
      status: worst?.status ?? 'pass',
      title: connectionName(connection).replace(/^./, (first) => first.toUpperCase()),
      what: `${text(connection.length)} every ${text(along)}`,
    };
  }),
);
const first = computed(() => props.held.findings[0] ?? null);
</script>

<template>
  <div class="carried" aria-label="What the connections carry" role="group">
    <section v-for="row in rows" :key="row.connection.place">
      <h3><StatusMark :status="row.status" /> {{ row.title }}</h3>
      <p class="small soft">{{ row.what }}</p>
      <UseBars v-if="row.connection.result" :result="row.connection.result" :units="frame.units" />
      <p v-else class="small">Holds nothing.</p>
    </section>
    <p v-if="first && first.status !== 'pass'" class="small worst">
      <StatusMark :status="first.status" />
      <span>{{ messageText(first.title, frame.units) }}</span>
    </p>
  </div>
</template>

<style scoped>
.carried {
  display: grid;
  gap: 14px;
  align-content: start;
  padding-left: 12px;
}

section {
  display: grid;
  gap: 3px;
}

h3 {
  display: flex;
  gap: 6px;
  margin: 0;
  font-size: var(--text-14);
}

.worst {
  display: flex;
  gap: 6px;
}
</style>
