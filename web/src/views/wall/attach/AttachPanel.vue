<script setup lang="ts">
import { computed, ref } from 'vue';
import { attachmentOf, claddingSystem, type Command, type ResolvedWall } from '@eldrun/core';
import SegmentedChoice from '../../../parts/SegmentedChoice.vue';
import JoinsPart from './JoinsPart.vue';
import ProofPart from './ProofPart.vue';
import ScrewsPart from './ScrewsPart.vue';
import SystemPart from './SystemPart.vue';

/** What holds the cladding, what its system is, what sticks to what, and the papers for it. */
const props = defineProps<{ wall: ResolvedWall }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const run = (name: string, commands: Command[]): void => emit('run', name, commands);

const PARTS = { screws: ScrewsPart, system: SystemPart, joins: JoinsPart, proof: ProofPart };
type Part = keyof typeof PARTS;
const part = ref<Part>('screws');

const held = computed(() => attachmentOf(props.wall));
const options = computed<{ value: Part; label: string }[]>(() => [
  { value: 'screws', label: 'Screws and loads' },
  ...(claddingSystem(props.wall) ? [{ value: 'system' as const, label: 'Cladding system' }] : []),
  { value: 'joins', label: 'What sticks to what' },
  { value: 'proof', label: 'Proof' },
]);
const shown = computed<Part>(() =>
  options.value.some(({ value }) => value === part.value) ? part.value : 'screws',
);
</script>

<template>
  <section class="attach" aria-label="How the cladding is held">
    <p v-if="!held" class="soft">
      The wall has no cladding yet: lay one outside the frame, and what holds it is computed here.
    </p>
    <template v-else>
      <SegmentedChoice
        label="Part of the lens"
        :value="shown"
        :options="options"
        @take="(to: Part) => (part = to)"
      />
      <component :is="PARTS[shown]" :wall="wall" @run="run" />
    </template>
  </section>
</template>

<style scoped>
.attach {
  display: grid;
  gap: 12px;
  padding: 8px 0;
}
</style>
