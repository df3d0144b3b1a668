import { monthStarts, type WeatherYear } from '../climate/index.ts';
import { isWood, type Materials } from '../materials/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import { wallFaces } from './faces.ts';
import { FrostCount } from './frost.ts';
import { LayerWater } from './layer-water.ts';
import { MoldIndex } from './mold.ts';
import { balanceOf, closes, prepare, unsettled, type Prepared } from './prepare.ts';
import { FREE } from './node-state.ts';
import type { FrostResult, SimulationFile, WallFace } from './types.ts';

const DAY = 24;
const YEAR = 8760;
const STARTS = monthStarts(YEAR);
/** The month of each hour of a year. */
const MONTH_OF = Uint8Array.from({ length: YEAR }, (_, h) => STARTS.findLastIndex((s) => s <= h));

/** Moisture content above which wood is damp, and to which a wet start is to dry, kg/kg. */
const DAMP = 0.2;
const DRY_AGAIN = 0.16;

/** So many times the judged year is gone through again: mold ratchets up over years. */
const REPLAYS = 10;

/** A face through the judged year. */
interface JudgedFace extends WallFace {
  /** Peak mold index, from 0 at the year's start. */
  mold: number;
  /** Peak mold index after the same year ten times over. */
  later: number;
  /** Most free water where neither side takes any up, kg/m². */
  water: number;
  /** The months in which the index rose most, and in which most water stood, 0 to 11. */
  grows: number;
  wettest: number;
}

/** A wooden sheet through the judged year. */
interface JudgedWood {
  layer: string;
  /** Highest moisture content as a mean of the sheet, kg/kg. */
  peak: number;
  /** The longest spell above 20 %, days. */
  damp: number;
  /** The month of the peak, 0 to 11. */
  month: number;
}

/** What the last year of a run shows. */
export interface JudgedRun {
  hours: number;
  /** Faces from indoors; face i is the inner face of layer i. */
  faces: JudgedFace[];
  woods: JudgedWood[];
  /** By layer of masonry, of the judged year. */
  frost: FrostResult[];
  /** When the watched layer first held less than 16 %, h; null for never. */
  dryTo16: number | null;
  notes: string[];
  /** Why it does not count, if it does not. */
  problem: string | null;
}

/** One face in the judged year, kept for the years after. */
class FaceYear {
  private readonly temperature = new Float64Array(YEAR);
  private readonly humidity = new Float64Array(YEAR);
  private readonly index: MoldIndex;
  private hours = 0;
  private peak = 0;
  private water = 0;
  private wettest = 0;
  private readonly rise = new Float64Array(12);
  private readonly face: WallFace;
  private readonly node: number;
  private readonly takesUp: boolean;

  constructor(face: WallFace, node: number, takesUp: boolean) {
    this.face = face;
    this.node = node;
    this.takesUp = takesUp;
    this.index = new MoldIndex(face.moldClass);
  }

  hour({ temperature, humidity }: Prepared['solver'], month: number): void {
    const t = temperature[this.node]!;
    const u = humidity[this.node]!;
    if (!this.takesUp && FREE * (u - 1) > this.water) {
      this.water = FREE * (u - 1);
      this.wettest = month;
    }
    this.temperature[this.hours] = t;
    this.humidity[this.hours] = u;
    this.hours++;
    const before = this.index.index;
    const index = this.index.hour(t, u);
    this.rise[month] = this.rise[month]! + Math.max(0, index - before);
    this.peak = Math.max(this.peak, index);
  }

  /** The years after, which are the same. */
  get result(): JudgedFace {
    const { index, hours, temperature, humidity } = this;
    let later = this.peak;
    // A year that ends without mold begins each of its repetitions as it began itself.
    for (let replay = 1; replay < REPLAYS && index.index > 0; replay++)
      for (let h = 0; h < hours; h++)
        later = Math.max(later, index.hour(temperature[h]!, humidity[h]!));
    const { face, peak, water, rise, wettest } = this;
    const grows = rise.indexOf(Math.max(...rise));
    return { ...face, mold: peak, later, water, grows, wettest };
  }
}

