import type { Table } from '../materials/index.ts';
import { AIR_HEAT, KELVIN, LATENT, VAPOR_CONSTANT, WATER_HEAT } from './constants.ts';
import { BY_PERMEANCE, CONSTANT, type Mesh } from './mesh.ts';
import type { NodeState } from './node-state.ts';
import type { Hour } from './solver-types.ts';
import type { Sources } from './sources.ts';
import { flatTable, tableAt, tableSlope, type FlatTable } from './table-cursor.ts';

const { abs } = Math;

/** What of an element depends on its water. */
interface Wet {
  sorption: FlatTable;
  diffusivity: FlatTable | null;
  conductivity: number;
}

/** How well each node's balance must close in a step: kg/m² and J/m². */
const MOISTURE_CLOSES = 1e-8;
const HEAT_CLOSES = 10;

/**
 * Newton's equations of one step: set up at the state of now and solved as they are set up. Both are one loop, since a
 * matrix that is written and read again would take longer than all the rest.
 */
export class StepEquations {
  /** What the nodes had before the step, by state or by account. */
  readonly oldWater: Float64Array;
  readonly oldHeat: Float64Array;
  /** The upper blocks while they are solved, four numbers a node, and the right side, two. */
  readonly upper: Float64Array;
  readonly rhs: Float64Array;
  /** Whether every block could be inverted. */
  solvable = true;
  private readonly mesh: Mesh;
  private readonly state: NodeState;
  private readonly sources: Sources;
  /** Whether water can come in, or be held: where it cannot, nothing can be made good. */
  private readonly takesWater: boolean;
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
  /** Length of a step that ended without a second look, s, until what it left off is made good; and what acted on its nodes. */
  private owing = 0;
  private readonly gaveHeat: Float64Array;
  private readonly gaveWater: Float64Array;

  /** @param takesVapor whether vapor passes through a film */
  constructor(mesh: Mesh, state: NodeState, sources: Sources, takesVapor: boolean) {
    const { nodes } = mesh;
    const array = (length = nodes) => new Float64Array(length);
    this.mesh = mesh;
    this.state = state;
    this.sources = sources;
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
      if (!made) flats.set(table, (made = flatTable(table)));
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
    this.takesWater =
      takesVapor || mesh.tableY.some((y) => y > 0) || mesh.air.some((air) => air > 0);
    this.oldWater = array();
    this.oldHeat = array();
    this.upper = array(4 * nodes);
    this.rhs = array(2 * nodes);
    this.gaveHeat = array();
    this.gaveWater = array();
  }

  /** What the step begins with is what the nodes say now. */
  begin(): void {
    this.oldWater.set(this.state.water);
    this.oldHeat.set(this.state.heat);
  }

  /** Ends a step without a second look: what it leaves off is made good in the next one, so that no water is lost. */
  owe(now: Hour, dt: number): void {
    const { gaveHeat, gaveWater } = this;
    const { extra } = this.sources;
    this.sources.apply(now);
    for (let i = 0; i < gaveHeat.length; i++) {
      gaveHeat[i] = extra[6 * i]!;
      gaveWater[i] = extra[6 * i + 3]!;
    }
    this.owing = dt;
  }

  /**
   * Sets up Newton's equations at the state of now and eliminates them from one end to the other, node after node
   * (Thomas, in blocks of 2 × 2): what is left of the upper blocks stands in `upper`, of the right side in `rhs`.
   *
   * @returns the residual of the worst balance, in what it must close to: 1 is closed
   */
  sweep(now: Hour, dt: number): number {
    const { mesh, upper, rhs, oldHeat, oldWater } = this;
    const { temperature, humidity, p, pT, pU, wU, water, heat } = this.state;
    const { extra } = this.sources;
    const { nodes, vapor, vaporKind, capacity, air, length, heat: conductance } = mesh;
    const { plain, vaporStart, vaporX, vaporY, vaporSegment, wetAt, wet: wets, heatTable } = this;
    const { owing, gaveHeat, gaveWater } = this;
    this.sources.apply(now);
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
      const residualHeat = abs(r0) * heatScale;
      const residualWater = abs(r1) * waterScale;
      if (!(residualHeat <= worst)) worst = residualHeat;
      if (!(residualWater <= worst)) worst = residualWater;

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
        const s0 = rhs[2 * i - 2]!;
        const s1 = rhs[2 * i - 1]!;
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
      rhs[2 * i] = i0 * r0 + i1 * r1;
      rhs[2 * i + 1] = i2 * r0 + i3 * r1;
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

  /** The moves, from the last node back to the first, come to stand in `rhs`. */
  back(): void {
    const { upper, rhs } = this;
    for (let i = rhs.length / 2 - 2; i >= 0; i--) {
      const b = 4 * i;
      const r0 = rhs[2 * i + 2]!;
      const r1 = rhs[2 * i + 3]!;
      rhs[2 * i] = rhs[2 * i]! - upper[b]! * r0 - upper[b + 1]! * r1;
      rhs[2 * i + 1] = rhs[2 * i + 1]! - upper[b + 2]! * r0 - upper[b + 3]! * r1;
    }
  }
}
