<script setup lang="ts">
import { computed, type Component } from 'vue';
import { attachmentOf } from '@eldrun/core/attachment';
import { claddingSystem } from '@eldrun/core/cladding-systems';
import type { Command } from '@eldrun/core/wall';
import type { ResolvedWall } from '@eldrun/core/build-up';
import SegmentedChoice from '../../../components/SegmentedChoice.vue';
import JoinsPart from './JoinsPart.vue';
import type { AttachPart } from './parts.ts';
import ProofPart from './ProofPart.vue';
import ScrewsPart from './ScrewsPart.vue';
import SystemPart from './SystemPart.vue';

/** What holds the cladding, what its system is, what sticks to what, and the papers for it. */
const props = defineProps<{ wall: ResolvedWall; part: AttachPart }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]]; part: [to: AttachPart] }>();
const run = (name: string, commands: Command[]): void => emit('run', name, commands);

const PARTS: Record<AttachPart, Component> = {
  screws: ScrewsPart,
  system: SystemPart,
  joins: JoinsPart,
  proof: ProofPart,
};

const held = computed(() => attachmentOf(props.wall));
const options = computed<{ value: AttachPart; label: string }[]>(() => [
  { value: 'screws', label: 'Screws and loads' },
  ...(claddingSystem(props.wall) ? [{ value: 'system' as const, label: 'Cladding system' }] : []),
  { value: 'joins', label: 'What sticks to what' },
  { value: 'proof', label: 'Proof' },
]);
const shown = computed<AttachPart>(() =>
  options.value.some(({ value }) => value === props.part) ? props.part : 'screws',
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
        @take="(to: AttachPart) => emit('part', to)"
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
