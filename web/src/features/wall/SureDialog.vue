<script setup lang="ts">
import { deepEqual } from 'fast-equals';
import Dialog from 'primevue/dialog';
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import {
  missingForRuns,
  sampledName,
  SAMPLE_RANGES,
  summarizeSamples,
  type Sample,
  type Sampled,
  type SampleRanges,
} from '@eldrun/core/judgment';
import { parseNumber, fixed, trimmed } from '@eldrun/core/units';
import StatusMark from '../../components/StatusMark.vue';
import TextField from '../../components/TextField.vue';
import { hoursOfBrief } from '../../persistence/weather-hours.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import { newestForEachThread } from '../../compute/newest.ts';

/** How sure the judgment is: the wall simulated many times, as houses differ. */
const visible = defineModel<boolean>('visible', { required: true });
const project = useProject();
const wall = useWall();

const COUNT = 100;
/** So few say nothing that should stand in a line. */
const LEAST = 10;
const ranges = shallowRef<SampleRanges>({ ...SAMPLE_RANGES });
const samples = shallowRef<Sample[]>([]);
const running = ref(false);
const problem = ref('');
const workers = newestForEachThread('judgment');

const summary = computed(() => (samples.value.length > 0 ? summarizeSamples(samples.value) : null));
const missing = computed(() => (wall.whole ? missingForRuns(wall.whole.wall) : null));

async function start(): Promise<void> {
  const { whole } = wall;
  if (!whole) return;
  samples.value = [];
  problem.value = '';
  running.value = true;
  try {
    const { file } = whole.wall;
    const id = 'weather' in file.outdoor ? file.outdoor.weather : undefined;
    const question = {
      wanted: 'samples' as const,
      file,
      materials: project.pricedMaterials,
      section: whole.section,
      weather: id ? await hoursOfBrief(project.id, id) : null,
      every: workers.length,
      count: COUNT,
      ranges: { ...ranges.value },
    };
    const answers = await Promise.all(
      workers.map((worker, from) =>
        worker.ask({ ...question, from }, (part) => {
          if ('sample' in part) samples.value = [...samples.value, part.sample];
        }),
      ),
    );
    for (const answer of answers) if (answer && 'problem' in answer) problem.value = answer.problem;
  } catch (error) {
    problem.value = (error as Error).message;
  }
  running.value = false;
  record();
}

/** Kept with the wall, so that its line says it everywhere: of the usual ranges, and of so many that they say something. */
function record(): void {
  const resolved = wall.whole?.wall;
  if (!resolved || samples.value.length < LEAST || !deepEqual(ranges.value, SAMPLE_RANGES)) return;
  const counted = (status: Sample['moisture']): number =>
    samples.value.filter(({ moisture }) => moisture === status).length;
  const value = {
    of: sampledName(resolved),
    samples: samples.value.length,
    failing: counted('fail'),
    cautious: counted('caution'),
  };
  if (deepEqual(value, resolved.file.sampled)) return;
  wall.run('How sure the judgment is', [{ type: 'setRecord', field: 'sampled', value }]);
}

/** What was simulated until then stands. */
function stop(): void {
  for (const worker of workers) worker.drop();
}

onBeforeUnmount(() => workers.forEach((worker) => worker.drop()));

const VERDICTS = {
  holds: { status: 'pass', text: 'It holds' },
  'not decided': { status: 'caution', text: 'Not decided' },
  fails: { status: 'fail', text: 'It fails' },
} as const;

const INPUTS: Record<Sampled, string> = {
  leak: 'air leak',
  humidity: 'indoor humidity',
  side: 'side it faces',
  permeance: 'permeance of panels',
  rain: 'rain at the water barrier',
  gap: 'air of the gap',
  sorption: 'water that materials hold',
  weather: 'year of weather',
  pressure: 'pressure of fans',
};

const percent = (share: number): string => `${Math.round(100 * share)} %`;

const set = (change: Partial<SampleRanges>): void => {
  ranges.value = { ...ranges.value, ...change };
};
const factor = (name: string, text: string): number =>
  parseNumber(text.replace(/^×\/÷\s*/, ''), name, 1, 20);
