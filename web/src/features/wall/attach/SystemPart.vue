<script setup lang="ts">
import { computed, ref } from 'vue';
import {
  claddingSystem,
  PROOF_KINDS,
  systemStanding,
  needStatus,
} from '@eldrun/core/cladding-systems';
import { messageText, type Message } from '@eldrun/core/units';
import type { Command } from '@eldrun/core/wall';
import type { ResolvedWall } from '@eldrun/core/build-up';
import { layerTitle } from '@eldrun/core/explain';
import { today } from '../../../components/day.ts';
import StatusMark from '../../../components/StatusMark.vue';
import TextField from '../../../components/TextField.vue';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';

/** What the plastered cladding is, by its layers; what can go wrong, what makes it whole, who signs. */
const props = defineProps<{ wall: ResolvedWall }>();
const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const store = useWall();

const system = computed(() => claddingSystem(props.wall)!);
const standing = computed(() => systemStanding(props.wall, system.value, today()));
const text = (message: Message): string => messageText(message, project.units);

const needs = computed(() =>
  system.value.needs.map((need) => {
    const asked = standing.value.missing.find(({ kind }) => kind === need.proof);
    const status = needStatus(need, standing.value);
    const state =
      need.built === null
        ? asked
          ? asked.state === 'expired'
            ? 'expired'
            : 'no document yet'
          : 'document there'
        : need.built
          ? 'in the layers'
          : 'not in the layers';
    const name = PROOF_KINDS.find(({ id }) => id === need.proof)?.name ?? '';
    return { ...need, status, state, name };
  }),
);

const mixed = computed(() => props.wall.file.mixedParts ?? null);
const by = ref('');
const note = ref('');

function record(): void {
  emit('run', 'Record who answers for mixed parts', [
    {
      type: 'setRecord',
      field: 'mixedParts',
      value: {
        by: by.value.trim(),
        on: today(),
        ...(note.value.trim() ? { note: note.value.trim() } : {}),
      },
    },
  ]);
}

const takeOut = (): void =>
  emit('run', 'Parts are not mixed', [{ type: 'setRecord', field: 'mixedParts', value: null }]);
</script>

<template>
  <div class="system">
    <section aria-labelledby="system-what">
      <h3 id="system-what">
        <StatusMark :status="standing.status" />
        {{ system.name }}
      </h3>
      <p>
        <strong data-standing>{{
          standing.tested
            ? 'A tested system, by the documents recorded here.'
            : 'Not shown to be a tested system.'
        }}</strong>
        {{ system.mixed ? text(system.mixed) : '' }}
        <template v-if="!system.mixed && standing.missing.length > 0">
          What is missing: {{ standing.missing.map(({ name }) => name.toLowerCase()).join('; ') }}.
        </template>
      </p>
      <p class="small soft">
        Told by its layers:
        {{
          system.parts
            .map(
              ({ layer, role }) =>
                `${layerTitle(layer.source, store.material, project.units)} (${role})`,
            )
            .join('; ')
        }}.
      </p>
      <h4>What can go wrong</h4>
      <ul>
        <li v-for="risk in system.risks" :key="text(risk)">{{ text(risk) }}</li>
      </ul>
      <h4>Places to watch</h4>
      <ul>
        <li v-for="place in system.places" :key="text(place)">{{ text(place) }}</li>
      </ul>
    </section>
    <section aria-labelledby="system-needs">
      <h3 id="system-needs">What makes it whole</h3>
      <ul class="needs">
        <li v-for="need in needs" :key="need.id" :data-need="need.id">
          <StatusMark :status="need.status" />
          <div>
            <strong>{{ text(need.text) }}</strong> <span class="soft">{{ need.state }}</span>
            <p class="small soft">{{ text(need.why) }}</p>
          </div>
        </li>
      </ul>
      <p><strong>Who signs.</strong> {{ text(system.signs) }}</p>
      <h4>Parts of several makers</h4>
      <p v-if="mixed" data-mixed>
        Recorded {{ mixed.on }}: <strong>{{ mixed.by }}</strong> answers for the mix.
        {{ mixed.note }}
        <button type="button" class="action quiet small" @click="takeOut">Take out</button>
      </p>
      <form v-else class="mix" @submit.prevent="record">
        <TextField
          label="Who answers for it"
          :value="by"
          :take="(typed: string) => void (by = typed)"
        />
        <TextField
          label="What is mixed"
          :value="note"
          :take="(typed: string) => void (note = typed)"
        />
        <button type="submit" class="action" :disabled="!by.trim()">
          Record that parts are mixed
        </button>
      </form>
    </section>
  </div>
</template>

<style scoped>
.system {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
  align-items: start;
}

section {
  display: grid;
  gap: 8px;
}

h3,
h4 {
  margin: 0;
}

h3 {
  display: flex;
  gap: 6px;
}

ul {
  display: grid;
  gap: 4px;
  margin: 0;
  padding-left: 18px;
  list-style: disc;
}

.needs {
  padding: 0;
  list-style: none;
}

.needs li {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 6px;
  align-items: start;
}

.mix {
  display: grid;
  grid-template-columns: 1fr 1.4fr auto;
  gap: 8px;
  align-items: end;
}

@media (max-width: 1000px) {
  .system,
  .mix {
    grid-template-columns: 1fr;
  }
}
</style>
