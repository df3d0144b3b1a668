import { airSpaceResistance } from '../steady-heat/index.ts';
import {
  AIR_LAYER_VAPOR_THICKNESS,
  type SaidMaterial,
  type Table,
  MEMBRANE,
} from '../materials/index.ts';
import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';

/** How the vapor conductance of an element follows the humidity of its ends. */
export const CONSTANT = 0;
export const BY_PERMEANCE = 1;
const BY_RESISTANCE = 2;

/** Liquid diffusivity by water content, m²/s, and what each kg/m³ adds to the conductivity, W/(m·K). */
interface WetProperties {
  sorption: Table;
  diffusivity: Table | null;
  conductivity: number;
}

/** A wall cut into elements, indoors first: element k lies between nodes k and k + 1. SI for each m². */
export interface Mesh {
  nodes: number;
  /** Depth of each node from the inner surface, m. */
  depth: Float64Array;
  /** By element: m, its layer, W/(m²K) and a table of λ with its length where it depends on temperature. */
  length: Float64Array;
  layer: Int32Array;
  heat: Float64Array;
  heatTable: (Table | null)[];
  /** By element: kg/(s·m²·Pa), or the factor that goes with the table of its kind. */
  vapor: Float64Array;
  vaporKind: Uint8Array;
  vaporTable: (Table | null)[];
  /** By element: what depends on its water content, kg/m³, read by its sorption table; null where nothing does. */
  wet: (WetProperties | null)[];
  /** By node: dry heat capacity, J/(m²K), and air that stores vapor, m. */
  capacity: Float64Array;
  air: Float64Array;
  /** By node: the water its half elements hold by RH, kg/m², as flat tables. */
  tableStart: Int32Array;
  tableX: Float64Array;
  tableY: Float64Array;
  /** By layer: its first and its last node; for air the node between. */
  from: number[];
  to: number[];
  airNode: (number | null)[];
  /** What a material did not say and was taken for it. */
  notes: string[];
}

/** Elements of a layer: so many growing ones in each outer third, so many even ones in the middle. */
const GROWING = 5;
const EVEN = 3;
const GROWTH = 2;

/** Taken where a material does not say, kg/m³ and J/(kg·K). */
const DEFAULT_DENSITY = 100;
const DEFAULT_HEAT = 1000;

/** More vapor than this passes an element as if it were not there, while Newton's method suffers, kg/(s·m²·Pa). */
const MAX_VAPOR = 0.1;

/** Shares of a layer's thickness that its elements take, fine at both faces. */
function shares(refinement: number): number[] {
  const growing = Array.from(
    { length: GROWING * refinement },
    (_, i) => GROWTH ** (i / refinement),
  );
  const sum = growing.reduce((a, b) => a + b, 0);
  const outer = growing.map((g) => g / sum / 3);
  return [
    ...outer,
    ...Array<number>(EVEN * refinement).fill(1 / 3 / EVEN / refinement),
    ...outer.toReversed(),
  ];
}

const NO_STORAGE: Table = [[0, 0]];

interface Element {
  layer: number;
  length: number;
  material: SaidMaterial | null;
  /** Air: R and s_d of half the layer. */
  half: { r: number; sd: number } | null;
  thickness: number;
}

/**
 * Cuts a wall into elements along the middle of the cavity, all layers to the cladding: thirteen in each sheet and fill,
 * fine at its faces; one in each membrane; two with a node of air between them in each air layer.
 *
 * @param refinement how many times as many elements a sheet gets
 */
