<script setup lang="ts">
import { computed } from 'vue';
import { formatText, type UnitSystem } from '@eldrun/core/units';
import { shellFacts } from '@eldrun/core/services';
import { tradeOf } from '@eldrun/core/trade';
import type { ElevationLayout } from '@eldrun/core/layout';
import type { HouseCommand, ProjectHouse, Shell } from '@eldrun/core/house';
import StatusMark from '../../components/StatusMark.vue';
import TableCell from '../../components/TableCell.vue';
import TextField from '../../components/TextField.vue';
import { fieldText, sizeFrom } from '../../components/lengths.ts';

/** The corrugated sheet that walls stand in: its sizes, the fill behind its crests, and the room that is left. */
const props = defineProps<{
  house: ProjectHouse;
  layouts: readonly ElevationLayout[];
  units: UnitSystem;
}>();
const emit = defineEmits<{ run: [name: string, command: HouseCommand] }>();

/** A usual box of corrugated sheet, m. */
const USUAL: Shell = { width: 2.438, depth: 0.036, pitch: 0.278, crest: 0.07, trough: 0.072 };
const shell = computed<Shell>(() => props.house.shell ?? USUAL);
const room = computed(() => shell.value.room ?? []);
const facts = computed(() =>
  shellFacts(shell.value, props.layouts, tradeOf(props.house)('shell-blocking')),
);

const set = (change: Partial<Shell>): void =>
  emit('run', 'Shell', { type: 'setHouse', fields: { shell: { ...shell.value, ...change } } });
const field = (value: number): string => fieldText(value, props.units);
const size = (typed: string): number => sizeFrom(typed, props.units);
const length = (value: number): string => formatText('length', value, props.units);

const setRoom = (n: number, change: Partial<NonNullable<Shell['room']>[number]>): void =>
  set({ room: room.value.map((one, i) => (i === n ? { ...one, ...change } : one)) });
</script>

<template>
  <section aria-labelledby="shell">
    <h2 id="shell">The shell</h2>
    <div class="field-row">
      <TextField
        label="Width outside"
        :value="field(shell.width)"
        :take="(t) => set({ width: size(t) })"
      />
      <TextField
        label="Trough to crest"
        :value="field(shell.depth)"
        :take="(t) => set({ depth: size(t) })"
      />
      <TextField
        label="Crest to crest"
        :value="field(shell.pitch)"
        :take="(t) => set({ pitch: size(t) })"
      />
      <TextField
        label="Flat of a crest"
        :value="field(shell.crest)"
        :take="(t) => set({ crest: size(t) })"
      />
      <TextField
        label="Flat of a trough"
        :value="field(shell.trough)"
        :take="(t) => set({ trough: size(t) })"
      />
    </div>
    <table v-if="facts" class="table">
      <tbody>
        <tr>
          <th scope="row">Fill, mean</th>
          <td>
            {{ length(facts.fill.mean) }}, from {{ length(facts.fill.least) }} at troughs to
            {{ length(facts.fill.most) }} at crests
          </td>
        </tr>
        <tr>
          <th scope="row">Clear between the finishes</th>
          <td>{{ length(facts.clear) }}</td>
        </tr>
        <tr v-for="one in facts.blocked" :key="one.wall">
          <th scope="row">{{ one.wall }}: studs over no trough</th>
          <td>
            {{ one.studs }}, {{ one.blocks }} blocks of {{ length(facts.block) }} in the flutes
          </td>
        </tr>
        <tr v-for="(one, n) in room" :key="n">
          <th scope="row">
            <TableCell
              words
              :label="`What stands in the room, ${n + 1}`"
              :value="one.name"
              :take="(t: string) => setRoom(n, { name: t.trim().slice(0, 200) || one.name })"
            />
          </th>
          <td>
            <TableCell
              :label="`Width of ${one.name}`"
              :value="field(one.width)"
              :take="(t: string) => setRoom(n, { width: size(t) })"
            />
            <button
              type="button"
              class="plain away"
              :aria-label="`Remove ${one.name}`"
              @click="set({ room: room.filter((_, i) => i !== n) })"
            >
              ×
            </button>
          </td>
        </tr>
        <tr v-if="facts.room">
          <th scope="row">Beside each other</th>
          <td>
            <StatusMark :status="facts.room.status" />
            {{ length(facts.room.needs) }}:
            {{
              facts.room.left < 0
                ? `${length(-facts.room.left)} too much`
                : `${length(facts.room.left)} left over`
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <button
      type="button"
      class="action quiet small"
      @click="
        set({
          room: [
            ...room,
            { name: room.length === 0 ? 'bed' : 'passage', width: room.length === 0 ? 1.4 : 0.75 },
          ],
        })
      "
    >
      Add what stands in the room
    </button>
    <p class="small soft">
      The corrugation adds {{ length(facts ? facts.fill.mean - facts.fill.least : 0) }} to the mean
      fill, which is ordered so; R counts from the troughs. The shell itself is not in the order.
      Old shells may carry coatings and preservatives that are hazardous: tested before cutting or
      welding. Openings in a shell are the engineer’s.
    </p>
  </section>
</template>

<style scoped>
h2 {
  font-size: var(--text-14);
}
</style>
