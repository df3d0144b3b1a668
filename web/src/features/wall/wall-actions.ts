import { useRouter } from 'vue-router';
import type { ProjectWall } from '@eldrun/core/build-up';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import { useProject } from '../../project/project.ts';
import { asProjectWall, wallOfFile } from '../../persistence/wall-files.ts';

/** What is done with whole walls: new, opened from a file, copied, deleted. */
export function useWallActions() {
  const router = useRouter();
  const project = useProject();
  const notices = useNotices();

  async function show(wall: string): Promise<void> {
    await project.refresh();
    await router.push({ name: 'build-up', params: { project: project.id, wall } });
  }

  async function add(document: ProjectWall): Promise<void> {
    const { id } = await ask('createDocument', {
      params: { project: project.id },
      body: { kind: 'wall', document },
    });
    await show(id);
  }

  const create = (name: string): Promise<void> =>
    add({ format: 'eldrun-wall', version: 1, name, layers: [] });

  async function openFile(file: File): Promise<void> {
    try {
      const wall = await wallOfFile(file, project.ownMaterials);
      await add(asProjectWall(wall, project.document!.brief));
      notices.done(`${file.name} is open`, 'It is a wall of this project now.');
    } catch (error) {
      notices.wrong(`${file.name} was not opened`, error);
    }
  }

  async function duplicate(wall: string): Promise<void> {
    const { id } = await ask('duplicateDocument', { params: { document: wall } });
    await show(id);
  }

  /** Moves a wall to the bin; the notice takes it back. */
  async function remove(wall: string, name: string): Promise<void> {
    await ask('binDocument', { params: { document: wall } });
    await project.refresh();
    await router.replace({ name: 'walls', params: { project: project.id } });
    notices.undoable(`“${name}” is in the bin`, 'Its saved states went with it.', () =>
      restore(wall),
    );
  }

  /** Takes a wall out of the bin and opens it. */
  async function restore(wall: string): Promise<void> {
    try {
      await ask('restoreDocument', { params: { document: wall } });
      await show(wall);
    } catch (error) {
      notices.wrong('It was not taken back', error);
    }
  }

  return { create, openFile, duplicate, remove, restore };
}
