<script setup lang="ts">
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { fixed, format, formatText } from '@eldrun/core/units';
import {
  openingPlan,
  POSITIONS,
  saidOf,
  sectionOf,
  USUAL_OPENING_U,
  type HouseEdge,
  type Position,
  type SettingValue,
} from '@eldrun/core/edges';
import { edgeParts } from '@eldrun/drawing';
import ChoiceField from '../../components/ChoiceField.vue';
import SegmentedChoice from '../../components/SegmentedChoice.vue';
import { sizeText } from '../../components/lengths.ts';
import EdgeDetail from './EdgeDetail.vue';
import EdgeDrawing from './EdgeDrawing.vue';
import { useEdges } from './edges-state.ts';
import { isothermText } from './isotherms.ts';
import LineLegend from './LineLegend.vue';
import PartsList from './PartsList.vue';
import SealList from './SealList.vue';
import SettingsForm from './SettingsForm.vue';

/** A window in three positions side by side: what each does to heat, what follows from the layers, in which order it is built. */
const state = useEdges();
const route = useRoute();
const router = useRouter();
const units = computed(() => state.project.units);

const VIEWS = [
  { value: 'head' as const, label: 'Head' },
  { value: 'jamb' as const, label: 'Jamb' },
  { value: 'sill' as const, label: 'Sill' },
];
type View = (typeof VIEWS)[number]['value'];
const LABELS: Record<Position, string> = {
  sheathing: 'At the sheathing',
  insulation: 'In the insulation',
  cladding: 'At the cladding',
};

/** The choice of all openings. */
const ALL = 'all';

/** All openings, or one by `elevation/opening`. */
const openings = computed(() =>
  state.layouts.value.flatMap(({ elevation, framing }) =>
    framing.openings.map((opening) => ({
      place: `${elevation.id}/${opening.id}`,
      label: `${opening.id}, ${state.wallName(elevation.id)}, ${sizeText(opening.width, opening.height, units.value)}`,
      opening,
      elevation: elevation.id,
    })),
  ),
);
const scope = computed(() => {
  const asked = String(route.params['edge'] ?? '').replace('~', '/');
  return openings.value.some(({ place }) => place === asked) ? asked : '';
});
const view = computed<View>(
  () => VIEWS.find(({ value }) => value === route.query['view'])?.value ?? 'jamb',
);
const isotherms = computed(() => route.query['isotherms'] !== 'no');

function go(change: { scope?: string; view?: View; isotherms?: boolean }): void {
  const next = { scope: scope.value, view: view.value, isotherms: isotherms.value, ...change };
  void router.replace({
    name: 'edges',
    params: { project: state.project.id, part: 'openings', edge: next.scope.replace('/', '~') },
    query: {
      ...(next.view === 'jamb' ? {} : { view: next.view }),
      ...(next.isotherms ? {} : { isotherms: 'no' }),
    },
  });
}

/** The opening that is looked at: the one asked for, else the first window. */
const looked = computed(
  () =>
    openings.value.find(({ place }) => place === scope.value) ??
    openings.value.find(({ opening }) => opening.kind === 'window') ??
    openings.value[0],
);
const edgesOf = computed(() => {
  const now = looked.value;
  if (!now) return new Map<View, HouseEdge>();
  return new Map(
    state.edges.value.flatMap((edge) =>
      edge.places.some(
        ({ elevation, opening }) => elevation === now.elevation && opening === now.opening.id,
      )
        ? [[edge.kind as View, edge] as const]
        : [],
    ),
  );
});
const shownView = computed<View>(() => (edgesOf.value.has(view.value) ? view.value : 'jamb'));
const edge = computed(() => edgesOf.value.get(shownView.value));
/** What is said of the opening that is looked at. */
const own = computed(() => state.details.value.openings?.[looked.value?.place ?? ''] ?? {});
const said = computed(() => saidOf('jamb', state.details.value, own.value));
const position = computed(() => said.value.text('position') as Position);

