import type { Table } from '../materials/index.ts';
import { AIR_HEAT, KELVIN, LATENT, VAPOR_CONSTANT, WATER_HEAT } from './constants.ts';
import { BY_PERMEANCE, BY_RESISTANCE, CONSTANT, type Mesh } from './mesh.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { exp, abs, max, min } = Math;

/** What stands on both sides of the wall through one hour. */
export interface Hour {
  indoorTemperature: number;
  indoorPressure: number;
  outdoorTemperature: number;
  outdoorPressure: number;
  /** Heat film outdoors, W/(m²K). */
  outdoorFilm: number;
  /** Radiation taken up by the outer surface, less what it sends to the sky, W/m². */
  radiation: number;
  /** Liquid water put in at the rain's node, and rain that meets the outer face, kg/(m²·s). */
  rain: number;
  facade: number;
  /** Air exchanged with outdoors at the ventilated node, and with indoors at the leak's, m³/(m²·s). */
  ventilation: number;
  leak: number;
}

/** Surface films: W/(m²K) and kg/(s·m²·Pa). */
export interface Films {
  indoor: { heat: number; vapor: number };
  outdoor: { heat: number; vapor: number };
}

/** Where rain, ventilation and leak act: nodes, or −1. */
export interface Places {
  rain: number;
  ventilated: number;
  leak: number;
}

/** What passed in a run, J/m² and kg/m², positive into the wall. */
export interface Totals {
  heatIn: number;
  heatOut: number;
  moistureIn: number;
  moistureOut: number;
  /** By cause: rain behind the cladding, rain that it took up, ventilation, leak. */
  rain: number;
  facade: number;
  ventilation: number;
  leak: number;
  heatOther: number;
}

/** Water, kg/m², and heat above 0 °C, J/m². */
export interface Stored {
  water: number;
  heat: number;
}

/** Free water makes φ grow beyond 1 by one for each of so much, kg/m². */
export const FREE = 2;

/** Water that clings to the outer face at most, kg/m²; the more there is, the more runs off. */
const FILM = 0.1;

/** How well each node's balance must close in a step: kg/m² and J/m². */
const MOISTURE_CLOSES = 1e-8;
const HEAT_CLOSES = 10;

/** Rounds of Newton's method before the step is halved, and the shortest step, s. */
const MOST_ROUNDS = 60;
const SHORTEST = 3600 / 256;

/** Rounds of whole moves; after them a move that makes things worse is halved, down to this share. */
const PLAIN_ROUNDS = 5;
const SHORTEST_SHARE = 1 / 256;

/** The longest move of φ in a round. */
const LONGEST_MOVE = 0.3;

/**
 * Coupled heat and moisture transport in one dimension by EN 15026: finite volumes about nodes, backward Euler, Newton's
 * method on temperature and humidity at once, the 2 × 2 blocks eliminated from one end to the other. Balances are
 * written in what is stored, so that water and heat close with the iteration.
 *
 *     ∂w/∂t = −∂(g_v + g_l)/∂x
 *     ∂[(ρc + c_w w) θ]/∂t = −∂q/∂x,  q = −λ ∂θ/∂x + L g_v + c_w θ (g_v + g_l)
 *
 * φ above 1 stands for free water, which only evaporates.
 */
export class HygroSolver {
  readonly temperature: Float64Array;
  /** φ; beyond 1 with free water. */
  readonly humidity: Float64Array;
  readonly totals: Totals = {
    heatIn: 0,
    heatOut: 0,
    moistureIn: 0,
    moistureOut: 0,
    rain: 0,
    facade: 0,
    ventilation: 0,
    leak: 0,
    heatOther: 0,
  };
  /** Rounds and steps so far. */
  rounds = 0;
  steps = 0;

