<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { classVaporPressure, MONTHS, saturationPressure, type Outdoor } from '@eldrun/core/climate';
import {
  FILMS,
  resolveSite,
  type Airtightness,
  type Brief,
  type Convention,
  type Exposure,
  type Humidity,
  type Indoor,
  type Loads,
  type Targets,
} from '@eldrun/core/build-up';
import {
  formatText,
  parseLength,
  parseRelativeHumidity,
  parseResistance,
  parseTemperature,
} from '@eldrun/core/units';
import { modelAir, type IndoorModel } from '@eldrun/core/transient';
import { usualCode } from '@eldrun/core/verdicts';
import type { CodePath } from '@eldrun/core/prescriptive';
import ChoiceField from '../../components/ChoiceField.vue';
import LoadsFields from '../../components/LoadsFields.vue';
import TextField from '../../components/TextField.vue';
import { useProject } from '../../project/project.ts';
import ClimateSection from './ClimateSection.vue';
import ClimateTable from './ClimateTable.vue';
import CodePathSection from './CodePathSection.vue';
import ExposureSection from './ExposureSection.vue';
import LeakSection from './LeakSection.vue';

/** The charts come with their library. */
const ClimateCharts = defineAsyncComponent(() => import('./ClimateCharts.vue'));

const project = useProject();
const brief = computed<Brief>(() => project.document!.brief);
const units = computed(() => project.units);

const site = computed(() => resolveSite(brief.value.outdoor));

function change(patch: Partial<Brief>, step: string): void {
  project.change({ brief: { ...brief.value, ...patch } }, step);
}

function setLeak(airtightness: Airtightness | undefined): void {
  const { airtightness: _, ...rest } = brief.value;
  const next = airtightness ? { ...rest, airtightness } : rest;
  project.change({ brief: next }, 'Air leak');
}

function setPressure(pressure: number): void {
  const { pressure: _, ...rest } = brief.value;
  project.change({ brief: pressure === 0 ? rest : { ...rest, pressure } }, 'Pressure of the fans');
}

function setCode(code: CodePath | undefined): void {
  const { code: _, ...rest } = brief.value;
  project.change({ brief: code ? { ...rest, code } : rest }, 'Code path');
}

function setLoads(loads: Loads | undefined, step: string): void {
  const { loads: _, ...rest } = brief.value;
  project.change({ brief: loads ? { ...rest, loads } : rest }, step);
}

const temperature = computed(() => brief.value.indoor.temperature);

/** What a temperature shows in a field: without its unit, which the label has. */
const shownTemperature = (celsius: number): string =>
  formatText('temperature', celsius, units.value);

function setTemperature(text: string): void {
  const celsius = parseTemperature(text, units.value, 'indoor.temperature');
  change({ indoor: { ...byHand(), temperature: celsius } }, 'Indoor temperature');
}

function setTemperatureOf(month: number, text: string): void {
  const celsius = parseTemperature(text, units.value, `indoor.temperature[${month}]`);
  const year = temperature.value as number[];
  change(
    { indoor: { ...byHand(), temperature: year.with(month, celsius) } },
    `Indoor temperature, ${MONTHS[month]}`,
  );
}

function setTemperatureKind(kind: string): void {
  const now = temperature.value;
  const next =
    kind === 'monthly'
      ? Array.from({ length: 12 }, () => (typeof now === 'number' ? now : now[0]!))
      : typeof now === 'number'
        ? now
        : now[0]!;
  change({ indoor: { ...byHand(), temperature: next } }, 'Indoor temperature');
}

const humidity = computed(() => brief.value.indoor.humidity);

const HUMIDITY_KINDS = [
  { value: 'fixed', label: 'One relative humidity all year' },
  { value: 'monthly', label: 'Relative humidity by month' },
  { value: 'class', label: 'Humidity class (EN ISO 13788)' },
];

const CLASSES = [
  { value: 1, label: '1: storage, unoccupied' },
  { value: 2, label: '2: offices, ventilated homes' },
  { value: 3, label: '3: homes, normal occupancy' },
  { value: 4, label: '4: homes, high occupancy' },
  { value: 5, label: '5: laundries, pools' },
];

/** Figures typed by hand are no model's any more. */
function byHand(): Omit<Indoor, 'model'> {
  const { model: _, ...indoor } = brief.value.indoor;
  return indoor;
}

function setHumidity(next: Humidity, step: string): void {
  change({ indoor: { ...byHand(), humidity: next } }, step);
}

