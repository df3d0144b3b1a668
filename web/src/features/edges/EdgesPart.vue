<script setup lang="ts">
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import {
  EDGE_NAMES,
  GROUP_OF,
  saidOf,
  type EdgeKind,
  type HouseEdge,
  type SettingValue,
} from '@eldrun/core/edges';
import { formatText, wallLength } from '@eldrun/core/units';
import { edgeParts } from '@eldrun/drawing';
import StatusMark from '../../components/StatusMark.vue';
import TableCell from '../../components/TableCell.vue';
import { fieldText, sizeFrom } from '../../components/lengths.ts';
import AddEdge from './AddEdge.vue';
import EdgeDetail from './EdgeDetail.vue';
import EdgeDrawing from './EdgeDrawing.vue';
import { useEdges } from './edges-state.ts';
import { isothermText } from './isotherms.ts';
import LineLegend from './LineLegend.vue';
import { partFor, type PartId } from './parts.ts';
import PartsList from './PartsList.vue';
import SealList from './SealList.vue';
import SettingsForm from './SettingsForm.vue';

/** Edges in a list, and one of them drawn: corners, or base and top with what is attached. */
const props = defineProps<{ part: PartId; title: string }>();
const state = useEdges();
const route = useRoute();
const router = useRouter();
const units = computed(() => state.project.units);

const own = computed(() =>
  state.made.value.filter(({ edge }) => partFor(edge.kind) === props.part),
);
const shown = computed(
  () => own.value.find(({ edge }) => edge.id === route.params['edge']) ?? own.value[0],
);
watch(shown, (now) => (state.shown.value = now ? [now.section] : []), { immediate: true });
const go = (id: string): void =>
  void router.replace({
    name: 'edges',
    params: { project: state.project.id, part: props.part, edge: id },
  });

const worst = (edge: HouseEdge, section: (typeof own.value)[number]['section']) =>
  state.findingsOf(edge, section)[0]?.status ?? 'pass';
const found = computed(() => (shown.value ? state.solver.found(shown.value.section) : null));
const heat = computed(() => (shown.value ? state.heatOf(shown.value.section) : null));
const parts = computed(() =>
  shown.value ? edgeParts(shown.value.section, (id) => state.layerName(shown.value!.edge, id)) : [],
);
const WIDE = 560;
const HIGH = 380;
const scale = computed(() => {
  const { frame } = shown.value!.section;
  return Math.min(WIDE / (frame.x1 - frame.x0), HIGH / (frame.y1 - frame.y0));
});
const findings = computed(() =>
  shown.value ? state.findingsOf(shown.value.edge, shown.value.section) : [],
);

const added = computed(() =>
  (state.details.value.edges ?? []).find(({ id }) => id === shown.value?.edge.id),
);
const group = computed(() => GROUP_OF[shown.value!.edge.kind]);
const valueOf = (id: string): SettingValue =>
  saidOf(shown.value!.edge.kind, state.details.value, added.value?.settings).value(id);

function set(name: string, id: string, value: SettingValue | null): void {
  const now = added.value;
  if (!now) {
    void state.run(name, { type: 'setGroup', group: group.value, settings: { [id]: value } });
    return;
  }
  const { [id]: _, ...rest } = now.settings ?? {};
  const settings = value === null ? rest : { ...rest, [id]: value };
  void state.run(name, { type: 'setEdge', edge: { ...now, settings } });
}

function seal(kind: EdgeKind, id: string, sealed: boolean | null, name: string): void {
  const step = `${name}: ${sealed === false ? 'left out' : 'there'}`;
  const now = added.value;
  if (!now) {
    void state.run(step, { type: 'setSeal', kind, id, sealed });
    return;
  }
  const { [id]: _, ...rest } = now.seals ?? {};
  void state.run(step, {
    type: 'setEdge',
    edge: { ...now, seals: sealed === null ? rest : { ...rest, [id]: sealed } },
  });
}

const ADDED: readonly EdgeKind[] = [
  'ledger',
  'porch',
  'roof',
  'rim',
  'change',
  'control-joint',
  'panel-reveal',
  'corner-inside',
  'corner-outside',
];
const kinds = computed(() => ADDED.filter((kind) => partFor(kind) === props.part));
const assemblies = computed(() =>
  Object.keys(state.house.parts.value).map((value) => ({
    value,
    label: state.house.assemblyLabel(value),
  })),
);
const nameOf = (edge: HouseEdge): string =>
  edge.added && edge.name === EDGE_NAMES[edge.kind] ? `${edge.name} ${edge.id}` : edge.name;
const whereOf = ({ places, assembly, added: own_ }: HouseEdge): string =>
  own_
    ? state.house.assemblyLabel(assembly)
    : places.map(({ elevation }) => state.wallName(elevation)).join(', ');
</script>

