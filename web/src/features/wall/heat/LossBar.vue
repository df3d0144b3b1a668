<script setup lang="ts">
import { computed } from 'vue';
import { format, formatText } from '@eldrun/core/units';
import { lossLadder, publishedSteel, type LossCause } from '@eldrun/core/steady-heat';
import { useProject } from '../../../project/project.ts';
import { useWall } from '../../../project/wall.ts';

/** What the frame takes: one bar from the label R to the effective R, each loss named. */
const project = useProject();
const wall = useWall();

const NAMES: Record<LossCause, string> = {
  values: 'label against design values',
  members: 'members, clear field',
  framing: 'plates, headers, corners',
  fasteners: 'screws',
  pointBridges: 'brackets and clips',
  voids: 'voids',
};

/** Steps smaller than this share of the whole are not worth a word. */
const NOTABLE = 0.001;

const r = (value: number): string => `R ${format('resistance', value, project.units).text}`;
const percent = (share: number): string => formatText('share', share, project.units);

const ladder = computed(() => wall.whole && lossLadder(wall.whole.wall, wall.whole.thermal));

const bar = computed(() => {
  if (!ladder.value) return null;
  const { label, rest, losses, effective } = ladder.value;
  const whole = label + rest;
  return {
    kept: { share: effective / whole, text: r(effective) },
    losses: losses
      .filter((loss) => Math.abs(loss.r) >= NOTABLE * whole)
      .map((loss) => ({
        ...loss,
        name: NAMES[loss.cause],
        share: Math.max(0, loss.r) / whole,
        text: `${loss.r < 0 ? '+' : '−'}${format('resistance', Math.abs(loss.r), project.units).text}`,
        percent: percent(Math.abs(loss.r) / whole),
      })),
    whole: r(whole),
    lost: label > 0 ? percent(1 - effective / whole) : null,
  };
});

const steps = computed(() => {
  if (!wall.whole || !bar.value) return [];
  const { cavityPath, section, wholeWall, effective } = wall.whole.thermal;
  return [
    { name: 'by label, films counted', text: bar.value.whole },
    { name: 'through the cavity', text: r(cavityPath.r) },
    { name: 'clear field', text: r(section.r) },
    ...(wholeWall ? [{ name: 'whole wall', text: r(wholeWall.r) }] : []),
    { name: 'effective', text: r(effective.r) },
  ];
});

const steel = computed(() => wall.whole && publishedSteel(wall.whole.wall, wall.whole.thermal));
const linear = computed(() =>
  (wall.whole?.thermal.section.linearShares ?? []).map(({ frame, perMember }) => ({
    frame,
    text: formatText('linearTransmittance', perMember, project.units),
  })),
);
</script>

<template>
  <section
    v-if="bar"
    class="loss"
    aria-label="What the frame takes"
    :class="{ computing: wall.computing }"
  >
    <p class="head">
      <strong v-if="bar.lost"
        >Of {{ bar.whole }} by label, films and other layers counted, {{ bar.kept.text }} arrives:
        {{ bar.lost }} lost.</strong
      >
      <span class="steps small soft">
        <span v-for="step in steps" :key="step.name"
          >{{ step.name }} <b>{{ step.text }}</b></span
        >
      </span>
    </p>
    <div class="bar" aria-hidden="true">
      <div class="kept" :style="{ flexGrow: bar.kept.share }">{{ bar.kept.text }}</div>
      <div
        v-for="loss in bar.losses.filter(({ share }) => share > 0)"
        :key="loss.cause"
        class="lost"
        :class="loss.cause"
        :style="{ flexGrow: loss.share }"
      ></div>
    </div>
    <ul class="names small">
      <li v-for="loss in bar.losses" :key="loss.cause" :data-loss="loss.cause">
        <i class="swatch" :class="loss.cause" aria-hidden="true"></i>
        {{ loss.name }} <strong>{{ loss.text }}</strong>, {{ loss.percent }}
      </li>
      <li v-for="{ frame, text } in linear" :key="frame" class="soft">
        each member of “{{ frame }}” {{ text }}
      </li>
    </ul>
    <p v-if="steel" class="small soft" data-published>
      Studs and fill together: {{ r(steel.computed) }} by the section,
      {{ percent(steel.computed / steel.published - 1) }} above the {{ r(steel.published) }} of the
      codes’ table for steel. The table folds in tracks and workmanship; a clear section lies above
      it, more with depth, and more still with insulation outside.
    </p>
  </section>
</template>

<style scoped>
.loss {
  display: grid;
  gap: 6px;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
}

.computing {
  opacity: 0.6;
}

.head,
.steps,
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: baseline;
}

.steps b {
  color: var(--ink);
}

.bar {
  display: flex;
  height: 22px;
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.kept {
  padding: 0 8px;
  background: var(--ink);
  color: var(--sheet);
  font-weight: 700;
  line-height: 20px;
  white-space: nowrap;
  flex-basis: 0;
  overflow: hidden;
}

.lost {
  flex-basis: 0;
  border-left: 1px solid var(--ink);
}

.swatch {
  display: inline-block;
  width: 14px;
  height: 10px;
  border: 1px solid var(--ink);
}

.values {
  background: repeating-linear-gradient(90deg, var(--sheet) 0 5px, var(--soft) 5px 6px);
}

.members {
  background: repeating-linear-gradient(45deg, var(--sheet) 0 4px, var(--ink) 4px 6px);
}

.framing {
  background: repeating-linear-gradient(-45deg, var(--sheet) 0 5px, var(--soft) 5px 7px);
}

.fasteners {
  background: repeating-linear-gradient(0deg, var(--sheet) 0 3px, var(--soft) 3px 4px);
}

.pointBridges {
  background: repeating-linear-gradient(90deg, var(--sheet) 0 6px, var(--ink) 6px 8px);
}

.voids {
  background: radial-gradient(var(--soft) 30%, var(--sheet) 35%) 0 0 / 6px 6px;
}
</style>
