<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { findMaterial, shellSkin } from '@eldrun/core/build-up';
import { formatText, fixed, tapeText, wallLength } from '@eldrun/core/units';
import { headNotes, practiceSwitches, type Conflict } from '@eldrun/core/layout';
import type { Elevation, Practice } from '@eldrun/core/house';
import { fileName } from '@eldrun/core/document';
import { factsOfWall, takeoffChoices } from '@eldrun/project';
import { drawnElevation, ELEVATION_LAYERS, svgFile, type ElevationLayer } from '@eldrun/drawing';
import ChoiceField from '../../components/ChoiceField.vue';
import SavedState from '../../components/SavedState.vue';
import { useProject } from '../../project/project.ts';
import { downloadText } from '../../persistence/wall-files.ts';
import CavityPanel from './CavityPanel.vue';
import ElevationDrawing from './ElevationDrawing.vue';
import LensFields from './LensFields.vue';
import LookAt from './LookAt.vue';
import OpeningFields from './OpeningFields.vue';
import PlateTable from './PlateTable.vue';
import PracticePanel from './PracticePanel.vue';
import ServiceFields from './ServiceFields.vue';
import ShellPanel from './ShellPanel.vue';
import WallFields from './WallFields.vue';
import { useBenchActions } from './bench-actions.ts';
import { useHouse } from '../../project/house.ts';
import { lensFacts } from './lens-facts.ts';
import { lengthText } from '../../components/lengths.ts';
import { layerAt, openingAt } from './look-at.ts';
import { useServiceHeat } from './service-run.ts';
import { drawnOpening, usualOpening } from './new-parts.ts';

/** One wall of the house on the bench: drawn to scale, moved and typed, with what it takes and what to look at. */
const props = defineProps<{ elevation: Elevation; lens: ElevationLayer }>();
const emit = defineEmits<{ go: [elevation: string] }>();

const project = useProject();
const router = useRouter();
const state = useHouse();
const selected = ref('');
const details = ref<HTMLDetailsElement | null>(null);

// Another lens has fields of its own.
watch(
  () => props.lens,
  () => (selected.value = ''),
);

const units = computed(() => project.units);
const house = computed(() => state.house.value);
const laid = computed(() =>
  state.laid.value.find(({ layout }) => layout.elevation.id === props.elevation.id),
);
const layout = computed(() => laid.value?.layout ?? null);
const opening = computed(() => props.elevation.openings?.find(({ id }) => id === selected.value));
const practice = computed<Practice>(() => house.value.practice ?? {});
const label = computed(() => props.elevation.name ?? props.elevation.id);

const MOST_ZOOM = 12;
const zoom = ref(1);
const zoomTo = (to: number): void => {
  zoom.value = Math.min(MOST_ZOOM, Math.max(1, to));
};

// What is drawn: the layer that is looked at over the frame; each can be switched.
const off = ref<ReadonlySet<ElevationLayer>>(new Set());
const on = ref<ReadonlySet<ElevationLayer>>(new Set());
const layers = computed(
  () =>
    new Set(
      ELEVATION_LAYERS.filter((layer) =>
        layer === props.lens
          ? true
          : layer === 'frame'
            ? !off.value.has(layer)
            : on.value.has(layer),
      ),
    ),
);
function flip(layer: ElevationLayer): void {
  const set = layer === 'frame' ? off : on;
  const next = new Set(set.value);
  if (!next.delete(layer)) next.add(layer);
  set.value = next;
}

// What sits in the wall is solved only while it is looked at.
const solved = useServiceHeat(() =>
  props.lens === 'services' && layout.value && !state.draft.value
    ? {
        file: state.file.value,
        materials: project.pricedMaterials,
        elevation: props.elevation.id,
        system: units.value,
      }
    : null,
);
const coldPlaces = computed<Conflict[]>(() =>
  solved.heat.value
    .filter(({ status }) => status !== 'pass')
    .map(({ service, title }) => ({
      at: `services[${(props.elevation.services ?? []).findIndex(({ id }) => id === service)}]`,
      message: title,
    })),
);

