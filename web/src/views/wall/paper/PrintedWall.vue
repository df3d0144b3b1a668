<script setup lang="ts">
import { computed } from 'vue';
import {
  attachmentOf,
  costBasis,
  faceDepths,
  formatText,
  mainMember,
  messageText,
  MONTHS,
  saturationPressure,
  type Quantity,
  layerTitle,
  layerFigures,
  pricesWord,
} from '@eldrun/core';
import { depthAxis, fullHeight } from '../../../drawing/axis.ts';
import StatusMark from '../../../parts/StatusMark.vue';
import { newPointer } from '../../../pointer.ts';
import { useJudgment } from '../../../stores/judgment.ts';
import { useProject } from '../../../stores/project.ts';
import { useWall } from '../../../stores/wall.ts';
import { climateName } from '../../../wall-files.ts';
import LeaderLines from '../LeaderLines.vue';
import { useReadings } from '../readings.ts';
import SectionDrawing from '../SectionDrawing.vue';
import PrintedAttachment from './PrintedAttachment.vue';
import { useVerdictLines } from '../verdict-rows.ts';

/**
 * The wall on paper, A4 or letter: what to build and whether it holds, the figures behind it, and how its cladding is held
 * where it says so.
 */
const project = useProject();
const wall = useWall();
const judging = useJudgment();
const readings = useReadings();
const verdicts = useVerdictLines();
const pointer = newPointer();

/** Width of the section and of the lines that lead to it, px at 96 an inch. */
const WIDTH = 330;
const LEADER = 30;

/** Height of a layer's row at the least, and of the drawing, px. */
const ROW = 26;
const HEIGHT = 400;

const assessment = computed(() => wall.assessment!);
const resolved = computed(() => assessment.value.wall);
const prices = computed(() => costBasis(resolved.value));
const units = computed(() => project.units);
const text = (quantity: Quantity, value: number): string =>
  formatText(quantity, value, units.value);

const spacing = computed(() => mainMember(resolved.value)?.shape.spacing ?? 0);
const height = computed(() =>
  Math.max(
    Math.min(HEIGHT, fullHeight(assessment.value.quantities.thickness, spacing.value, WIDTH)),
    resolved.value.layers.length * ROW,
  ),
);
const axis = computed(() =>
  depthAxis(assessment.value.quantities.thickness, spacing.value, WIDTH, height.value),
);
const depths = computed(() => faceDepths(resolved.value.layers));

/** Outdoors first, as on the drawing. */
const layers = computed(() =>
  resolved.value.layers
    .map((layer, i) => ({
      id: layer.id,
      number: i + 1,
      name: layerTitle(layer.source, wall.material, units.value),
      thickness: text('length', layer.thickness),
      figures: layerFigures(assessment.value, i, units.value),
      depth: (depths.value[i]! + depths.value[i + 1]!) / 2,
      resistance:
        i < resolved.value.counted
          ? text('resistance', assessment.value.paths.layers[i]!.resistance)
          : 'not counted',
      source: layer.fill?.source ?? (layer.fill ? 'entered by hand' : 'ISO 6946, air spaces'),
      confidence: layer.fill?.confidence ?? '',
    }))
    .toReversed(),
);

const open = computed(() =>
  verdicts.value.filter(({ status }) => status === 'fail' || status === 'caution'),
);
const passed = computed(() => verdicts.value.filter(({ status }) => status === 'pass').length);
/** So many are told with their reason: the rest in a line each. */
const REASONED = 8;

const judgment = computed(() => judging.judgment);
const basis = computed(() =>
  judgment.value?.basis === 'hourly'
    ? 'Simulated hour by hour through two years in the standard exposure'
    : 'An estimate by monthly means; not simulated',
);

const months = computed(() => {
  const { condensingPlane, indoorDewPoint } = assessment.value.moisture;
  return MONTHS.map((name, m) => {
    const { outdoorTemperature, outdoorVaporPressure, indoorTemperature, indoorVaporPressure } =
      resolved.value.months[m]!;
    const humidity = (pressure: number, temperature: number): string =>
      text('relativeHumidity', pressure / saturationPressure(temperature));
    return {
      name,
      cells: [
        text('temperature', outdoorTemperature),
        humidity(outdoorVaporPressure, outdoorTemperature),
        text('temperature', indoorTemperature),
        humidity(indoorVaporPressure, indoorTemperature),
        text('temperature', indoorDewPoint[m]!),
        condensingPlane ? text('temperature', condensingPlane.temperature[m]!) : 'none',
        condensingPlane ? text('temperatureDifference', condensingPlane.margin[m]!) : '',
      ],
    };
  });
});

