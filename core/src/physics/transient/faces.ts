import { LIBRARY, MOLD_CLASSES, moldClassOf, type MoldClass } from '../materials/index.ts';
import type { ResolvedLayer, ResolvedWall } from '../build-up/index.ts';
import type { Mesh } from './mesh.ts';
import { MoldIndex } from './mold.ts';
import type { HygroSolver } from './solver.ts';
import type { Course, FaceResult, WallFace } from './types.ts';

/** From this RH on metal corrodes, above 0 °C (ISO 9223:1992, time of wetness). */
const HUMID = 0.8;

/** How readily mold grows on a face of a layer: of a composite, on the part that it shows there. */
function shownClass(layer: ResolvedLayer | undefined, face: 'inner' | 'outer'): MoldClass | null {
  if (!layer?.fill) return null;
  const part = layer.fill.composition?.at(face === 'inner' ? 0 : -1)?.material;
  return part !== undefined && Object.hasOwn(LIBRARY, part)
    ? moldClassOf(part, LIBRARY[part]!)
    : moldClassOf(layer.fillId!, layer.fill);
}

/** All faces of a wall, indoors first: face i is the inner face of layer i, the last one the outer surface. */
export function wallFaces({ layers }: Pick<ResolvedWall, 'layers'>): WallFace[] {
  return Array.from({ length: layers.length + 1 }, (_, i) => {
    const classes = [shownClass(layers[i - 1], 'outer'), shownClass(layers[i], 'inner')].flatMap(
      (shown) => (shown ? [MOLD_CLASSES.indexOf(shown)] : []),
    );
    return {
      inner: layers[i - 1]?.id ?? null,
      outer: layers[i]?.id ?? null,
      moldClass: MOLD_CLASSES[Math.min(MOLD_CLASSES.length - 1, ...classes)]!,
    };
  });
}

/** Mold and wetness at one face, hour after hour. */
export class FaceTally {
  temperature = 0;
  humidity = 0;
  private readonly molds = MOLD_CLASSES.map((name) => new MoldIndex(name));
  private readonly peaks = MOLD_CLASSES.map(() => 0);
  private humidHours = 0;
  private wetHours = 0;
  private readonly face: WallFace;
  private readonly node: number;
  private readonly own: number;

  constructor(face: WallFace, node: number) {
    this.face = face;
    this.node = node;
    this.own = MOLD_CLASSES.indexOf(face.moldClass);
  }

  /** The tallies of all faces of a wall. */
  static of(wall: ResolvedWall, mesh: Mesh): FaceTally[] {
    return wallFaces(wall).map(
      (face, i) => new FaceTally(face, i < mesh.from.length ? mesh.from[i]! : mesh.nodes - 1),
    );
  }

  /** An hour more. */
  hour({ temperature, humidity }: HygroSolver): void {
    const t = temperature[this.node]!;
    const rh = Math.min(1, humidity[this.node]!);
    this.temperature = t;
    this.humidity = rh;
    if (rh > HUMID) {
      this.humidHours++;
      if (t > 0) this.wetHours++;
    }
    const { molds, peaks } = this;
    for (let i = 0; i < molds.length; i++) {
      const index = molds[i]!.hour(t, rh);
      if (index > peaks[i]!) peaks[i] = index;
    }
  }

  /** Puts the state of now into a course. */
  record({ temperature, rh, mold }: Course['faces'][number]): void {
    temperature.push(this.temperature);
    rh.push(this.humidity);
    mold.push(this.molds[this.own]!.index);
  }

  get result(): FaceResult {
    return {
      ...this.face,
      mold: Object.fromEntries(MOLD_CLASSES.map((name, i) => [name, this.peaks[i]!])) as Record<
        MoldClass,
        number
      >,
      humidHours: this.humidHours,
      wetHours: this.wetHours,
    };
  }
}
