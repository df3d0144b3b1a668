<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { UnitSystem } from '@eldrun/core/units';
import type { ListedDocument } from '@eldrun/contract';
import type { PaperSize, SheetKind } from '@eldrun/papers/types';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import ChoiceField from '../../components/ChoiceField.vue';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import FileRunState from './FileRunState.vue';
import { useFileRun } from './file-run.ts';
import { SHEET_CHOICES } from './sheets.ts';
import { useHouseChoice } from './house-choice.ts';

/** A sheet is chosen, what it is of, and made as a PDF. All that is chosen stands in the address. */
const route = useRoute();
const router = useRouter();
const project = useProject();
const notices = useNotices();
const open = useWall();
const run = useFileRun();
const house = useHouseChoice();

const ALL = 'all';
/** Without a decision the first walls of the project are compared. */
const NO_DECISION = 'none';

const query = (name: string): string => {
  const value = route.query[name];
  return typeof value === 'string' ? value : '';
};
const sheet = computed(
  () => SHEET_CHOICES.find(({ id }) => id === query('sheet')) ?? SHEET_CHOICES[0]!,
);
const walls = computed(() =>
  project.walls
    .filter(({ untouched }) => !untouched)
    .map(({ id, name }) => ({ value: id, label: name })),
);
/** The wall of the address, else the one that was open last. */
const wall = computed(() => {
  const there = (id: string): string | undefined =>
    walls.value.find(({ value }) => value === id)?.value;
  return there(query('wall')) ?? there(open.id) ?? walls.value[0]?.value ?? '';
});
const size = computed<PaperSize>(() =>
  query('paper') === 'a4' || (query('paper') === '' && project.units === 'metric')
    ? 'a4'
    : 'letter',
);
const units = computed<UnitSystem>(() =>
  query('units') === 'metric' || query('units') === 'imperial'
    ? (query('units') as UnitSystem)
    : project.units,
);
const hourly = computed(() => query('hourly') !== 'false');
const only = computed(() => query('only') || ALL);

const decisions = shallowRef<ListedDocument[]>([]);
const looked = ref(false);
onMounted(async () => {
  try {
    decisions.value = await ask('listDocuments', {
      params: { project: project.id },
      query: { kind: 'decision' },
    });
  } catch (error) {
    notices.wrong('The decisions could not be read', error);
  }
  looked.value = true;
});
const decision = computed(
  () =>
    decisions.value.find(({ id }) => id === query('decision'))?.id ??
    (query('decision') === NO_DECISION ? NO_DECISION : (decisions.value[0]?.id ?? NO_DECISION)),
);

const set = (name: string, value: string): void => {
  void router.replace({ query: { ...route.query, [name]: value } });
};

const onlyChoices = computed(() =>
  sheet.value.id === 'edges' ? house.edgeKinds : house.elevations.value,
);
/** What keeps the sheet from being made. */
const missing = computed(() => {
  const { of } = sheet.value;
  if (of === 'wall') return walls.value.length === 0 ? 'The project has no wall yet.' : '';
  if (of === 'walls')
    return walls.value.length < 2 ? 'A comparison needs two walls; the project has fewer.' : '';
  return house.state.value === 'none' ? 'No wall of the house is drawn yet.' : '';
});

/** Sheets of which some can be left out. */
const PARTLY: ReadonlySet<SheetKind> = new Set(['elevation', 'plates', 'edges']);

function make(): void {
  const { id, label, of } = sheet.value;
  const chosen = only.value === ALL ? {} : { only: only.value };
  void run.save(label, 'printPaper', {
    params: { project: project.id, sheet: id },
    query: {
      paper: size.value,
      units: units.value,
      ...(of === 'wall' ? { wall: wall.value, hourly: hourly.value } : {}),
      ...(of === 'walls' && decision.value !== NO_DECISION ? { decision: decision.value } : {}),
      ...(of === 'house' && PARTLY.has(id) ? chosen : {}),
    },
  });
}

const choose = (id: SheetKind): void => {
  void router.replace({ query: { ...route.query, sheet: id, only: undefined } });
};
</script>