// The figures.
const percent = (share: number): string => `${fixed(share * 100, 1)} %`;
const rText = (r: number): string => formatText('resistance', r, units.value);

const conflicts = computed<Conflict[]>(() =>
  laid.value
    ? [
        ...laid.value.layout.conflicts,
        ...laid.value.services.conflicts,
        ...state.corners(props.elevation),
        ...coldPlaces.value,
      ]
    : [],
);
const heads = computed(() => headNotes(props.elevation, state.heads.value));
const notes = computed<Conflict[]>(() => [
  ...(layout.value?.notes ?? []),
  ...(laid.value?.services.notes ?? []),
  ...heads.value.notes,
]);
const good = computed(() => {
  const { inLine } = heads.value;
  return inLine.length === 0
    ? []
    : [
        `Heads in line at ${lengthText(inLine[0]!.string, units.value)}: ${inLine.map(({ opening: id }) => id).join(', ')}`,
      ];
});
const flagged = computed(
  () => new Set(conflicts.value.flatMap(({ at }) => openingAt(at, props.elevation) ?? [])),
);
/** What the lens shows comes first. */
const ofLensFirst = (all: readonly Conflict[]): Conflict[] => [
  ...all.filter(({ at }) => layerAt(at) === props.lens),
  ...all.filter(({ at }) => layerAt(at) !== props.lens),
];

const switches = computed(() => {
  const { value: one } = laid;
  if (!one || props.lens !== 'frame') return [];
  const { frame, wall } = one.layout.parts;
  const lumber = frame
    ? (findMaterial(frame.lumber, wall.file, project.pricedMaterials) ?? null)
    : null;
  return practiceSwitches(
    props.elevation,
    one.layout.parts,
    state.rules.value,
    state.heatOf.value,
    lumber,
  );
});
const facts = computed(() => {
  const { value: one } = layout;
  if (!one) return [];
  const find = (id: string) => findMaterial(id, one.parts.wall.file, project.pricedMaterials);
  return lensFacts(props.lens, {
    layout: one,
    rules: house.value,
    placed: state.look(factsOfWall, house.value.assemblies[props.elevation.assembly]),
    choices: state.look(takeoffChoices),
    find,
    units: units.value,
  });
});

const actions = useBenchActions(() => props.elevation, selected);

async function goTo(at: string): Promise<void> {
  const id = openingAt(at, props.elevation);
  if (id !== undefined) {
    selected.value = id;
    return;
  }
  const layer = layerAt(at);
  if (layer !== 'frame' && layer !== props.lens) {
    await router.push({ query: { lens: layer } });
    return;
  }
  selected.value = '';
  if (layer === 'frame' && details.value) {
    details.value.open = true;
    await nextTick();
    details.value.scrollIntoView({ block: 'nearest' });
  }
}

function saveDrawing(): void {
  if (!layout.value) return;
  const { scene, scale } = drawnElevation(layout.value, units.value, layers.value);
  downloadText(
    `${fileName(`${label.value} ${props.lens}`)}.svg`,
    svgFile(scene, scale.ratio),
    'image/svg+xml',
  );
}

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== 'Escape' || !state.draft.value) return;
  state.draft.value = null;
});
/** The plates where the frame is looked at, else the elevation. */
const paper = computed(() => ({
  name: 'papers',
  params: { project: project.id },
  query: { sheet: props.lens === 'frame' ? 'plates' : 'elevation', only: props.elevation.id },
}));
const frameText = computed(() => {
  const frame = layout.value?.parts.frame;
  return frame ? lengthText(frame.spacing, units.value) : '';
});
</script>

