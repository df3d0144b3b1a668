import { ref } from 'vue';
import { useRouter } from 'vue-router';
import type { ProjectWall } from '@eldrun/core/build-up';
import { ask } from '../persistence/api.ts';
import { useNotices } from '../persistence/notices.ts';
import { useProject } from './project.ts';

/** Walls that are kept of what was tried. */
export function useVariants() {
  const project = useProject();
  const notices = useNotices();
  const router = useRouter();
  const busy = ref(false);

  /** A name that no wall of the project has. */
  function freeName(name: string): string {
    const taken = new Set(project.walls.map((wall) => wall.name));
    let free = name.slice(0, 190);
    for (let n = 2; taken.has(free); n++) free = `${name.slice(0, 190)} ${n}`;
    return free;
  }

  /** Saves a wall of the project under a name of its own. @returns its id. @throws ApiProblem */
  async function save(wall: ProjectWall, name: string): Promise<string> {
    const { id } = await ask('createDocument', {
      params: { project: project.id },
      body: { kind: 'wall', document: { ...wall, name: freeName(name) } },
    });
    await project.refresh();
    return id;
  }

  /** Saves a wall and says so; the notice leads to the comparison with what it came from. */
  async function create(wall: ProjectWall, name: string): Promise<void> {
    busy.value = true;
    try {
      const before = project.walls.find((one) => one.name === wall.name)?.id;
      const id = await save(wall, name);
      const kept = project.walls.find((one) => one.id === id)!;
      notices.done(`“${kept.name}” is kept`, 'It is a wall of this project now.');
      const walls = [before, id].filter(Boolean).join(',');
      await router.push({ name: 'options', params: { project: project.id }, query: { walls } });
    } catch (error) {
      notices.wrong('The variant was not kept', error);
    }
    busy.value = false;
  }

  return { busy, save, create };
}
