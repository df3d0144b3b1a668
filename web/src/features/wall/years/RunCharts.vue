<script setup lang="ts">
import { computed, useTemplateRef, watchEffect } from 'vue';
import { CAUSES, type Causes, type SimulationFile } from '@eldrun/core/transient';
import { faceWords } from '@eldrun/core/simulation';
import { format, fixed, inUnits } from '@eldrun/core/units';
import { plainName } from '@eldrun/core/build-up';
import { barOption, CHART_LEFT, CHART_RIGHT, lineOption } from '../../../charts/run-chart.ts';
import { monthText } from '../../../charts/dates.ts';
import { fieldRows, lineOf, monthMeans, waterByMonth } from '../../../charts/years.ts';
import ChoiceField from '../../../components/ChoiceField.vue';
import TableDialog from '../../../components/TableDialog.vue';
import { useProject } from '../../../project/project.ts';
import { useSimulation, type ShownRun } from './simulation.ts';
import LayOver from './LayOver.vue';
import RunChart from './RunChart.vue';
import RunFigures from './RunFigures.vue';

/** The course of the current run, the one laid over it, and its humidity by depth and day. */
const project = useProject();
const simulation = useSimulation();

const run = computed(() => simulation.current!);
const days = computed(() => Math.ceil(run.value.file.transient.hours / 24));
const runs = computed(() => [simulation.current, simulation.other].filter((one) => one !== null));

const rounded = (share: number): number => Math.round(1000 * share) / 10;
const fine = (index: number): number => Math.round(100 * index) / 100;
const shownTemperature = (celsius: number): number =>
  inUnits('temperature', celsius, project.units);
const degrees = computed(() => format('temperature', 0, project.units).unit.replace('°', ' °'));

/** Whether a run is of a wall with the same layers as the current one's. */
const alike = (of: ShownRun): boolean =>
  of.faces.length === run.value.faces.length &&
  of.faces.every(({ outer }, i) => outer === run.value.faces[i]!.outer);

/** What to read of a run laid over: the same face of a like wall, else its watched one. */
function faceOf(of: ShownRun) {
  if (alike(of)) return of.course.faces[simulation.face]!;
  const watched = of.file.wall.layers.findIndex(({ id }) => id === of.file.transient.watch);
  return of.course.faces[watched]!;
}

/** The moisture of a layer; of another wall only its watched layer is laid over this one's. */
function woodOf(of: ShownRun, layer: string): readonly number[] {
  const { watch } = run.value.file.transient;
  const others = layer === watch ? of.file.transient.watch : null;
  const wanted = alike(of) ? layer : others;
  return of.course.wood.find((wood) => wood.layer === wanted)?.mc ?? [];
}

/** Points of a line, and of one that still grows. */
const POINTS = 500;
const POINTS_MEANWHILE = 250;

interface Line {
  name: string;
  values: (of: ShownRun) => readonly number[];
  convert: (value: number) => number;
}

/** What stays the same while a run goes on is looked at apart, so that it is not laid out anew. */
const runFaces = computed(() => run.value.faces);
const layerName = computed(() => run.value.layerName);
const faceNames = computed(() =>
  runFaces.value.map((face, i) => ({ value: i, label: faceWords(face, layerName.value) })),
);

const charts = computed(() => {
  const before = simulation.other?.name ?? '';
  const face = faceNames.value[simulation.face]!.label;
  const moldClass = run.value.faces[simulation.face]!.moldClass.replace('-', ' ');
  const of = runs.value;
  const points = run.value.result ? POINTS : POINTS_MEANWHILE;
  const chart = (
    title: string,
    lines: Line[],
    unit: string,
    least?: readonly [number, number],
    limit?: number,
  ) => ({
    title,
    build: () =>
      lineOption(
        lines.map(({ name, values, convert }) => ({
          name,
          runs: of.map((one) => lineOf(one.course, values(one), convert, points)),
        })),
        { start: run.value.file.transient.start, days: days.value, ...(least ? { least } : {}) },
        unit,
        before,
        limit,
      ),
  });
  const woods = run.value.course.wood.map(({ layer }): Line => ({
    name: plainName(run.value.layerName(layer)),
    values: (one) => woodOf(one, layer),
    convert: rounded,
  }));
  return [
    ...(woods.length > 0 ? [chart('Moisture content', woods, ' %', [0, 25], 20)] : []),
    chart(
      `Mold index ${face}`,
      [{ name: `class ${moldClass}`, values: (one) => faceOf(one).mold, convert: fine }],
      '',
      [0, 4],
      3,
    ),
    chart(
      `Humidity ${face}`,
      [{ name: 'relative humidity', values: (one) => faceOf(one).rh, convert: rounded }],
      ' %',
      [40, 100],
      80,
    ),
    chart(
      `Temperature ${face}`,
      [
        { name: 'there', values: (one) => faceOf(one).temperature, convert: shownTemperature },
        { name: 'outdoors', values: (one) => one.course.outdoor, convert: shownTemperature },
      ],
      degrees.value,
    ),
  ];
});

const CAUSE_WORDS: Record<keyof Causes, { name: string; color: string }> = {
  indoors: { name: 'from indoors', color: '#f2b705' },
  outdoors: { name: 'from outdoors', color: '#b9d0df' },
  rain: { name: 'rain that gets in', color: '#1f5f8b' },
  facade: { name: 'rain in the cladding', color: '#7fa9c4' },
  ventilation: { name: 'the gap’s air', color: '#ffffff' },
  leak: { name: 'the air leak', color: '#74837d' },
};