<template>
  <div class="bench tight">
    <header class="head">
      <ChoiceField
        class="which no-print"
        label="Wall"
        :value="elevation.id"
        :options="
          state.elevations.value.map((one) => ({ value: one.id, label: one.name ?? one.id }))
        "
        @take="(id: string) => emit('go', id)"
      />
      <h1>{{ label }}, {{ wallLength(elevation.length, units) }}</h1>
      <p class="soft narrow">
        from the {{ elevation.layout?.from ?? 'left' }}{{ frameText && `, ${frameText}` }} ·
        {{ state.assemblyLabel(elevation.assembly) }}
      </p>
      <p v-if="laid?.heat" class="figures to-end narrow" data-figures>
        framing factor <strong>{{ percent(laid.heat.factor) }}</strong> counted, stated
        {{ percent(laid.heat.preset) }} · <strong>{{ rText(laid.heat.counted.r) }}</strong>, stated
        {{ rText(laid.heat.stated.r) }}
      </p>
    </header>
    <p v-if="!layout" role="alert" class="gone wrong">
      The wall that this side is built as is gone or empty. Choose another below.
    </p>
    <template v-else>
      <ElevationDrawing
        :layout="layout"
        :layers="layers"
        :selected="selected"
        :heads="state.heads.value"
        :units="units"
        :practice="practice"
        :flagged="flagged"
        :plate="lens === 'frame'"
        :zoom="zoom"
        @zoom="zoomTo"
        @select="(id) => (selected = id)"
        @drag="actions.drag"
        @place="actions.place"
        @cancel="state.draft.value = null"
        @draw="(rough) => actions.add(drawnOpening(rough, house))"
        @remove="actions.remove"
        @drag-service="actions.dragService"
        @place-service="actions.placeService"
        @remove-service="actions.removeService"
      />
      <div class="tools no-print">
        <button
          type="button"
          class="action"
          @click="
            actions.add(usualOpening('window', elevation, house, units, state.heads.value.level))
          "
        >
          Window
        </button>
        <button
          type="button"
          class="action"
          @click="actions.add(usualOpening('door', elevation, house, units, null))"
        >
          Door
        </button>
        <button
          type="button"
          class="action"
          :disabled="state.record.past.value.length === 0"
          @click="state.record.travel('undo')"
        >
          Undo
        </button>
        <fieldset class="layers">
          <legend class="hidden-label">Layers that are drawn</legend>
          <label v-for="layer in ELEVATION_LAYERS" :key="layer">
            <input
              type="checkbox"
              :checked="layers.has(layer)"
              :disabled="layer === lens"
              @change="flip(layer)"
            />
            {{ layer }}
          </label>
        </fieldset>
        <span role="group" aria-label="Zoom" class="zoom">
          <button
            type="button"
            class="action quiet"
            aria-label="Smaller"
            :disabled="zoom <= 1"
            @click="zoomTo(zoom / 1.5)"
          >
            −
          </button>
          <button
            type="button"
            class="action quiet"
            aria-label="Larger"
            :disabled="zoom >= MOST_ZOOM"
            @click="zoomTo(zoom * 1.5)"
          >
            +
          </button>
        </span>
        <button type="button" class="action quiet" @click="saveDrawing">Save the drawing</button>
        <RouterLink class="action quiet" :to="paper">As PDF…</RouterLink>
        <SavedState
          v-if="state.record.exists.value"
          :state="state.record.saveState.value"
          :revision="state.record.revision.value"
          :kept="state.record.kept.value"
          :file="false"
        />
      </div>
    </template>
    <OpeningFields
      v-if="opening"
      class="no-print"
      :opening="opening"
      :units="units"
      :taken="(elevation.openings ?? []).filter((one) => one !== opening).map((one) => one.id)"
      @change="actions.change"
      @remove="actions.remove(opening.id)"
    />
    <template v-else-if="laid && lens === 'services'">
      <ServiceFields
        class="no-print"
        :layout="laid.layout"
        :checks="laid.services"
        :heat="solved.heat.value"
        :units="units"
        @change="actions.setWall"
      />
      <p v-if="solved.problem.value" class="gone wrong" role="alert">
        The section could not be solved: {{ solved.problem.value }}
      </p>
    </template>
    <LensFields
      v-else-if="layout && lens !== 'frame'"
      class="no-print"
      :lens="lens"
      :layout="layout"
      :house="house"
      :units="units"
      @run="actions.run"
    />
    <div v-if="layout" class="columns" :class="{ two: lens !== 'frame' && lens !== 'services' }">
      <section aria-labelledby="this-wall">
        <h2 id="this-wall">This wall</h2>
        <table class="facts">
          <tbody>
            <tr v-for="(fact, i) in facts" :key="i">
              <th scope="row">{{ fact.label }}</th>
              <td class="value">{{ fact.value }}</td>
              <td class="soft small">{{ fact.more }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="lens === 'frame'" aria-labelledby="switches" class="no-print">
        <h2 id="switches">
          Advanced framing, switch by switch <span class="small soft">for the house</span>
        </h2>
        <PracticePanel :switches="switches" :units="units" @set="actions.setPractice" />
      </section>
      <template v-if="lens === 'services' && layout">
        <CavityPanel v-if="solved.cavity.value" :choice="solved.cavity.value" :units="units" />
        <ShellPanel
          v-if="shellSkin(layout.parts.wall)"
          class="no-print"
          :house="house"
          :layouts="state.laid.value.map((one) => one.layout)"
          :units="units"
          @run="actions.run"
        />
      </template>
      <section aria-labelledby="to-look-at">
        <h2 id="to-look-at">To look at</h2>
        <LookAt
          :conflicts="ofLensFirst(conflicts)"
          :notes="ofLensFirst(notes)"
          :units="units"
          :good="good"
          @go="goTo"
        />
      </section>
    </div>
    <details ref="details" class="more no-print" :open="!layout">
      <summary>The wall, typed: size, top, corners, inner walls, anchors</summary>
      <WallFields
        :elevation="elevation"
        :others="state.elevations.value.filter(({ id }) => id !== elevation.id)"
        :assemblies="actions.assemblies.value"
        :units="units"
        @change="actions.setWall"
        @assembly="actions.setAssembly"
      />
    </details>
    <details v-if="layout && lens === 'frame'" class="more sheet">
      <summary>
        Plate sheet: every mark in reading order, first
        {{ tapeText(layout.plateSheet[1]?.x ?? 0, units) }}
      </summary>
      <PlateTable :layout="layout" :units="units" />
    </details>
    <p class="small soft no-print">
      Drag on the wall to draw an opening, to the floor for a door; drag an opening to move it. It
      snaps to the studs on the layout, and its head to the line of the house.
    </p>
    <p v-if="lens === 'services'" class="small soft">
      Power is off before wires are worked at; wiring, plumbing and what they may pass belong to
      licensed trades. A pipe in an outside wall is a risk however it is insulated. Boxes in a
      fire-rated wall follow its listing.
    </p>
    <p class="small soft">
      Sizes of headers and studs, braced and shear walls, hold-downs and anchors are the engineer’s.
      Headers count as solid through the wall unless a fill is given. The adopted code and the
      makers’ instructions decide.
    </p>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 14px;
}

