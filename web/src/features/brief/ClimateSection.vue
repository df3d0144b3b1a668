<script setup lang="ts">
import { computed, ref } from 'vue';
import {
  climateZone,
  CLIMATES,
  heatingDegreeDays,
  MAX_WEATHER_SIZE,
  type Outdoor,
  type OwnClimate,
} from '@eldrun/core/climate';
import { formatText, parseTemperature } from '@eldrun/core/units';
import { resolveSite } from '@eldrun/core/build-up';
import { useNotices } from '../../persistence/notices.ts';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';
import { useProject } from '../../project/project.ts';

/** Where the house stands: a climate of the library, one's own monthly figures, or an imported weather file. */
const props = defineProps<{ outdoor: Outdoor }>();
const emit = defineEmits<{ change: [outdoor: Outdoor, step: string] }>();
const project = useProject();
const notices = useNotices();

const units = computed(() => project.units);
const site = computed(() => resolveSite(props.outdoor));
const own = computed<OwnClimate | null>(() => ('monthly' in props.outdoor ? props.outdoor : null));
const note = computed(() =>
  'climate' in props.outdoor ? CLIMATES[props.outdoor.climate]?.note : '',
);

const OWN = 'own-figures';
const chosen = computed(() =>
  'climate' in props.outdoor ? props.outdoor.climate : (props.outdoor.weather ?? OWN),
);
const options = computed(() => [
  ...project.weather.map(({ id, climate }) => ({
    value: id,
    label: `${climate.name}: imported (zone ${climate.zone})`,
  })),
  // A wall file may bring figures whose hours are not in this project.
  ...(own.value?.weather && !project.weather.some(({ id }) => id === own.value!.weather)
    ? [{ value: own.value.weather, label: `${own.value.name}: its hours are not here` }]
    : []),
  {
    value: OWN,
    label:
      own.value && !own.value.weather
        ? `${own.value.name ?? 'Own figures'}: own figures`
        : 'Own monthly figures',
  },
  ...Object.entries(CLIMATES).map(([value, { name, zone }]) => ({
    value,
    label: `${name} (zone ${zone})`,
  })),
]);

function choose(value: string): void {
  const imported = project.weather.find(({ id }) => id === value);
  if (imported) emit('change', imported.climate, 'Climate from a weather file');
  else if (value === OWN) emit('change', ownFigures(), 'Own climate figures');
  else if (value in CLIMATES) emit('change', { climate: value }, 'Climate');
}

/** What is shown now, to be changed by hand. */
function ownFigures(): OwnClimate {
  const { name, zone, latitude, elevation, coolingDesignTemperature } = site.value;
  const list = (values: readonly number[] | null) => values && [...values];
  const { dailyRange, globalHorizontal, windSpeed, rain } = site.value;
  const monthly = Object.fromEntries(
    Object.entries({ dailyRange, globalHorizontal, windSpeed, rain }).flatMap(([key, values]) =>
      values ? [[key, list(values)]] : [],
    ),
  );
  return {
    name: `${name}, changed`.slice(0, 200),
    ...(zone === null ? {} : { zone }),
    ...(latitude === null ? {} : { latitude }),
    ...(elevation === null ? {} : { elevation }),
    ...(coolingDesignTemperature === null ? {} : { coolingDesignTemperature }),
    designTemperature: site.value.designTemperature,
    monthly: {
      temperature: [...site.value.temperature],
      relativeHumidity: [...site.value.relativeHumidity],
      ...monthly,
    },
  };
}

function setDesign(field: 'designTemperature' | 'coolingDesignTemperature', text: string): void {
  const celsius = parseTemperature(text, units.value, `outdoor.${field}`);
  emit('change', { ...own.value!, [field]: celsius }, 'Design temperature');
}

const importing = ref<AbortController | null>(null);
const input = ref<HTMLInputElement | null>(null);
const importNotes = ref<string[]>([]);