export function meshOf(wall: ResolvedWall, refinement = 1): Mesh {
  const layerShares = shares(refinement);
  const notes: string[] = [];
  const said = new Set<string>();
  const note = (text: string): void => {
    if (!said.has(text)) notes.push(text);
    said.add(text);
  };
  const elements: Element[] = [];
  const from: number[] = [];
  const to: number[] = [];
  const airNode: (number | null)[] = [];
  wall.layers.forEach(({ fill, thickness, emissivity, index }) => {
    from.push(elements.length);
    if (!fill) {
      const half = {
        r: airSpaceResistance(thickness, emissivity) / 2,
        sd: Math.max(thickness, AIR_LAYER_VAPOR_THICKNESS) / 2,
      };
      for (let i = 0; i < 2; i++)
        elements.push({ layer: index, length: thickness / 2, material: null, half, thickness });
      airNode.push(elements.length - 1);
    } else {
      const parts = thickness < MEMBRANE ? [1] : layerShares;
      for (const share of parts)
        elements.push({
          layer: index,
          length: share * thickness,
          material: fill,
          half: null,
          thickness,
        });
      airNode.push(null);
      if (fill.density === undefined || fill.specificHeat === undefined)
        note(
          `${fill.name} does not say what heat it stores: ${DEFAULT_DENSITY} kg/m³, ${DEFAULT_HEAT} J/(kg·K) taken.`,
        );
      if (!fill.sorption && thickness >= MEMBRANE)
        note(`${fill.name} has no sorption data: it stores no moisture here.`);
    }
    to.push(elements.length);
  });

  const count = elements.length;
  const nodes = count + 1;
  const mesh: Mesh = {
    nodes,
    depth: new Float64Array(nodes),
    length: Float64Array.from(elements, ({ length }) => length),
    layer: Int32Array.from(elements, ({ layer }) => layer),
    heat: new Float64Array(count),
    heatTable: elements.map(({ material }) => material?.conductivityTable ?? null),
    vapor: new Float64Array(count),
    vaporKind: new Uint8Array(count),
    vaporTable: new Array<Table | null>(count).fill(null),
    wet: new Array<WetProperties | null>(count).fill(null),
    capacity: new Float64Array(nodes),
    air: new Float64Array(nodes),
    tableStart: new Int32Array(nodes + 1),
    tableX: new Float64Array(0),
    tableY: new Float64Array(0),
    from,
    to,
    airNode,
    notes,
  };
  elements.forEach((element, k) => {
    const { material, half, length, thickness } = element;
    mesh.depth[k + 1] = mesh.depth[k]! + length;
    if (half || !material) {
      mesh.heat[k] = 1 / half!.r;
      mesh.vapor[k] = AIR_PERMEABILITY / half!.sd;
      return;
    }
    if (!material.conductivityTable) mesh.heat[k] = material.conductivity! / length;
    const { vapor } = material;
    if ('mu' in vapor) mesh.vapor[k] = AIR_PERMEABILITY / (vapor.mu * length);
    else if ('permeance' in vapor)
      mesh.vapor[k] = Math.min(MAX_VAPOR, (vapor.permeance * thickness) / length);
    else if ('permeanceTable' in vapor) {
      mesh.vaporKind[k] = BY_PERMEANCE;
      mesh.vapor[k] = thickness / length;
      mesh.vaporTable[k] = vapor.permeanceTable;
    } else {
      mesh.vaporKind[k] = BY_RESISTANCE;
      mesh.vapor[k] = AIR_PERMEABILITY / length;
      mesh.vaporTable[k] = vapor.muTable;
    }
    if (material.sorption && (material.liquid || material.conductivityPerWater))
      mesh.wet[k] = {
        sorption: material.sorption,
        diffusivity: material.liquid?.diffusivity ?? null,
        conductivity: material.conductivityPerWater ?? 0,
      };
    const heat =
      ((material.density ?? DEFAULT_DENSITY) * (material.specificHeat ?? DEFAULT_HEAT) * length) /
      2;
    mesh.capacity[k] = mesh.capacity[k]! + heat;
    mesh.capacity[k + 1] = mesh.capacity[k + 1]! + heat;
  });
  airNode.forEach((node, layer) => {
    if (node !== null) mesh.air[node] = wall.layers[layer]!.thickness;
  });
  storeTables(mesh, elements);
  return mesh;
}

/** Merges the sorption tables of the half elements at each node. */
function storeTables(mesh: Mesh, elements: readonly Element[]): void {
  const xs: number[] = [];
  const ys: number[] = [];
  const read = (table: Table, x: number): number => {
    if (x <= table[0]![0]) return table[0]![1];
    for (let i = 1; i < table.length; i++) {
      const [x1, y1] = table[i]!;
      const [x0, y0] = table[i - 1]!;
      if (x <= x1) return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
    }
    return table.at(-1)![1];
  };
  for (let i = 0; i < mesh.nodes; i++) {
    mesh.tableStart[i] = xs.length;
    const halves = [elements[i - 1], elements[i]].flatMap((element) =>
      element
        ? [{ table: element.material?.sorption ?? NO_STORAGE, volume: element.length / 2 }]
        : [],
    );
    const at = [...new Set([0, 1, ...halves.flatMap(({ table }) => table.map(([x]) => x))])]
      .filter((x) => x >= 0 && x <= 1)
      .toSorted((a, b) => a - b);
    for (const x of at) {
      xs.push(x);
      ys.push(halves.reduce((sum, { table, volume }) => sum + volume * read(table, x), 0));
    }
  }
  mesh.tableStart[mesh.nodes] = xs.length;
  mesh.tableX = Float64Array.from(xs);
  mesh.tableY = Float64Array.from(ys);
}
