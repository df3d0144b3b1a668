import { computed, type Ref } from 'vue';
import { useRouter } from 'vue-router';
import {
  assemblyName,
  type Elevation,
  type HouseCommand,
  type Opening,
  type Practice,
  type Service,
} from '@eldrun/core/house';
import { unstated, type SwitchId } from '@eldrun/core/layout';
import { useProject } from '../../project/project.ts';
import { useHouse } from '../../project/house.ts';
import { usualHeader } from './new-parts.ts';

/** A wall of the project that the house does not use yet is told by its id behind this. */
const NEW_ASSEMBLY = 'wall:';

/** What a switch of advanced framing says for the whole house. */
const PRACTICE: Record<Exclude<SwitchId, 'spacing' | 'headers'>, (on: boolean) => Practice> = {
  corners: (on) => ({ corners: on ? 'two-stud' : 'three-stud' }),
  topPlate: (on) => ({ topPlate: on ? 1 : 2 }),
  jacks: (on) => ({ jacksAt: on ? 'none' : 'all' }),
  stacked: (on) => ({ stacked: on }),
};

/**
 * What is done to one wall of the house, each as a named step.
 *
 * @param elevation that is open
 * @param selected id of the opening that is worked on; empty where none is
 */
export function useBenchActions(elevation: () => Elevation, selected: Ref<string>) {
  const project = useProject();
  const router = useRouter();
  const state = useHouse();

  const run = (name: string, ...commands: HouseCommand[]): void =>
    void state.run(name, ...commands);
  const openings = (): readonly Opening[] => elevation().openings ?? [];
  const setOpening = (opening: Opening): HouseCommand => ({
    type: 'setOpening',
    elevation: elevation().id,
    opening,
  });
  const setWall = (fields: object): HouseCommand => ({
    type: 'setElevation',
    id: elevation().id,
    fields,
  });

  /** Shows an opening elsewhere while it is dragged, over the wall as it is kept. */
  function drag(opening: Opening): void {
    const kept = state.house.value.elevations.find(({ id }) => id === elevation().id);
    if (!kept) return;
    const moved = (kept.openings ?? []).map((one) => (one.id === opening.id ? opening : one));
    state.draft.value = { ...kept, openings: moved };
  }

  const withService = (services: readonly Service[] = [], moved: Service): Service[] =>
    services.map((one) => (one.id === moved.id ? moved : one));

  /** Shows something in the wall elsewhere while it is dragged. */
  function dragService(service: Service): void {
    const kept = state.house.value.elevations.find(({ id }) => id === elevation().id);
    if (kept) state.draft.value = { ...kept, services: withService(kept.services, service) };
  }

  function placeService(service: Service): void {
    state.draft.value = null;
    run(`Move ${service.id}`, setWall({ services: withService(elevation().services, service) }));
  }

  function removeService(id: string): void {
    const services = (elevation().services ?? []).filter((one) => one.id !== id);
    run(`Remove ${id}`, setWall({ services }));
  }

  function place(opening: Opening): void {
    state.draft.value = null;
    run(`Move ${opening.id}`, setOpening(opening));
  }

  function change(opening: Opening, before: string): void {
    if (opening.id === before) return run(`Change ${opening.id}`, setOpening(opening));
    run(
      `Rename ${before}`,
      setWall({ openings: openings().map((one) => (one.id === before ? opening : one)) }),
    );
    selected.value = opening.id;
  }

  async function add(opening: Opening): Promise<void> {
    await state.run(`Add ${opening.id}`, setOpening(opening));
    selected.value = opening.id;
  }

  function remove(opening: string): void {
    selected.value = '';
    run(`Remove ${opening}`, { type: 'removeOpening', elevation: elevation().id, opening });
  }

  /** A switch of advanced framing: for the house, and what this wall stated itself goes. */
  function setPractice(id: SwitchId, on: boolean): void {
    const wall = elevation();
    if (id === 'spacing') {
      const assembly = state.house.value.assemblies[wall.assembly];
      if (assembly)
        void router.push({ name: 'build-up', params: { project: project.id, wall: assembly } });
      return;
    }
    if (id === 'headers')
      return run(
        on ? 'No headers' : 'Headers',
        setWall({
          openings: openings().map((one) => ({
            ...one,
            header: on ? null : usualHeader(one.width),
          })),
        }),
      );
    const { id: _, ...own } = unstated(wall, id);
    const practice = { ...state.house.value.practice, ...PRACTICE[id](on) };
    run('Advanced framing', { type: 'setHouse', fields: { practice } }, setWall(own));
  }

  const assemblies = computed(() => [
    ...Object.keys(state.house.value.assemblies).map((value) => ({
      value,
      label: state.assemblyLabel(value),
    })),
    ...project.walls
      .filter(({ id }) => !Object.values(state.house.value.assemblies).includes(id))
      .map(({ id, name }) => ({ value: NEW_ASSEMBLY + id, label: name })),
  ]);

  function setAssembly(chosen: string): void {
    if (!chosen.startsWith(NEW_ASSEMBLY)) return run('Built as', setWall({ assembly: chosen }));
    const wall = chosen.slice(NEW_ASSEMBLY.length);
    const name = assemblyName(state.house.value.assemblies, wall);
    run('Built as', { type: 'setAssembly', name, wall }, setWall({ assembly: name }));
  }

  return {
    run,
    setWall: (name: string, fields: object) => run(name, setWall(fields)),
    drag,
    dragService,
    placeService,
    removeService,
    place,
    change,
    add,
    remove,
    setPractice,
    assemblies,
    setAssembly,
  };
}
