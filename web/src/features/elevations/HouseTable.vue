<script setup lang="ts">
import { computed, ref } from 'vue';
import { fixed, formatText, parseNumber, R_VALUE, tapeText } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import { mirrored, type Elevation, type HouseCommand } from '@eldrun/core/house';
import ChoiceField from '../../components/ChoiceField.vue';
import SavedState from '../../components/SavedState.vue';
import StatusMark from '../../components/StatusMark.vue';
import TableCell from '../../components/TableCell.vue';
import TextField from '../../components/TextField.vue';
import { useProject } from '../../project/project.ts';
import TradeFigures from '../../components/TradeFigures.vue';
import { useHouseFiles } from './house-files.ts';
import { useHouse } from '../../project/house.ts';
import { fieldText, sizeFrom } from '../../components/lengths.ts';
import { newWall } from './new-parts.ts';

/** All walls of the house: typed, copied, mirrored; their heads against one line; what they come to together. */
const emit = defineEmits<{ go: [elevation: string] }>();
const project = useProject();
const state = useHouse();

const units = computed(() => project.units);
const house = computed(() => state.house.value);
const built = ref('');
const wallChoices = computed(() =>
  project.walls.map(({ id, name }) => ({ value: id, label: name })),
);
const toBuild = computed(() => built.value || project.walls[0]?.id || '');

/** Groups of trade figures that a house stands on. */
const FIGURE_GROUPS = {
  framing: 'Framing',
  anchors: 'Anchors',
  sheathing: 'Sheathing',
  nailing: 'Nailing',
  membrane: 'Membranes',
  boards: 'Boards',
  furring: 'Furring',
  cladding: 'Cladding',
  edges: 'Edges',
  order: 'Ordering',
};

const percent = (share: number): string => `${fixed(share * 100, 1)} %`;
const rText = (r: number): string => formatText('resistance', r, units.value);
const laidOf = (id: string) =>
  state.laid.value.find(({ layout }) => layout.elevation.id === id) ?? null;
const wrong = (one: Elevation): number =>
  (laidOf(one.id)?.layout.conflicts.length ?? 0) +
  (laidOf(one.id)?.services.conflicts.length ?? 0) +
  state.corners(one).length;

const run = (name: string, ...commands: HouseCommand[]): void => void state.run(name, ...commands);
const set = (name: string, one: Elevation, fields: object): void =>
  run(name, { type: 'setElevation', id: one.id, fields });

async function add(like?: Elevation): Promise<void> {
  const { id, commands } = newWall(house.value, toBuild.value, units.value, like);
  if ((await state.run('Add a wall', ...commands)) && !like) emit('go', id);
}

function mirror(one: Elevation): void {
  const { id: _, ...fields } = mirrored(one);
  set('Mirror', one, fields);
}

function setLength(one: Elevation, typed: string): void {
  const length = sizeFrom(typed, units.value);
  set('Length', one, {
    length,
    ...(one.top ? { top: one.top.map(([x, z]) => [(x / one.length) * length, z]) } : {}),
  });
}

function setOpeningU(typed: string): void {
  if (typed.trim() === '')
    return run('U of openings', { type: 'setHouse', fields: { openingU: undefined } });
  const value = parseNumber(typed, 'openingU', 0, 60);
  const si = units.value === 'imperial' ? value / R_VALUE : value;
  if (!(si > 0 && si <= 10))
    throw new InputError('openingU', `“${typed}” is out of range`, 'a U of a window or door');
  run('U of openings', { type: 'setHouse', fields: { openingU: si } });
}
const openingU = computed(() => {
  const { openingU: si } = house.value;
  return si === undefined ? '' : fixed(units.value === 'imperial' ? si * R_VALUE : si, 2);
});

/** The counted framing factor of each assembly over all walls that are built as it, by their net areas. */
const counted = computed(() =>
  Object.entries(house.value.assemblies).flatMap(([name, wall]) => {
    const own = state.laid.value.filter(({ layout }) => layout.elevation.assembly === name);
    const net = own.reduce((sum, { layout }) => sum + layout.share.area.net, 0);
    if (net <= 0 || !own[0]?.heat) return [];
    const factor = own.reduce((sum, { layout }) => sum + layout.share.wood, 0) / net;
    const { frame } = own[0].layout.parts;
    return [{ name, wall, factor, stated: own[0].heat.preset, steel: frame?.steel ?? false }];
  }),
);

const files = useHouseFiles(state);
const chooser = ref<HTMLInputElement | null>(null);