class WoodYear {
  private peak = 0;
  private month = 0;
  private spell = 0;
  private longest = 0;
  private readonly layer: string;
  private readonly water: LayerWater;

  constructor(layer: string, water: LayerWater) {
    this.layer = layer;
    this.water = water;
  }

  day({ humidity }: Prepared['solver'], month: number): void {
    const { mc } = this.water.content(humidity);
    if (mc > this.peak) {
      this.peak = mc;
      this.month = month;
    }
    this.spell = mc > DAMP ? this.spell + 1 : 0;
    this.longest = Math.max(this.longest, this.spell);
  }

  get result(): JudgedWood {
    return { layer: this.layer, peak: this.peak, damp: this.longest, month: this.month };
  }
}

const storesWater = ({ layers }: ResolvedWall, index: number): boolean =>
  layers[index]?.fill?.sorption !== undefined;

/**
 * A run of which only what a verdict needs is kept: mold, free water and damp wood in its last year, at every face. A
 * generator that yields the hours passed after each month of 30 days; told to stop, it ends there with a problem.
 *
 * @param file a validated simulation file of at least a year
 * @param weather hours where the file's climate does not make its own
 */
export function* judgedRunSteps(
  file: SimulationFile,
  weather: WeatherYear | null = null,
  materials: Materials = {},
): Generator<number, JudgedRun, boolean | undefined> {
  const { hours, start, watch } = file.transient;
  const run = prepare(file, weather, materials);
  const { wall, mesh, solver } = run;
  const faces = wallFaces(wall).map(
    (face, i) =>
      new FaceYear(
        face,
        i < mesh.from.length ? mesh.from[i]! : mesh.nodes - 1,
        storesWater(wall, i - 1) || storesWater(wall, i),
      ),
  );
  const woods = wall.layers
    .filter(
      ({ source, fill, fillId }) =>
        source.kind === 'sheet' && fill?.sorption && isWood(fillId!, fill),
    )
    .map(({ id, index }) => new WoodYear(id, new LayerWater(wall, mesh, index)));
  const watched = new LayerWater(
    wall,
    mesh,
    Math.max(
      0,
      wall.layers.findIndex(({ id }) => id === watch),
    ),
  );
  const frosts = FrostCount.of(wall, mesh);
  const judgedFrom = hours - YEAR;
  let dryTo16: number | null = null;
  let problem: string | null = null;
  let hour = 0;
  for (; hour < hours; hour++) {
    if (!run.pass(hour)) {
      problem = unsettled(hour);
      break;
    }
    const month = MONTH_OF[(start + hour) % YEAR]!;
    if (hour >= judgedFrom) for (let i = 0; i < faces.length; i++) faces[i]!.hour(solver, month);
    if (hour >= judgedFrom) for (const frost of frosts) frost.hour(solver);
    if ((hour + 1) % DAY === 0) {
      if (hour >= judgedFrom) for (const wood of woods) wood.day(solver, month);
      if (dryTo16 === null && watched.content(solver.humidity).mc < DRY_AGAIN) dryTo16 = hour + 1;
      if ((hour + 1) % (30 * DAY) === 0 && (yield hour + 1)) {
        problem = `Stopped after ${hour + 1} of ${hours} hours.`;
        hour++;
        break;
      }
    }
  }
  if (problem === null && !closes(balanceOf(solver, run.before)))
    problem = 'Heat or water does not balance to 0.1 %: do not rely on this run.';
  return {
    hours: hour,
    faces: faces.map(({ result }) => result),
    woods: woods.map(({ result }) => result),
    frost: frosts.map(({ result }) => result),
    dryTo16,
    notes: run.notes,
    problem,
  };
}
