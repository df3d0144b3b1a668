import { saturationPressure } from '../climate/index.ts';
import type { Table } from '../materials/index.ts';
import { AIR_HEAT, KELVIN, LATENT, VAPOR_CONSTANT, WATER_HEAT } from './constants.ts';
import { BY_PERMEANCE, CONSTANT, type Mesh } from './mesh.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { exp, abs, max, min } = Math;

/** What stands on both sides of the wall through one hour. */
export interface Hour {
  indoorTemperature: number;
  indoorPressure: number;
  outdoorTemperature: number;
  outdoorPressure: number;
  /** Heat film outdoors where it follows the wind, W/(m²K); null for that of the films. */
  outdoorFilm: number | null;
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

/** What of an element depends on its water. */
interface Wet {
  sorption: FlatTable;
  diffusivity: FlatTable | null;
  conductivity: number;
}

/** Free water makes φ grow beyond 1 by one for each of so much, kg/m². */
export const FREE = 2;

/** Water that clings to the outer face at most, kg/m²; the more there is, the more runs off. */
const FILM = 0.1;

/** How well each node's balance must close in a step: kg/m² and J/m². */
const MOISTURE_CLOSES = 1e-8;
const HEAT_CLOSES = 10;

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

/** Rounds of Newton's method before the step is halved, and the shortest step, s. */
const MOST_ROUNDS = 60;
const SHORTEST = 3600 / 256;

/** So near the end, in what a balance must close to, that one more move leaves next to nothing and needs no second look. */
const SURE = 5e3;

/** Rounds of whole moves; after them a move that makes things worse is halved, down to this share. */
const PLAIN_ROUNDS = 5;
const SHORTEST_SHARE = 1 / 256;

/** The least φ. */
const DRIEST = 1e-6;

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

