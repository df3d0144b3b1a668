import { assessLayers } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import { LIBRARY, MaterialSearch, type Material } from '@eldrun/core/materials';
import type { Brief, Layer, WallFile } from '@eldrun/core/build-up';
import { validateWall } from '@eldrun/core/wall/schema';
import type { ModelWall, ReadLayer, ReadWall } from './types.ts';

/** Thicknesses and conductivities of the model and of the own property set that lie so near are the same. */
const SAME = 1e-9;

/** A layer whose thickness is not said is taken so thick, m: its R stays what the model says. */
const UNSAID = 0.02;

/** What the library knows by the name of a layer, or by the id that it carries. */
function known(
  layer: ReadLayer,
  search: MaterialSearch,
): { id: string; material: Material } | null {
  if (layer.id !== null && Object.hasOwn(LIBRARY, layer.id))
    return { id: layer.id, material: LIBRARY[layer.id]! };
  const hit = search.find(layer.name, undefined, 1)[0];
  return hit && hit.missed.length === 0 ? { id: hit.id, material: hit.material } : null;
}

const near = (a: number, b: number): boolean => Math.abs(a - b) <= SAME * Math.max(a, b);

/** Takes layers as the model has them. */
class Taker {
  readonly materials: Record<string, Material> = {};
  readonly lost: string[] = [];
  private readonly search: MaterialSearch;

  constructor(search: MaterialSearch) {
    this.search = search;
  }

  /** @throws InputError where nothing says what the layer conducts */
  layer(read: ReadLayer, n: number, asAir: boolean): Layer {
    const id = `layer-${n + 1}`;
    const thickness = this.thicknessOf(read);
    if (read.air && (asAir || read.ventilated || read.resistance === null))
      return {
        id,
        kind: 'air',
        thickness,
        ventilation: read.ventilated ? 'open' : 'still',
      };
    return { id, kind: 'sheet', material: this.material(read, thickness, n), thickness };
  }

  private thicknessOf({ name, thickness }: ReadLayer): number {
    if (thickness !== null && thickness > 0) return thickness;
    this.lost.push(`“${name}” has no thickness in the model: taken as 20 mm with its R`);
    return UNSAID;
  }

  private material(read: ReadLayer, thickness: number, n: number): string {
    const { name, resistance } = read;
    const entry = known(read, this.search);
    const given =
      read.conductivity !== null && read.conductivity > 0
        ? read.conductivity
        : resistance !== null && resistance > 0
          ? thickness / resistance
          : null;
    const conductivity = given ?? entry?.material.conductivity ?? null;
    if (conductivity === null)
      throw new InputError(
        `layer ${n + 1}, “${name}”`,
        'the model says neither its conductivity nor its R, and the library does not know it',
        'a conductivity, an R-value, or the name of a material of the library',
      );
    if (given === null)
      this.lost.push(`“${name}” has no conductivity in the model: the library’s is taken`);
    // What is as in the library is that material, with all that the library knows of it.
    if (
      entry &&
      entry.material.conductivity !== undefined &&
      near(entry.material.conductivity, conductivity)
    )
      return entry.id;
    if (!entry && !read.mu)
      this.lost.push(
        `“${name}” has no vapor figure in the model and none in the library: it stays unknown, and so does what it decides, until somebody says it`,
      );
    else if (entry && !read.mu)
      this.lost.push(
        `“${name}” has no vapor figure in the model: the library’s for “${entry.material.name}” is taken`,
      );
    const own: Material = {
      ...(entry ? withoutTables(entry.material) : {}),
      name,
      conductivity,
      ...(read.density === null ? {} : { density: read.density }),
      ...(read.specificHeat === null ? {} : { specificHeat: read.specificHeat }),
      vapor: read.mu
        ? {
            muTable: [
              [0.25, read.mu.dry],
              [0.715, read.mu.wet],
            ],
          }
        : (entry?.material.vapor ?? null),
      source: 'read from a building model',
      confidence: 'check',
    };
    const id = `model-${n + 1}`;
    this.materials[id] = own;
    return id;
  }
}

/** A library's material without the figures that its conductivity goes by. */
function withoutTables({ conductivityTable: _, basis: __, ...rest }: Material): Partial<Material> {
  return rest;
}