  protected readonly mesh: Mesh;
  private readonly films: Films;
  /** By element: its table of vapor flattened, from `vaporStart` on, and where it was read last. */
  private readonly vaporStart: Int32Array;
  private readonly vaporX: Float64Array;
  private readonly vaporY: Float64Array;
  private readonly vaporSegment: Int32Array;
  /** By element: whether it has neither liquid transport nor λ by temperature. */
  private readonly plain: Uint8Array;
  private readonly places: Places;
  private readonly segment: Int32Array;
  private readonly water: Float64Array;
  private readonly heat: Float64Array;
  private readonly oldWater: Float64Array;
  private readonly oldHeat: Float64Array;
  private readonly oldTemperature: Float64Array;
  private readonly oldHumidity: Float64Array;
  private readonly baseTemperature: Float64Array;
  private readonly baseHumidity: Float64Array;
  private readonly moveTemperature: Float64Array;
  private readonly moveHumidity: Float64Array;
  /** By node: p, ∂p/∂θ, ∂p/∂φ, ∂W/∂φ. */
  private readonly p: Float64Array;
  private readonly pT: Float64Array;
  private readonly pU: Float64Array;
  private readonly wU: Float64Array;
  /** Blocks of the matrix, four numbers a node each, and the right side. */
  protected readonly lower: Float64Array;
  protected readonly diagonal: Float64Array;
  protected readonly upper: Float64Array;
  protected readonly right: Float64Array;
  private step: number;
  private readonly longest: number;
  /** Rates at the last assembly, W/m² and kg/(m²s). */
  private readonly rate: Totals = { ...this.totals };

  /**
   * @param places nodes where rain, ventilation and leak act
   * @param initial by node: °C and φ
   * @param longest step, s
   */
  constructor(
    mesh: Mesh,
    films: Films,
    places: Places,
    initial: { temperature: Float64Array; humidity: Float64Array },
    longest = 3600,
  ) {
    this.longest = longest;
    this.step = longest;
    const { nodes } = mesh;
    const array = (length = nodes) => new Float64Array(length);
    this.mesh = mesh;
    this.films = films;
    this.places = places;
    this.temperature = initial.temperature.slice();
    this.humidity = initial.humidity.slice();
    this.segment = Int32Array.from({ length: nodes }, (_, i) => mesh.tableStart[i]!);
    const tables = mesh.vaporTable.map((table) => table ?? []);
    this.vaporStart = new Int32Array(nodes);
    tables.forEach((table, k) => (this.vaporStart[k + 1] = this.vaporStart[k]! + table.length));
    this.vaporX = Float64Array.from(tables.flat(), ([x]) => x);
    this.vaporY = Float64Array.from(tables.flat(), ([, y]) => y);
    this.vaporSegment = this.vaporStart.slice();
    this.plain = Uint8Array.from(mesh.wet, (wet, k) => (wet || mesh.heatTable[k] ? 0 : 1));
    this.water = array();
    this.heat = array();
    this.oldWater = array();
    this.oldHeat = array();
    this.oldTemperature = array();
    this.oldHumidity = array();
    this.baseTemperature = array();
    this.baseHumidity = array();
    this.moveTemperature = array();
    this.moveHumidity = array();
    this.p = array();
    this.pT = array();
    this.pU = array();
    this.wU = array();
    this.lower = array(4 * nodes);
    this.diagonal = array(4 * nodes);
    this.upper = array(4 * nodes);
    this.right = array(2 * nodes);
    this.nodesAt();
  }

