<script setup lang="ts">
import { computed } from 'vue';
import { fixed, formatText, messageText } from '@eldrun/core/units';
import { isAirBarrier, waterBarriers } from '@eldrun/core/build-up';
import { linkStatus, USUAL_OPENING_U, type Chain, type Link } from '@eldrun/core/edges';
import ChoiceField from '../../components/ChoiceField.vue';
import StatusMark from '../../components/StatusMark.vue';
import { useEdges } from './edges-state.ts';
import { partFor } from './parts.ts';

/** Each control layer from the footing to the roof through all edges, and what all edges lose together. */
const state = useEdges();
const units = computed(() => state.project.units);

const TITLES: Record<Chain['line'], string> = {
  air: 'Air barrier',
  water: 'Water barrier',
  insulation: 'Insulation',
};
/** Links of one kind and state together. */
function grouped(links: readonly Link[]): { link: Link; count: number }[] {
  const found = new Map<string, { link: Link; count: number }>();
  for (const link of links) {
    const key = `${link.name} ${link.status} ${link.breaks.map(({ id }) => id).join()}`;
    const before = found.get(key);
    if (before) before.count++;
    else found.set(key, { link, count: 1 });
  }
  return [...found.values()];
}
const to = ({ edge, kind }: Link) => {
  const part = partFor(kind);
  // Openings of which nothing else is said are shown as all of them.
  const own = state.edges.value
    .find(({ id }) => id === edge)
    ?.places.find(
      ({ elevation, opening }) => state.details.value.openings?.[`${elevation}/${opening}`],
    );
  return part === 'openings'
    ? {
        name: 'edges',
        params: {
          project: state.project.id,
          part,
          edge: own ? `${own.elevation}~${own.opening}` : '',
        },
        query: kind === 'jamb' ? {} : { view: kind },
      }
    : { name: 'edges', params: { project: state.project.id, part, edge } };
};

/** The choice of whatever layer usually carries a line. */
const USUAL = 'usual';

const assemblies = computed(() =>
  Object.entries(state.house.parts.value).map(([name, { wall }]) => ({
    name,
    label: state.house.assemblyLabel(name),
    lines: [
      { line: 'air' as const, label: 'Air barrier', layers: wall.layers.filter(isAirBarrier) },
      { line: 'water' as const, label: 'Water barrier', layers: waterBarriers(wall) },
    ],
  })),
);
const chosen = (assembly: string, line: 'air' | 'water'): string =>
  state.details.value.controls?.[assembly]?.[line] ?? '';

/** What each kind of edge loses, most first. */
const losses = computed(() => {
  const { byEdge } = state.sum.value;
  const byName = new Map<string, number>();
  for (const { id, name } of state.edges.value)
    if (byEdge[id] !== undefined) byName.set(name, (byName.get(name) ?? 0) + byEdge[id]);
  return [...byName].sort((a, b) => b[1] - a[1]);
});
const most = computed(() => Math.max(1e-9, ...losses.value.map(([, loss]) => Math.abs(loss))));
</script>