<template>
  <div class="edges spaced">
    <h1>{{ title }}</h1>
    <div v-if="shown" class="bench">
      <section class="list" aria-label="Edges">
        <table class="table">
          <thead>
            <tr>
              <th scope="col">Edge</th>
              <th scope="col">Length</th>
              <th scope="col">ψ</th>
              <th scope="col">Coldest</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="one in own"
              :key="one.edge.id"
              :class="{ here: one.edge.id === shown.edge.id }"
              :data-edge="one.edge.kind"
            >
              <th scope="row">
                <StatusMark :status="worst(one.edge, one.section)" />
                <button
                  type="button"
                  class="plain pick"
                  :aria-pressed="one.edge.id === shown.edge.id"
                  @click="go(one.edge.id)"
                >
                  <strong>{{ nameOf(one.edge) }}</strong>
                  <span class="soft small">{{ whereOf(one.edge) }}</span>
                </button>
              </th>
              <td>{{ wallLength(one.edge.length, units) }}</td>
              <td>
                {{
                  state.heatOf(one.section)
                    ? formatText('linearTransmittance', state.heatOf(one.section)!.psi, units)
                    : one.section.thermal
                      ? '…'
                      : 'none'
                }}
              </td>
              <td>
                {{
                  state.heatOf(one.section)
                    ? formatText('temperature', state.heatOf(one.section)!.surface, units)
                    : ''
                }}
              </td>
            </tr>
          </tbody>
        </table>
        <div v-if="added" class="own">
          <TableCell
            words
            :label="`Name of ${nameOf(shown.edge)}`"
            :value="added.name ?? ''"
            :take="
              (typed: string) =>
                void state.run('Name of an edge', {
                  type: 'setEdge',
                  edge: { ...added!, name: typed.trim().slice(0, 200) },
                })
            "
          />
          <TableCell
            :label="`Length of ${nameOf(shown.edge)}`"
            :value="fieldText(added.length, units)"
            :take="
              (typed: string) =>
                void state.run('Length of an edge', {
                  type: 'setEdge',
                  edge: { ...added!, length: sizeFrom(typed, units) },
                })
            "
          />
          <button
            type="button"
            class="action quiet"
            @click="
              state.run(`${nameOf(shown.edge)} taken out`, { type: 'removeEdge', id: added.id })
            "
          >
            Take it out
          </button>
        </div>
        <AddEdge
          v-if="kinds.length"
          :kinds="kinds"
          :assemblies="assemblies"
          :taken="(state.details.value.edges ?? []).map(({ id }) => id)"
          :units="units"
          @add="
            (edge) =>
              void state
                .run(`${edge.kind} added`, { type: 'setEdge', edge })
                .then((done) => done && go(edge.id))
          "
        />
      </section>
      <section class="sheet" :aria-label="shown.section.title">
        <h2>
          {{ shown.section.title }}
          <span class="soft small">{{ shown.edge.stack.wall.file.name }}</span>
        </h2>
        <EdgeDrawing
          :section="shown.section"
          :scale="scale"
          :units="units"
          :heat="heat"
          :raster="found?.raster ?? null"
          isotherms
          numbers
          :name="(id) => state.layerName(shown!.edge, id)"
        />
        <LineLegend :isotherms="isothermText(shown.section, units)" />
        <PartsList :parts="parts" />
        <p v-if="found?.problem" role="alert" class="wrong">{{ found.problem }}</p>
      </section>
    </div>
    <p v-else class="soft">
      No wall of the house is drawn yet.
      <RouterLink :to="{ name: 'elevations', params: { project: state.project.id } }"
        >Draw the walls first</RouterLink
      >
    </p>
    <EdgeDetail v-if="shown" :section="shown.section" :findings="findings" :units="units" />
    <div v-if="shown" class="columns">
      <section aria-labelledby="made">
        <h2 id="made">
          How it is made
          <span class="small soft">{{ added ? 'this one' : 'all of its kind' }}</span>
        </h2>
        <SettingsForm :group="group" :units="units" :value-of="valueOf" @set="set" />
      </section>
      <section aria-labelledby="seals">
        <h2 id="seals">Seals and laps</h2>
        <SealList :section="shown.section" @set="seal" />
      </section>
    </div>
    <p v-if="shown?.section.thermal" class="small soft">
      ψ after EN ISO 10211, cut off
      {{ formatText('length', shown.section.thermal.cutOff, units) }} away; reference lengths:
      {{ shown.section.thermal.dimensions }}. Ledgers, overhangs and what carries them are a
      licensed engineer’s; the adopted code governs.
    </p>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(340px, 1fr) minmax(0, 640px);
  gap: 16px;
}

.list {
  display: grid;
  align-content: start;
  gap: 10px;
}

.list tr.here {
  background: var(--marker);
}

.list tbody th {
  display: flex;
  align-items: flex-start;
  gap: 6px;
}

.pick {
  display: grid;
  min-height: 40px;
}

.list td {
  white-space: nowrap;
}

.own {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}

.sheet {
  display: grid;
  align-content: start;
  gap: 6px;
  padding: 8px 12px;
  background: var(--sheet);
  border: 1px solid var(--line);
}

.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 8px 24px;
}

@media (max-width: 1000px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
