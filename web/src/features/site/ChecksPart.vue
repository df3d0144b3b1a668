<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { computed, ref, shallowRef, useId } from 'vue';
import { messageText, parseLength, parseNumber } from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';
import {
  cautionsOf,
  checkLimitText,
  checkName,
  checkValueText,
  groupedBy,
  entryText,
  kindName,
  type CheckEntry,
  type CheckResult,
  measuredResult,
  type SiteCheck,
} from '@eldrun/core/site';
import ChoiceField from '../../components/ChoiceField.vue';
import SegmentedChoice from '../../components/SegmentedChoice.vue';
import TextField from '../../components/TextField.vue';
import StatusMark from '../../components/StatusMark.vue';
import { usePhotos } from '../../persistence/photos.ts';
import OverrideDialog from './OverrideDialog.vue';
import PhotoButton from './PhotoButton.vue';
import PhotoRow from './PhotoRow.vue';
import { useSite } from './site-state.ts';
import { useWho } from './who.ts';

/** What is looked at before it is hidden: pass, fail, note, photo, who, when. A failed one holds the next step. */
const state = useSite();
const photos = usePhotos(() => state.project.id);
const who = useWho();
const id = useId();

const elevation = ref('all');
const options = computed(() => [
  { label: 'all walls', value: 'all' },
  ...state.elevations.value.map(({ id: value, name }) => ({ label: name, value })),
]);
const WHICH = [
  { value: 'next', label: 'next to do' },
  { value: 'failed', label: 'failed' },
  { value: 'all', label: 'all' },
] as const;
const which = ref<(typeof WHICH)[number]['value']>('next');

const entries = computed(() => groupedBy(state.site.value.checks ?? [], ({ check }) => check));
const begun = (step: string): boolean => state.steps.value.get(step)?.entered !== 'no';
const resultOf = (check: SiteCheck): CheckEntry | undefined => state.found.value.get(check.id);

/** Checks of what is built, or of what comes first where nothing is. */
const asked = computed(() => {
  const mine = state.plan.value.checks.filter(
    ({ step }) =>
      elevation.value === 'all' || state.steps.value.get(step)?.elevation === elevation.value,
  );
  if (which.value === 'all') return mine;
  if (which.value === 'failed') return mine.filter((one) => resultOf(one)?.result === 'fail');
  const open = mine.filter(
    (one) => resultOf(one)?.result !== 'pass' && resultOf(one)?.result !== 'overridden',
  );
  const due = open.filter(({ step }) => begun(step));
  if (due.length > 0) return due;
  const first = state.plan.value.steps.find(({ entered }) => entered === 'no')?.id;
  return open.filter(({ step }) => step === first);
});
const groups = computed(() => [...groupedBy(asked.value, ({ step }) => step)]);
const failed = computed(
  () => [...state.found.value.values()].filter(({ result }) => result === 'fail').length,
);

/** Whether the step that hides what it looks at has begun. */
const hidden = ({ before, id: check }: SiteCheck): boolean =>
  before !== null && begun(before) && state.found.value.get(check)?.result !== 'pass';

/** Units in which something is measured and typed. */
const TYPED = new Set(['m', 'm/m', 'kg/kg', 'share retained', 'kg/m³', 'L']);
const measurable = ({ value, unit }: SiteCheck): boolean =>
  value !== null && unit !== null && TYPED.has(unit);
const measuredText = ({ unit }: SiteCheck, value: number): string =>
  checkValueText(unit!, value, state.project.units);

/** Takes what was measured: within the tolerance it passes, else it fails. */
function measure(check: SiteCheck, text: string): void {
  if (text.trim() === '') return;
  const { unit } = check;
  const read = (): number => {
    if (unit === 'm' && text.trim() === '0') return 0;
    if (unit === 'm') return parseLength(text, state.project.units);
    if (unit === 'kg/kg' || unit === 'share retained')
      return parseNumber(text.replace('%', ''), 'measured', 0, 1000) / 100;
    if (unit === 'm/m') {
      const run = parseNumber(text.replace(/^\s*1\s+in\s+/i, ''), 'measured', 0, 1e6);
      if (run === 0) throw new InputError('measured', 'is no slope', '1 in how many');
      return 1 / run;
    }
    return parseNumber(text, 'measured', 0, 1e6);
  };
  const measured = read();
  void enter(check, measuredResult(check, measured), { measured });
}

/** What is being written down of a check. */
const open = ref('');
const note = ref('');
const taken = ref<string[]>([]);
function look(check: SiteCheck): void {
  open.value = open.value === check.id ? '' : check.id;
  note.value = '';
  taken.value = [];
}

async function enter(
  check: SiteCheck,
  result: CheckResult,
  more: Partial<CheckEntry> = {},
): Promise<void> {
  const entry: CheckEntry = {
    check: check.id,
    result,
    at: state.day.value,
    ...(who.value.trim() ? { by: who.value.trim() } : {}),
    ...(note.value.trim() && open.value === check.id ? { note: note.value.trim() } : {}),
    ...(taken.value.length > 0 && open.value === check.id ? { photos: taken.value } : {}),
    ...more,
  };
  const done = await state.run(`${checkName(check.id)}: ${result}`, { type: 'addCheck', entry });
  if (done && open.value === check.id) look(check);
}

const overriding = shallowRef<SiteCheck | null>(null);
const asking = ref(false);
function override(check: SiteCheck): void {
  overriding.value = check;
  asking.value = true;
}
const MARK = { pass: 'pass', fail: 'fail', overridden: 'caution' } as const;
</script>