<template>
  <div class="continuity spaced">
    <h1>Continuity, footing to roof</h1>
    <section v-for="chain in state.chains.value" :key="chain.line" :data-chain="chain.line">
      <h2>
        <StatusMark
          :status="linkStatus(chain.line, { status: chain.whole ? 'whole' : 'broken' })"
        />
        {{ TITLES[chain.line] }}
        <span class="soft">{{
          chain.whole
            ? 'unbroken'
            : `${chain.links.filter(({ status }) => status !== 'whole').length} edges broken`
        }}</span>
      </h2>
      <ol class="chain">
        <li v-for="{ link, count } in grouped(chain.links)" :key="link.edge">
          <RouterLink :to="to(link)" class="link" :class="linkStatus(chain.line, link)">
            <StatusMark :status="linkStatus(chain.line, link)" />
            <span
              >{{ link.name }}<template v-if="count > 1"> × {{ count }}</template>
              <span v-for="joint in link.breaks" :key="joint.id" class="small break">{{
                joint.name
              }}</span></span
            >
          </RouterLink>
        </li>
      </ol>
      <p v-for="(gap, i) in chain.gaps" :key="i" class="small">◆ {{ messageText(gap, units) }}</p>
    </section>
    <div class="columns">
      <section aria-labelledby="carried">
        <h2 id="carried">What carries the lines</h2>
        <div v-for="one in assemblies" :key="one.name" class="carried">
          <p>{{ one.label }}</p>
          <ChoiceField
            v-for="{ line, label, layers } in one.lines"
            :key="line"
            :label="label"
            :value="chosen(one.name, line) || USUAL"
            :options="[
              { label: 'the usual one', value: USUAL },
              ...(chosen(one.name, line) !== '' &&
              !layers.some(({ id }) => id === chosen(one.name, line))
                ? [{ label: `${chosen(one.name, line)}, gone`, value: chosen(one.name, line) }]
                : []),
              ...layers.map(({ id, fill }) => ({ label: fill!.name, value: id })),
            ]"
            @take="
              (layer: string) =>
                state.run(`${label} of ${one.label}`, {
                  type: 'setControl',
                  assembly: one.name,
                  line,
                  layer: layer === USUAL ? null : layer,
                })
            "
          />
        </div>
        <p class="small soft">
          At the sheathing or at the inner face: both are built, and each asks for its own joints. A
          blower door test tells whether they hold; “not tested” is an answer, and said.
        </p>
      </section>
      <section aria-labelledby="losses">
        <h2 id="losses">What the edges lose</h2>
        <table class="table">
          <tbody>
            <tr v-for="[name, loss] in losses" :key="name">
              <th scope="row">{{ name }}</th>
              <td class="value nowrap">{{ formatText('heatLoss', loss, units) }}</td>
              <td class="bar">
                <span :style="{ width: `${(Math.max(0, loss) / most) * 100}%` }" />
              </td>
              <td>${{ fixed(loss * state.perWatt.value, 0) }} a year</td>
            </tr>
            <tr>
              <th scope="row"><strong>All edges</strong></th>
              <td class="value nowrap">
                <strong>{{ formatText('heatLoss', state.sum.value.edges, units) }}</strong>
              </td>
              <td></td>
              <td>${{ fixed(state.sum.value.edges * state.perWatt.value, 0) }} a year</td>
            </tr>
            <tr>
              <th scope="row">Walls, clear field</th>
              <td class="value nowrap">
                {{ formatText('heatLoss', state.sum.value.walls, units) }}
              </td>
              <td></td>
              <td></td>
            </tr>
            <tr>
              <th scope="row">Windows and doors</th>
              <td class="value nowrap">
                {{ formatText('heatLoss', state.sum.value.openings, units) }}
              </td>
              <td></td>
              <td></td>
            </tr>
            <tr v-if="state.sum.value.counted !== null">
              <th scope="row">Walls, framing as counted</th>
              <td class="value nowrap">
                {{ formatText('heatLoss', state.sum.value.counted, units) }}
              </td>
              <td></td>
              <td></td>
            </tr>
          </tbody>
        </table>
        <p class="small soft">
          The walls at the U of their clear field, studs at their spacing; the wood of openings,
          corners and plates is in ψ. Framing as counted spreads that wood over the area and knows
          no shapes: the two are not added. ψ of a house, EN ISO 13789 and 14683; windows at
          {{
            formatText('transmittance', state.house.house.value.openingU ?? USUAL_OPENING_U, units)
          }}.
        </p>
      </section>
    </div>
    <ul v-if="state.problems.value.length" class="wrong">
      <li v-for="one in state.problems.value" :key="one.at">■ {{ one.at }}: {{ one.problem }}</li>
    </ul>
  </div>
</template>

<style scoped>
.continuity h2 {
  display: flex;
  gap: 8px;
}

.chain {
  overflow: hidden;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
}

.chain li {
  position: relative;
}

.chain li:not(:last-child)::after {
  content: '';
  position: absolute;
  top: 22px;
  left: 100%;
  width: 22px;
  border-top: 2px solid var(--ink);
}

.link {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 2px 10px;
  border: 1px solid var(--line);
  background: var(--sheet);
  text-decoration: none;
}

.link.fail {
  border-color: var(--fail);
}

.link.caution {
  border-color: var(--caution);
}

.break {
  display: block;
}

.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
  gap: 8px 24px;
}

.carried {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 12px;
}

.carried p {
  grid-column: 1 / -1;
}

.bar {
  width: 34%;
}

.bar span {
  display: block;
  height: 9px;
  background: var(--faint);
}
</style>
