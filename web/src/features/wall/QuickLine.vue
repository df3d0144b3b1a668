<script setup lang="ts">
import { computed, ref, useId, useTemplateRef, watch } from 'vue';
import { conductivityAt, saysVapor } from '@eldrun/core/materials';
import { formatText, messageText } from '@eldrun/core/units';
import { insertions, parseQuickLine, type Suggestion } from '@eldrun/core/quickline';
import { placementProblem, type Command } from '@eldrun/core/wall';
import type { Layer } from '@eldrun/core/build-up';
import { dryCupText, VAPOR_UNKNOWN, vaporClassText } from '@eldrun/core/explain';
import { useNotices } from '../../persistence/notices.ts';
import { useBench } from './bench.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

type Insert = Extract<Command, { type: 'insertLayer' }>;

interface Option {
  suggestion: Suggestion;
  label: string;
  about: string;
  /** What of the line it does not use. */
  unused: string[];
  /** Why Enter alone does not do it. */
  refused: string | null;
}

const emit = defineEmits<{
  insert: [name: string, commands: Command[]];
  undo: [];
  shelf: [];
  frame: [];
}>();
const project = useProject();
const wall = useWall();
const bench = useBench();
const notices = useNotices();
const id = useId();
const input = useTemplateRef<HTMLInputElement>('input');
const text = ref('');
const open = ref(false);
const active = ref(0);

/** Read at every keystroke, at once: Enter always means what stands there. */
const parsed = computed(() =>
  text.value.trim().length > 1
    ? parseQuickLine(text.value, project.units, project.search)
    : { suggestions: [], problem: null },
);
const options = computed(() => parsed.value.suggestions.map(optionOf));
const shown = computed(
  () => open.value && (options.value.length > 0 || parsed.value.problem !== null),
);

/** Why the last Enter did nothing. */
const told = ref('');

watch(text, () => {
  open.value = true;
  active.value = 0;
  told.value = '';
});

/** Where the layers of a reading go. @param nextTo right outside this layer, whatever the line says */
function placed({ layers, place }: Suggestion, nextTo: string | null = null) {
  return insertions(wall.document!.layers, layers, place, wall.material, project.search, nextTo);
}

function optionOf(suggestion: Suggestion): Option {
  const at = placed(suggestion);
  const refused = suggestion.refused && messageText(suggestion.refused, project.units);
  return {
    suggestion,
    label: messageText(suggestion.label, project.units),
    about: 'commands' in at ? aboutOf(at.commands) : '',
    unused: suggestion.unused,
    refused: refused ?? ('problem' in at ? at.problem : null),
  };
}

function aboutOf(commands: Insert[]): string {
  if (commands.length > 1) return `${commands.length} layers`;
  const [{ index, layer }] = commands as [Insert];
  return `${placeText(index, wall.document!.layers.length)} · ${figuresOf(layer)}`;
}

function placeText(index: number, count: number): string {
  if (count === 0) return 'first layer';
  if (index === 0) return 'inside all others';
  return index === count ? 'outside all others' : `between ${index} and ${index + 1}`;
}

function figuresOf(layer: Layer): string {
  const id =
    layer.kind === 'sheet'
      ? layer.material
      : layer.kind === 'framed' && typeof layer.fill === 'string'
        ? layer.fill
        : null;
  const material = id === null ? undefined : wall.material(id);
  if (!material) return 'air';
  const resistance = formatText(
    'resistance',
    layer.thickness / conductivityAt(material, 24),
    project.units,
  );
  if (!saysVapor(material)) return `${resistance} · ${VAPOR_UNKNOWN}`;
  const perms = dryCupText(material, layer.thickness, project.units);
  return `${resistance} · ${perms}, ${vaporClassText(material, layer.thickness)}`;
}

/** @param nextTo the layer right outside of which it goes, or null for where the line or custom puts it */
function insert({ suggestion, label }: Option, nextTo: string | null = null): void {
  let at = placed(suggestion, nextTo);
  // Insisted on, although the place that the line names is not there.
  if ('problem' in at) at = placed({ ...suggestion, place: null });
  const { commands } = at as { commands: Insert[] };
  const layers = commands.reduce<Layer[]>(
    (whole, { index, layer }) => whole.toSpliced(index, 0, layer),
    [...wall.document!.layers],
  );
  const reason = commands
    .map(({ layer }) => placementProblem(layers, layers.indexOf(layer), wall.material))
    .find(Boolean);
  if (reason) {
    // What was typed stays, to be changed.
    told.value = `Not inserted: ${reason}`;
    notices.wrong('Not inserted', reason);
    return;
  }
  text.value = '';
  open.value = false;
  emit('insert', `Insert ${label}`, commands);
  bench.selected = commands.at(-1)!.layer.id;
}

function step(by: 1 | -1): void {
  const count = options.value.length;
  if (count > 0) active.value = (active.value + by + count) % count;
}

/**
 * Enter takes the reading; with Ctrl in spite of what it leaves out, with Shift right outside the selected layer.
 */
