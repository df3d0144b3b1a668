<script setup lang="ts">
import { computed, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue';
import { useWalk } from '../../components/walk.ts';

/** A short walk through the bench: what is where, one place after the other, marked on the page itself. */
const walk = useWalk();
const step = ref(0);
const panel = useTemplateRef<HTMLElement>('panel');

const STEPS = [
  {
    at: '.drawing .callouts',
    title: 'The layers, outdoors on top',
    text: 'Each row points at its place in the section. Click one to select it, press Enter to change it, drag it to move it.',
  },
  {
    at: '.typed',
    title: 'Type a layer as you say it',
    text: '“2 in polyiso”, “2x6 16 oc cellulose”, “rain screen”. It goes where it belongs; what is not understood is struck through.',
  },
  {
    at: '.readings',
    title: 'Six readings',
    text: 'The effective R has the studs counted. Click a number to see its formula and what went in.',
  },
  {
    at: '.judgment',
    title: 'Does it stay dry?',
    text: 'Two years are simulated hour by hour as soon as you stop typing. Beside it stands what is worst, and the smallest fix: try it, and Undo.',
  },
  {
    at: '.lenses',
    title: 'Lenses on the same drawing',
    text: 'Heat shows the cold stripes, Moisture the months, Years the simulated course. “Print the wall” makes two pages for the table.',
  },
];

const here = computed(() => STEPS[step.value]!);

/** The place that is told about is outlined. */
let marked: Element | null = null;
function mark(selector: string | null): void {
  marked?.classList.remove('walked');
  marked = selector === null ? null : document.querySelector(selector);
  marked?.classList.add('walked');
  marked?.scrollIntoView({ block: 'nearest' });
}
watch(here, ({ at }) => mark(at), { immediate: true, flush: 'post' });
watch(panel, (shown) => shown?.focus());
onBeforeUnmount(() => mark(null));
</script>

<template>
  <aside
    ref="panel"
    class="walk"
    tabindex="-1"
    aria-label="A walk through the bench"
    @keydown.esc="walk.walking = false"
  >
    <p class="small soft">{{ step + 1 }} of {{ STEPS.length }}</p>
    <h2>{{ here.title }}</h2>
    <p aria-live="polite">{{ here.text }}</p>
    <p class="buttons">
      <button class="action" type="button" :disabled="step === 0" @click="step--">Back</button>
      <button v-if="step < STEPS.length - 1" class="action ink" type="button" @click="step++">
        Next
      </button>
      <button v-else class="action ink" type="button" @click="walk.dismiss">Done</button>
      <button class="action quiet" type="button" @click="walk.dismiss">Do not show again</button>
    </p>
  </aside>
</template>

<style scoped>
.walk {
  position: fixed;
  z-index: 6;
  right: 20px;
  bottom: 20px;
  display: grid;
  gap: 6px;
  width: min(400px, calc(100vw - 40px));
  padding: 14px 16px;
  border: 2px solid var(--ink);
  background: var(--sheet);
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 4px;
}
</style>
