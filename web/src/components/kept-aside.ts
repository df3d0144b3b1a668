import { useRouter } from 'vue-router';
import { useNotices } from '../persistence/notices.ts';
import { useProject } from '../project/project.ts';

/** Shows the wall that unsaved edits were kept as. */
export function useKeptAside() {
  const router = useRouter();
  const project = useProject();
  const notices = useNotices();

  /** @param keep saves the edits as a wall of their own. @returns its id */
  return async (keep: () => Promise<string>): Promise<void> => {
    try {
      const wall = await keep();
      await project.refresh();
      await router.push({ name: 'build-up', params: { project: project.id, wall } });
      notices.done('Both are kept', 'The unsaved edits are a wall of their own.');
    } catch (error) {
      notices.wrong('The edits could not be kept as a wall of their own', error);
    }
  };
}