  private readonly mesh: Mesh;
  private readonly films: Films;
  /** By element: its table of vapor flattened, from `vaporStart` on, and where it was read last. */
  private readonly vaporStart: Int32Array;
  private readonly vaporX: Float64Array;
  private readonly vaporY: Float64Array;
  private readonly vaporSegment: Int32Array;
  /** By element: where its tables of water, diffusivity and conductivity were read last. */
  private readonly wetAt: Int32Array;
  private readonly wet: (Wet | null)[];
  private readonly heatTable: (FlatTable | null)[];
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
  /** Of the equations while they are solved: the upper blocks, four numbers a node, and the right side. */
  private readonly upper: Float64Array;
  private readonly right: Float64Array;
  /** What films, air and rain give to a node: heat and water, each with its changes by temperature and humidity. */
  private readonly extra: Float64Array;
  /** Length of a step that ended without a second look, s, until what it left off is made good; and what acted on its nodes. */
  private owing = 0;
  private readonly gaveHeat: Float64Array;
  private readonly gaveWater: Float64Array;
  /** Whether `oldWater` and `oldHeat` hold what the nodes have by account, and not what their state says. */
  private accounted = false;
  /** Whether water can come in, or be held: where it cannot, nothing can be made good. */
  private readonly takesWater: boolean;
  /** Whether every block could be inverted. */
  private solvable = true;
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
    this.wetAt = new Int32Array(4 * nodes);
    const flats = new Map<Table, FlatTable>();
    const once = (table: Table): FlatTable => {
      let made = flats.get(table);
      if (!made) flats.set(table, (made = flat(table)));
      return made;
    };
    this.wet = mesh.wet.map(
      (wet) =>
        wet && {
          sorption: once(wet.sorption),
          diffusivity: wet.diffusivity && once(wet.diffusivity),
          conductivity: wet.conductivity,
        },
    );
    this.heatTable = mesh.heatTable.map((table) => table && once(table));
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
    this.upper = array(4 * nodes);
    this.right = array(2 * nodes);
    this.extra = array(6 * nodes);
    this.takesWater =
      films.indoor.vapor + films.outdoor.vapor > 0 ||
      mesh.tableY.some((y) => y > 0) ||
      mesh.air.some((air) => air > 0);
    this.gaveHeat = array();
    this.gaveWater = array();
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
    if (!this.accounted) {
      this.oldWater.set(this.water);
      this.oldHeat.set(this.heat);
    }
    this.oldTemperature.set(temperature);
    this.oldHumidity.set(humidity);
    const { baseTemperature, baseHumidity, moveTemperature, moveHumidity } = this;
    let share = 1;
    let before = Infinity;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      if (round > 0) this.nodesAt();
      const off = this.sweep(now, dt);
      this.rounds++;
      if (off <= 1 && round > 0) {
        this.add(dt);
        this.accounted = false;
        return true;
      }
      const sure = round > 0 && off <= SURE && round <= PLAIN_ROUNDS;
      if (round > PLAIN_ROUNDS && off >= before && share > SHORTEST_SHARE) {
        // Across the kinks of the tables and of saturation a whole move can lead away: half of it, then.
        share /= 2;
      } else {
        if (!this.solvable) break;
        this.back();
        before = off;
        share = 1;
        // Only a move that may have to be taken back is kept.
        if (round >= PLAIN_ROUNDS) {
          baseTemperature.set(temperature);
          baseHumidity.set(humidity);
        }
      }
      if (round < PLAIN_ROUNDS)
        for (let i = 0; i < nodes; i++) {
          const move = right[2 * i + 1]!;
          const u =
            humidity[i]! +
            (move > LONGEST_MOVE ? LONGEST_MOVE : move < -LONGEST_MOVE ? -LONGEST_MOVE : move);
          temperature[i] = temperature[i]! + right[2 * i]!;
          humidity[i] = u > DRIEST ? u : DRIEST;
        }
      else
        for (let i = 0; i < nodes; i++) {
          if (share === 1) {
            moveTemperature[i] = right[2 * i]!;
            moveHumidity[i] = max(-LONGEST_MOVE, min(LONGEST_MOVE, right[2 * i + 1]!));
          }
          temperature[i] = baseTemperature[i]! + share * moveTemperature[i]!;
          humidity[i] = max(DRIEST, baseHumidity[i]! + share * moveHumidity[i]!);
        }
      if (sure) {
        this.nodesAt();
        this.owe(now, dt);
        this.add(dt);
        return true;
      }
    }
    // What the nodes hold by account stays as the first sweep found it.
    this.accounted = true;
    temperature.set(this.oldTemperature);
    humidity.set(this.oldHumidity);
    this.nodesAt();
    return false;
  }

  /** Ends a step without a second look: what it leaves off is made good in the next one, so that no water is lost. */
  private owe(now: Hour, dt: number): void {
    const { extra, gaveHeat, gaveWater } = this;
    extra.fill(0);
    this.boundaries(now);
    for (let i = 0; i < gaveHeat.length; i++) {
      gaveHeat[i] = extra[6 * i]!;
      gaveWater[i] = extra[6 * i + 3]!;
    }
    this.owing = dt;
    this.accounted = true;
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

  /**
   * Sets up Newton's equations at the state of now and eliminates them from one end to the other, node after node
   * (Thomas, in blocks of 2 × 2): what is left of the upper blocks stands in `upper`, of the right side in `right`.
   *
   * @returns by how much the worst balance is off, in what it must close to: 1 is closed
   */
  private sweep(now: Hour, dt: number): number {
    const { mesh, temperature, humidity, p, pT, pU, wU, water, heat } = this;
    const { upper, right, extra, oldHeat, oldWater } = this;
    const { nodes, vapor, vaporKind, capacity, air, length, heat: conductance } = mesh;
    const { plain, vaporStart, vaporX, vaporY, vaporSegment, wetAt, wet: wets, heatTable } = this;
    const { owing, gaveHeat, gaveWater } = this;
    extra.fill(0);
    this.boundaries(now);
    const waterScale = dt / MOISTURE_CLOSES;
    const heatScale = dt / HEAT_CLOSES;
    let worst = 0;
    this.solvable = true;
    // What the element inside a node gives to its diagonal block and right side, and the block below the diagonal.
    let d0 = 0;
    let d1 = 0;
    let d2 = 0;
    let d3 = 0;
    let r0 = 0;
    let r1 = 0;
    let l0 = 0;
    let l1 = 0;
    let l2 = 0;
    let l3 = 0;
    for (let i = 0; i < nodes; i++) {
      const t = temperature[i]!;
      const w = water[i]!;
      const e = 6 * i;
      const airHere = air[i]!;
      const stored = wU[i]!;
      if (airHere > 0) {
        const airWater = airHere / (VAPOR_CONSTANT * (t + KELVIN));
        const wu = stored + airWater * pU[i]!;
        const wt = airWater * (pT[i]! - p[i]! / (t + KELVIN));
        d0 +=
          (capacity[i]! + airHere * AIR_HEAT + WATER_HEAT * w + (WATER_HEAT * t + LATENT) * wt) /
          dt;
        d1 += (WATER_HEAT * t * wu + LATENT * airWater * pU[i]!) / dt;
        d2 += wt / dt;
        d3 += wu / dt;
      } else {
        d0 += (capacity[i]! + WATER_HEAT * w) / dt;
        d1 += (WATER_HEAT * t * stored) / dt;
        d3 += stored / dt;
      }
      d0 -= extra[e + 1]!;
      d1 -= extra[e + 2]!;
      d2 -= extra[e + 4]!;
      d3 -= extra[e + 5]!;

      // The element outside the node.
      let u0 = 0;
      let u1 = 0;
      let u2 = 0;
      let u3 = 0;
      let n0 = 0;
      let n1 = 0;
      let n2 = 0;
      let n3 = 0;
      let q = 0;
      let flow = 0;
      let m0 = 0;
      let m1 = 0;
      let m2 = 0;
      let m3 = 0;
      if (i + 1 < nodes) {
        const tb = temperature[i + 1]!;
        const ua = humidity[i]!;
        const ub = humidity[i + 1]!;
        let c: number;
        let wet: Wet | null = null;
        let wa = 0;
        let wb = 0;
        let sa = 0;
        let sb = 0;
        if (plain[i] === 1) c = conductance[i]!;
        else {
          const table = heatTable[i];
          c = table ? tableAt(table, (t + tb) / 2, wetAt, 4 * i) / length[i]! : conductance[i]!;
          wet = wets[i]!;
          if (wet) {
            wa = tableAt(wet.sorption, ua < 1 ? ua : 1, wetAt, 4 * i);
            sa = ua < 1 ? tableSlope : 0;
            wb = tableAt(wet.sorption, ub < 1 ? ub : 1, wetAt, 4 * i + 1);
            sb = ub < 1 ? tableSlope : 0;
            c += (wet.conductivity * (wa + wb)) / 2 / length[i]!;
          }
        }
        let g = vapor[i]!;
        let gSlope = 0;
        if (vaporKind[i] !== CONSTANT) {
          const mean = ((ua < 1 ? ua : 1) + (ub < 1 ? ub : 1)) / 2;
          const start = vaporStart[i]!;
          const end = vaporStart[i + 1]! - 1;
          let value: number;
          let slope = 0;
          if (mean <= vaporX[start]!) value = vaporY[start]!;
          else if (mean >= vaporX[end]!) value = vaporY[end]!;
          else {
            let s = vaporSegment[i]!;
            while (vaporX[s + 1]! < mean) s++;
            while (vaporX[s]! > mean) s--;
            vaporSegment[i] = s;
            slope = (vaporY[s + 1]! - vaporY[s]!) / (vaporX[s + 1]! - vaporX[s]!);
            value = vaporY[s]! + slope * (mean - vaporX[s]!);
          }
          if (vaporKind[i] === BY_PERMEANCE) {
            gSlope = g * slope;
            g *= value;
          } else {
            gSlope = (-g * slope) / (value * value);
            g /= value;
          }
        }
        const dp = p[i]! - p[i + 1]!;
        const gv = g * dp;
        const half = 0.5 * gSlope * dp;
        let ga = g * pU[i]! + (ua < 1 ? half : 0);
        let gb = -g * pU[i + 1]! + (ub < 1 ? half : 0);
        const gta = g * pT[i]!;
        const gtb = -g * pT[i + 1]!;
        const latentA = LATENT * ga;
        const latentB = LATENT * gb;
        flow = gv;
        if (wet?.diffusivity) {
          const da = tableAt(wet.diffusivity, wa, wetAt, 4 * i + 2);
          const daSlope = tableSlope;
          const db = tableAt(wet.diffusivity, wb, wetAt, 4 * i + 3);
          const dbSlope = tableSlope;
          const d = (da + db) / 2 / length[i]!;
          const across = (wa - wb) / length[i]! / 2;
          flow += d * (wa - wb);
          ga += (d + across * daSlope) * sa;
          gb += (-d + across * dbSlope) * sb;
        }
        const warmth = (WATER_HEAT * (t + tb)) / 2;
        const carried = (WATER_HEAT * flow) / 2;
        q = c * (t - tb) + LATENT * gv + warmth * flow;
        const qta = c + (LATENT + warmth) * gta + carried;
        const qtb = -c + (LATENT + warmth) * gtb + carried;
        const qa = latentA + warmth * ga;
        const qb = latentB + warmth * gb;
        d0 += qta;
        d1 += qa;
        d2 += gta;
        d3 += ga;
        r0 -= q;
        r1 -= flow;
        u0 = qtb;
        u1 = qb;
        u2 = gtb;
        u3 = gb;
        n0 = -qtb;
        n1 = -qb;
        n2 = -gtb;
        n3 = -gb;
        m0 = -qta;
        m1 = -qa;
        m2 = -gta;
        m3 = -ga;
      }
      // What passed in the step before, at the state it came to, says what it really left here.
      if (owing > 0) {
        oldHeat[i] = oldHeat[i]! + owing * (r0 + gaveHeat[i]!);
        if (this.takesWater) oldWater[i] = oldWater[i]! + owing * (r1 + gaveWater[i]!);
      }
      r0 += (oldHeat[i]! - heat[i]!) / dt + extra[e]!;
      r1 += (oldWater[i]! - w) / dt + extra[e + 3]!;
      const offHeat = abs(r0) * heatScale;
      const offWater = abs(r1) * waterScale;
      if (!(offHeat <= worst)) worst = offHeat;
      if (!(offWater <= worst)) worst = offWater;

      // The block below the diagonal is eliminated with the node before, whose own is inverted already.
      const b = 4 * i;
      if (i > 0) {
        const a = b - 4;
        const a0 = upper[a]!;
        const a1 = upper[a + 1]!;
        const a2 = upper[a + 2]!;
        const a3 = upper[a + 3]!;
        d0 -= l0 * a0 + l1 * a2;
        d1 -= l0 * a1 + l1 * a3;
        d2 -= l2 * a0 + l3 * a2;
        d3 -= l2 * a1 + l3 * a3;
        const s0 = right[2 * i - 2]!;
        const s1 = right[2 * i - 1]!;
        r0 -= l0 * s0 + l1 * s1;
        r1 -= l2 * s0 + l3 * s1;
      }
      const determinant = d0 * d3 - d1 * d2;
      if (!(abs(determinant) > 0) || determinant === Infinity || determinant === -Infinity)
        this.solvable = false;
      const inverse = 1 / determinant;
      const i0 = d3 * inverse;
      const i1 = -d1 * inverse;
      const i2 = -d2 * inverse;
      const i3 = d0 * inverse;
      upper[b] = i0 * u0 + i1 * u2;
      upper[b + 1] = i0 * u1 + i1 * u3;
      upper[b + 2] = i2 * u0 + i3 * u2;
      upper[b + 3] = i2 * u1 + i3 * u3;
      right[2 * i] = i0 * r0 + i1 * r1;
      right[2 * i + 1] = i2 * r0 + i3 * r1;
      d0 = n0;
      d1 = n1;
      d2 = n2;
      d3 = n3;
      r0 = q;
      r1 = flow;
      l0 = m0;
      l1 = m1;
      l2 = m2;
      l3 = m3;
    }
    this.owing = 0;
    return worst;
  }

  /** The moves, from the last node back to the first, come to stand in `right`. */
  private back(): void {
    const { upper, right } = this;
    for (let i = this.mesh.nodes - 2; i >= 0; i--) {
      const b = 4 * i;
      const r0 = right[2 * i + 2]!;
      const r1 = right[2 * i + 3]!;
      right[2 * i] = right[2 * i]! - upper[b]! * r0 - upper[b + 1]! * r1;
      right[2 * i + 1] = right[2 * i + 1]! - upper[b + 2]! * r0 - upper[b + 3]! * r1;
    }
  }

  /** What passes at both surfaces, and what acts within: into `extra`, and as rates. */
  private boundaries(now: Hour): void {
    const { temperature, humidity, extra, rate, films } = this;
    const last = this.mesh.nodes - 1;
    const { indoor, outdoor } = films;
    this.film(0, now.indoorTemperature, now.indoorPressure, indoor.heat, indoor.vapor);
    rate.heatIn = filmHeat;
    rate.moistureIn = filmWater;
    this.film(
      last,
      now.outdoorTemperature,
      now.outdoorPressure,
      now.outdoorFilm ?? outdoor.heat,
      outdoor.vapor,
    );
    rate.heatOut = filmHeat + now.radiation;
    rate.moistureOut = filmWater;
    extra[6 * last] = extra[6 * last]! + now.radiation;
    rate.heatOther = 0;
    rate.rain = 0;
    if (this.places.rain >= 0 && now.rain > 0) {
      const i = this.places.rain;
      const warmth = WATER_HEAT * temperature[i]! * now.rain;
      this.take(i, warmth, WATER_HEAT * now.rain, 0, now.rain, 0, 0);
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
    const { extra } = this;
    const e = 6 * i;
    extra[e] = extra[e]! + q;
    extra[e + 1] = extra[e + 1]! + qt;
    extra[e + 2] = extra[e + 2]! + qu;
    extra[e + 3] = extra[e + 3]! + g;
    extra[e + 4] = extra[e + 4]! + gt;
    extra[e + 5] = extra[e + 5]! + gu;
    filmHeat = q;
    filmWater = g;
  }
}

/** Handed back by `tableAt`, `film` and `exchange` beside their results: objects would cost more than the sums. */
let tableSlope = 0;
let filmHeat = 0;
let filmWater = 0;

/** A table as two arrays: pairs would cost a look-up more at every reading. */
interface FlatTable {
  x: Float64Array;
  y: Float64Array;
}

function flat(table: Table): FlatTable {
  return {
    x: Float64Array.from(table, ([x]) => x),
    y: Float64Array.from(table, ([, y]) => y),
  };
}

/**
 * A table's value, flat outside; its slope stands in `tableSlope`.
 *
 * @param at where it was read last, kept at `slot` of it
 */
function tableAt({ x: xs, y: ys }: FlatTable, x: number, at: Int32Array, slot: number): number {
  const last = xs.length - 1;
  tableSlope = 0;
  if (!(x > xs[0]!)) return ys[0]!;
  if (x >= xs[last]!) return ys[last]!;
  let low = at[slot]!;
  if (low >= last) low = last - 1;
  while (xs[low]! >= x) low--;
  while (xs[low + 1]! < x) low++;
  at[slot] = low;
  tableSlope = (ys[low + 1]! - ys[low]!) / (xs[low + 1]! - xs[low]!);
  return ys[low]! + tableSlope * (x - xs[low]!);
}
