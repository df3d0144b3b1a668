import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  formulaHour,
  HygroSolver,
  meshOf,
  resolveWall,
  vaporPressure,
  type FormulaClimate,
  type Hour,
  type Transient,
  type WallFile,
} from '@eldrun/core';

/** The same equations with Newton's matrix as one dense table, eliminated by the textbook: what ours is compared with. */
class DenseSolver extends HygroSolver {
  protected override solve(): boolean {
    const { lower, diagonal, upper, right } = this;
    const n = this.mesh.nodes;
    const size = 2 * n;
    const matrix = Array.from({ length: size }, () => new Float64Array(size));
    for (let i = 0; i < n; i++)
      for (let r = 0; r < 2; r++)
        for (let c = 0; c < 2; c++) {
          const at = 4 * i + 2 * r + c;
          matrix[2 * i + r]![2 * i + c] = diagonal[at]!;
          if (i > 0) matrix[2 * i + r]![2 * i - 2 + c] = lower[at]!;
          if (i + 1 < n) matrix[2 * i + r]![2 * i + 2 + c] = upper[at]!;
        }
    const order = Array.from({ length: size }, (_, i) => i);
    for (let k = 0; k < size; k++) {
      let pivot = k;
      for (let i = k + 1; i < size; i++)
        if (Math.abs(matrix[order[i]!]![k]!) > Math.abs(matrix[order[pivot]!]![k]!)) pivot = i;
      [order[k], order[pivot]] = [order[pivot]!, order[k]!];
      const row = matrix[order[k]!]!;
      if (row[k] === 0) return false;
      for (let i = k + 1; i < size; i++) {
        const other = matrix[order[i]!]!;
        const factor = other[k]! / row[k]!;
        for (let j = k; j < size; j++) other[j] = other[j]! - factor * row[j]!;
        right[order[i]!] = right[order[i]!]! - factor * right[order[k]!]!;
      }
    }
    const solution = new Float64Array(size);
    for (let k = size - 1; k >= 0; k--) {
      const row = matrix[order[k]!]!;
      let sum = right[order[k]!]!;
      for (let j = k + 1; j < size; j++) sum -= row[j]! * solution[j]!;
      solution[k] = sum / row[k]!;
    }
    right.set(solution);
    return true;
  }
}

const CASE = join(
  import.meta.dirname,
  '../core/test/reference/transient/wall-north-base-rain.json',
);

/** Seconds that a wall takes for some hours, its nodes, and the state it comes to. */
function time(Solver: typeof HygroSolver, hours: number) {
  const { input } = JSON.parse(readFileSync(CASE, 'utf8')) as {
    input: { wall: WallFile; transient: Transient };
  };
  const { transient } = input;
  const climate = transient.climate as FormulaClimate;
  const mesh = meshOf(resolveWall(input.wall));
  const sheathing = input.wall.layers.findIndex(({ id }) => id === transient.watch);
  const cavity = input.wall.layers.findIndex(({ kind }) => kind === 'air');
  const places = { rain: mesh.to[sheathing]!, ventilated: mesh.airNode[cavity]!, leak: -1 };
  const start = (value: number) => new Float64Array(mesh.nodes).fill(value);
  const solver = new Solver(mesh, transient.films!, places, {
    temperature: start(15),
    humidity: start(0.7),
  });
  const now: Hour = {
    indoorTemperature: 21,
    indoorPressure: 0,
    outdoorTemperature: 0,
    outdoorPressure: 0,
    outdoorFilm: 25,
    radiation: 0,
    rain: 0,
    facade: 0,
    ventilation: (50 * input.wall.layers[cavity]!.thickness) / 3600,
    leak: 0,
  };
  const begun = performance.now();
  for (let h = 0; h < hours; h++) {
    const { temperature, rh, sun, rain, indoorRh } = formulaHour(
      climate,
      'north',
      transient.start + h,
    );
    now.indoorPressure = vaporPressure(21, indoorRh);
    now.outdoorTemperature = temperature;
    now.outdoorPressure = vaporPressure(temperature, rh);
    now.radiation = 0.6 * sun;
    now.rain = (0.01 * rain) / 3600;
    if (!solver.hour(now)) throw new Error(`the run does not settle in hour ${h}`);
  }
  return { seconds: (performance.now() - begun) / 1000, nodes: mesh.nodes, solver };
}

const THREE_YEARS = 3 * 8760;
/** The dense form is timed over so many hours, ours over the same beside it. */
const COMPARED = 240;

/** Three years hourly on one core, and how many times as long the dense form takes for the same states. */
export function yearsFigures(): Record<string, number> {
  time(HygroSolver, 2000);
  const before = process.memoryUsage().rss;
  const years = time(HygroSolver, THREE_YEARS);
  const memory = (process.memoryUsage().rss - before) / 1048576;
  const ours = time(HygroSolver, COMPARED);
  const dense = time(DenseSolver, COMPARED);
  const apart = Math.max(
    ...dense.solver.temperature.map((t, i) => Math.abs(t - ours.solver.temperature[i]!)),
  );
  if (apart > 1e-4) throw new Error(`the dense form comes to another state, ${apart} K apart`);
  return {
    'years: three years hourly, s': years.seconds,
    'years: nodes of that wall': years.nodes,
    'years: rounds of Newton an hour': years.solver.rounds / THREE_YEARS,
    'years: memory grows by MB': memory,
    'years: dense form over ours': dense.seconds / ours.seconds,
  };
}