.which {
  width: 170px;
  align-self: center;
}

.which :deep(.label) {
  position: absolute;
  clip-path: inset(50%);
}

.tools,
.layers {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 8px;
}

.tools :deep(.saved) {
  max-width: 180px;
}

.zoom {
  display: inline-flex;
}

.layers {
  margin: 0 0 0 auto;
  padding: 0;
  border: 0;
}

.layers label {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  min-height: 36px;
}

.layers input {
  accent-color: var(--ink);
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 8px 28px;
  padding-top: 6px;
  border-top: 2px solid var(--soft);
}

.columns.two {
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
}

h2 {
  font-size: var(--text-14);
}

.facts th,
.facts td {
  padding: 2px 8px 2px 0;
  text-align: left;
  vertical-align: baseline;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}

.facts .value {
  text-align: right;
  font-weight: 700;
  white-space: nowrap;
}

.more summary {
  min-height: 36px;
  padding: 8px 0;
  font-weight: 600;
  cursor: pointer;
}

@media print {
  .bench h1 {
    font-size: var(--text-20);
  }
}

@media (max-width: 1000px) {
  .columns,
  .columns.two {
    grid-template-columns: minmax(0, 1fr);
  }

  .layers,
  .figures {
    margin-left: 0;
  }
}
</style>