const MODELS = [
  { value: 'figures', label: 'the figures above' },
  { value: 'en15026', label: 'a model by the weather: EN 15026, normal occupancy' },
  { value: 'en15026-high', label: 'a model by the weather: EN 15026, high occupancy' },
  { value: 'ashrae160', label: 'a model by the weather: ASHRAE 160, heated and cooled' },
];

/** A model writes its monthly means as the figures that the static methods take. */
function setModel(model: string): void {
  if (model === 'figures') return change({ indoor: byHand() }, 'Hourly runs take the figures');
  const months = site.value.temperature.map((outdoor) => modelAir(model as IndoorModel, outdoor));
  change(
    {
      indoor: {
        temperature: months.map(({ temperature: celsius }) => +celsius.toFixed(2)),
        humidity: {
          kind: 'monthly',
          relativeHumidity: months.map(({ relativeHumidity }) => +relativeHumidity.toFixed(3)),
        },
        model: model as IndoorModel,
      },
    },
    'Indoor air by a model',
  );
}

/** What a class comes to in the coldest and the warmest month here. */
const ofClass = computed(() => {
  const { humidity: now, temperature: celsius } = brief.value.indoor;
  if (now.kind !== 'class') return '';
  const { temperature: outdoor, relativeHumidity } = site.value;
  const at = (m: number): string => {
    const indoor = typeof celsius === 'number' ? celsius : celsius[m]!;
    const pe = relativeHumidity[m]! * saturationPressure(outdoor[m]!);
    return percent(
      classVaporPressure(now.class, pe, outdoor[m]!, indoor) / saturationPressure(indoor),
    );
  };
  const coldest = outdoor.indexOf(Math.min(...outdoor));
  const warmest = outdoor.indexOf(Math.max(...outdoor));
  return `Here that means ${at(coldest)} RH indoors in ${MONTHS[coldest]} and ${at(warmest)} in ${MONTHS[warmest]}; hourly runs hold a cooled house to 70 %.`;
});

function setExposure(exposure: Exposure | undefined): void {
  const { exposure: _, ...rest } = brief.value;
  const next = exposure ? { ...rest, exposure } : rest;
  project.change({ brief: next }, 'Exposure that walls are judged in');
}

function setHumidityKind(kind: string): void {
  const now = humidity.value;
  const first = now.kind === 'fixed' ? now.relativeHumidity : 0.4;
  setHumidity(
    kind === 'fixed'
      ? { kind: 'fixed', relativeHumidity: first }
      : kind === 'class'
        ? { kind: 'class', class: 3 }
        : { kind: 'monthly', relativeHumidity: Array.from({ length: 12 }, () => first) },
    'Kind of indoor humidity',
  );
}

function setHumidityOf(month: number, text: string): void {
  if (humidity.value.kind !== 'monthly') return;
  setHumidity(
    {
      kind: 'monthly',
      relativeHumidity: humidity.value.relativeHumidity.with(month, parseRelativeHumidity(text)),
    },
    `Indoor humidity, ${MONTHS[month]}`,
  );
}

const percent = (share: number): string => formatText('relativeHumidity', share, units.value);

function setTarget(field: keyof Targets, value: number | undefined, step: string): void {
  const targets: Targets = { ...brief.value.targets };
  if (value === undefined) delete targets[field];
  else targets[field] = value;
  change({ targets }, step);
}

function setTargetR(text: string): void {
  setTarget(
    'r',
    text.trim() ? parseResistance(text, units.value, 'targets.r') : undefined,
    'Target R',
  );
}

function setTargetThickness(text: string): void {
  setTarget(
    'thickness',
    text.trim() ? parseLength(text, units.value, 'targets.thickness') : undefined,
    'Largest thickness',
  );
}

const targetR = computed(() => {
  const r = brief.value.targets?.r;
  return r === undefined ? '' : formatText('resistance', r, units.value);
});
const targetU = computed(() => {
  const r = brief.value.targets?.r;
  return r === undefined
    ? 'R or U; empty for none'
    : `that is U ${formatText('transmittance', 1 / r, units.value)}`;
});
const targetThickness = computed(() => {
  const thickness = brief.value.targets?.thickness;
  return thickness === undefined ? '' : formatText('length', thickness, units.value);
});

const CONVENTIONS = (['ashrae', 'iso'] as const).map((value) => ({
  value,
  label: `${value === 'iso' ? 'EN ISO 6946' : 'ASHRAE'}: films ${FILMS[value].inner} and ${FILMS[value].outer} m²K/W, ${value === 'iso' ? 'combined method' : 'parallel path'}`,
}));
</script>

