import { watch, type Ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useBench } from './bench.ts';

/** Keeps the address true to what the bench shows, so that a link leads to the same layer, month and path. */
export function useBenchLink(state: Ref<string>): void {
  const route = useRoute();
  const router = useRouter();
  const bench = useBench();

  const { month, path, layer } = route.query;
  if (month === 'design') bench.moment = 'design';
  else if (Number(month) >= 1 && Number(month) <= 12) bench.moment = Number(month) - 1;
  if (path === 'member' || path === 'cavity' || path === 'section') bench.path = path;
  const linked = typeof layer === 'string' ? layer : null;

  watch(state, (now) => {
    if (now === 'ready' && linked) bench.selected = linked;
  });
  watch([() => bench.moment, () => bench.path, () => bench.selected], () => {
    if (state.value !== 'ready') return;
    void router.replace({
      query: {
        month: bench.moment === 'design' ? 'design' : String(bench.moment + 1),
        ...(bench.path === 'cavity' ? {} : { path: bench.path }),
        ...(bench.selected ? { layer: bench.selected } : {}),
      },
    });
  });
}
