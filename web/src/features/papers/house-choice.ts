import { onMounted, ref, shallowRef } from 'vue';
import { EDGE_NAMES } from '@eldrun/core/edges';
import type { ProjectHouse } from '@eldrun/core/house';
import { ask } from '../../persistence/api.ts';
import { useNotices } from '../../persistence/notices.ts';
import { useProject } from '../../project/project.ts';

interface Choice {
  value: string;
  label: string;
}

/** Kinds of edges that can be printed or drawn alone. */
const EDGE_KINDS: Choice[] = Object.entries(EDGE_NAMES).map(([value, label]) => ({ value, label }));

/** What of the project's house can be chosen. */
export function useHouseChoice() {
  const project = useProject();
  const notices = useNotices();
  const state = ref<'loading' | 'there' | 'none'>('loading');
  const elevations = shallowRef<Choice[]>([]);

  onMounted(async () => {
    try {
      const [listed] = await ask('listDocuments', {
        params: { project: project.id },
        query: { kind: 'house' },
      });
      if (listed && !listed.untouched) {
        const { document } = await ask('readDocument', { params: { document: listed.id } });
        elevations.value = (document as ProjectHouse).elevations.map(({ id, name }) => ({
          value: id,
          label: name ?? id,
        }));
      }
      state.value = elevations.value.length > 0 ? 'there' : 'none';
    } catch (error) {
      notices.wrong('The house could not be read', error);
    }
  });
  return { state, elevations, edgeKinds: EDGE_KINDS };
}