/** Each position of each of the opening's edges. */
const variants = computed(() =>
  POSITIONS.map((at) => ({
    at,
    chosen: at === position.value,
    inset: edge.value
      ? openingPlan(
          edge.value.stack,
          saidOf('jamb', state.details.value, { ...own.value, position: at }),
        ).edge
      : 0,
    sections: new Map(
      [...edgesOf.value].map(([kind, one]) => [
        kind,
        sectionOf({
          ...one,
          said: saidOf(kind, state.details.value, { ...own.value, position: at }),
        }),
      ]),
    ),
  })),
);
watch(
  variants,
  (all) => {
    // What is seen is solved first.
    const first = all.flatMap(({ sections }) => sections.get(shownView.value) ?? []);
    const rest = all.flatMap(({ sections }) => [...sections.values()]);
    state.shown.value = [...first, ...rest];
  },
  { immediate: true },
);

const openingU = computed(() => state.house.house.value.openingU ?? USUAL_OPENING_U);

/** What passes at an edge for each metre, less what the window would lose where box and play are: the wider they are, the smaller is its frame. */
const passing = (psi: number, inset: number): number => psi - openingU.value * inset;

/** USD a year for the edges of one opening in a position; null while they are solved. */
function yearly({ sections, inset }: (typeof variants.value)[number]): number | null {
  const now = looked.value;
  if (!now) return null;
  let sum = 0;
  for (const [kind, section] of sections) {
    const heat = state.heatOf(section);
    if (!heat) return null;
    sum +=
      passing(heat.psi, inset) * (kind === 'jamb' ? 2 * now.opening.height : now.opening.width);
  }
  return sum * state.perWatt.value;
}

const columns = computed(() =>
  variants.value.map((variant) => {
    const section = variant.sections.get(shownView.value)!;
    const heat = state.heatOf(section);
    return {
      at: variant.at,
      chosen: variant.chosen,
      section,
      found: state.solver.found(section),
      heat,
      passing: heat ? passing(heat.psi, variant.inset) : 0,
      yearly: yearly(variant),
    };
  }),
);
const most = computed(() => Math.max(1e-9, ...columns.value.map(({ heat }) => heat?.psi ?? 0)));
const least = computed(() => {
  const known = columns.value.filter(({ heat }) => heat);
  return known.length === columns.value.length
    ? known.reduce((a, b) => (b.passing < a.passing ? b : a)).at
    : null;
});
/** One frame for all, so that they lie at one scale. */
const frame = computed(() => {
  const all = columns.value.map(({ section }) => section.frame);
  return {
    x0: Math.min(...all.map(({ x0 }) => x0)),
    x1: Math.max(...all.map(({ x1 }) => x1)),
    y0: Math.min(...all.map(({ y0 }) => y0)),
    y1: Math.max(...all.map(({ y1 }) => y1)),
  };
});
const WIDE = 300;
const HIGH = 270;
const scale = computed(() =>
  Math.min(WIDE / (frame.value.x1 - frame.value.x0), HIGH / (frame.value.y1 - frame.value.y0)),
);
const chosen = computed(() => columns.value.find((one) => one.chosen)!);
const parts = computed(() =>
  edgeParts({ ...chosen.value.section, frame: frame.value }, (id) =>
    state.layerName(edge.value!, id),
  ),
);
const findings = computed(() =>
  edge.value ? state.findingsOf(edge.value, chosen.value.section) : [],
);
const head = computed(() => {
  if (!edge.value) return '';
  const { stack } = edge.value;
  return `wall ${formatText('length', stack.total, units.value)} · window ${formatText('length', said.value.number('frameDepth'), units.value)} deep`;
});
/** ψ that lie this near to each other are alike, W/(m·K). */
const ALIKE = 0.002;
/** A smaller error than this is not written, W/(m·K). */
const LEAST_ERROR = 1e-4;

