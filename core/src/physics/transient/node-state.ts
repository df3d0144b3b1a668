import { saturationPressure } from '../climate/index.ts';
import { AIR_HEAT, KELVIN, LATENT, VAPOR_CONSTANT, WATER_HEAT } from './constants.ts';
import type { Mesh } from './mesh.ts';
import type { Stored } from './solver-types.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { exp } = Math;

/** Free water makes φ grow beyond 1 by one for each of so much, kg/m². */
export const FREE = 2;

/**
 * Saturation pressure (wall-file rule 8), Pa, from −60 to 90 °C in steps of 1/64 K: on a straight line between them it is
 * within 2e-7 of itself, and no exponential is taken at every node.
 */
const COLDEST = -60;
const FINENESS = 64;
const LAST = 150 * FINENESS;
const SATURATION = Float64Array.from({ length: LAST + 1 }, (_, k) =>
  saturationPressure(COLDEST + k / FINENESS),
);

/** The nodes of a wall: their temperature and humidity, and what follows from both. */
export class NodeState {
  readonly temperature: Float64Array;
  /** φ; beyond 1 with free water. */
  readonly humidity: Float64Array;
  /** Water at each node, kg/m², free water and vapor of air nodes included; heat above 0 °C, J/m². */
  readonly water: Float64Array;
  readonly heat: Float64Array;
  /** By node: p, ∂p/∂θ, ∂p/∂φ, ∂W/∂φ. */
  readonly p: Float64Array;
  readonly pT: Float64Array;
  readonly pU: Float64Array;
  readonly wU: Float64Array;
  private readonly mesh: Mesh;
  /** Where each node's sorption curve was read last. */
  private readonly segment: Int32Array;

  /** @param initial by node: °C and φ */
  constructor(mesh: Mesh, initial: { temperature: Float64Array; humidity: Float64Array }) {
    const { nodes } = mesh;
    this.mesh = mesh;
    this.temperature = initial.temperature.slice();
    this.humidity = initial.humidity.slice();
    this.segment = Int32Array.from({ length: nodes }, (_, i) => mesh.tableStart[i]!);
    this.water = new Float64Array(nodes);
    this.heat = new Float64Array(nodes);
    this.p = new Float64Array(nodes);
    this.pT = new Float64Array(nodes);
    this.pU = new Float64Array(nodes);
    this.wU = new Float64Array(nodes);
    this.update();
  }

  /** All that the wall holds. */
  stored(): Stored {
    let water = 0;
    let heat = 0;
    for (let i = 0; i < this.mesh.nodes; i++) {
      water += this.water[i]!;
      heat += this.heat[i]!;
    }
    return { water, heat };
  }

  /** Pressures and what is stored at the nodes, and how both change. */
  update(): void {
    const { temperature, humidity, p, pT, pU, wU, water, heat, segment } = this;
    const { nodes, tableStart, tableX, tableY, capacity, air } = this.mesh;
    for (let i = 0; i < nodes; i++) {
      const t = temperature[i]!;
      const u = humidity[i]!;
      let saturation: number;
      let slope: number;
      const x = (t - COLDEST) * FINENESS;
      if (x >= 0 && x < LAST) {
        const k = x | 0;
        const y = SATURATION[k]!;
        const rise = SATURATION[k + 1]! - y;
        saturation = y + rise * (x - k);
        slope = rise * FINENESS;
      } else {
        const a = t >= 0 ? 17.269 : 21.875;
        const b = t >= 0 ? 237.3 : 265.5;
        saturation = 610.5 * exp((a * t) / (b + t));
        slope = (saturation * a * b) / ((b + t) * (b + t));
      }
      const phi = u < 1 ? u : 1;
      p[i] = phi * saturation;
      pT[i] = phi * slope;
      pU[i] = u < 1 ? saturation : 0;
      let w: number;
      let dw: number;
      const end = tableStart[i + 1]! - 1;
      if (u >= 1) {
        w = tableY[end]! + FREE * (u - 1);
        dw = FREE;
      } else {
        let s = segment[i]!;
        while (s + 1 < end && tableX[s + 1]! <= u) s++;
        while (s > tableStart[i]! && tableX[s]! > u) s--;
        segment[i] = s;
        dw = (tableY[s + 1]! - tableY[s]!) / (tableX[s + 1]! - tableX[s]!);
        w = tableY[s]! + dw * (u - tableX[s]!);
      }
      let vapor = 0;
      if (air[i]! > 0) vapor = (air[i]! * p[i]!) / (VAPOR_CONSTANT * (t + KELVIN));
      wU[i] = dw;
      water[i] = w + vapor;
      heat[i] = (capacity[i]! + air[i]! * AIR_HEAT + WATER_HEAT * (w + vapor)) * t + LATENT * vapor;
    }
  }
}