<template>
  <div class="brief">
    <h1>Brief</h1>
    <section class="form spaced" aria-labelledby="brief-where">
      <h2 id="brief-where">Where it stands</h2>
      <ClimateSection
        :outdoor="brief.outdoor"
        @change="(outdoor: Outdoor, step: string) => change({ outdoor }, step)"
      />

      <h2>Indoors</h2>
      <ChoiceField
        label="Temperature"
        :value="typeof temperature === 'number' ? 'fixed' : 'monthly'"
        :options="[
          { label: 'One temperature all year', value: 'fixed' },
          { label: 'By month', value: 'monthly' },
        ]"
        @take="setTemperatureKind"
      />
      <TextField
        v-if="typeof temperature === 'number'"
        label="Indoor temperature"
        :value="shownTemperature(temperature)"
        :take="setTemperature"
      />
      <div v-else class="months">
        <TextField
          v-for="(celsius, month) in temperature"
          :key="month"
          :label="MONTHS[month]!.slice(0, 3)"
          :value="shownTemperature(celsius)"
          :take="(text: string) => setTemperatureOf(month, text)"
        />
      </div>
      <ChoiceField
        label="Humidity"
        :value="humidity.kind"
        :options="HUMIDITY_KINDS"
        @take="setHumidityKind"
      />
      <TextField
        v-if="humidity.kind === 'fixed'"
        label="Indoor relative humidity"
        :value="percent(humidity.relativeHumidity)"
        :take="
          (text: string) =>
            setHumidity(
              { kind: 'fixed', relativeHumidity: parseRelativeHumidity(text) },
              'Indoor humidity',
            )
        "
      />
      <ChoiceField
        v-else-if="humidity.kind === 'class'"
        label="Class"
        :value="humidity.class"
        :options="CLASSES"
        @take="(chosen: number) => setHumidity({ kind: 'class', class: chosen }, 'Humidity class')"
      />
      <div v-else class="months">
        <TextField
          v-for="(share, month) in humidity.relativeHumidity"
          :key="month"
          :label="MONTHS[month]!.slice(0, 3)"
          :value="percent(share)"
          :take="(text: string) => setHumidityOf(month, text)"
        />
      </div>

      <p v-if="ofClass" class="soft small" data-class-humidity>{{ ofClass }}</p>
      <ChoiceField
        label="Hourly runs take"
        :value="(brief.indoor.model ?? 'figures') as string"
        :options="MODELS"
        @take="setModel"
      />

      <LeakSection
        :leak="brief.airtightness"
        :pressure="brief.pressure ?? 0"
        :units="units"
        @change="setLeak"
        @press="setPressure"
      />

      <h2>Exposure that walls are judged in</h2>
      <ExposureSection :exposure="brief.exposure" @change="setExposure" />

      <h2>Wind and earthquakes</h2>
      <LoadsFields :loads="brief.loads" :units="units" @change="setLoads" />

      <h2>Code</h2>
      <CodePathSection
        :code="brief.code"
        :usual="usualCode(brief.convention)"
        :site-zone="site.zone"
        :units="units"
        @change="setCode"
      />

      <h2>Aims</h2>
      <div class="pair">
        <TextField label="Least effective R" :value="targetR" :take="setTargetR" :hint="targetU" />
        <TextField
          label="Largest thickness"
          :value="targetThickness"
          :take="setTargetThickness"
          hint="Finish to cladding; empty for none"
        />
      </div>
      <ChoiceField
        label="Surface films and method"
        :value="brief.convention"
        :options="CONVENTIONS"
        @take="(convention: Convention) => change({ convention }, 'Surface convention')"
      />
      <TextField
        label="Project name"
        :value="project.document!.name"
        :take="
          (name: string) =>
            name.trim() && project.change({ name: name.trim().slice(0, 200) }, 'Name')
        "
      />
    </section>

    <section aria-labelledby="brief-year">
      <h2 id="brief-year">The year outdoors: {{ site.name }}</h2>
      <ClimateCharts :site="site" :units="units" />
      <ClimateTable
        :site="site"
        :outdoor="brief.outdoor"
        :units="units"
        @change="(outdoor: Outdoor, step: string) => change({ outdoor }, step)"
      />
    </section>
  </div>
</template>

<style scoped>
.brief {
  display: grid;
  grid-template-columns: 380px minmax(0, 1fr);
  gap: 12px 40px;
  align-items: start;
}

.brief h1 {
  grid-column: 1 / -1;
  font-size: var(--text-28);
}

.form h2:not(:first-child) {
  margin-top: 8px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}

.months {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px;
}

@media (max-width: 1000px) {
  .brief {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