function read(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) void files.takeCsv(file);
}

const headText = (value: number): string => tapeText(Math.abs(value), units.value);
</script>

<template>
  <div class="house spaced">
    <header class="head">
      <h1>Walls of the house</h1>
      <p v-if="state.mean.value.walls" class="soft">
        <strong>{{ rText(state.mean.value.walls.r) }}</strong> over all walls as counted, by
        area<template v-if="state.mean.value.withOpenings"
          >; <strong>{{ rText(state.mean.value.withOpenings.r) }}</strong> with openings</template
        >
      </p>
      <div class="tools to-end">
        <SavedState
          v-if="state.record.exists.value"
          :state="state.record.saveState.value"
          :revision="state.record.revision.value"
          :kept="state.record.kept.value"
          :file="false"
        />
        <button
          type="button"
          class="action"
          :disabled="state.record.past.value.length === 0"
          @click="state.record.travel('undo')"
        >
          Undo
        </button>
        <button type="button" class="action" @click="chooser?.click()">Take from CSV…</button>
        <button
          type="button"
          class="action"
          :disabled="house.elevations.length === 0"
          @click="files.saveCsv"
        >
          Save as CSV
        </button>
        <button
          type="button"
          class="action"
          :disabled="house.elevations.length === 0"
          @click="files.saveFile"
        >
          Save as a house file
        </button>
        <input
          ref="chooser"
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          class="hidden-label"
          tabindex="-1"
          aria-label="File of walls"
          @change="read"
        />
      </div>
    </header>
    <p v-if="project.walls.length === 0">
      No wall is designed yet.
      <RouterLink :to="{ name: 'walls', params: { project: project.id } }"
        >Design one first</RouterLink
      >, then draw where it stands.
    </p>
    <template v-else>
      <div class="adding">
        <ChoiceField
          label="A wall built as"
          :value="toBuild"
          :options="wallChoices"
          @take="(id: string) => (built = id)"
        />
        <button type="button" class="action ink" @click="add()">Add a wall</button>
        <label class="check">
          <input
            type="checkbox"
            :checked="house.practice?.seismic ?? false"
            @change="
              run('Seismic area', {
                type: 'setHouse',
                fields: {
                  practice: {
                    ...house.practice,
                    seismic: ($event.target as HTMLInputElement).checked,
                  },
                },
              })
            "
          />
          In a seismic area
        </label>
        <TextField
          label="U of openings"
          :value="openingU"
          :take="setOpeningU"
          hint="empty: walls alone"
        />
      </div>
      <p v-if="house.elevations.length === 0" class="soft">
        No wall of the house is drawn yet. Each has a length, a height, openings and corners; studs,
        sheets, boards and courses follow from them.
      </p>
      <div v-else class="scroll">
        <table class="walls">
          <thead>
            <tr>
              <th scope="col">Wall</th>
              <th scope="col">Built as</th>
              <th scope="col">Length</th>
              <th scope="col">Height</th>
              <th scope="col">Openings</th>
              <th scope="col">Framing</th>
              <th scope="col">R counted</th>
              <th scope="col">To look at</th>
              <th scope="col"><span class="hidden-label">What to do</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in house.elevations" :key="one.id" :data-wall="one.id">
              <th scope="row">
                <RouterLink
                  :to="{ name: 'elevations', params: { project: project.id, elevation: one.id } }"
                  >{{ one.name ?? one.id }}</RouterLink
                >
              </th>
              <td>
                {{ state.assemblyLabel(one.assembly) }}
                <span v-if="state.problems.value[one.assembly]" class="wrong small"
                  ><StatusMark status="fail" /> {{ state.problems.value[one.assembly] }}</span
                >
              </td>
              <td>
                <TableCell
                  :label="`Length of ${one.name ?? one.id}`"
                  :value="fieldText(one.length, units)"
                  :take="(typed) => setLength(one, typed)"
                />
              </td>
              <td>
                <TableCell
                  v-if="one.height !== undefined"
                  :label="`Height of ${one.name ?? one.id}`"
                  :value="fieldText(one.height, units)"
                  :take="(typed) => set('Height', one, { height: sizeFrom(typed, units) })"
                />
                <template v-else>{{ one.top?.length === 2 ? 'raked' : 'gabled' }}</template>
              </td>
              <td>{{ (one.openings ?? []).map(({ id }) => id).join(', ') || '–' }}</td>
              <td>{{ laidOf(one.id) ? percent(laidOf(one.id)!.layout.share.factor) : '–' }}</td>
              <td>{{ laidOf(one.id)?.heat ? rText(laidOf(one.id)!.heat!.counted.r) : '–' }}</td>
              <td>
                <span v-if="wrong(one) > 0" class="wrong"
                  ><StatusMark status="caution" /> {{ wrong(one) }}</span
                >
                <template v-else>nothing</template>
              </td>
              <td class="doing nowrap">
                <button
                  type="button"
                  class="action quiet small"
                  :aria-label="`Duplicate ${one.name ?? one.id}`"
                  @click="add(one)"
                >
                  Duplicate
                </button>
                <button
                  type="button"
                  class="action quiet small"
                  :aria-label="`Mirror ${one.name ?? one.id}`"
                  @click="mirror(one)"
                >
                  Mirror
                </button>
                <button
                  type="button"
                  class="action quiet small"
                  :aria-label="`Remove ${one.name ?? one.id}`"
                  @click="run('Remove a wall', { type: 'removeElevation', id: one.id })"
                >
                  Remove
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div v-if="house.elevations.length > 0" class="two">
        <section aria-labelledby="heads">
          <h2 id="heads">
            Heads of openings<template v-if="state.heads.value.level !== null"
              >: the line is {{ headText(state.heads.value.level) }}
              {{ units === 'imperial' ? 'in.' : 'mm' }} over the house’s zero</template
            >
          </h2>
          <table v-if="state.heads.value.openings.length > 0" class="table heads">
            <thead>
              <tr>
                <th scope="col">Opening</th>
                <th scope="col">Wall</th>
                <th scope="col">Head</th>
                <th scope="col">Off the line</th>
                <th scope="col">String over its plate</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="one in state.heads.value.openings"
                :key="`${one.elevation} ${one.opening}`"
              >
                <th scope="row">{{ one.opening }}</th>
                <td>
                  {{
                    house.elevations.find(({ id }) => id === one.elevation)?.name ?? one.elevation
                  }}
                </td>
                <td>{{ headText(one.head) }}</td>
                <td>
                  <template v-if="Math.abs(one.off) <= 0.001">in line</template>
                  <strong v-else
                    >{{ headText(one.off) }} {{ one.off < 0 ? 'below' : 'above' }}</strong
                  >
                </td>
                <td>{{ headText(one.string) }}</td>
              </tr>
            </tbody>
          </table>
          <p v-else class="soft">No opening yet.</p>
        </section>
        <section aria-labelledby="counted">
          <h2 id="counted">Framing as counted, over all walls built so</h2>
          <ul class="counted">
            <li v-for="one in counted" :key="one.name">
              {{ state.assemblyLabel(one.name) }}:
              <strong>{{ percent(one.factor) }}</strong> counted, {{ percent(one.stated) }} stated
              <button
                v-if="!one.steel && Math.abs(one.factor - one.stated) > 0.0005"
                type="button"
                class="action small"
                @click="files.takeCount(one.wall, one.factor)"
              >
                Take the count into the wall
              </button>
            </li>
          </ul>
        </section>
      </div>
      <details class="more">
        <summary>Trade figures that the layouts stand on</summary>
        <TradeFigures
          :groups="FIGURE_GROUPS"
          :trade="house.trade ?? {}"
          :units="units"
          @change="(name, trade) => run(name, { type: 'setHouse', fields: { trade } })"
        />
      </details>
    </template>
  </div>
</template>

<style scoped>
.head,
.tools,
.adding {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
}

.adding {
  align-items: flex-end;
}

.adding :deep(.field:has(.p-select)) {
  width: 260px;
}

.adding :deep(.field:not(:has(.p-select))) {
  width: 130px;
}

.check {
  margin-left: auto;
}

.scroll {
  overflow-x: auto;
}

.walls th,
.walls td {
  padding: 4px 10px 4px 0;
  text-align: left;
  font-weight: 400;
  border-bottom: 1px solid var(--line);
}

.walls thead th {
  font-size: var(--text-12);
  color: var(--soft);
}

.walls th a {
  font-weight: 700;
}

.wrong {
  display: inline-flex;
  gap: 6px;
  font-weight: 700;
}

.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px 32px;
}

h2 {
  font-size: var(--text-14);
}

.heads td:nth-child(2) {
  text-align: left;
}

.counted li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  min-height: 44px;
}

.more summary {
  min-height: 36px;
  padding: 8px 0;
  font-weight: 600;
  cursor: pointer;
}

@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
