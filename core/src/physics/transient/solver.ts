import type { Mesh } from './mesh.ts';
import { NodeState } from './node-state.ts';
import { NO_TOTALS, Sources } from './sources.ts';
import type { Films, Hour, SourceNodes, Stored, Totals } from './solver-types.ts';
import { StepEquations } from './step-equations.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { max, min } = Math;

/** Iterations of Newton's method before the step is halved, and the shortest step, s. */
const MAX_ITERATIONS = 60;
const SHORTEST = 3600 / 256;

/** So near the end, in what a balance must close to, that one more move leaves next to nothing and needs no second look. */
const SURE = 5e3;

/** Iterations of whole moves; after them a move that makes things worse is halved, down to this share. */
const WHOLE_ITERATIONS = 5;
const SHORTEST_SHARE = 1 / 256;

/** The least φ. */
const DRIEST = 1e-6;

/** The longest move of φ in an iteration. */
const MAX_MOVE = 0.3;

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
  readonly totals: Totals = { ...NO_TOTALS };
  /** Iterations and steps so far. */
  iterations = 0;
  steps = 0;

  private readonly state: NodeState;
  private readonly sources: Sources;
  private readonly equations: StepEquations;
  private readonly oldTemperature: Float64Array;
  private readonly oldHumidity: Float64Array;
  private readonly baseTemperature: Float64Array;
  private readonly baseHumidity: Float64Array;
  private readonly moveTemperature: Float64Array;
  private readonly moveHumidity: Float64Array;
  /** Whether the equations hold what the nodes have by account, and not what their state says. */
  private accounted = false;
  private step: number;
  private readonly longest: number;

  /**
   * @param sourceNodes where rain, ventilation and leak act
   * @param initial by node: °C and φ
   * @param longest step, s
   */
  constructor(
    mesh: Mesh,
    films: Films,
    sourceNodes: SourceNodes,
    initial: { temperature: Float64Array; humidity: Float64Array },
    longest = 3600,
  ) {
    this.longest = longest;
    this.step = longest;
    this.state = new NodeState(mesh, initial);
    this.sources = new Sources(this.state, films, sourceNodes);
    const takesVapor = films.indoor.vapor + films.outdoor.vapor > 0;
    this.equations = new StepEquations(mesh, this.state, this.sources, takesVapor);
    const array = () => new Float64Array(mesh.nodes);
    this.oldTemperature = array();
    this.oldHumidity = array();
    this.baseTemperature = array();
    this.baseHumidity = array();
    this.moveTemperature = array();
    this.moveHumidity = array();
  }

  get temperature(): Float64Array {
    return this.state.temperature;
  }

  /** φ; beyond 1 with free water. */
  get humidity(): Float64Array {
    return this.state.humidity;
  }

  /** Water at each node, kg/m², free water and vapor of air nodes included. */
  get waterAt(): Float64Array {
    return this.state.water;
  }

  /** All that the wall holds. */
  stored(): Stored {
    return this.state.stored();
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
    const { state, equations } = this;
    const { temperature, humidity } = state;
    const { rhs } = equations;
    const nodes = temperature.length;
    if (!this.accounted) equations.begin();
    this.oldTemperature.set(temperature);
    this.oldHumidity.set(humidity);
    const { baseTemperature, baseHumidity, moveTemperature, moveHumidity } = this;
    let share = 1;
    let before = Infinity;
    for (let iteration = 0; iteration < MAX_ITERATIONS; iteration++) {
      if (iteration > 0) state.update();
      const residual = equations.sweep(now, dt);
      this.iterations++;
      if (residual <= 1 && iteration > 0) {
        this.add(dt);
        this.accounted = false;
        return true;
      }
      const sure = iteration > 0 && residual <= SURE && iteration <= WHOLE_ITERATIONS;
      if (iteration > WHOLE_ITERATIONS && residual >= before && share > SHORTEST_SHARE) {
        // Across the kinks of the tables and of saturation a whole move can lead away: half of it, then.
        share /= 2;
      } else {
        if (!equations.solvable) break;
        equations.back();
        before = residual;
        share = 1;
        // Only a move that may have to be taken back is kept.
        if (iteration >= WHOLE_ITERATIONS) {
          baseTemperature.set(temperature);
          baseHumidity.set(humidity);
        }
      }
      if (iteration < WHOLE_ITERATIONS)
        for (let i = 0; i < nodes; i++) {
          const move = rhs[2 * i + 1]!;
          const u =
            humidity[i]! + (move > MAX_MOVE ? MAX_MOVE : move < -MAX_MOVE ? -MAX_MOVE : move);
          temperature[i] = temperature[i]! + rhs[2 * i]!;
          humidity[i] = u > DRIEST ? u : DRIEST;
        }
      else
        for (let i = 0; i < nodes; i++) {
          if (share === 1) {
            moveTemperature[i] = rhs[2 * i]!;
            moveHumidity[i] = max(-MAX_MOVE, min(MAX_MOVE, rhs[2 * i + 1]!));
          }
          temperature[i] = baseTemperature[i]! + share * moveTemperature[i]!;
          humidity[i] = max(DRIEST, baseHumidity[i]! + share * moveHumidity[i]!);
        }
      if (sure) {
        state.update();
        equations.owe(now, dt);
        this.accounted = true;
        this.add(dt);
        return true;
      }
    }
    // What the nodes hold by account stays as the first sweep found it.
    this.accounted = true;
    temperature.set(this.oldTemperature);
    humidity.set(this.oldHumidity);
    state.update();
    return false;
  }

  private add(dt: number): void {
    const { totals } = this;
    const { rate } = this.sources;
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
}