function enter({ ctrlKey, metaKey, shiftKey }: KeyboardEvent): void {
  const option = options.value[active.value];
  if (!option) return;
  if (option.refused && !ctrlKey && !metaKey) told.value = `Not inserted: ${option.refused}.`;
  else if (shiftKey && !bench.selected)
    told.value = 'Not inserted: no layer is selected to put it next to.';
  else insert(option, shiftKey ? bench.selected : null);
}

/** In the empty line Ctrl+Z is the wall's; in a line with something in it, the field's own. */
function undo(event: KeyboardEvent): void {
  if (text.value !== '' || event.shiftKey) return;
  event.preventDefault();
  emit('undo');
}

/** Lines of a pasted list are layers: a field of one line would run them together. */
function paste(event: ClipboardEvent): void {
  const pasted = event.clipboardData?.getData('text/plain') ?? '';
  if (!/[\n\t]/.test(pasted.trim())) return;
  event.preventDefault();
  const line = pasted
    .trim()
    .replace(/\s*\n\s*/g, ' + ')
    .replace(/\t+/g, ' ');
  const { selectionStart, selectionEnd } = input.value!;
  text.value = `${text.value.slice(0, selectionStart ?? 0)}${line}${text.value.slice(selectionEnd ?? 0)}`;
}

function leave(): void {
  open.value = false;
  input.value?.blur();
}

defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="line">
    <span class="slash" aria-hidden="true">/</span>
    <div class="box">
      <input
        ref="input"
        v-model="text"
        type="text"
        role="combobox"
        autocomplete="off"
        spellcheck="false"
        aria-label="Quick line: type a layer"
        aria-autocomplete="list"
        :aria-expanded="shown"
        :aria-controls="`${id}-list`"
        :aria-activedescendant="shown && options.length > 0 ? `${id}-option-${active}` : undefined"
        placeholder="Type a layer: 1 1/2 mineral wool board, 2x6 16 oc cellulose, 3/4 furring open gap"
        @focus="open = true"
        @blur="open = false"
        @keydown.down.prevent="step(1)"
        @keydown.up.prevent="step(-1)"
        @keydown.enter.prevent="enter"
        @keydown.ctrl.z="undo"
        @keydown.meta.z="undo"
        @paste="paste"
        @keydown.esc.prevent="leave"
      />
      <ul
        v-show="shown"
        :id="`${id}-list`"
        class="options"
        role="listbox"
        aria-label="Readings of the line"
      >
        <li
          v-for="(option, i) in options"
          :id="`${id}-option-${i}`"
          :key="`${i} ${option.label}`"
          role="option"
          class="option"
          :class="{ active: i === active }"
          :aria-selected="i === active"
          @mousedown.prevent="insert(option)"
          @mousemove="active = i"
        >
          <span>
            <strong>{{ option.label }}</strong>
            <span v-if="option.unused.length > 0" class="unused">
              <span class="hidden-label">not used:</span>
              <s v-for="word in option.unused" :key="word">{{ word }}</s>
            </span>
          </span>
          <span v-if="option.refused" class="small refused">
            {{ option.refused }}. <kbd>Ctrl+Enter</kbd> inserts it all the same.
          </span>
          <span v-else class="small">{{ option.about }}</span>
        </li>
        <li v-if="options.length === 0" class="option soft" role="option" aria-disabled="true">
          {{ parsed.problem }}
        </li>
      </ul>
      <p v-if="told" class="told small" role="alert">{{ told }}</p>
    </div>
    <button class="action" type="button" @click="emit('frame')">Frame</button>
    <button class="action" type="button" @click="emit('shelf')">Shelf</button>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto auto;
  align-items: center;
  gap: 8px;
}

.slash {
  text-align: center;
  color: var(--soft);
  font-size: var(--text-16);
  font-weight: 700;
}

.box {
  position: relative;
}

input {
  width: 100%;
  min-height: 44px;
  padding: 0 12px;
  border: 1px solid var(--ink);
  border-radius: 0;
  background: var(--sheet);
  color: var(--ink);
}

input::placeholder {
  color: var(--muted);
}

.options {
  position: absolute;
  z-index: 5;
  inset: 100% 0 auto;
  margin-top: -1px;
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.option {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 24px;
  min-height: 44px;
  padding: 0 12px;
  cursor: pointer;
}

.option > .small {
  flex: none;
  max-width: 55%;
}

.option.active {
  background: var(--marker);
}

.told {
  position: absolute;
  z-index: 6;
  top: 4px;
  right: 4px;
  padding: 8px 10px;
  background: var(--sheet);
  color: var(--fail);
  font-weight: 600;
}

.unused s {
  margin-left: 10px;
  color: var(--soft);
}

.refused {
  color: var(--fail);
  font-weight: 600;
}

.refused kbd {
  font: inherit;
}

.option.active :is(.unused s, .refused) {
  color: var(--ink);
}
</style>