const plain = (text: string): string => text.replace(/^±\s*/, '');
const share = (name: string, text: string): number =>
  parseNumber(plain(text), name, 0, 50, '%') / 100;
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    header="How sure is the judgment?"
    :style="{ width: 'min(860px, 94vw)' }"
  >
    <div class="sure spaced">
      <p class="soft">
        {{ COUNT }} runs of two years, each as another house could be: what nobody knows of it is
        drawn from the ranges below, the same draws each time. The second year is judged as ever.
      </p>
      <p v-if="missing" class="wrong" role="alert">This wall cannot be simulated: {{ missing }}.</p>
      <div class="ranges">
        <TextField
          label="Air leak"
          :value="`×/÷ ${ranges.leak}`"
          :take="(text: string) => set({ leak: factor('leak', text) })"
          hint="two thirds of houses"
        />
        <TextField
          label="Pressure of fans"
          :value="`± ${trimmed(ranges.pressure, 1)} Pa`"
          :take="
            (text: string) => set({ pressure: parseNumber(plain(text), 'pressure', 0, 20, 'Pa') })
          "
          hint="around the brief’s"
        />
        <TextField
          label="Indoor humidity"
          :value="`± ${percent(ranges.humidity)}`"
          :take="(text: string) => set({ humidity: share('humidity', text) })"
          hint="points of RH"
        />
        <TextField
          label="Permeance of panels"
          :value="`×/÷ ${ranges.permeance}`"
          :take="(text: string) => set({ permeance: factor('permeance', text) })"
        />
        <TextField
          label="Rain at the water barrier, most"
          :value="`${trimmed(100 * ranges.rain[1], 2)} %`"
          :take="
            (text: string) => {
              const most = share('rain', text);
              set({ rain: [Math.min(most, ranges.rain[0]), most] });
            }
          "
          :hint="`from ${trimmed(100 * ranges.rain[0], 2)} % of the driven rain`"
        />
        <TextField
          label="Air of the gap"
          :value="`×/÷ ${ranges.gap}`"
          :take="(text: string) => set({ gap: factor('gap', text) })"
        />
        <TextField
          label="Water that materials hold"
          :value="`± ${percent(ranges.sorption)}`"
          :take="(text: string) => set({ sorption: share('sorption', text) })"
        />
      </div>
      <p class="row">
        <button
          v-if="!running"
          type="button"
          class="action ink"
          :disabled="!wall.whole || missing !== null"
          @click="start"
        >
          {{ samples.length > 0 ? 'Run again' : 'Run' }}
        </button>
        <button v-else type="button" class="action" @click="stop">Stop</button>
        <progress :value="samples.length" :max="COUNT" aria-label="Samples"></progress>
        <span role="status" class="soft">{{ samples.length }} of {{ COUNT }}</span>
      </p>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <div v-if="summary" class="answer tight" data-sure :data-verdict="summary.verdict">
        <p class="verdict">
          <StatusMark :status="VERDICTS[summary.verdict].status" />
          <strong>{{ VERDICTS[summary.verdict].text }}:</strong>
          {{ percent(summary.failing) }} of {{ summary.samples }} fail,
          {{ percent(summary.cautious) }} are a caution.
        </p>
        <p class="soft">
          Between 10 and 90 % nothing is decided: make the wall more forgiving, or find out what
          matters most.
        </p>
        <p v-if="summary.matters.length === 0" class="soft">
          Fewer than 30 samples rank nothing: run on to see what matters.
        </p>
        <table v-else class="table">
          <caption class="hidden-label">
            What matters, by rank correlation with the damage
          </caption>
          <thead>
            <tr>
              <th scope="col">What matters</th>
              <th scope="col">Rank correlation</th>
              <th scope="col"><span class="hidden-label">Bar</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ input, correlation } in summary.matters" :key="input">
              <th scope="row">{{ INPUTS[input] }}</th>
              <td>{{ fixed(correlation, 2) }}</td>
              <td class="bar">
                <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
                  <rect x="0" y="1" :width="100 * Math.abs(correlation)" height="8" />
                </svg>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </Dialog>
</template>

<style scoped>
.ranges {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 8px 12px;
}

.row,
.verdict {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}

.verdict {
  font-size: var(--text-16);
}

progress {
  width: 200px;
  height: 8px;
  accent-color: var(--ink);
}

.bar {
  width: 40%;
}

.bar svg {
  display: block;
  width: 100%;
  height: 10px;
  fill: var(--soft);
}
</style>