  /** Water at each node, kg/m², free water and vapor of air nodes included. */
  get waterAt(): Float64Array {
    return this.water;
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

  /**
   * Lets an hour pass.
   *
   * @returns false where even the shortest step does not settle; the state is then that before the step that failed
   */
  hour(now: Hour, seconds = 3600): boolean {
    let left = seconds;
    while (left > 1e-9) {
      const dt = min(this.step, left);
      if (this.advance(now, dt)) {
        left -= dt;
        this.steps++;
        if (this.step < this.longest) this.step = min(this.longest, 2 * this.step);
      } else {
        if (dt <= SHORTEST) return false;
        this.step = dt / 2;
      }
    }
    return true;
  }

  private advance(now: Hour, dt: number): boolean {
    const { nodes } = this.mesh;
    const { temperature, humidity, right } = this;
    this.oldWater.set(this.water);
    this.oldHeat.set(this.heat);
    this.oldTemperature.set(temperature);
    this.oldHumidity.set(humidity);
    const { baseTemperature, baseHumidity, moveTemperature, moveHumidity } = this;
    let share = 1;
    let before = Infinity;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      if (round > 0) this.nodesAt();
      const off = this.assemble(now, dt);
      this.rounds++;
      if (off <= 1 && round > 0) {
        this.add(dt);
        return true;
      }
      if (round > PLAIN_ROUNDS && off >= before && share > SHORTEST_SHARE) {
        // Across the kinks of the tables and of saturation a whole move can lead away: half of it, then.
        share /= 2;
      } else {
        if (!this.solve()) break;
        before = off;
        share = 1;
        baseTemperature.set(temperature);
        baseHumidity.set(humidity);
        for (let i = 0; i < nodes; i++) {
          moveTemperature[i] = right[2 * i]!;
          moveHumidity[i] = max(-LONGEST_MOVE, min(LONGEST_MOVE, right[2 * i + 1]!));
        }
      }
      for (let i = 0; i < nodes; i++) {
        temperature[i] = baseTemperature[i]! + share * moveTemperature[i]!;
        humidity[i] = max(1e-6, baseHumidity[i]! + share * moveHumidity[i]!);
      }
    }
    temperature.set(this.oldTemperature);
    humidity.set(this.oldHumidity);
    this.nodesAt();
    return false;
  }

  private add(dt: number): void {
    const { totals, rate } = this;
    totals.heatIn += rate.heatIn * dt;
    totals.heatOut += rate.heatOut * dt;
    totals.moistureIn += rate.moistureIn * dt;
    totals.moistureOut += rate.moistureOut * dt;
    totals.rain += rate.rain * dt;
    totals.facade += rate.facade * dt;
    totals.ventilation += rate.ventilation * dt;
    totals.leak += rate.leak * dt;
    totals.heatOther += rate.heatOther * dt;
  }

