<script setup lang="ts">
import Dialog from 'primevue/dialog';
import { computed, ref, shallowRef } from 'vue';
import { formatText } from '@eldrun/core/units';
import { layersApart } from '@eldrun/core/wall';
import { WAYS, wallOfWay } from '@eldrun/core/options';
import type { ProjectWall } from '@eldrun/core/build-up';
import { layerTitle } from '@eldrun/core/explain';
import ChoiceField from '../../components/ChoiceField.vue';
import { useNotices } from '../../persistence/notices.ts';
import type { ComparedWall } from '../../project/options.ts';
import { useContents } from '../../project/contents.ts';
import { useProject } from '../../project/project.ts';
import { useVariants } from '../../project/variants.ts';

/** One more option: a wall of the project, a copy of one to change, or a usual way of building laid on the brief. */
const props = defineProps<{ compared: readonly ComparedWall[] }>();
const visible = defineModel<boolean>('visible', { required: true });
const emit = defineEmits<{ add: [ids: string[]] }>();
const project = useProject();
const contents = useContents();
const notices = useNotices();
const variants = useVariants();

const from = ref(props.compared[0]?.id ?? project.walls[0]?.id ?? '');
const busy = ref(false);
/** The variant that was made, beside what it was made from. */
const made = shallowRef<{ like: ProjectWall; variant: ProjectWall } | null>(null);

/** What only one of both has. */
const sides = computed(() => {
  if (!made.value) return [];
  const { like, variant } = made.value;
  return [
    { title: `Only in “${variant.name}”`, layers: own(like, variant) },
    { title: `Only in “${like.name}”`, layers: own(variant, like) },
  ];
});

function own(other: ProjectWall, of: ProjectWall): string[] {
  const apart = layersApart(other, of);
  return of.layers
    .filter(({ id }) => apart.has(id))
    .map(
      (layer) =>
        `${layerTitle(layer, (id) => project.materials[id], project.units)}, ${formatText('length', layer.thickness, project.units)}`,
    );
}

const others = computed(() =>
  project.walls.filter(
    ({ id, untouched }) => untouched === null && !props.compared.some((wall) => wall.id === id),
  ),
);
const choices = computed(() => project.walls.map(({ id, name }) => ({ label: name, value: id })));

async function work(what: string, doing: () => Promise<void>): Promise<void> {
  busy.value = true;
  try {
    await doing();
  } catch (error) {
    notices.wrong(what, error);
  }
  busy.value = false;
}

const read = async (id: string): Promise<ProjectWall> => (await contents.readWall(id)).document;

async function create(wall: ProjectWall): Promise<void> {
  emit('add', [await variants.save(wall, wall.name)]);
}

const duplicate = (): Promise<void> =>
  work('It was not duplicated', async () => {
    const like = await read(from.value);
    await create(like);
    visible.value = false;
    notices.done('A variant to change', `It is ${like.name} until you change it.`);
  });

const lay = (way: string): Promise<void> =>
  work('It was not laid out', async () => {
    const { brief } = project.document!;
    const like = from.value ? await read(from.value) : null;
    const variant = wallOfWay(way, brief, project.units, like, project.pricedMaterials);
    await create(variant);
    if (like) made.value = { like, variant };
    else visible.value = false;
  });
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="made ? 'Laid out beside it' : 'Add a variant'"
    :style="{ width: 'min(760px, 94vw)' }"
  >
    <div v-if="made" class="variant">
      <div class="apart">
        <div v-for="side in sides" :key="side.title">
          <h2>{{ side.title }}</h2>
          <ul>
            <li v-for="(layer, i) in side.layers" :key="i">{{ layer }}</li>
            <li v-if="side.layers.length === 0" class="soft">no layer of its own</li>
          </ul>
        </div>
      </div>
      <p>
        <button type="button" class="action ink" @click="visible = false">Compare</button>
        <button type="button" class="action quiet" @click="made = null">Another variant</button>
      </p>
    </div>
    <div v-else class="variant">
      <section v-if="others.length > 0">
        <h2>A wall of this project</h2>
        <ul class="walls in-line">
          <li v-for="wall in others" :key="wall.id">
            <button
              type="button"
              class="action"
              @click="
                emit('add', [wall.id]);
                visible = false;
              "
            >
              {{ wall.name }}
            </button>
          </li>
        </ul>
      </section>
      <section v-if="project.walls.length > 0" class="copy">
        <h2>A copy to change</h2>
        <ChoiceField label="Of" :value="from" :options="choices" @take="(id) => (from = id)" />
        <button type="button" class="action" :disabled="busy" @click="duplicate">
          Duplicate as a variant
        </button>
      </section>
      <section>
        <h2>A usual way of building, laid on the brief</h2>
        <p class="soft">
          Finish, sheathing and cladding are those of the wall chosen above; an outside board is as
          thin as it passes and reaches the R of the brief.
        </p>
        <ul class="ways">
          <li v-for="way in WAYS" :key="way.id">
            <button type="button" class="action" :disabled="busy" @click="lay(way.id)">
              {{ way.name }}
            </button>
            <span>{{ way.about }}</span>
          </li>
        </ul>
      </section>
    </div>
  </Dialog>
</template>

<style scoped>
.variant,
.variant section {
  display: grid;
  gap: 8px;
}

.variant {
  gap: 18px;
}

.apart {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 12px 24px;
}

.apart li {
  padding: 3px 0;
  border-top: 1px solid var(--line);
}

.copy {
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
}

.copy h2 {
  grid-column: 1 / -1;
}

.ways li {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr);
  gap: 4px 12px;
  align-items: center;
  padding: 4px 0;
  border-top: 1px solid var(--line);
}

@media (max-width: 700px) {
  .ways li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