const thermal = computed(() => wall.whole?.thermal ?? null);
const convention = computed(() =>
  resolved.value.file.convention === 'iso'
    ? 'Surface films by ISO 6946'
    : 'Surface films by the ASHRAE handbook',
);

const sources = computed(() => {
  const bySource = new Map<string, string[]>();
  for (const { name, source, confidence } of layers.value) {
    const key = confidence ? `${source} (${confidence})` : source;
    bySource.set(key, [...(bySource.get(key) ?? []), name]);
  }
  return [...bySource].map(([source, names]) => `${[...new Set(names)].join(', ')}: ${source}`);
});

const today = new Date().toLocaleDateString('en-US', { dateStyle: 'long' });
/** A page of its own once the wall says how its cladding is held. */
const held = computed(
  () => resolved.value.file.attachment !== undefined && attachmentOf(resolved.value) !== null,
);
const climate = computed(() => climateName(resolved.value.file));
</script>

<template>
  <article class="printed">
    <section class="page" aria-label="The wall">
      <header>
        <h1>{{ wall.document?.name }}</h1>
        <p>{{ project.document?.name }} · {{ climate }} · {{ today }}</p>
      </header>
      <div class="built">
        <ol class="layers" :style="{ height: `${height}px` }">
          <li v-for="layer in layers" :key="layer.id">
            <strong class="number">{{ layer.number }}</strong>
            <span
              >{{ layer.name }} <span class="figures">{{ layer.figures }}</span></span
            >
            <strong>{{ layer.thickness }}</strong>
          </li>
        </ol>
        <LeaderLines
          :layers="layers"
          :axis="axis"
          :width="LEADER"
          :height="height"
          :row-height="height / layers.length"
          :scrolled="0"
          :selected="null"
          :pointer="pointer"
        />
        <SectionDrawing
          :wall="resolved"
          :axis="axis"
          :width="WIDTH"
          :units="units"
          :conditions="null"
          :bare="false"
          :room="{}"
        />
      </div>
      <dl class="readings">
        <div v-for="reading in readings" :key="reading.name">
          <dt>{{ reading.name }}</dt>
          <dd>
            <strong>{{ reading.shown.text }} {{ reading.shown.unit }}</strong>
            {{ reading.about }}
          </dd>
        </div>
      </dl>
      <div v-if="judgment" class="judged">
        <h2>
          <StatusMark :status="judgment.moisture" word />
          {{ messageText(judgment.decides.text, units) }}
        </h2>
        <p>
          {{ basis }}.
          <template v-if="judgment.relies.length > 0"
            >Relies on
            {{ judgment.relies.map((one) => messageText(one, units)).join('; ') }}.</template
          >
          Code: {{ messageText(judgment.code.row, units).replace(/\.?$/, '.') }}
        </p>
      </div>
      <h2>What to look at</h2>
      <ul class="open">
        <li v-for="(line, i) in open" :key="line.id">
          <StatusMark :status="line.status" word />
          <p>
            <strong>{{ line.title }}.</strong>{{ i < REASONED ? ` ${line.reason}` : '' }}
          </p>
        </li>
        <li v-if="open.length === 0"><p>Nothing fails and nothing asks for caution.</p></li>
      </ul>
      <p>{{ passed }} checks pass.</p>
    </section>
    <section class="page" aria-label="The figures">
      <header>
        <h1>{{ wall.document?.name }}: the figures</h1>
        <p>{{ project.document?.name }} · revision {{ wall.revision }} · {{ today }}</p>
      </header>
      <h2>Resistance through the cavity, indoors first</h2>
      <table>
        <tbody>
          <tr>
            <th scope="row">Inner surface film</th>
            <td></td>
            <td>{{ text('resistance', resolved.innerFilm) }}</td>
          </tr>
          <tr v-for="layer in layers.toReversed()" :key="layer.id">
            <th scope="row">{{ layer.number }} {{ layer.name }}</th>
            <td>{{ layer.thickness }}</td>
            <td>{{ layer.resistance }}</td>
          </tr>
          <tr>
            <th scope="row">Outer surface film</th>
            <td></td>
            <td>{{ text('resistance', resolved.outerFilm) }}</td>
          </tr>
          <tr class="sum">
            <th scope="row">Through the cavity</th>
            <td></td>
            <td>{{ text('resistance', assessment.paths.cavityPath.r) }}</td>
          </tr>
          <tr v-if="thermal" class="sum">
            <th scope="row">
              Effective,
              {{ thermal.effective.method === 'wholeWall' ? 'all framing counted' : 'clear field' }}
            </th>
            <td>U {{ text('transmittance', thermal.effective.u) }}</td>
            <td>{{ text('resistance', thermal.effective.r) }}</td>
          </tr>
        </tbody>
      </table>
      <h2>The year</h2>
      <table>
        <thead>
          <tr>
            <td></td>
            <th scope="col">Outdoors</th>
            <th scope="col">RH</th>
            <th scope="col">Indoors</th>
            <th scope="col">RH</th>
            <th scope="col">Indoor dew point</th>
            <th scope="col">Condensing plane</th>
            <th scope="col">Margin</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="month in months" :key="month.name">
            <th scope="row">{{ month.name }}</th>
            <td v-for="(cell, i) in month.cells" :key="i">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
      <h2>Assumptions</h2>
      <p>
        {{ convention }}. Effective R by the two-dimensional section of the wall with its framing,
        at the design temperatures. Dew points and margins by monthly means (EN ISO 13788).
        {{ basis }}
        (ASHRAE 160, EN 15026). Costs are of materials{{ prices.labor ? ' and labor' : '' }},
        {{ pricesWord(prices) }}; carbon is cradle to gate.
      </p>
      <h2>Sources</h2>
      <ul class="sources">
        <li v-for="source in sources" :key="source">{{ source }}</li>
        <li>Climate: {{ climate }}</li>
      </ul>
      <h2>Cautions</h2>
      <p>
        The adopted local code governs, with its amendments. Structure and fire belong to licensed
        professionals. The figures hold for the wall as drawn and built tight; test the air barrier,
        and keep what is wet from being closed in. Scaffolds, saws, dust and lifting need the usual
        care on site.
      </p>
      <p class="foot">
        {{ project.document?.name }} · {{ wall.document?.name }} · {{ climate }} · revision
        {{ wall.revision }} · {{ today }} · Eldrun
      </p>
    </section>
    <section v-if="held" class="page" aria-label="How the cladding is held">
      <header>
        <h1>{{ wall.document?.name }}: how the cladding is held</h1>
        <p>{{ project.document?.name }} · revision {{ wall.revision }} · {{ today }}</p>
      </header>
      <PrintedAttachment :wall="resolved" :units="units" />
    </section>
  </article>