<template>
  <div class="sheets">
    <fieldset class="kinds">
      <legend class="hidden-label">Sheet</legend>
      <label v-for="one in SHEET_CHOICES" :key="one.id" :class="{ here: one.id === sheet.id }">
        <input
          type="radio"
          name="sheet"
          :value="one.id"
          :checked="one.id === sheet.id"
          @change="choose(one.id)"
        />
        <span
          ><strong>{{ one.label }}</strong
          ><br /><span class="small soft">{{ one.about }}</span></span
        >
      </label>
    </fieldset>
    <section class="make" :aria-label="sheet.label">
      <h1>{{ sheet.label }}</h1>
      <p v-if="missing" class="missing bold">{{ missing }}</p>
      <template v-else>
        <ChoiceField
          v-if="sheet.of === 'wall'"
          label="Of the wall"
          :value="wall"
          :options="walls"
          @take="(id: string) => set('wall', id)"
        />
        <ChoiceField
          v-if="sheet.of === 'walls' && looked"
          label="By the decision"
          :value="decision"
          :options="[
            { value: NO_DECISION, label: 'None: the first walls of the project' },
            ...decisions.map(({ id, name }) => ({ value: id, label: name })),
          ]"
          @take="(id: string) => set('decision', id)"
        />
        <ChoiceField
          v-if="PARTLY.has(sheet.id)"
          :label="sheet.id === 'edges' ? 'Edges' : 'Elevations'"
          :value="only"
          :options="[{ value: ALL, label: 'All of them' }, ...onlyChoices]"
          @take="(id: string) => set('only', id)"
        />
        <div class="pair">
          <ChoiceField
            label="Paper"
            :value="size"
            :options="[
              { value: 'letter' as PaperSize, label: 'Letter' },
              { value: 'a4' as PaperSize, label: 'A4' },
            ]"
            @take="(one: PaperSize) => set('paper', one)"
          />
          <ChoiceField
            label="Units on it"
            :value="units"
            :options="[
              { value: 'imperial' as UnitSystem, label: 'Inches, R-values, °F' },
              { value: 'metric' as UnitSystem, label: 'Millimeters, SI, °C' },
            ]"
            @take="(one: UnitSystem) => set('units', one)"
          />
        </div>
        <label v-if="sheet.of === 'wall'" class="check">
          <input
            type="checkbox"
            :checked="hourly"
            @change="set('hourly', String(($event.target as HTMLInputElement).checked))"
          />
          <span
            >Simulate its two standard years
            <span class="small soft">some seconds; else moisture is an estimate</span></span
          >
        </label>
        <p>
          <button type="button" class="action ink" :disabled="run.busy.value" @click="make">
            Make the PDF
          </button>
        </p>
        <FileRunState :of="run" />
      </template>
      <p class="small soft">
        It carries the project, the saved revision, the day and page numbers, and says that the
        adopted local code governs and structure and fire belong to licensed professionals. It is of
        what is saved: an edit goes in some moments after it is made.
      </p>
    </section>
  </div>
</template>

<style scoped>
.sheets {
  display: grid;
  grid-template-columns: minmax(280px, 400px) minmax(0, 560px);
  gap: 32px;
}

.kinds {
  display: grid;
  align-content: start;
  border: 0;
  padding: 0;
  margin: 0;
}

.kinds label {
  display: flex;
  gap: 10px;
  padding: 8px;
  border-bottom: 1px solid var(--line);
  line-height: 1.3;
}

.kinds label.here {
  background: var(--marker);
}

.kinds label:hover {
  background: var(--marker);
}

input[type='radio'],
input[type='checkbox'] {
  flex: none;
  width: 24px;
  height: 24px;
  margin: 0;
  accent-color: var(--ink);
}

.make {
  display: grid;
  align-content: start;
  gap: 12px;
}

h1 {
  font-size: var(--text-28);
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1.6fr;
  gap: 12px;
}

.check {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
}

@media (max-width: 1000px) {
  .sheets {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
