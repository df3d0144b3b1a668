import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  formulaHour,
  HygroSolver,
  meshOf,
  vaporPressure,
  type FormulaClimate,
  type Hour,
  type Transient,
} from '@eldrun/core/transient';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';

/**
 * Nothing but the elimination of 2 × 2 blocks from one end to the other and back, as often as a run has iterations: what a
 * round of the solver is held against.
 *
 * @returns seconds
 */
function bareSweeps(nodes: number, iterations: number): number {
  const array = (length: number, value: number) => new Float64Array(length).fill(value);
  const lower = array(4 * nodes, -0.1);
  const diagonal = array(4 * nodes, 0.1);
  for (let i = 0; i < nodes; i++) diagonal[4 * i] = diagonal[4 * i + 3] = 1 + 1e-3 * i;
  const above = array(4 * nodes, -0.1);
  const upper = array(4 * nodes, 0);
  const right = array(2 * nodes, 0);
  let sum = 0;
  const begun = performance.now();
  for (let iteration = 0; iteration < iterations; iteration++) {
    for (let i = 0; i < nodes; i++) {
      const b = 4 * i;
      let [d0, d1, d2, d3] = [diagonal[b]!, diagonal[b + 1]!, diagonal[b + 2]!, diagonal[b + 3]!];
      let [r0, r1] = [1, 0.5];
      if (i > 0) {
        const a = b - 4;
        const [l0, l1, l2, l3] = [lower[b]!, lower[b + 1]!, lower[b + 2]!, lower[b + 3]!];
        const [u0, u1, u2, u3] = [upper[a]!, upper[a + 1]!, upper[a + 2]!, upper[a + 3]!];
        const [s0, s1] = [right[2 * i - 2]!, right[2 * i - 1]!];
        d0 -= l0 * u0 + l1 * u2;
        d1 -= l0 * u1 + l1 * u3;
        d2 -= l2 * u0 + l3 * u2;
        d3 -= l2 * u1 + l3 * u3;
        r0 -= l0 * s0 + l1 * s1;
        r1 -= l2 * s0 + l3 * s1;
      }
      const inverse = 1 / (d0 * d3 - d1 * d2);
      const [i0, i1, i2, i3] = [d3 * inverse, -d1 * inverse, -d2 * inverse, d0 * inverse];
      const [a0, a1, a2, a3] = [above[b]!, above[b + 1]!, above[b + 2]!, above[b + 3]!];
      upper[b] = i0 * a0 + i1 * a2;
      upper[b + 1] = i0 * a1 + i1 * a3;
      upper[b + 2] = i2 * a0 + i3 * a2;
      upper[b + 3] = i2 * a1 + i3 * a3;
      right[2 * i] = i0 * r0 + i1 * r1;
      right[2 * i + 1] = i2 * r0 + i3 * r1;
    }
    for (let i = nodes - 2; i >= 0; i--) {
      const b = 4 * i;
      const r0 = right[2 * i + 2]!;
      const r1 = right[2 * i + 3]!;
      right[2 * i] = right[2 * i]! - upper[b]! * r0 - upper[b + 1]! * r1;
      right[2 * i + 1] = right[2 * i + 1]! - upper[b + 2]! * r0 - upper[b + 3]! * r1;
    }
    sum += right[0]!;
  }
  if (!Number.isFinite(sum)) throw new Error('the bare sweep does not come to an end');
  return (performance.now() - begun) / 1000;
}

const CASE = join(
  import.meta.dirname,
  '../core/test/reference/transient/wall-north-base-rain.json',
);

/** Seconds that a wall takes for some hours, its nodes, and the state it comes to. */
function time(hours: number) {
  const { input } = JSON.parse(readFileSync(CASE, 'utf8')) as {
    input: { wall: WallFile; transient: Transient };
  };
  const { transient } = input;
  const climate = transient.climate as FormulaClimate;
  const mesh = meshOf(resolveWall(input.wall));
  const sheathing = input.wall.layers.findIndex(({ id }) => id === transient.watch);
  const cavity = input.wall.layers.findIndex(({ kind }) => kind === 'air');
  const places = {
    rain: mesh.to[sheathing]!,
    ventilated: mesh.airNode[cavity]!,
    leak: -1,
    leakInward: -1,
  };
  const start = (value: number) => new Float64Array(mesh.nodes).fill(value);
  const solver = new HygroSolver(mesh, transient.films!, places, {
    temperature: start(15),
    humidity: start(0.7),
  });
  const now: Hour = {
    indoorTemperature: 21,
    indoorPressure: 0,
    outdoorTemperature: 0,
    outdoorPressure: 0,
    outdoorFilm: null,
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

/** Three years hourly on one core, and what a round of Newton's method takes in bare sweeps. */
export function yearsFigures(): Record<string, number> {
  time(2000);
  bareSweeps(57, 20_000);
  const before = process.memoryUsage().rss;
  const years = time(THREE_YEARS);
  const memory = (process.memoryUsage().rss - before) / 1048576;
  const { iterations } = years.solver;
  return {
    'years: three years hourly, s': years.seconds,
    'years: nodes of that wall': years.nodes,
    'years: iterations of Newton an hour': iterations / THREE_YEARS,
    'years: memory grows by MB': memory,
    'years: an iteration over a bare sweep': years.seconds / bareSweeps(years.nodes, iterations),
  };
}