</template>

<style scoped>
.printed {
  color: #000;
  font-size: 11px;
  line-height: 1.3;
}

.page + .page {
  break-before: page;
}

header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 16px;
  padding-bottom: 4px;
  border-bottom: 2px solid #000;
}

h1 {
  font-size: 18px;
}

h2 {
  margin-top: 10px;
  font-size: 13px;
}

.built {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  margin-top: 8px;
}

.layers {
  display: grid;
  grid-auto-rows: 1fr;
}

.layers li {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) auto;
  gap: 4px;
  align-items: center;
  border-bottom: 1px solid #999;
  line-height: 1.15;
}

.figures {
  display: inline-block;
  color: #333;
  font-size: 10px;
}

.readings {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 4px 16px;
  margin-top: 8px;
  padding: 4px 0;
  border-block: 1px solid #000;
}

dt {
  font-size: 10px;
}

dd strong {
  margin-right: 4px;
  font-size: 15px;
}

.judged {
  padding-bottom: 6px;
  border-bottom: 1px solid #000;
}

.open {
  display: grid;
  gap: 3px;
  margin: 4px 0;
}

.open li {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr);
  break-inside: avoid;
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: 1px 6px;
  border-bottom: 1px solid #bbb;
  text-align: right;
  font-weight: 400;
}

th:first-child {
  padding-left: 0;
  text-align: left;
}

thead th,
.sum > * {
  font-weight: 700;
}

.foot {
  margin-top: 10px;
  padding-top: 4px;
  border-top: 1px solid #000;
}
</style>