/** What position does in numbers, and why. */
const why = computed(() => {
  if (!least.value || !edge.value) return '';
  const best = columns.value.find(({ at }) => at === least.value)!;
  const near = columns.value.filter((one) => one.passing - best.passing < ALIKE);
  if (near.length > 1) {
    const where =
      near.length === columns.value.length
        ? 'In all three'
        : near
            .map(({ at }) => LABELS[at])
            .join(' or ')
            .replace(/ or (.)/, (_, a: string) => ` or ${a.toLowerCase()}`);
    return `${where} about the same heat passes: what decides is the carrier, the depth of the sill and the laps.`;
  }
  const { boards } = edge.value.stack;
  const thick = boards.to - boards.from;
  const reason =
    best.at === 'insulation'
      ? 'its frame lies in line with the insulation, so heat has no way around it'
      : best.at === 'sheathing'
        ? thick < said.value.number('frameDepth')
          ? 'the boards are thinner than the frame: it stays in line with the insulation there, and less of the carrier is in the cold'
          : 'the wood around it stays in the warm'
        : 'outside nothing is left around it';
  return `Least heat passes ${LABELS[best.at].toLowerCase()}: ${reason}.`;
});

const set = (name: string, settings: Record<string, SettingValue | null>): void => {
  if (scope.value === '') void state.run(name, { type: 'setGroup', group: 'opening', settings });
  else void state.run(name, { type: 'setOpening', place: scope.value, settings });
};

/** Chosen for all: what single openings say of it goes. */
function choose(at: Position): void {
  const name = `Windows ${LABELS[at].toLowerCase()}`;
  if (scope.value === '')
    void state.run(
      name,
      { type: 'setGroup', group: 'opening', settings: { position: at } },
      { type: 'clearOpenings', settings: ['position'] },
    );
  else set(`${looked.value!.opening.id} ${LABELS[at].toLowerCase()}`, { position: at });
}
const money = (usd: number): string => `$${fixed(usd, 2)}`;
</script>

