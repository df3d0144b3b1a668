import { isWood } from '../materials/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import { FaceTally } from './faces.ts';
import { FrostCount } from './frost.ts';
import { LayerWater } from './layer-water.ts';
import type { Mesh } from './mesh.ts';
import { balanceOf, closes } from './prepare.ts';
import type { Stored, Totals } from './solver-types.ts';
import type { HygroSolver } from './solver.ts';
import { layerIndex } from './start.ts';
import {
  CAUSES,
  type Causes,
  type Course,
  type DepthField,
  type FaceResult,
  type Series,
  type SimulationResult,
  type Transient,
} from './types.ts';

const WEEK = 168;
const MONTH = 720;
const DAY = 24;

/** Moisture content above which wood is damp, and to which a wet layer is to dry, kg/kg. */
const DAMP = 0.2;
const DRY_AGAIN = 0.16;

/** Hours between two points of the course. */
const COURSE_EVERY = 6;

/** Keeps what a run is asked for, hour after hour. */
export class Recorder {
  readonly course: Course;
  readonly field: DepthField;
  private readonly watch: LayerWater;
  private readonly watchedFace: FaceTally;
  private readonly faces: FaceTally[];
  private readonly frost: FrostCount[];
  private readonly woods: { water: LayerWater; mc: number[] }[];
  private readonly wall: ResolvedWall;
  private readonly solver: HygroSolver;
  private readonly weekly: Series = { hour: [], mc: [], mcInner: [], temperature: [], rh: [] };
  private readonly monthly: Omit<Series, 'hour'> = { mc: [], mcInner: [], temperature: [], rh: [] };
  private readonly sums = { mc: 0, mcInner: 0, temperature: 0, rh: 0 };
  private readonly peak: SimulationResult['peak'];
  private end: { mc: number; mcInner: number };
  private dryTo16: number | null = null;
  private above = { hours: 0, longest: 0, now: 0 };

  constructor(wall: ResolvedWall, mesh: Mesh, transient: Transient, solver: HygroSolver) {
    this.solver = solver;
    const index = layerIndex(wall, transient.watch, 'transient.watch');
    this.wall = wall;
    this.watch = new LayerWater(wall, mesh, index);
    this.faces = FaceTally.of(wall, mesh);
    this.watchedFace = this.faces[index]!;
    this.frost = transient.facade ? FrostCount.of(wall, mesh) : [];
    this.end = this.watch.content(solver.humidity);
    this.peak = {
      mc: { value: this.end.mc, hour: 0 },
      mcInner: { value: this.end.mcInner, hour: 0 },
    };
    if (this.end.mc < DRY_AGAIN) this.dryTo16 = 0;
    const woods = wall.layers.filter(
      ({ source, fill, fillId, index: i }) =>
        fill?.sorption && (i === index || (source.kind === 'sheet' && isWood(fillId!, fill))),
    );
    this.woods = woods.map((layer) => ({ water: new LayerWater(wall, mesh, layer.index), mc: [] }));
    this.course = {
      every: COURSE_EVERY,
      hour: [],
      wood: woods.map(({ id }, i) => ({ layer: id, mc: this.woods[i]!.mc })),
      faces: this.faces.map(() => ({ temperature: [], rh: [], mold: [] })),
      outdoor: [],
      water: { indoors: [], outdoors: [], rain: [], facade: [], ventilation: [], leak: [] },
    };
    this.field = { depth: Array.from(mesh.depth), days: 0, temperature: [], rh: [] };
  }

  hour(hour: number, outdoor: number): void {
    const { solver, sums, weekly, monthly, watch, faces, frost } = this;
    const content = watch.content(solver.humidity);
    for (let i = 0; i < faces.length; i++) faces[i]!.hour(solver);
    for (let i = 0; i < frost.length; i++) frost[i]!.hour(solver);
    const { temperature, humidity: rh } = this.watchedFace;
    for (const key of ['mc', 'mcInner'] as const)
      if (content[key] > this.peak[key].value) this.peak[key] = { value: content[key], hour };
    if (this.dryTo16 === null && content.mc < DRY_AGAIN) {
      const t = (this.end.mc - DRY_AGAIN) / (this.end.mc - content.mc);
      this.dryTo16 = hour - 1 + t;
    }
    this.above.now = content.mc > DAMP ? this.above.now + 1 : 0;
    if (content.mc > DAMP) this.above.hours++;
    this.above.longest = Math.max(this.above.longest, this.above.now);
    this.end = content;
    sums.mc += content.mc;
    sums.mcInner += content.mcInner;
    sums.temperature += temperature;
    sums.rh += rh;
    if (hour % WEEK === 0) {
      weekly.hour.push(hour);
      weekly.mc.push(content.mc);
      weekly.mcInner.push(content.mcInner);
      weekly.temperature.push(temperature);
      weekly.rh.push(rh);
    }
    if (hour % MONTH === 0)
      for (const key of ['mc', 'mcInner', 'temperature', 'rh'] as const) {
        monthly[key].push(sums[key] / MONTH);
        sums[key] = 0;
      }
    if (hour % COURSE_EVERY === 0) {
      const { course } = this;
      course.hour.push(hour);
      for (const { water, mc } of this.woods) mc.push(water.content(solver.humidity).mc);
      faces.forEach((face, i) => face.record(course.faces[i]!));
      course.outdoor.push(outdoor);
      const passed = causesOf(solver.totals);
      for (const cause of CAUSES) course.water[cause].push(passed[cause]);
    }
    if (hour % DAY === 0) {
      this.field.days++;
      this.field.temperature.push(Array.from(solver.temperature));
      this.field.rh.push(Array.from(solver.humidity, (u) => Math.min(1, u)));
    }
  }

  result(hours: number, before: Stored, notes: string[], problem: string | null): SimulationResult {
    const { totals } = this.solver;
    const causes = causesOf(totals);
    const balance = balanceOf(this.solver, before);
    const faces = this.faces.map(({ result }) => result);
    const open = !closes(balance);
    return {
      hours,
      weekly: this.weekly,
      monthly: this.monthly,
      peak: this.peak,
      end: this.end,
      dryTo16: this.dryTo16,
      totals: {
        heatIn: totals.heatIn / 1e6,
        moistureIn: totals.moistureIn,
        heatOut: totals.heatOut / 1e6,
        moistureOut: totals.moistureOut,
      },
      balance,
      mold: this.watchedFace.result.mold,
      faces,
      frost: this.frost.map(({ result }) => result),
      fasteners: this.fasteners(faces),
      causes,
      above20: { hours: this.above.hours, longest: this.above.longest },
      notes,
      problem:
        problem ??
        (open ? 'Heat or water does not balance to 0.1 %: do not rely on this run.' : null),
    };
  }
  /** The wettest face along each row of the wall's fasteners. */
  private fasteners(faces: FaceResult[]): SimulationResult['fasteners'] {
    const { file, layers } = this.wall;
    return (file.fasteners ?? []).map(({ from, to }) => {
      const [a, b] = [from, to].map((id) => layers.findIndex((layer) => layer.id === id)) as [
        number,
        number,
      ];
      const met = faces.slice(Math.min(a, b), Math.max(a, b) + 2);
      return { from, to, wetHours: Math.max(...met.map(({ wetHours }) => wetHours)) };
    });
  }
}

function causesOf(totals: Totals): Causes {
  const { moistureIn, moistureOut, rain, facade, ventilation, leak } = totals;
  return { indoors: moistureIn, outdoors: moistureOut, rain, facade, ventilation, leak };
}
