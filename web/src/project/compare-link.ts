import type { Weights } from '@eldrun/core/options';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { MOST_COMPARED } from './options.ts';
import { useProject } from './project.ts';

/** Without a choice so many walls are compared: the first of the project. */
const FIRST = 4;

/** Length of wall over which thickness is told as floor, m: by default, and at most. */
const LENGTH = { imperial: 9.144, metric: 10 };
const LONGEST = 1000;

const MOST_WEIGHT = 5;

/** Which walls are compared, against which, over what length and by what weights: all of it in the address. */
export function useCompareLink() {
  const route = useRoute();
  const router = useRouter();
  const project = useProject();

  const asked = (name: string): string => {
    const value = route.query[name];
    return typeof value === 'string' ? value : '';
  };

  /** Ids of walls that are there and can be worked with. */
  const walls = computed<string[]>(() => {
    const known = project.walls.filter(({ untouched }) => untouched === null).map(({ id }) => id);
    const named = [...new Set(asked('walls').split(','))].filter((id) => known.includes(id));
    return named.length > 0 ? named.slice(0, MOST_COMPARED) : known.slice(0, FIRST);
  });
  const against = computed<string>(() => {
    const named = asked('against');
    return walls.value.includes(named) ? named : (walls.value[0] ?? '');
  });
  const length = computed<number>(() => {
    const named = Number(asked('length'));
    return named > 0 && named <= LONGEST ? named : LENGTH[project.units];
  });
  /** Such as `r:3,cost:1`. */
  const weights = computed<Weights>(() => {
    const pairs = asked('weights')
      .split(',')
      .map((pair) => pair.split(':') as [string, string?]);
    return Object.fromEntries(
      pairs
        .map(([id, weight]) => [id, Number(weight)] as const)
        .filter(([, weight]) => weight > 0 && weight <= MOST_WEIGHT),
    );
  });

  function put(change: Record<string, string>): void {
    const query = { ...route.query, ...change };
    void router.replace({ params: route.params, query });
  }

  return {
    walls,
    against,
    length,
    weights,
    compare: (ids: readonly string[]) => put({ walls: ids.join(',') }),
    hold: (id: string) => put({ against: id }),
    setLength: (metres: number) => put({ length: String(metres) }),
    setWeight: (id: string, weight: number) =>
      put({
        weights: Object.entries({ ...weights.value, [id]: weight })
          .filter(([, of]) => of > 0)
          .map(([row, of]) => `${row}:${of}`)
          .join(','),
      }),
  };
}