<template>
  <p v-if="!looked || !edge" class="soft">
    No opening is drawn yet.
    <RouterLink :to="{ name: 'elevations', params: { project: state.project.id } }"
      >Draw the walls and their openings</RouterLink
    >
  </p>
  <div v-else class="openings tight">
    <header class="head">
      <h1>{{ VIEWS.find(({ value }) => value === shownView)!.label }}, three positions</h1>
      <p class="soft small">{{ edge.stack.wall.file.name }} · {{ head }}</p>
      <div class="controls">
        <SegmentedChoice
          label="Which edge of the opening"
          :value="shownView"
          :options="VIEWS.filter(({ value }) => edgesOf.has(value))"
          @take="(one) => go({ view: one })"
        />
        <label class="check small"
          ><input type="checkbox" :checked="isotherms" @change="go({ isotherms: !isotherms })" />
          Isotherms</label
        >
        <ChoiceField
          label="Openings"
          :value="scope || ALL"
          :options="[
            { label: 'All openings', value: ALL },
            ...openings.map(({ place, label }) => ({ label, value: place })),
          ]"
          @take="(one: string) => go({ scope: one === ALL ? '' : one })"
        />
      </div>
    </header>
    <ol class="positions">
      <li
        v-for="one in columns"
        :key="one.at"
        :class="{ chosen: one.chosen }"
        :data-position="one.at"
      >
        <h2>
          {{ LABELS[one.at] }}
          <span v-if="one.chosen" class="mark">chosen</span>
        </h2>
        <EdgeDrawing
          :section="one.section"
          :frame="frame"
          :scale="scale"
          :units="units"
          :heat="one.heat"
          :raster="one.found?.raster ?? null"
          :isotherms="isotherms"
          numbers
          :name="(id) => state.layerName(edge!, id)"
        />
        <table class="table readings">
          <tbody>
            <tr>
              <th scope="row">ψ</th>
              <td class="value" data-psi>
                <template v-if="one.heat">
                  {{ formatText('linearTransmittance', one.heat.psi, units) }}
                  <span class="soft small"
                    >±
                    {{
                      format('linearTransmittance', Math.max(one.heat.error, LEAST_ERROR), units)
                        .text
                    }}</span
                  >
                </template>
                <span v-else class="soft">{{ one.found?.problem || 'solving…' }}</span>
              </td>
              <td class="bar">
                <span
                  v-if="one.heat"
                  :class="{ least: one.at === least }"
                  :style="{ width: `${Math.max(0, (one.heat.psi / most) * 100)}%` }"
                />
              </td>
            </tr>
            <tr>
              <th scope="row">coldest</th>
              <td class="value" colspan="2">
                {{ one.heat ? formatText('temperature', one.heat.surface, units) : '–' }}
                <span class="soft small">reveal, on the design day</span>
              </td>
            </tr>
            <tr>
              <th scope="row">{{ looked.opening.id }}</th>
              <td class="value" colspan="2">
                {{ one.yearly === null ? '–' : money(one.yearly) }}
                <span class="soft small">a year, all its edges</span>
              </td>
            </tr>
          </tbody>
        </table>
        <button v-if="!one.chosen" type="button" class="action" @click="choose(one.at)">
          {{ scope === '' ? 'Choose for all openings' : `Choose for ${looked.opening.id}` }}
        </button>
      </li>
    </ol>
    <div class="under">
      <LineLegend :isotherms="isotherms ? isothermText(chosen.section, units) : ''" />
      <p v-if="why" class="small">{{ why }}</p>
    </div>
    <PartsList :parts="parts" />
    <EdgeDetail :section="chosen.section" :findings="findings" :units="units">
      <p class="small soft">
        Boxes, bucks, return boards, jamb extensions and head flashings of this depth are in the
        <RouterLink :to="{ name: 'order', params: { project: state.project.id } }">order</RouterLink
        ><template v-if="!state.record.exists.value">, once something is chosen here</template>.
      </p>
    </EdgeDetail>
    <details class="more">
      <summary>
        Sizes and how it is made, {{ scope === '' ? 'of all openings' : `of ${looked.opening.id}` }}
      </summary>
      <SettingsForm
        group="opening"
        :units="units"
        :without="['position']"
        :value-of="(id) => said.value(id)"
        @set="(name, id, value) => set(name, { [id]: value })"
      />
    </details>
    <details class="more">
      <summary>Seals and laps of every {{ shownView }}</summary>
      <SealList
        :section="chosen.section"
        @set="
          (kind, id, sealed, name) =>
            state.run(`${name}: ${sealed === false ? 'left out' : 'there'}`, {
              type: 'setSeal',
              kind,
              id,
              sealed,
            })
        "
      />
    </details>
    <p class="small soft">
      ψ after EN ISO 10211: the section cut
      {{ formatText('length', chosen.section.thermal?.cutOff ?? 1, units) }} from the opening,
      {{ chosen.section.thermal?.dimensions }}; it takes in the studs and headers of the opening,
      which the clear field leaves out. The window’s own heat is its maker’s. Fastening, escape and
      safety glass as the adopted code and the maker say.
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

.controls {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
  margin-left: auto;
}

.controls :deep(.field) {
  display: flex;
  align-items: center;
  gap: 6px;
}

.positions {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(330px, 1fr));
  gap: 12px;
}

.positions > li {
  display: grid;
  align-content: start;
  gap: 4px;
  padding: 6px 10px;
  background: var(--sheet);
  border: 1px solid var(--line);
}

.positions > li.chosen {
  background: var(--marker-soft);
  border-color: var(--ink);
}

.positions h2 {
  display: flex;
  justify-content: space-between;
  font-size: var(--text-14);
}

.positions .action {
  justify-self: start;
  min-height: 36px;
}

.mark {
  padding: 0 6px;
  background: var(--marker);
}

.readings th {
  width: 66px;
  color: var(--soft);
  font-size: var(--text-12);
}

.readings .value {
  text-align: left;
  font-weight: 700;
  white-space: nowrap;
}

.readings .value .soft {
  font-weight: 400;
}

.readings .bar {
  width: 40%;
}

.bar span {
  display: block;
  height: 9px;
  background: var(--faint);
}

.bar span.least {
  background: var(--ink);
}

.under {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 2px 18px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--ink);
}

.more > summary {
  min-height: 44px;
  padding-top: 12px;
  font-weight: 600;
  cursor: pointer;
}
</style>
