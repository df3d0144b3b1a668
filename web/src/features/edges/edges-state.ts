import { computed, inject, provide, shallowRef, type InjectionKey } from 'vue';
import {
  checkPenetrations,
  continuity,
  DETAILS_FORMAT,
  edgeFindings,
  edgesHeat,
  sectionOf,
  stackOf,
  USUAL_OPENING_U,
  yearlyCost,
  type Details,
  type DetailsCommand,
  type EdgeFinding,
  type EdgeHeat,
  type EdgeSection,
  type HouseEdge,
} from '@eldrun/core/edges';
import { edge as edgeOfHouse, edges as houseEdges } from '@eldrun/project';
import { tradeOf } from '@eldrun/core/trade';
import { USUAL_ENERGY, type Energy, type EnergyCommand } from '@eldrun/core/energy';
import { useOnlyDocument } from '../../project/only-document.ts';
import { makeHouse } from '../../project/house.ts';
import { useProject } from '../../project/project.ts';
import { useEdgeSolver } from './edge-solver.ts';

const BLANK: Details = { format: DETAILS_FORMAT, version: 1, name: 'Edges' };

/** Of a house without a wall that can be laid out. */
const NO_HOUSE_EDGES = { edges: [], problems: [] };

/** How the edges of the open project's house are made, and what they do. */
function makeEdges() {
  const project = useProject();
  const record = useOnlyDocument<Details, DetailsCommand>({
    kind: 'details',
    label: 'edges',
    load: async () => (await import('@eldrun/core/kinds/details')).DETAILS,
    blank: BLANK,
  });
  const energy = useOnlyDocument<Energy, EnergyCommand>({
    kind: 'energy',
    label: 'house and energy',
    load: async () => (await import('@eldrun/core/kinds/energy')).ENERGY,
    blank: USUAL_ENERGY,
    hasKeys: () => false,
  });
  const details = record.current;
  const house = makeHouse(
    () => false,
    () => ({ details: record.exists.value ? details.value : null, energy: energy.current.value }),
  );
  const layouts = computed(() => house.laid.value.map(({ layout }) => layout));
  const all = computed(() => (layouts.value.length > 0 ? house.look(houseEdges) : NO_HOUSE_EDGES));
  const edges = computed(() => all.value.edges);
  const made = computed(() => edges.value.map(({ id }) => house.look(edgeOfHouse, id)));

  /** Sections that are looked at beside those of the house: solved first. */
  const shown = shallowRef<readonly EdgeSection[]>([]);
  const solver = useEdgeSolver(() => [...shown.value, ...made.value.map(({ section }) => section)]);
  const sectionFor = (edge: HouseEdge): EdgeSection =>
    made.value.find((one) => one.edge.id === edge.id)?.section ?? sectionOf(edge);
  const heatOf = (section: EdgeSection): EdgeHeat | null => solver.found(section)?.heat ?? null;

  const findingsOf = (edge: HouseEdge, section: EdgeSection): EdgeFinding[] =>
    edgeFindings(edge, section, heatOf(section), layouts.value);

  /** USD a year for each W/K, by the house and energy of the project. */
  const perWatt = computed(() => {
    const wall = layouts.value[0]?.parts.wall;
    return wall ? yearlyCost(wall, energy.current.value) : 0;
  });
  const heats = computed(() =>
    Object.fromEntries(
      made.value.flatMap(({ edge, section }) => {
        const heat = heatOf(section);
        return heat ? [[edge.id, heat]] : [];
      }),
    ),
  );
  const sum = computed(() => {
    const counted = house.mean.value.walls;
    const area = layouts.value.reduce((total, { share }) => total + share.area.net, 0);
    return edgesHeat(
      layouts.value,
      edges.value,
      heats.value,
      house.house.value.openingU ?? USUAL_OPENING_U,
      counted && counted.u * area,
    );
  });
  const solvedAll = computed(() =>
    made.value.every(({ section }) => !section.thermal || solver.found(section) !== null),
  );
  const trade = computed(() => tradeOf(house.house.value));
  const penetrations = computed(() =>
    checkPenetrations(
      details.value,
      layouts.value,
      ({ elevation, parts }) =>
        stackOf(parts.wall, details.value.controls?.[elevation.assembly], trade.value),
      trade.value,
    ),
  );
  const chains = computed(() => continuity(made.value));
  /** What a person calls a layer of an assembly. */
  const layerName = (edge: HouseEdge, id: string): string =>
    edge.stack.bands.find(({ layer }) => layer.id === id)?.layer.fill?.name ??
    (edge.stack.bands.some(({ layer }) => layer.id === id) ? 'Gap' : id);
  const wallName = (id: string): string =>
    house.elevations.value.find((one) => one.id === id)?.name ?? id;

  return {
    project,
    house,
    record,
    details,
    layouts,
    problems: computed(() => all.value.problems),
    edges,
    made,
    shown,
    solver,
    sectionFor,
    heatOf,
    findingsOf,
    perWatt,
    heats,
    sum,
    solvedAll,
    penetrations,
    chains,
    trade,
    layerName,
    wallName,
    run: (name: string, ...commands: DetailsCommand[]) => record.run(name, commands),
  };
}

export type EdgesState = ReturnType<typeof makeEdges>;

const KEY: InjectionKey<EdgesState> = Symbol('edges');

/** Makes the edges that the parts of the place look at. */
export function provideEdges(): EdgesState {
  const state = makeEdges();
  provide(KEY, state);
  return state;
}

/** The edges of the place. */
export const useEdges = (): EdgesState => inject(KEY)!;
