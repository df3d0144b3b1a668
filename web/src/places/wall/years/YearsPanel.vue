<script setup lang="ts">
import { LineChart } from 'echarts/charts';
import {
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components';
import { use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { computed, onBeforeUnmount, ref, useTemplateRef, watchEffect } from 'vue';
import VChart from 'vue-echarts';
import {
  format,
  formatText,
  layerName,
  lower,
  messageText,
  MONTHS,
  parseAirLeak,
  parseNumber,
  type Command,
  type RunChoices,
  type SimulationResult,
} from '@eldrun/core';
import { courseCsv, fieldRows, lineOf } from '../../../drawing/years.ts';
import { useNotices } from '../../../notices.ts';
import ChoiceField from '../../../parts/ChoiceField.vue';
import StatusMark from '../../../parts/StatusMark.vue';
import TextField from '../../../parts/TextField.vue';
import { useProject } from '../../../stores/project.ts';
import { useWall } from '../../../stores/wall.ts';
import { useYears, type ShownRun } from '../../../stores/years.ts';
import { downloadText } from '../../../wall-files.ts';

/** The hourly simulation: its set-up in a line, its course while it runs, what it says, and a second run laid over. */
use([LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

const emit = defineEmits<{ run: [name: string, commands: Command[]] }>();
const project = useProject();
const wall = useWall();
const years = useYears();
const notices = useNotices();
onBeforeUnmount(years.close);

const set = (change: Partial<RunChoices>): void => {
  years.choices = { ...years.choices, ...change };
};

const YEARS = [1, 2, 3, 5, 10].map((value) => ({
  value,
  label: value === 1 ? '1 year' : `${value} years`,
}));
const START = MONTHS.map((label, value) => ({ value, label }));
const SIDES = (['north', 'east', 'south', 'west'] as const).map((value) => ({
  value: value,
  label: value[0]!.toUpperCase() + value.slice(1),
}));

const percent = (share: number): string => formatText('share', share, project.units);
const watchedName = computed(() =>
  years.watched && wall.assessment ? layerName(wall.assessment, years.watched) : '',
);

const progress = computed(() => {
  const now = years.running;
  if (!now) return null;
  const share = now.hours / now.of;
  const passed = (performance.now() - now.since) / 1000;
  return {
    share,
    text:
      share > 0.02
        ? `${Math.round(100 * share)} %, about ${Math.max(1, Math.round((passed * (1 - share)) / share))} s left`
        : 'starting…',
  };
});

const INK = '#16211e';
const axisText = { color: '#4a5a56' };

interface Line {
  name: string;
  values: (run: ShownRun) => readonly number[];
  convert: (value: number) => number;
}

function option(lines: Line[], unit: string, limit?: number) {
  const runs = [years.current, years.other].filter((run) => run !== null);
  return {
    animation: false,
    textStyle: { fontFamily: 'Archivo Variable', color: INK },
    grid: { left: 8, right: 12, top: 30, bottom: 4, containLabel: true },
    legend: {
      top: 0,
      left: 0,
      itemHeight: 8,
      itemWidth: 20,
      type: 'scroll',
      textStyle: { color: INK, fontSize: 12 },
    },
    tooltip: { trigger: 'axis', borderColor: INK, borderWidth: 1, confine: true },
    xAxis: {
      type: 'value',
      min: 0,
      max: Math.ceil((runs[0]?.file.transient.hours ?? 24) / 24),
      axisLabel: { ...axisText, formatter: '{value} d' },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      axisLabel: { ...axisText, formatter: `{value}${unit}` },
      splitLine: { lineStyle: { color: '#dde3e0' } },
    },
    series: runs.flatMap((run, r) =>
      lines.map((line, i) => ({
        name: r === 0 ? line.name : `${line.name}, before: ${run.name}`,
        type: 'line',
        showSymbol: false,
        data: lineOf(run.course, line.values(run), line.convert),
        lineStyle: {
          color: r === 0 ? INK : '#1f5f8b',
          width: r === 0 ? 2 : 1.5,
          type: i === 0 ? 'solid' : 'dashed',
        },
        itemStyle: { color: r === 0 ? INK : '#1f5f8b' },
        ...(r === 0 && i === 0
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                label: { show: false },
                data: [
                  { xAxis: years.day, lineStyle: { color: '#74837d', type: 'solid' } },
                  ...(limit === undefined
                    ? []
                    : [
                        {
                          yAxis: limit,
                          lineStyle: { color: '#b3261e', type: 'dotted' },
                          label: {
                            show: true,
                            formatter: `limit ${limit}${unit}`,
                            color: '#b3261e',
                            position: 'insideEndTop',
                          },
                        },
                      ]),
                ],
              },
            }
          : {}),
      })),
    ),
  };
}

const shownTemperature = (celsius: number): number =>
  Number(format('temperature', celsius, project.units).text.replace('−', '-'));

const charts = computed(() => {
  const run = years.current;
  if (!run || run.course.hour.length === 0) return [];
  const rounded = (value: number): number => Math.round(1000 * value) / 10;
  const woods: Line[] = run.course.wood.map(({ layer }, i) => ({
    name: lower(
      layerName(
        wall.assessment!,
        wall.assessment!.wall.layers.find(({ id }) => id === layer) ?? years.watched!,
      )
        .split(/[,(]/)[0]!
        .trim(),
    ),
    values: (of) => of.course.wood[i]?.mc ?? [],
    convert: rounded,
  }));
  return [
    ...(woods.length > 0 ? [{ title: 'Moisture of wood', option: option(woods, ' %', 20) }] : []),
    {
      title: `Mold index, inner face of ${lower(watchedName.value)}`,
      option: option(
        [
          {
            name: 'class sensitive',
            values: (of) => of.course.mold,
            convert: (v) => Math.round(100 * v) / 100,
          },
        ],
        '',
        3,
      ),
    },
    {
      title: `Humidity there`,
      option: option(
        [{ name: 'relative humidity', values: (of) => of.course.rh, convert: rounded }],
        ' %',
      ),
    },
    {
      title: `Temperature there`,
      option: option(
        [
          { name: 'inner face', values: (of) => of.course.temperature, convert: shownTemperature },
          { name: 'outdoors', values: (of) => of.course.outdoor, convert: shownTemperature },
        ],
        format('temperature', 0, project.units).unit.replace('°', ' °'),
      ),
    },
  ];
});

const dryingText = (hours: number | null): string =>
  hours === null
    ? 'not in this run'
    : hours === 0
      ? 'drier from the start'
      : `${Math.round(hours / 24)} days`;

const figures = computed(() => {
  const runs = [years.current, years.other].filter((run) => run?.result);
  if (runs.length === 0) return null;
  const water = (kg: number): string => formatText('waterPerArea', kg, project.units);
  const of = ({
    peak,
    end,
    above20,
    dryTo16,
    mold,
    causes,
  }: SimulationResult): [string, string][] => [
    ['Moisture, highest', percent(peak.mc.value)],
    ['Inner third, highest', percent(peak.mcInner.value)],
    ['At the end', percent(end.mc)],
    ['Above 20 %, longest', `${Math.round(above20.longest / 24)} days`],
    ['Dry to 16 %', dryingText(dryTo16)],
    ['Mold index, sensitive', mold.sensitive.toFixed(2)],
    ['Water from indoors', water(causes.indoors)],
    ['Water from outdoors', water(causes.outdoors)],
    ['By rain', water(causes.rain)],
    ['By the gap’s air', water(causes.ventilation)],
    ['By the air leak', water(causes.leak)],
  ];
  const columns = runs.map((run) => of(run!.result!));
  return {
    names: runs.map((run) => run!.name),
    rows: columns[0]!.map(([label], i) => ({
      label,
      cells: columns.map((column) => column[i]![1]),
    })),
  };
});

const failing = computed(() => years.current?.verdicts.some(({ status }) => status === 'fail'));

async function applyMend(): Promise<void> {
  const { commands, choices, label } = years.mend!;
  if (commands.length > 0) emit('run', messageText(label, project.units), commands);
  set(choices);
  await years.run();
}

const dayText = computed(() => {
  const run = years.current;
  if (!years.state || !run) return '';
  const hour = run.file.transient.start + years.state.day * 24;
  const date = new Date(Date.UTC(2001, 0, 1) + (hour % 8760) * 3_600_000);
  return `day ${years.state.day + 1}, ${date.getUTCDate()} ${MONTHS[date.getUTCMonth()]}`;
});

/** The field of humidity by depth and day, drawn as a picture. */
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const ROWS = 60;
watchEffect(() => {
  const field = years.current?.field;
  const target = canvas.value;
  if (!field || !target || field.days < 2) return;
  const rows = fieldRows(field, ROWS);
  target.width = field.days;
  target.height = ROWS;
  const context = target.getContext('2d')!;
  const image = context.createImageData(field.days, ROWS);
  rows.forEach((row, y) =>
    row.forEach((rh, x) => {
      const share = Math.min(1, Math.max(0, (rh - 0.4) / 0.6)) ** 1.3;
      const at = 4 * (y * field.days + x);
      image.data[at] = 255 - share * 224;
      image.data[at + 1] = 255 - share * 160;
      image.data[at + 2] = 255 - share * 116;
      image.data[at + 3] = 255;
    }),
  );
  context.putImageData(image, 0, 0);
});

const ranked = computed(() => {
  const lines = [...years.stress];
  return lines.toSorted(
    (a, b) =>
      (b.result?.mold.sensitive ?? -1) - (a.result?.mold.sensitive ?? -1) ||
      (b.result?.peak.mc.value ?? 0) - (a.result?.peak.mc.value ?? 0),
  );
});

const statusOf = (result: SimulationResult): 'fail' | 'caution' | 'pass' =>
  result.mold.sensitive >= 3 || result.above20.longest > 720
    ? 'fail'
    : result.mold.sensitive >= 1 || result.above20.hours > 0
      ? 'caution'
      : 'pass';

const fileName = (): string => wall.document!.name.replace(/[^\p{L}\p{N}]+/gu, '-');

function exportCsv(): void {
  downloadText(`${fileName()}-years.csv`, courseCsv(years.current!.course), 'text/csv');
}

function exportFile(): void {
  downloadText(
    `${fileName()}-simulation.json`,
    `${JSON.stringify(years.current!.file, null, 2)}\n`,
    'application/json',
  );
}

const input = ref<HTMLInputElement | null>(null);

/** Opens a simulation file: how it is run is taken over; its wall has to be opened as a wall. */
async function openFile(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  (event.target as HTMLInputElement).value = '';
  if (!file) return;
  try {
    const { parseSimulation } = await import('@eldrun/core/simulation');
    const { transient } = parseSimulation(await file.text(), project.ownMaterials);
    const { start, hours, side, rain, leak, cavity, initial } = transient;
    set({
      years: hours / 8760,
      startMonth: Math.min(11, Math.floor((start % 8760) / 730)),
      ...(typeof side === 'string' ? { side } : {}),
      rainShare: rain?.share ?? 0,
      leak: leak?.flow ?? 0,
      airChanges: cavity?.airChangesPerHour ?? years.choices.airChanges,
      wetStart: initial.layers?.[transient.watch]?.moistureContent ?? null,
    });
    notices.done(`${file.name} is taken over`, 'How it is run; press Run.');
  } catch (error) {
    notices.wrong(`${file.name} was not opened`, error);
  }
}
</script>

<template>
  <section class="years" aria-label="Years, hour by hour">
    <div class="setup">
      <ChoiceField
        label="Length"
        :value="years.choices.years"
        :options="YEARS"
        @take="(value: number) => set({ years: value })"
      />
      <ChoiceField
        label="Starts in"
        :value="years.choices.startMonth"
        :options="START"
        @take="(value: number) => set({ startMonth: value })"
      />
      <ChoiceField
        label="Faces"
        :value="years.choices.side as string"
        :options="SIDES"
        @take="(value: string) => set({ side: value as RunChoices['side'] })"
      />
      <TextField
        label="Rain that gets in"
        :value="`${+(100 * years.choices.rainShare).toFixed(2)} %`"
        :take="(text: string) => set({ rainShare: parseNumber(text, 'rain', 0, 100, '%') / 100 })"
        hint="of the driven rain"
      />
      <TextField
        label="Air leak from indoors"
        :value="formatText('airLeak', years.choices.leak, project.units)"
        :take="(text: string) => set({ leak: parseAirLeak(text, project.units, 'leak') })"
      />
      <TextField
        label="Gap, air changes an hour"
        :value="String(years.choices.airChanges)"
        :take="(text: string) => set({ airChanges: parseNumber(text, 'gap', 0, 10000) })"
        hint="0 closes it"
      />
      <TextField
        label="Moisture at the start"
        :value="years.choices.wetStart === null ? '' : percent(years.choices.wetStart)"
        :take="
          (text: string) =>
            set({ wetStart: text.trim() ? parseNumber(text, 'start', 0, 200, '%') / 100 : null })
        "
        hint="empty: air-dry"
      />
    </div>
    <p class="buttons">
      <button
        v-if="!years.running"
        type="button"
        class="action ink"
        :disabled="years.stressing || !years.watched"
        @click="years.run()"
      >
        Run
      </button>
      <template v-else>
        <progress
          :value="progress!.share"
          max="1"
          aria-label="Progress of the simulation"
        ></progress>
        <span role="status">{{ progress!.text }}</span>
      </template>
      <button
        v-if="years.running || years.stressing"
        type="button"
        class="action"
        @click="years.stop"
      >
        Stop
      </button>
      <button
        type="button"
        class="action"
        :disabled="years.running !== null || years.stressing"
        @click="years.dryingTest"
      >
        Drying test from 25 %
      </button>
      <button
        type="button"
        class="action"
        :disabled="years.running !== null || years.stressing"
        @click="years.stressSet"
      >
        Stress set
      </button>
      <button type="button" class="action quiet" @click="input?.click()">
        Open a simulation file
      </button>
      <input
        ref="input"
        type="file"
        accept=".json,application/json"
        class="hidden-label"
        aria-label="Simulation file to open"
        tabindex="-1"
        @change="openFile"
      />
      <template v-if="years.current && !years.running">
        <button type="button" class="action quiet" @click="exportCsv">Series as CSV</button>
        <button type="button" class="action quiet" @click="exportFile">
          Save as a simulation file
        </button>
      </template>
    </p>
    <p v-if="years.problem" role="alert" class="problem">Not done: {{ years.problem }}</p>
    <p v-if="years.current?.result?.problem" role="alert" class="problem">
      {{ years.current.result.problem }}
    </p>
    <p v-if="!years.current" class="soft">
      Runs the wall hour by hour: heat, vapor, rain leaks, sun, the gap’s air. It watches
      {{ watchedName ? lower(watchedName) : 'nothing yet' }}. Weather:
      {{ wall.assessment?.wall.site.name }},
      {{
        wall.file && 'weather' in wall.file.outdoor
          ? 'the imported hours'
          : 'hours made up from its monthly figures, the same each time'
      }}.
    </p>
    <template v-else>
      <label class="scrub">
        <span>{{ dayText }}</span>
        <input
          :key="years.current.field.days"
          v-model.number="years.day"
          type="range"
          min="0"
          :max="Math.max(0, years.current.field.days - 1)"
          aria-label="Day shown in the drawing"
          :aria-valuetext="dayText"
        />
      </label>
      <ul v-if="years.current.verdicts.length > 0" class="verdicts">
        <li
          v-for="verdict in years.current.verdicts"
          :key="verdict.id"
          :data-run-verdict="verdict.id"
          :data-status="verdict.status"
        >
          <StatusMark :status="verdict.status" />
          <span
            ><strong>{{ messageText(verdict.title, project.units) }}</strong
            ><br /><span class="soft">{{ messageText(verdict.reason, project.units) }}</span></span
          >
        </li>
      </ul>
      <p v-if="failing && !years.running" class="buttons">
        <button
          type="button"
          class="action"
          :disabled="years.seeking !== '' || years.stressing"
          @click="years.findMend"
        >
          Find the smallest change that mends it
        </button>
        <span v-if="years.seeking" role="status">Running: {{ years.seeking }}</span>
        <button v-if="years.seeking" type="button" class="action" @click="years.stop">Stop</button>
        <template v-if="years.mend">
          <strong data-mend>{{ messageText(years.mend.label, project.units) }}</strong>
          <button type="button" class="action" @click="applyMend">Do it and run again</button>
        </template>
      </p>
      <div class="charts">
        <figure v-for="chart in charts" :key="chart.title">
          <figcaption>{{ chart.title }}</figcaption>
          <VChart
            class="chart"
            :option="chart.option"
            autoresize
            role="img"
            :aria-label="`${chart.title}; the table below has the figures`"
          />
        </figure>
        <figure>
          <figcaption>
            Humidity by depth and day, outdoors on top; white 40 %, blue 100 %
          </figcaption>
          <canvas
            ref="canvas"
            class="depths"
            role="img"
            aria-label="Relative humidity by depth and day"
          ></canvas>
        </figure>
        <table v-if="figures" class="table" data-run-figures>
          <caption class="hidden-label">
            Figures of the runs
          </caption>
          <thead>
            <tr>
              <th scope="col">{{ watchedName }}</th>
              <th v-for="name in figures.names" :key="name" scope="col">{{ name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in figures.rows" :key="row.label">
              <th scope="row">{{ row.label }}</th>
              <td v-for="(cell, i) in row.cells" :key="i">{{ cell }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-for="note in years.current.result?.notes ?? []" :key="note" class="small soft">
        {{ note }}
      </p>
    </template>
    <table v-if="years.stress.length > 0" class="table" data-stress>
      <caption class="head">
        Stress set: what fails first stands on top
      </caption>
      <thead>
        <tr>
          <th scope="col">Years</th>
          <th scope="col"></th>
          <th scope="col">Mold index</th>
          <th scope="col">Moisture, highest</th>
          <th scope="col">Above 20 %</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in ranked" :key="line.name">
          <th scope="row">{{ line.name }}</th>
          <template v-if="line.result">
            <td><StatusMark :status="statusOf(line.result)" /></td>
            <td>{{ line.result.mold.sensitive.toFixed(2) }}</td>
            <td>{{ percent(line.result.peak.mc.value) }}</td>
            <td>{{ Math.round(line.result.above20.longest / 24) }} days</td>
          </template>
          <td v-else colspan="4" class="soft">{{ line.problem || 'running…' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      After EN 15026, one-dimensional, through the cavity; mold index after ASHRAE 160. It leaves
      out flow in three dimensions, workmanship and air loops in the insulation. It supports but
      does not replace a professional’s judgment.
    </p>
  </section>
</template>

<style scoped>
.years {
  display: grid;
  gap: 10px;
  padding: 10px 0 12px;
  border-bottom: 1px solid var(--line);
}

.setup {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
  gap: 8px 12px;
}

.buttons,
.scrub {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}

progress {
  width: 220px;
  accent-color: var(--ink);
}

.scrub input {
  flex: 1;
  accent-color: var(--ink);
}

.scrub span {
  min-width: 170px;
  font-weight: 600;
}

.verdicts {
  display: grid;
  gap: 6px;
}

.verdicts li {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px;
}

.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(480px, 100%), 1fr));
  gap: 12px 28px;
}

figure {
  margin: 0;
  min-width: 0;
}

figcaption,
.head {
  font-weight: 700;
  text-align: left;
}

.chart {
  height: 190px;
}

.depths {
  width: 100%;
  height: 160px;
  border: 1px solid var(--ink);
  image-rendering: pixelated;
}

.problem {
  color: var(--fail);
}
</style>