  /** Pressures and what is stored at the nodes, and how both change. */
  private nodesAt(): void {
    const { temperature, humidity, p, pT, pU, wU, water, heat, segment } = this;
    const { nodes, tableStart, tableX, tableY, capacity, air } = this.mesh;
    for (let i = 0; i < nodes; i++) {
      const t = temperature[i]!;
      const u = humidity[i]!;
      const a = t >= 0 ? 17.269 : 21.875;
      const b = t >= 0 ? 237.3 : 265.5;
      const saturation = 610.5 * exp((a * t) / (b + t));
      const slope = (saturation * a * b) / ((b + t) * (b + t));
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

  /** Sets up Newton's equations; returns by how much the worst balance is off, in what it must close to: 1 is closed. */
  private assemble(now: Hour, dt: number): number {
    const { mesh, temperature, humidity, p, pT, pU, wU, water, heat } = this;
    const { lower, diagonal, upper, right, rate, films } = this;
    const { nodes, vapor, vaporKind, heatTable, capacity, air } = mesh;
    const { plain, vaporStart, vaporX, vaporY, vaporSegment } = this;
    for (let i = 0; i < nodes; i++) {
      const t = temperature[i]!;
      const airWater = air[i]! > 0 ? air[i]! / (VAPOR_CONSTANT * (t + KELVIN)) : 0;
      const wu = wU[i]! + airWater * pU[i]!;
      const wt = airWater * (pT[i]! - p[i]! / (t + KELVIN));
      const d = 4 * i;
      diagonal[d] =
        (capacity[i]! +
          air[i]! * AIR_HEAT +
          WATER_HEAT * water[i]! +
          (WATER_HEAT * t + LATENT) * wt) /
        dt;
      diagonal[d + 1] = (WATER_HEAT * t * wu + LATENT * airWater * pU[i]!) / dt;
      diagonal[d + 2] = wt / dt;
      diagonal[d + 3] = wu / dt;
      right[2 * i] = (this.oldHeat[i]! - heat[i]!) / dt;
      right[2 * i + 1] = (this.oldWater[i]! - water[i]!) / dt;
    }
    for (let k = 0; k + 1 < nodes; k++) {
      const ta = temperature[k]!;
      const tb = temperature[k + 1]!;
      const ua = humidity[k]!;
      const ub = humidity[k + 1]!;
      const simple = plain[k] === 1;
      const table = simple ? null : heatTable[k];
      let c = table ? tableAt(table, (ta + tb) / 2) / mesh.length[k]! : mesh.heat[k]!;
      const wet = simple ? null : mesh.wet[k];
      let wa = 0;
      let wb = 0;
      let sa = 0;
      let sb = 0;
      if (wet) {
        wa = tableAt(wet.sorption, ua < 1 ? ua : 1);
        sa = ua < 1 ? tableSlope : 0;
        wb = tableAt(wet.sorption, ub < 1 ? ub : 1);
        sb = ub < 1 ? tableSlope : 0;
        c += (wet.conductivity * (wa + wb)) / 2 / mesh.length[k]!;
      }
      let g = vapor[k]!;
      let gSlope = 0;
      if (vaporKind[k] !== CONSTANT) {
        const mean = ((ua < 1 ? ua : 1) + (ub < 1 ? ub : 1)) / 2;
        const start = vaporStart[k]!;
        const end = vaporStart[k + 1]! - 1;
        let value: number;
        let slope = 0;
        if (mean <= vaporX[start]!) value = vaporY[start]!;
        else if (mean >= vaporX[end]!) value = vaporY[end]!;
        else {
          let s = vaporSegment[k]!;
          while (vaporX[s + 1]! < mean) s++;
          while (vaporX[s]! > mean) s--;
          vaporSegment[k] = s;
          slope = (vaporY[s + 1]! - vaporY[s]!) / (vaporX[s + 1]! - vaporX[s]!);
          value = vaporY[s]! + slope * (mean - vaporX[s]!);
        }
        if (vaporKind[k] === BY_PERMEANCE) {
          gSlope = g * slope;
          g *= value;
        } else if (vaporKind[k] === BY_RESISTANCE) {
          gSlope = (-g * slope) / (value * value);
          g /= value;
        }
      }
      const dp = p[k]! - p[k + 1]!;
      const gv = g * dp;
      const half = 0.5 * gSlope * dp;
      let ga = g * pU[k]! + (ua < 1 ? half : 0);
      let gb = -g * pU[k + 1]! + (ub < 1 ? half : 0);
      const gta = g * pT[k]!;
      const gtb = -g * pT[k + 1]!;
      const latentA = LATENT * ga;
      const latentB = LATENT * gb;
      let flow = gv;
      if (wet?.diffusivity) {
        const da = tableAt(wet.diffusivity, wa);
        const daSlope = tableSlope;
        const db = tableAt(wet.diffusivity, wb);
        const dbSlope = tableSlope;
        const d = (da + db) / 2 / mesh.length[k]!;
        const across = (wa - wb) / mesh.length[k]! / 2;
        flow += d * (wa - wb);
        ga += (d + across * daSlope) * sa;
        gb += (-d + across * dbSlope) * sb;
      }
      const tm = (ta + tb) / 2;
      const q = c * (ta - tb) + LATENT * gv + WATER_HEAT * tm * flow;
      const qta = c + LATENT * gta + WATER_HEAT * (0.5 * flow + tm * gta);
      const qtb = -c + LATENT * gtb + WATER_HEAT * (0.5 * flow + tm * gtb);
      const qa = latentA + WATER_HEAT * tm * ga;
      const qb = latentB + WATER_HEAT * tm * gb;
      const a = 4 * k;
      const b = a + 4;
      diagonal[a] = diagonal[a]! + qta;
      diagonal[a + 1] = diagonal[a + 1]! + qa;
      diagonal[a + 2] = diagonal[a + 2]! + gta;
      diagonal[a + 3] = diagonal[a + 3]! + ga;
      upper[a] = qtb;
      upper[a + 1] = qb;
      upper[a + 2] = gtb;
      upper[a + 3] = gb;
      lower[b] = -qta;
      lower[b + 1] = -qa;
      lower[b + 2] = -gta;
      lower[b + 3] = -ga;
      diagonal[b] = diagonal[b]! - qtb;
      diagonal[b + 1] = diagonal[b + 1]! - qb;
      diagonal[b + 2] = diagonal[b + 2]! - gtb;
      diagonal[b + 3] = diagonal[b + 3]! - gb;
      right[2 * k] = right[2 * k]! - q;
      right[2 * k + 1] = right[2 * k + 1]! - flow;
      right[2 * k + 2] = right[2 * k + 2]! + q;
      right[2 * k + 3] = right[2 * k + 3]! + flow;
    }

    const last = nodes - 1;
    const { indoor, outdoor } = films;
    this.film(0, now.indoorTemperature, now.indoorPressure, indoor.heat, indoor.vapor);
    rate.heatIn = filmHeat;
    rate.moistureIn = filmWater;
    this.film(last, now.outdoorTemperature, now.outdoorPressure, now.outdoorFilm, outdoor.vapor);
    rate.heatOut = filmHeat + now.radiation;
    rate.moistureOut = filmWater;
    right[2 * last] = right[2 * last]! + now.radiation;
    rate.heatOther = 0;
    rate.rain = 0;
    if (this.places.rain >= 0 && now.rain > 0) {
      const i = this.places.rain;
      const warmth = WATER_HEAT * temperature[i]! * now.rain;
      right[2 * i] = right[2 * i]! + warmth;
      right[2 * i + 1] = right[2 * i + 1]! + now.rain;
      diagonal[4 * i] = diagonal[4 * i]! - WATER_HEAT * now.rain;
      rate.rain = now.rain;
      rate.heatOther += warmth;
    }
    rate.facade = 0;
    if (now.facade > 0) {
      const free = max(0, humidity[last]! - 1) * FREE;
      // Beyond a full film the excess runs off.
      const taken = now.facade * (1 - free / FILM);
      const takenU = humidity[last]! >= 1 ? (-now.facade * FREE) / FILM : 0;
      const warm = WATER_HEAT * temperature[last]!;
      this.take(last, warm * taken, WATER_HEAT * taken, warm * takenU, taken, 0, takenU);
      rate.facade = filmWater;
      rate.heatOther += filmHeat;
    }
    rate.ventilation = 0;
    if (this.places.ventilated >= 0 && now.ventilation > 0) {
      this.exchange(
        this.places.ventilated,
        now.ventilation,
        now.outdoorTemperature,
        now.outdoorPressure,
      );
      rate.ventilation = filmWater;
      rate.heatOther += filmHeat;
    }
    rate.leak = 0;
    if (this.places.leak >= 0 && now.leak > 0) {
      this.exchange(this.places.leak, now.leak, now.indoorTemperature, now.indoorPressure);
      rate.leak = filmWater;
      rate.heatOther += filmHeat;
    }

    let off = 0;
    for (let i = 0; i < nodes; i++) {
      const water = (abs(right[2 * i + 1]!) * dt) / MOISTURE_CLOSES;
      const warmth = (abs(right[2 * i]!) * dt) / HEAT_CLOSES;
      if (!(water <= off)) off = water;
      if (!(warmth <= off)) off = warmth;
    }
    return off;
  }

  /** Heat and vapor through a surface film into node i. */
  private film(i: number, air: number, pressure: number, heat: number, vapor: number): void {
    const t = this.temperature[i]!;
    const tm = (air + t) / 2;
    const g = vapor * (pressure - this.p[i]!);
    const gt = -vapor * this.pT[i]!;
    const gu = -vapor * this.pU[i]!;
    const enthalpy = LATENT + WATER_HEAT * tm;
    this.take(
      i,
      heat * (air - t) + enthalpy * g,
      -heat + enthalpy * gt + 0.5 * WATER_HEAT * g,
      enthalpy * gu,
      g,
      gt,
      gu,
    );
  }

  /** Air that is exchanged at node i: m³/(m²·s) of air at a temperature and vapor pressure. */
  private exchange(i: number, volume: number, air: number, pressure: number): void {
    const t = this.temperature[i]!;
    const tk = t + KELVIN;
    const tm = (air + t) / 2;
    const v = volume / VAPOR_CONSTANT;
    const g = v * (pressure / (air + KELVIN) - this.p[i]! / tk);
    const gt = (-v * (this.pT[i]! - this.p[i]! / tk)) / tk;
    const gu = (-v * this.pU[i]!) / tk;
    const enthalpy = LATENT + WATER_HEAT * tm;
    const warm = volume * AIR_HEAT;
    this.take(
      i,
      warm * (air - t) + enthalpy * g,
      -warm + enthalpy * gt + 0.5 * WATER_HEAT * g,
      enthalpy * gu,
      g,
      gt,
      gu,
    );
  }

  /** Adds a source to node i, with its changes by temperature and humidity. */
  private take(
    i: number,
    q: number,
    qt: number,
    qu: number,
    g: number,
    gt: number,
    gu: number,
  ): void {
    const { diagonal, right } = this;
    const d = 4 * i;
    diagonal[d] = diagonal[d]! - qt;
    diagonal[d + 1] = diagonal[d + 1]! - qu;
    diagonal[d + 2] = diagonal[d + 2]! - gt;
    diagonal[d + 3] = diagonal[d + 3]! - gu;
    right[2 * i] = right[2 * i]! + q;
    right[2 * i + 1] = right[2 * i + 1]! + g;
    filmHeat = q;
    filmWater = g;
  }

  /** Block elimination (Thomas); the moves come to stand in `right`. False where a block cannot be inverted. */
  protected solve(): boolean {
    const { lower, diagonal: d, upper, right } = this;
    const { nodes } = this.mesh;
    for (let i = 0; i < nodes; i++) {
      const b = 4 * i;
      if (i > 0) {
        const a = b - 4;
        // The block before is inverted already: its upper block and right side are multiplied by the inverse.
        const l0 = lower[b]!;
        const l1 = lower[b + 1]!;
        const l2 = lower[b + 2]!;
        const l3 = lower[b + 3]!;
        d[b] = d[b]! - l0 * upper[a]! - l1 * upper[a + 2]!;
        d[b + 1] = d[b + 1]! - l0 * upper[a + 1]! - l1 * upper[a + 3]!;
        d[b + 2] = d[b + 2]! - l2 * upper[a]! - l3 * upper[a + 2]!;
        d[b + 3] = d[b + 3]! - l2 * upper[a + 1]! - l3 * upper[a + 3]!;
        const r0 = right[2 * i - 2]!;
        const r1 = right[2 * i - 1]!;
        right[2 * i] = right[2 * i]! - l0 * r0 - l1 * r1;
        right[2 * i + 1] = right[2 * i + 1]! - l2 * r0 - l3 * r1;
      }
      const determinant = d[b]! * d[b + 3]! - d[b + 1]! * d[b + 2]!;
      if (!(abs(determinant) > 0) || !Number.isFinite(determinant)) return false;
      const i0 = d[b + 3]! / determinant;
      const i1 = -d[b + 1]! / determinant;
      const i2 = -d[b + 2]! / determinant;
      const i3 = d[b]! / determinant;
      const u0 = upper[b]!;
      const u1 = upper[b + 1]!;
      const u2 = upper[b + 2]!;
      const u3 = upper[b + 3]!;
      upper[b] = i0 * u0 + i1 * u2;
      upper[b + 1] = i0 * u1 + i1 * u3;
      upper[b + 2] = i2 * u0 + i3 * u2;
      upper[b + 3] = i2 * u1 + i3 * u3;
      const r0 = right[2 * i]!;
      const r1 = right[2 * i + 1]!;
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
    return true;
  }
}

/** Handed back by `tableAt`, `film` and `exchange` beside their results: objects would cost more than the sums. */
let tableSlope = 0;
let filmHeat = 0;
let filmWater = 0;

/** A table's value, flat outside; its slope stands in `tableSlope`. */
function tableAt(table: Table, x: number): number {
  const last = table.length - 1;
  tableSlope = 0;
  if (x <= table[0]![0]) return table[0]![1];
  if (x >= table[last]![0]) return table[last]![1];
  let low = 0;
  let high = last;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (table[middle]![0] < x) low = middle;
    else high = middle;
  }
  const [x0, y0] = table[low]!;
  const [x1, y1] = table[high]!;
  tableSlope = (y1 - y0) / (x1 - x0);
  return y0 + tableSlope * (x - x0);
}