async function importFile(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0];
  (event.target as HTMLInputElement).value = '';
  if (!file) return;
  importNotes.value = [];
  if (file.size > MAX_WEATHER_SIZE) {
    notices.wrong(
      `${file.name} was not imported`,
      `It is ${Math.round(file.size / 1048576)} MB. Allowed: at most ${MAX_WEATHER_SIZE / 1048576} MB; one year of hours is about 1.5 MB.`,
    );
    return;
  }
  importing.value = new AbortController();
  const { signal } = importing.value;
  try {
    importNotes.value = await project.importWeather(file, signal);
    notices.done(`${file.name} is imported`, 'The brief stands on it now; its hours are kept.');
  } catch (error) {
    if (signal.aborted) notices.done('Import stopped', 'Nothing was changed.');
    else notices.wrong(`${file.name} was not imported`, error);
  }
  importing.value = null;
}

/** Imported files that the brief does not stand on. */
const spare = computed(() => project.weather.filter(({ id }) => id !== own.value?.weather));

async function removeFile(id: string, name: string): Promise<void> {
  try {
    await project.removeWeather(id);
    notices.done(`The weather of ${name} is deleted`);
  } catch (error) {
    notices.wrong(`The weather of ${name} was not deleted`, error);
  }
}

const about = computed(() => {
  const { designTemperature, temperature, zone, elevation, drivingRain } = site.value;
  const facts = [
    `Design day ${formatText('temperature', designTemperature, units.value)}`,
    `${formatText('degreeDays', heatingDegreeDays(temperature), units.value)} heating`,
    zone && `zone ${zone}`,
    elevation !== null && `${formatText('elevation', elevation, units.value)} above the sea`,
    drivingRain && `driving rain ${drivingRain}`,
  ];
  return `${facts.filter(Boolean).join(' · ')}.`;
});

const wrongZone = computed(() => {
  if (!own.value?.zone) return '';
  const computedZone = climateZone(
    site.value.temperature,
    site.value.rain,
    (site.value.latitude ?? 45) >= 0,
  );
  return computedZone === own.value.zone ? '' : ` By these figures it would be ${computedZone}.`;
});
</script>

<template>
  <ChoiceField label="Climate" filter :value="chosen" :options="options" @take="choose" />
  <p class="in-line">
    <button type="button" class="action" :disabled="importing !== null" @click="input?.click()">
      Import a weather file (EPW)
    </button>
    <input
      ref="input"
      type="file"
      accept=".epw,.csv,text/csv,text/plain"
      class="hidden-label"
      aria-label="Weather file"
      tabindex="-1"
      @change="importFile"
    />
    <button v-if="importing" type="button" class="action quiet" @click="importing.abort()">
      Stop
    </button>
    <button
      v-for="{ id, climate } in spare"
      :key="id"
      type="button"
      class="action quiet"
      @click="removeFile(id, climate.name ?? 'the file')"
    >
      Delete the weather of {{ climate.name }}
    </button>
  </p>
  <p v-if="importing" class="small" role="status">Reading and checking the file…</p>
  <ul v-if="importNotes.length > 0" class="small notes">
    <li v-for="line in importNotes.slice(0, 6)" :key="line">{{ line }}</li>
    <li v-if="importNotes.length > 6">And {{ importNotes.length - 6 }} more.</li>
  </ul>
  <div v-if="own" class="pair">
    <TextField
      label="Design day, winter"
      :value="formatText('temperature', own.designTemperature, units)"
      :take="(text: string) => setDesign('designTemperature', text)"
    />
    <TextField
      label="Design day, summer"
      :value="
        own.coolingDesignTemperature === undefined
          ? ''
          : formatText('temperature', own.coolingDesignTemperature, units)
      "
      :take="(text: string) => setDesign('coolingDesignTemperature', text)"
    />
  </div>
  <p class="small soft">
    {{ about }}{{ wrongZone }}
    <template v-if="!own">Representative, not for a code filing. {{ note }}</template>
    <template v-else-if="own.weather"
      >Monthly means of an imported file; its hours are kept.</template
    >
  </p>
</template>

<style scoped>
.notes {
  display: grid;
  gap: 3px;
  padding: 8px;
  border: 1px solid var(--line);
}
</style>
