import { computed, inject, provide, shallowRef, type InjectionKey } from 'vue';
import type { Document } from '@eldrun/core/document';
import { InputError } from '@eldrun/core/errors';
import {
  HOUSE_FORMAT,
  type Elevation,
  type House,
  type HouseCommand,
  type ProjectHouse,
} from '@eldrun/core/house';
import { cornerConflicts, type AssemblyParts } from '@eldrun/core/layout';
import {
  assemblyWalls,
  elevations as ableElevations,
  heads,
  heatCounter,
  houseFile,
  houseRules,
  laidElevation,
  meanOfHouse,
  partsOfWall,
  type LaidElevation,
} from '@eldrun/project';
import { useContents } from './contents.ts';
import { useDerived } from './derived.ts';
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

/** An assembly of the house whose wall cannot be built: why. */
const GONE = 'its wall is gone';

/**
 * The house of the open project, laid out. What did not change is not laid out again: an edit of one wall costs that wall alone.
 *
 * @param hasKeys whether the keys of undo are the house's now
 * @param others documents of which the project has one, by kind, that a place derives from as well
 */
export function makeHouse(
  hasKeys?: () => boolean,
  others: () => Readonly<Record<string, Document | null>> = () => ({}),
) {
  const project = useProject();
  const record = useOnlyDocument<ProjectHouse, HouseCommand>({
    kind: 'house',
    label: 'house',
    load: async () => (await import('@eldrun/core/kinds/house')).HOUSE,
    blank: BLANK,
    ...(hasKeys ? { hasKeys } : {}),
  });
  const contents = useContents();
  /** The walls of the project as they are saved, by id. */
  const walls = contents.followWalls();
  const failure = computed(() => contents.failure);
  /** A wall while something of it is dragged. */
  const draft = shallowRef<Elevation | null>(null);

  const elevations = computed<readonly Elevation[]>(() =>
    record.current.value.elevations.map((one) => (draft.value?.id === one.id ? draft.value : one)),
  );

  const alone = useDerived(() => ({}));
  /** Why walls of the house cannot be laid out, by the name of their assembly; the others are. */
  const problems = computed<Readonly<Record<string, string>>>(() => {
    const { assemblies } = record.current.value;
    return Object.fromEntries(
      Object.entries(assemblies).flatMap(([name, id]) => {
        const wall = walls.value.get(id);
        // One that is listed is still being read.
        if (!wall) return project.walls.some((one) => one.id === id) ? [] : [[name, GONE]];
        if (wall.layers.length === 0) return [[name, 'its wall has no layers yet']];
        try {
          alone.look(partsOfWall, id);
          return [];
        } catch (error) {
          if (!(error instanceof InputError)) throw error;
          return [[name, error.message]];
        }
      }),
    );
  });
  /** The house without the walls that cannot be laid out: they keep nothing else from being so. */
  const able = computed<ProjectHouse>(() => {
    const house = record.current.value;
    const whole = draft.value ? { ...house, elevations: [...elevations.value] } : house;
    const names = Object.keys(problems.value);
    if (names.length === 0) return whole;
    return {
      ...whole,
      assemblies: Object.fromEntries(
        Object.entries(house.assemblies).filter(([name]) => !names.includes(name)),
      ),
      elevations: whole.elevations.filter(({ assembly }) => !names.includes(assembly)),
    };
  });
  const { look, inputsOf } = useDerived(() => ({ house: able.value, ...others() }));

  /** What of each assembly is laid out; none of those whose wall cannot be. */
  const parts = computed<Record<string, AssemblyParts>>(() =>
    Object.fromEntries(
      Object.entries(look(assemblyWalls)).map(([name, wall]) => [name, look(partsOfWall, wall)]),
    ),
  );
  /** The walls that can be laid out. */
  const laid = computed<readonly LaidElevation[]>(() =>
    look(ableElevations).map(({ id }) => look(laidElevation, id)),
  );
  const corners = (elevation: Elevation) => cornerConflicts(elevation, elevations.value);

  /** What a person calls an assembly: its wall's name. */
  const assemblyLabel = (name: string): string => {
    const id = record.current.value.assemblies[name];
    const wall = id === undefined ? undefined : walls.value.get(id);
    return wall ? `${name} · ${wall.name}` : `${name} · ${GONE}`;
  };

  return {
    record,
    house: record.current,
    run: (name: string, ...commands: HouseCommand[]) => record.run(name, commands),
    look,
    inputsOf,
    walls,
    /** The house with the walls it is built as; without those whose wall cannot be laid out. */
    file: computed<House>(() => look(houseFile)!),
    failure,
    readWalls: contents.loadWanted,
    problems,
    parts,
    rules: computed(() => look(houseRules)),
    heatOf: computed(() => look(heatCounter)),
    elevations,
    laid,
    heads: computed(() => look(heads)),
    mean: computed(() => look(meanOfHouse)),
    corners,
    assemblyLabel,
    draft,
  };
}

export type HouseState = ReturnType<typeof makeHouse>;

const KEY: InjectionKey<HouseState> = Symbol('house');

/** Makes the house that the parts of the place look at. */
export function provideHouse(): HouseState {
  const { followOnly } = useContents();
  const others = ['details', 'site', 'order'].map((kind) => [kind, followOnly(kind)] as const);
  const state = makeHouse(undefined, () =>
    Object.fromEntries(others.map(([kind, document]) => [kind, document.value])),
  );
  provide(KEY, state);
  return state;
}

/** The house of the place. */
export const useHouse = (): HouseState => inject(KEY)!;