const monthNames = computed(() => {
  const { start } = run.value.file.transient;
  const count = Math.floor(run.value.course.hour.length / ((30 * 24) / run.value.course.every));
  return Array.from({ length: count }, (_, m) => monthText(start + (30 * m + 15) * 24));
});

const causes = computed(() =>
  CAUSES.filter((cause) => run.value.course.water[cause].some((amount) => amount !== 0)),
);
const waterUnit = computed(() => format('waterPerArea', 0, project.units).unit);
const shownWater = (kg: number): number => inUnits('waterPerArea', kg, project.units);

const water = computed(() => ({
  title: `Water in and out by cause, ${waterUnit.value} in thirty days`,
  build: () => {
    const byMonth = waterByMonth(run.value.course);
    return barOption(
      causes.value.map((cause) => ({
        ...CAUSE_WORDS[cause],
        values: byMonth[cause].map(shownWater),
      })),
      monthNames.value.map((name) => name.slice(0, 3)),
      '',
    );
  },
}));

/** Thirty days a row: means, and water by cause. */
function table() {
  const { course } = run.value;
  const face = course.faces[simulation.face]!;
  const { units } = project;
  const text = (quantity: 'share' | 'temperature' | 'relativeHumidity', values: number[]) =>
    monthMeans(course, values).map((value) => {
      const { text: number, unit } = format(quantity, value, units);
      return `${number} ${unit}`;
    });
  const byMonth = waterByMonth(course);
  const columns: [string, string[]][] = [
    ...course.wood.map(({ layer, mc }): [string, string[]] => [
      run.value.layerName(layer),
      text('share', mc),
    ]),
    ['RH at the face', text('relativeHumidity', face.rh)],
    ['Temperature', text('temperature', face.temperature)],
    ['Mold index', monthMeans(course, face.mold).map((index) => fixed(index, 2))],
    ...causes.value.map((cause): [string, string[]] => [
      `${CAUSE_WORDS[cause].name}, ${waterUnit.value}`,
      byMonth[cause].map((kg) => format('waterPerArea', kg, units).text),
    ]),
  ];
  return {
    columns: columns.map(([name]) => name),
    rows: monthNames.value.map((name, m) => ({
      name: `${m + 1}, ${name}`,
      cells: columns.map(([, cells]) => cells[m]!),
    })),
  };
}

/** Where the day looked at lies across a chart. */
const dayMark = computed(() => {
  const share = Math.min(1, (simulation.day + 1) / days.value);
  return {
    left: `calc(${CHART_LEFT}px + (100% - ${CHART_LEFT + CHART_RIGHT}px) * ${share})`,
  };
});

/** The field of humidity by depth and day, drawn as a picture: what came since it was drawn last. */
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const ROWS = 60;
let drawn = 0;
let drawnFile: SimulationFile | null = null;
watchEffect(() => {
  const { field, file } = run.value;
  const target = canvas.value;
  if (!target || field.days < 2) return;
  if (file !== drawnFile || drawn > field.days) {
    target.width = days.value;
    target.height = ROWS;
    drawn = 0;
    drawnFile = file;
  }
  const wide = field.days - drawn;
  if (wide === 0) return;
  const context = target.getContext('2d')!;
  const image = context.createImageData(wide, ROWS);
  fieldRows(field, ROWS, drawn).forEach((row, y) =>
    row.forEach((rh, x) => {
      const share = Math.min(1, Math.max(0, (rh - 0.4) / 0.6)) ** 1.3;
      const at = 4 * (y * wide + x);
      image.data[at] = 255 - share * 224;
      image.data[at + 1] = 255 - share * 160;
      image.data[at + 2] = 255 - share * 116;
      image.data[at + 3] = 255;
    }),
  );
  context.putImageData(image, drawn, 0);
  drawn = field.days;
});
</script>

<template>
  <div class="tools">
    <ChoiceField
      class="at"
      label="Mold, humidity and temperature are read"
      :value="simulation.face"
      :options="faceNames"
      @take="(value: number) => (simulation.chosenFace = value)"
    />
    <TableDialog v-if="run.result" title="By thirty days" :table="table" />
    <LayOver v-if="run.result" class="to-end" />
  </div>
  <div class="charts">
    <RunChart v-for="(chart, i) in charts" :key="i" :chart="chart">
      <span class="day" :style="dayMark" aria-hidden="true"></span>
    </RunChart>
    <RunFigures />
    <div>
      <RunChart v-if="run.result && monthNames.length > 0" :chart="water" />
      <figure>
        <figcaption>Humidity by depth and day, outdoors on top; white 40 %, blue 100 %</figcaption>
        <div class="plot">
          <canvas
            ref="canvas"
            class="depths"
            role="img"
            aria-label="Relative humidity by depth and day"
          ></canvas>
          <span class="day" :style="dayMark" aria-hidden="true"></span>
        </div>
      </figure>
    </div>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px 16px;
}

.at {
  flex: 0 1 400px;
}

.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(480px, 100%), 1fr));
  align-items: start;
  gap: 12px 28px;
}

figure {
  margin: 0;
  min-width: 0;
}

figcaption {
  font-weight: 700;
}

.plot {
  position: relative;
}

.depths {
  display: block;
  width: calc(100% - 68px);
  height: 160px;
  margin: 6px 12px 0 56px;
  border: 1px solid var(--ink);
  image-rendering: pixelated;
}

.day {
  position: absolute;
  top: 30px;
  bottom: 24px;
  width: 1px;
  background: #74837d;
  pointer-events: none;
}

.depths + .day {
  top: 6px;
  bottom: 0;
}
</style>
