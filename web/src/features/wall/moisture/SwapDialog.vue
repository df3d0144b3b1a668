<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed, onBeforeUnmount, shallowRef, watch } from 'vue';
import { applyCommands, type Command } from '@eldrun/core/wall';
import { assessLayers, withSection, type Assessment } from '@eldrun/core/assessment';
import { dryingOf, monthlyBalance } from '@eldrun/core/steady-moisture';
import { effectOf } from '@eldrun/core/verdicts';
import { format, formatText, messageText, type Quantity } from '@eldrun/core/units';
import { judge } from '@eldrun/core/judgment';
import { swapStrategy } from '@eldrun/core/strategies';
import { layerTitle } from '@eldrun/core/explain';
import { CLASS_NAMES } from '../../../components/labels.ts';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';
import { Newest } from '../../../compute/newest.ts';

/** The other strategy for the same wall: what changes, before and after, applied in one step. */
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();

const NAMES = {
  'vapor-open': {
    title: 'Vapor-open outside, variable retarder inside',
    gives:
      'Dries outward first, tolerates fire better; thicker for the same R, the sheathing colder.',
  },
  foam: {
    title: 'Foam outside, drying inward',
    gives:
      'More R in less depth and a warm sheathing; what gets wet dries inward only, and the foam is combustible.',
  },
} as const;

const swap = computed(() =>
  visible.value && wall.file ? swapStrategy(wall.file, project.pricedMaterials) : null,
);
const after = shallowRef<Assessment | null>(null);
const problem = shallowRef('');
const solver = new Newest('heat', 'shown');
onBeforeUnmount(() => solver.drop());

watch(
  swap,
  async (now) => {
    after.value = null;
    problem.value = '';
    if (!now || !wall.file) return;
    try {
      const file = applyCommands(wall.file, now.commands);
      const layers = assessLayers(file, project.pricedMaterials);
      const answer = await solver.ask({
        file,
        materials: project.pricedMaterials,
        wanted: 'section',
      });
      if (!answer) return;
      if ('section' in answer) after.value = withSection(layers, answer.section);
      else if ('problem' in answer) problem.value = answer.problem;
    } catch (error) {
      problem.value = (error as Error).message;
    }
  },
  { immediate: true },
);

function figures(assessment: Assessment): Record<string, string> {
  const { units } = project;
  const effect = effectOf(assessment);
  const { monthly } = monthlyBalance(assessment.wall);
  const panel = dryingOf(assessment.wall).findLast(({ layer }) => layer.source.kind === 'sheet');
  const text = (quantity: Quantity, value: number): string => formatText(quantity, value, units);
  return {
    'Effective R': text('resistance', effect.effectiveR),
    'Sheathing margin':
      effect.worstMargin === null ? 'no plane' : text('temperatureDifference', effect.worstMargin),
    'Condensation by month':
      monthly.verdict === 'none'
        ? 'none'
        : `${monthly.verdict}, ${text('waterPerArea', monthly.peak)} at most`,
    'Sheathing dries inward': panel ? CLASS_NAMES[panel.inward.class] : 'no panel',
    'Sheathing dries outward': panel ? CLASS_NAMES[panel.outward.class] : 'no panel',
    Thickness: text('length', effect.thickness),
    Cost: `${format('costPerArea', effect.cost, units).text} ${format('costPerArea', effect.cost, units).unit}`,
    Carbon: text('carbonPerArea', effect.carbon),
    'Judgment, estimated': messageText(judge(assessment).decides.text, units),
  };
}

const rows = computed(() => {
  if (!wall.whole || !after.value) return null;
  const then = figures(after.value);
  return Object.entries(figures(wall.whole)).map(([name, now]) => ({
    name,
    now,
    then: then[name]!,
  }));
});

const changes = computed(() => {
  if (!wall.file || !swap.value) return [];
  const before = wall.file.layers;
  const next = applyCommands(wall.file, swap.value.commands).layers;
  const title = (layer: (typeof before)[number]): string =>
    `${layerTitle(layer, wall.material, project.units)}, ${formatText('length', layer.thickness, project.units)}`;
  return [
    ...before
      .filter(({ id }) => !next.some((layer) => layer.id === id))
      .map((layer) => `Out: ${title(layer)}`),
    ...next.flatMap((layer) => {
      const was = before.find(({ id }) => id === layer.id);
      if (!was) return [`New: ${title(layer)}`];
      return title(was) === title(layer) ? [] : [`${title(was)} becomes ${title(layer)}`];
    }),
  ];
});

function apply(): void {
  if (!swap.value) return;
  emit('run', `Swap strategy: ${NAMES[swap.value.to].title.toLowerCase()}`, swap.value.commands);
  visible.value = false;
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    dismissable-mask
    header="Swap strategy"
    :style="{ width: '760px', maxWidth: '96vw' }"
  >
    <div v-if="swap" class="spaced">
      <h3>To: {{ NAMES[swap.to].title }}</h3>
      <p>{{ NAMES[swap.to].gives }} Both strategies build good walls; each gives something up.</p>
      <ul class="changes">
        <li v-for="change in changes" :key="change">{{ change }}</li>
      </ul>
      <p v-if="problem" role="alert">The changed wall cannot be computed: {{ problem }}</p>
      <p v-else-if="!rows" class="soft" role="status">Solving the changed wall…</p>
      <table v-else class="table" data-swap>
        <thead>
          <tr>
            <th scope="col">Figure</th>
            <th scope="col">Before</th>
            <th scope="col">After</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.name">
            <th scope="row">{{ row.name }}</th>
            <td>{{ row.now }}</td>
            <td>
              <strong>{{ row.then }}</strong>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="buttons">
        <button type="button" class="action ink" @click="apply">Swap</button>
        <button type="button" class="action quiet" @click="visible = false">Leave it</button>
      </p>
    </div>
    <p v-else>
      This wall has no frame, or no board as sold reaches its R: there is nothing to swap.
    </p>
  </Dialog>
</template>

<style scoped>
.changes {
  display: grid;
  gap: 3px;
  padding: 8px 12px;
  border: 1px solid var(--line);
}

.buttons {
  display: flex;
  gap: 12px;
}

td {
  max-width: 280px;
}
</style>