/** Puts the model's thicknesses into the wall of its own property set; says which differ. Null where the layers are others. */
function withModel(own: WallFile, { layers }: ReadWall, lost: string[]): WallFile | null {
  if (own.layers.length !== layers.length) return null;
  return {
    ...own,
    layers: own.layers.map((layer, i) => {
      const { thickness, name } = layers[i]!;
      if (thickness === null || Math.abs(thickness - layer.thickness) <= 1e-9) return layer;
      lost.push(
        `“${name}” is ${(thickness * 1000).toFixed(1)} mm in the model and was ${(layer.thickness * 1000).toFixed(1)} mm when Eldrun wrote it: the model’s is taken`,
      );
      return { ...layer, thickness };
    }),
  };
}

/**
 * Walls of a model as wall files.
 *
 * @param brief of what the model does not say: climate, indoor air, convention; null where there is none to take
 * @returns each wall with what it lost
 * @throws InputError that names the wall and the layer; then nothing of the model is to be taken
 */
export function takeWalls(walls: readonly ReadWall[], brief: Brief | null): ModelWall[] {
  const search = new MaterialSearch(LIBRARY);
  return walls.map((wall) => {
    try {
      const own = ownWall(wall);
      if (own) return own;
      if (brief) return takenWall(wall, brief, search);
      throw new InputError(
        'brief',
        'the model says neither climate nor indoor air',
        'a wall file whose brief is taken',
      );
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw new InputError(
        `wall “${wall.name}”${error.path ? `, ${error.path}` : ''}`,
        error.problem,
        error.allowed,
      );
    }
  });
}

/** The wall that the own property set carries, where it still is the model's. */
function ownWall(wall: ReadWall): ModelWall | null {
  if (wall.own === null) return null;
  const lost: string[] = [];
  const file = withModel(validateWall(wall.own), wall, lost);
  return file && { file: validateWall(file), lost };
}

function takenWall(wall: ReadWall, brief: Brief, search: MaterialSearch): ModelWall {
  const build = (asAir: (layer: ReadLayer, i: number) => boolean): ModelWall => {
    const taker = new Taker(search);
    const layers = wall.layers.map((layer, i) => taker.layer(layer, i, asAir(layer, i)));
    const file: WallFile = {
      format: 'eldrun-wall',
      version: 1,
      name: wall.name.slice(0, 200),
      ...brief,
      layers,
      ...(Object.keys(taker.materials).length > 0 ? { materials: taker.materials } : {}),
    };
    return {
      file: validateWall(file),
      lost: [
        ...wall.notes,
        ...(wall.own === null
          ? []
          : [
              'The layers are others than when Eldrun wrote the model: frames and all else that it carried are left out',
            ]),
        'The model has no frame: studs, plates and fasteners are not counted until you add them',
        'Climate, indoor air and targets are taken from the brief',
        ...taker.lost,
      ],
    };
  };
  const asAir = build(() => true);
  // An air space is one where its R is what still air of that thickness has; else it keeps the R of the model.
  const { paths } = assessLayers(asAir.file);
  const keeps = (layer: ReadLayer, i: number): boolean =>
    layer.resistance === null || near(paths.layers[i]?.resistance ?? 0, layer.resistance);
  const taken = wall.layers.every((layer, i) => !layer.air || keeps(layer, i))
    ? asAir
    : build(keeps);
  return sheltered(taken, wall.u) ?? taken;
}

/** A gap that only shelters the face behind it is drawn so deep, m. */
const GAP = 0.019;

/**
 * The same wall with an open gap outside, where the model's U holds with one and does not without: what lies outside an
 * open gap counts for nothing and is not in such models, but its film is.
 */
function sheltered({ file, lost }: ModelWall, u: number | null): ModelWall | null {
  const uOf = (one: WallFile): number => assessLayers(one).paths.cavityPath.u;
  if (u === null || near(uOf(file), u)) return null;
  const gap: Layer = { id: 'gap', kind: 'air', thickness: GAP, ventilation: 'open' };
  const open = validateWall({ ...file, layers: [...file.layers, gap] });
  return near(uOf(open), u)
    ? {
        file: open,
        lost: [
          ...lost,
          'The model’s U holds for a face behind an open gap: the gap is added, what stood outside it is not in the model',
        ],
      }
    : {
        file,
        lost: [
          ...lost,
          `The model says U ${u.toPrecision(4)} W/(m²K) and its layers come to ${uOf(file).toPrecision(4)}: other films, or layers that it left out`,
        ],
      };
}