<template>
  <div class="tools">
    <ChoiceField label="Wall" :value="elevation" :options="options" @take="elevation = $event" />
    <SegmentedChoice label="Which checks" :value="which" :options="WHICH" @take="which = $event" />
    <div class="field">
      <label :for="`${id}-who`">Who looks</label>
      <InputText :id="`${id}-who`" v-model="who" maxlength="200" autocomplete="name" />
    </div>
    <p v-if="failed > 0">
      <StatusMark status="fail" /> {{ failed }} failed and hold what comes next
    </p>
    <p v-if="photos.waiting.value > 0" role="status">
      {{ photos.waiting.value }} photos are on this device and not sent yet
    </p>
    <p v-if="photos.problem.value" class="wrong" role="alert">{{ photos.problem.value }}</p>
  </div>
  <p v-if="groups.length === 0" class="soft">
    {{ which === 'failed' ? 'No check failed.' : 'No check is open here.' }}
  </p>
  <section v-for="[step, checks] in groups" :key="step" class="paper step" :data-checks="step">
    <h2>{{ state.stepName(step) }}</h2>
    <p
      v-for="caution in cautionsOf(state.steps.value.get(step)!.family).slice(0, 1)"
      :key="caution"
      class="small soft"
    >
      {{ caution }}
    </p>
    <ul>
      <li v-for="check in checks" :key="check.id" class="check" :data-check="check.id">
        <div class="text">
          <p>
            <StatusMark v-if="resultOf(check)" :status="MARK[resultOf(check)!.result]" />
            <strong>{{ checkName(check.id) }}</strong>:
            {{ messageText(check.what, state.project.units) }}
          </p>
          <p v-if="check.id.endsWith('/mock-up')" class="small">
            What it shows changes the details:
            <RouterLink :to="{ name: 'edges', params: { project: state.project.id } }"
              >Edges</RouterLink
            >.
          </p>
          <p v-else-if="check.id.includes('/goods-')" class="small">
            <RouterLink
              :to="{ name: 'order', params: { project: state.project.id, part: 'receiving' } }"
              >What came in</RouterLink
            >
            line by line.
          </p>
          <p class="small soft">
            <template v-if="checkLimitText(check, state.project.units)"
              >{{ checkLimitText(check, state.project.units) }} · </template
            >{{ check.sample }} · {{ check.instrument
            }}<template v-if="check.before">
              · {{ hidden(check) ? '◆ already hidden by' : 'before' }}
              {{ kindName(check.before.split('/').at(-1)!).toLowerCase() }}</template
            >
          </p>
          <p v-for="(entry, n) in entries.get(check.id) ?? []" :key="n" class="small">
            {{ entryText(entry)
            }}<template v-if="entry.measured !== undefined"
              >, measured {{ measuredText(check, entry.measured) }}</template
            ><template v-if="entry.note">: {{ entry.note }}</template
            ><template v-if="entry.reason">: {{ entry.reason }}</template>
            <PhotoRow :photos="entry.photos ?? []" :small="photos.small" :whole="photos.whole" />
          </p>
        </div>
        <div class="acts">
          <button
            type="button"
            class="action"
            :aria-label="`Pass: ${checkName(check.id)}, ${state.stepName(step)}`"
            @click="enter(check, 'pass')"
          >
            ● Pass
          </button>
          <button
            type="button"
            class="action"
            :aria-label="`Fail: ${checkName(check.id)}, ${state.stepName(step)}`"
            @click="enter(check, 'fail')"
          >
            ■ Fail
          </button>
          <button
            v-if="resultOf(check)?.result === 'fail'"
            type="button"
            class="action quiet"
            :aria-label="`Override: ${checkName(check.id)}, ${state.stepName(step)}`"
            @click="override(check)"
          >
            Override
          </button>
          <button
            type="button"
            class="action quiet"
            :aria-expanded="open === check.id"
            :aria-label="`Note and photo: ${checkName(check.id)}, ${state.stepName(step)}`"
            @click="look(check)"
          >
            Note, photo
          </button>
        </div>
        <div v-if="open === check.id" class="more whole">
          <TextField
            v-if="measurable(check)"
            label="Measured"
            value=""
            :take="(text) => measure(check, text)"
            hint="within its tolerance it passes"
          />
          <div class="field">
            <label :for="`${id}-note`">Note, kept with pass or fail</label>
            <InputText :id="`${id}-note`" v-model="note" maxlength="2000" autocomplete="off" />
          </div>
          <PhotoButton label="Take a photo" :add="photos.add" @taken="taken.push($event)" />
          <PhotoRow :photos="taken" :small="photos.small" :whole="photos.whole" />
        </div>
      </li>
    </ul>
  </section>
  <OverrideDialog
    v-model:visible="asking"
    header="A failed check is let pass"
    :why="
      overriding
        ? `${checkName(overriding.id)}: what it looks at is hidden by the next step. Who lets it pass answers for it.`
        : ''
    "
    action="Override it"
    @take="
      (answer) => {
        if (overriding) enter(overriding, 'overridden', answer);
      }
    "
  />
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: end;
}

.step {
  padding: 8px 12px;
}

.check {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 14px;
  align-items: center;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}

.acts,
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
}

.more .field {
  flex: 1 1 260px;
}

@media (max-width: 700px) {
  .check {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
