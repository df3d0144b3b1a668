<script setup lang="ts">
import { computed } from 'vue';
import {
  CODE_EDITIONS,
  codeRows,
  ZONE,
  type CodePath,
  type CodeRows,
  type InsulationOption,
  type OutsideLeast,
} from '@eldrun/core/prescriptive';
import { formatText, parseResistance, type UnitSystem } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import ChoiceField from '../../components/ChoiceField.vue';
import TextField from '../../components/TextField.vue';

/** Which code is followed, in which zone, and its rows, to be changed to what the local code says. */
const props = defineProps<{
  code: CodePath | undefined;
  /** What is compared with while none is chosen. */
  usual: CodePath;
  siteZone: string | null;
  units: UnitSystem;
}>();
const emit = defineEmits<{ change: [code: CodePath | undefined] }>();

/** A choice must be worth something, or its field stays empty. */
const NOT_CHOSEN = 'not-chosen';

const editions = computed(() => [
  {
    value: NOT_CHOSEN,
    label: `Not chosen: ${props.usual.edition === 'none' ? 'none' : `compared with ${props.usual.edition}`}`,
  },
  { value: 'none', label: 'None' },
  ...CODE_EDITIONS.map((value) => ({ value: value, label: `US model codes, ${value}` })),
]);

const path = computed<CodePath>(() => props.code ?? props.usual);
const zone = computed(() => path.value.zone ?? props.siteZone ?? '');
const published = computed(() =>
  zone.value ? codeRows({ edition: path.value.edition }, zone.value) : null,
);
const answer = computed(() => (zone.value ? codeRows(path.value, zone.value) : null));

function choose(edition: string): void {
  emit(
    'change',
    edition === NOT_CHOSEN ? undefined : { ...path.value, edition: edition as CodePath['edition'] },
  );
}

function setZone(text: string): void {
  const wanted = text.trim().toUpperCase();
  const { zone: _, ...rest } = path.value;
  if (!wanted || wanted === props.siteZone) emit('change', rest);
  else if (ZONE.test(wanted)) emit('change', { ...rest, zone: wanted });
  else
    throw new InputError(
      'code.zone',
      `“${text}” is no climate zone`,
      '0 to 8, with A, B or C, such as 6A',
    );
}

function setOwn(own: CodeRows): void {
  emit('change', { ...path.value, own: { ...path.value.own, ...own } });
}

const MIN_ROWS = [
  { row: 'classThree', depth: 'shallow', label: 'Class III inside, 2×4' },
  { row: 'classThree', depth: 'deep', label: 'Class III inside, 2×6 and deeper' },
  { row: 'classTwo', depth: 'shallow', label: 'Class II and foam, 2×4' },
  { row: 'classTwo', depth: 'deep', label: 'Class II and foam, 2×6 and deeper' },
] as const;

const shown = (r: number | undefined): string =>
  r === undefined ? '' : formatText('resistance', r, props.units);

function setLeast(row: 'classThree' | 'classTwo', depth: keyof OutsideLeast, text: string): void {
  const now = answer.value?.rows[row] ?? {};
  const least = { ...now };
  if (text.trim()) least[depth] = parseResistance(text, props.units, `code.own.${row}.${depth}`);
  else delete least[depth];
  setOwn({ [row]: least });
}

const optionText = ({ cavity, continuous }: InsulationOption): string =>
  continuous > 0 ? `${shown(cavity)} + ${shown(continuous)}` : shown(cavity);

const optionsText = computed(() => answer.value?.rows.options?.map(optionText).join(', ') ?? '');

function setOptions(text: string): void {
  const options = text
    .split(props.units === 'imperial' ? /[,;]/ : /;|,\s/)
    .filter((part) => part.trim())
    .map((part) => {
      const [cavity, continuous] = part.split('+');
      const r = (value: string | undefined): number =>
        value === undefined || /^\s*R?\s*0\s*$/i.test(value)
          ? 0
          : parseResistance(value, props.units, 'code.own.options');
      return { cavity: r(cavity), continuous: r(continuous) };
    });
  setOwn({ options });
}

const uText = computed(() => {
  const u = answer.value?.rows.u;
  return u === undefined ? '' : `U ${formatText('transmittance', u, props.units)}`;
});

function setU(text: string): void {
  setOwn({
    u: 1 / parseResistance(/^\s*u/i.test(text) ? text : `U ${text}`, props.units, 'code.own.u'),
  });
}
</script>

<template>
  <ChoiceField
    label="Code path"
    :value="(code?.edition ?? NOT_CHOSEN) as string"
    :options="editions"
    @take="choose"
  />
  <TextField
    v-if="path.edition !== 'none'"
    label="Climate zone of the code"
    :value="zone"
    :take="setZone"
    :hint="siteZone ? `the climate says ${siteZone}` : 'by the map of the code'"
  />
  <template v-if="answer && published">
    <p class="small soft">
      {{
        answer.rows.retarderRequired
          ? 'A vapor retarder of class I or II is asked for inside, or class III with this R outside:'
          : answer.rows.retarderRequired === undefined
            ? 'Whether a vapor retarder is asked for is not known here for this edition.'
            : 'No vapor retarder is asked for inside.'
      }}
      <template v-if="answer.rows.notPermitted"
        >Not permitted inside: class {{ answer.rows.notPermitted.join(' and ') }}.</template
      >
    </p>
    <div class="pair">
      <TextField
        v-for="{ row, depth, label } in MIN_ROWS"
        :key="label"
        :label="label"
        :value="shown(answer.rows[row]?.[depth])"
        :take="(text: string) => setLeast(row, depth, text)"
        :hint="published.rows[row]?.[depth] === undefined ? 'no row known' : ''"
      />
    </div>
    <TextField
      label="Insulation rows: cavity + outside"
      :value="optionsText"
      :take="setOptions"
      hint="each suffices by itself"
    />
    <TextField label="Or U of the assembly" :value="uText" :take="setU" />
    <p class="small soft">
      {{
        published.unsure
          ? 'Some of these rows are from memory: compare them with the published tables. '
          : ''
      }}The code adopted where the house stands governs, with its amendments; write its rows here.
      <button
        v-if="path.own"
        type="button"
        class="action quiet small"
        @click="
          emit('change', { edition: path.edition, ...(path.zone ? { zone: path.zone } : {}) })
        "
      >
        Back to the model code’s rows
      </button>
    </p>
  </template>
  <p v-else-if="path.edition !== 'none'" class="small soft">
    State the climate zone to see the rows.
  </p>
</template>
