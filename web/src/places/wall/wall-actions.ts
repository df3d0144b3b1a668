import { useRouter } from 'vue-router';
import { api } from '../../api.ts';
import { useDroppedFile } from '../../dropped-file.ts';
import { useNotices } from '../../notices.ts';
import { useProject } from '../../stores/project.ts';
import { asProjectWall, wallOfFile } from '../../wall-files.ts';

/** What is done with whole walls: new, opened from a file, copied, deleted. */
export function useWallActions() {
  const router = useRouter();
  const project = useProject();
  const notices = useNotices();

  async function show(wall: string): Promise<void> {
    await project.refresh();
    await router.push({ name: 'build-up', params: { project: project.id, wall } });
  }

  async function create(name: string): Promise<void> {
    const { id } = await api.createWall(project.id, {
      format: 'eldrun-wall',
      version: 1,
      name,
      layers: [],
    });
    await show(id);
  }

  async function openFile(file: File): Promise<void> {
    try {
      const wall = await wallOfFile(file, project.ownMaterials);
      const { id } = await api.createWall(project.id, asProjectWall(wall, project.document!.brief));
      await show(id);
      notices.done(`${file.name} is open`, 'It is a wall of this project now.');
    } catch (error) {
      notices.wrong(`${file.name} was not opened`, error);
    }
  }

  async function duplicate(wall: string): Promise<void> {
    const { id } = await api.duplicateWall(wall);
    await show(id);
  }

  async function remove(wall: string): Promise<void> {
    await api.deleteWall(wall);
    await project.refresh();
    await router.replace({ name: 'walls', params: { project: project.id } });
  }

  useDroppedFile(openFile);
  return { create, openFile, duplicate, remove };
}
