import { computed, inject, provide, ref, shallowRef, watch, type InjectionKey } from 'vue';
import { checkServices, type ServiceChecks } from '@eldrun/core/services';
import {
  cornerConflicts,
  countedHeat,
  headLine,
  laidParts,
  layoutElevation,
  meanU,
  type AssemblyParts,
  type CountedHeat,
  type ElevationLayout,
} from '@eldrun/core/layout';
import {
  HOUSE_FORMAT,
  type Elevation,
  type House,
  type HouseCommand,
  type ProjectHouse,
} from '@eldrun/core/house';
import { resolveWall, type ProjectWall } from '@eldrun/core/build-up';
import { tradeOf } from '@eldrun/core/trade';
import { useContents } from './contents.ts';
import { useOnlyDocument } from './only-document.ts';
import { useProject } from './project.ts';

const BLANK: ProjectHouse = {
  format: HOUSE_FORMAT,
  version: 1,
  name: 'House',
  assemblies: {},
  elevations: [],
  practice: { corners: 'three-stud' },
};

/** What of a house all layouts stand on. */
const RULES = [
  'practice',
  'sheets',
  'nailing',
  'rolls',
  'furring',
  'cladding',
  'trade',
] as const satisfies readonly (keyof ProjectHouse)[];

type Rules = Pick<ProjectHouse, (typeof RULES)[number]>;

/** A wall of the house as it is built: its layout and its heat. */
export interface LaidWall {
  layout: ElevationLayout;
  heat: CountedHeat | null;
  services: ServiceChecks;
}

/**
 * The house of the open project, laid out. What did not change is not laid out again: an edit of one wall costs that wall alone.
 *
 * @param hasKeys whether the keys of undo are the house's now
 */
export function makeHouse(hasKeys?: () => boolean) {
  const project = useProject();
  const record = useOnlyDocument<ProjectHouse, HouseCommand>({
    kind: 'house',
    label: 'house',
    load: async () => (await import('@eldrun/core/kinds')).HOUSE,
    blank: BLANK,
    ...(hasKeys ? { hasKeys } : {}),
  });
  const contents = useContents();
  /** The walls of the project as they are saved, by id. */
  const walls = contents.followWalls();
  const failure = computed(() => contents.failure);
  /** A wall while something of it is dragged. */
  const draft = shallowRef<Elevation | null>(null);

  /** What of each assembly is laid out; none of those whose wall is gone or empty. */
  const parts = computed<Record<string, AssemblyParts>>(() => {
    const { assemblies } = record.current.value;
    return Object.fromEntries(
      Object.entries(assemblies).flatMap(([name, id]) => {
        const wall = walls.value.get(id);
        if (!wall || wall.layers.length === 0) return [];
        try {
          return [[name, laidParts(resolveWall(project.fileOf(wall), project.pricedMaterials))]];
        } catch {
          return [];
        }
      }),
    );
  });
  const heatOf = computed(() => {
    void parts.value;
    return countedHeat(project.pricedMaterials);
  });

  let rulesBefore: Rules | null = null;
  const rules = computed<Rules>(() => {
    const house = record.current.value;
    if (rulesBefore && RULES.every((field) => rulesBefore![field] === house[field]))
      return rulesBefore;
    return (rulesBefore = Object.fromEntries(
      RULES.flatMap((field) => (house[field] === undefined ? [] : [[field, house[field]]])),
    ) as Rules);
  });

  const elevations = computed<readonly Elevation[]>(() =>
    record.current.value.elevations.map((one) => (draft.value?.id === one.id ? draft.value : one)),
  );

  let kept = new WeakMap<Elevation, LaidWall & { of: AssemblyParts; by: Rules }>();
  watch(heatOf, () => (kept = new WeakMap()), { flush: 'sync' });

  function laidWall(elevation: Elevation, of: AssemblyParts, by: Rules): LaidWall {
    const before = kept.get(elevation);
    if (before && before.of === of && before.by === by) return before;
    const layout = layoutElevation(elevation, of, by);
    const laid = {
      layout,
      heat: heatOf.value(of, layout.framing, layout.share),
      services: checkServices(layout, tradeOf(by)),
      of,
      by,
    };
    kept.set(elevation, laid);
    return laid;
  }

  /** The walls that can be laid out. */
  const laid = computed<readonly LaidWall[]>(() =>
    elevations.value.flatMap((elevation) => {
      const of = parts.value[elevation.assembly];
      return of ? [laidWall(elevation, of, rules.value)] : [];
    }),
  );
  const heads = computed(() => headLine(laid.value.map(({ layout }) => layout)));
  const mean = computed(() => {
    const all = laid.value.map(({ layout: { share }, heat }) => ({ share, heat }));
    const { openingU } = record.current.value;
    return {
      walls: meanU(all),
      withOpenings: openingU === undefined ? null : meanU(all, openingU),
    };
  });
  const corners = (elevation: Elevation) => cornerConflicts(elevation, elevations.value);

  /** The house with the walls it is built as; without those whose wall is gone or empty. */
  const file = computed<House>(() => {
    const house = record.current.value;
    const assemblies = Object.fromEntries(
      Object.entries(house.assemblies).flatMap(([name, id]) => {
        const wall = walls.value.get(id);
        return wall && Object.hasOwn(parts.value, name) ? [[name, project.fileOf(wall)]] : [];
      }),
    );
    const built = house.elevations.filter(({ assembly }) => Object.hasOwn(assemblies, assembly));
    return { ...house, assemblies, elevations: built };
  });

  /** What a person calls an assembly: its wall's name. */
  const assemblyLabel = (name: string): string => {
    const id = record.current.value.assemblies[name];
    const wall = id === undefined ? undefined : walls.value.get(id);
    return wall ? `${name} · ${wall.name}` : `${name} · its wall is gone`;
  };

  return {
    record,
    house: record.current,
    run: (name: string, ...commands: HouseCommand[]) => record.run(name, commands),
    walls,
    file,
    failure,
    readWalls: contents.loadWalls,
    parts,
    heatOf,
    rules,
    elevations,
    laid,
    heads,
    mean,
    corners,
    assemblyLabel,
    draft,
  };
}

export type HouseState = ReturnType<typeof makeHouse>;

const KEY: InjectionKey<HouseState> = Symbol('house');

/** Makes the house that the parts of the place look at. */
export function provideHouse(): HouseState {
  const state = makeHouse();
  provide(KEY, state);
  return state;
}

/** The house of the place. */
export const useHouse = (): HouseState => inject(KEY)!;
