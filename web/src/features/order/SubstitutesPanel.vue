<script setup lang="ts">
import { onScopeDispose, computed, ref, shallowRef, watch } from 'vue';
import { applyAll } from '@eldrun/core/document';
import { costMore, type Judged, type Substitute } from '@eldrun/core/order';
import { fixed, formatText, messageText } from '@eldrun/core/units';
import { materialsUsed } from '@eldrun/core/wall';
import type { WallFile } from '@eldrun/core/build-up';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import StatusMark from '../../components/StatusMark.vue';
import { useProject } from '../../project/project.ts';
import { Newest } from '../../compute/newest.ts';
import { useOrder } from './order-state.ts';

/** What can stand in for a material in the walls of the house, each of them judged again with it. */
const props = defineProps<{ material: string; name: string }>();
const project = useProject();
const notices = useNotices();
const state = useOrder();

const worker = new Newest('house', 'shown');
const found = shallowRef<Substitute[] | null>(null);
const share = ref<number | null>(null);
const problem = ref('');

/** The walls of the house that have it, by their id. */
const walls = computed<Record<string, WallFile>>(() =>
  Object.fromEntries(
    Object.values(state.house.house.value.assemblies).flatMap((id) => {
      const wall = state.house.walls.value.get(id);
      return wall && materialsUsed(wall).includes(props.material)
        ? [[id, project.fileOf(wall)]]
        : [];
    }),
  ),
);

async function look(): Promise<void> {
  found.value = null;
  problem.value = '';
  if (Object.keys(walls.value).length === 0) {
    found.value = [];
    return;
  }
  share.value = 0;
  try {
    const answer = await worker.ask(
      {
        wanted: 'substitutes',
        file: state.house.file.value,
        materials: project.pricedMaterials,
        material: props.material,
        walls: walls.value,
      },
      (part) => (share.value = part.share),
    );
    if (!answer) return;
    share.value = null;
    if ('problem' in answer) problem.value = answer.problem;
    else if ('substitutes' in answer) found.value = answer.substitutes;
  } catch (error) {
    share.value = null;
    problem.value = (error as Error).message;
  }
}
watch([() => props.material, walls], look, { immediate: true });
onScopeDispose(() => worker.drop());

function stop(): void {
  worker.drop();
  share.value = null;
  found.value = [];
}

const wallName = (id: string): string => project.walls.find((wall) => wall.id === id)?.name ?? id;
const rText = (r: number): string => formatText('resistance', r, project.units);
const signed = (value: number, text: string): string => `${value < 0 ? '−' : '+'}${text}`;
function costText(before: Judged, after: Judged): string {
  const more = costMore(before, after);
  if (more === null) return 'no price';
  return signed(more, formatText('costPerArea', Math.abs(more), project.units));
}
const putting = ref('');

/** Puts a substitute into the walls, each as a saved state of its own. */
async function put(substitute: Substitute): Promise<void> {
  putting.value = substitute.material;
  try {
    const { WALL } = await import('@eldrun/core/kinds/wall');
    for (const { wall, commands } of substitute.walls) {
      const { revision, document } = await ask('readWall', { params: { wall } });
      await ask('saveWall', {
        params: { wall },
        body: {
          revision,
          document: applyAll(WALL, document, commands),
          steps: [`${substitute.name} in the place of ${props.name}`],
          commands,
        },
      });
    }
    await project.refresh();
    notices.done(
      `${substitute.name} stands in for ${props.name}`,
      'The walls have it as a saved state; the order follows.',
    );
  } catch (error) {
    notices.wrong('Not every wall was changed', error);
  } finally {
    putting.value = '';
  }
}
</script>

<template>
  <p v-if="share !== null" role="status">
    Judging the walls with each candidate, {{ fixed(share * 100, 0) }} %
    <button type="button" class="action quiet small" @click="stop">Stop</button>
  </p>
  <p v-else-if="problem" class="wrong" role="alert">{{ problem }}</p>
  <p v-else-if="found && found.length === 0" class="soft">
    Nothing of the list can stand in for {{ name }}: another yard, another size, or the wall itself.
  </p>
  <template v-else-if="found">
    <table class="table">
      <thead>
        <tr>
          <th scope="col">In its place</th>
          <th scope="col">Wall</th>
          <th scope="col">Judged</th>
          <th scope="col">Effective R</th>
          <th scope="col">Thickness</th>
          <th scope="col">Cost</th>
          <th scope="col"><span class="hidden-label">What to do</span></th>
        </tr>
      </thead>
      <tbody v-for="one in found" :key="one.material">
        <tr v-for="({ wall, before, after }, i) in one.walls" :key="wall">
          <th scope="row">
            <template v-if="i === 0"
              >{{ one.name }}
              <span v-for="(note, n) in one.notes" :key="n" class="note small"
                >◆ {{ messageText(note, project.units) }}</span
              ></template
            >
          </th>
          <td>{{ wallName(wall) }}</td>
          <td :class="{ wrong: one.worse }">
            <StatusMark :status="after.moisture" /> {{ after.moisture
            }}{{ after.moisture === before.moisture ? '' : `, was ${before.moisture}` }}
          </td>
          <td>{{ rText(after.r) }}, was {{ rText(before.r) }}</td>
          <td>
            {{
              Math.abs(after.thickness - before.thickness) < 1e-4
                ? 'the same'
                : signed(
                    after.thickness - before.thickness,
                    formatText(
                      'length',
                      Math.abs(after.thickness - before.thickness),
                      project.units,
                    ),
                  )
            }}
          </td>
          <td>
            {{ costText(before, after) }}
          </td>
          <td>
            <button
              v-if="i === 0"
              type="button"
              class="action small"
              :disabled="putting !== ''"
              :aria-label="`Put ${one.name} into the walls`"
              @click="put(one)"
            >
              Put it in
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small soft">
      Judged by the static checks, as the wall’s own list; the longer simulation is in the wall.
      What braces, what burns and what a maker’s system allows are judged by others.
    </p>
  </template>
</template>

<style scoped>
.note {
  display: block;
  color: var(--caution);
}

.table th[scope='row'] {
  max-width: 300px;
}
</style>
