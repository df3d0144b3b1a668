import { AIR_HEAT, KELVIN, LATENT, VAPOR_CONSTANT, WATER_HEAT } from './constants.ts';
import { FREE, type NodeState } from './node-state.ts';
import type { Films, Hour, SourceNodes, Totals } from './solver-types.ts';

const { max } = Math;

/** Water that clings to the outer face at most, kg/m²; the more there is, the more runs off. */
const FILM = 0.1;

/** Handed back by `film` and `exchange` beside what they do: objects would cost more than the sums. */
let filmHeat = 0;
let filmWater = 0;

export const NO_TOTALS: Readonly<Totals> = {
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

/** What acts on the nodes from outside the wall: films, radiation, rain, air that is exchanged. */
export class Sources {
  /** By node: heat and water given to it, each with its changes by temperature and humidity, W/m² and kg/(m²·s). */
  readonly extra: Float64Array;
  /** At the last look, W/m² and kg/(m²·s). */
  readonly rate: Totals = { ...NO_TOTALS };
  private readonly state: NodeState;
  private readonly films: Films;
  private readonly sourceNodes: SourceNodes;

  constructor(state: NodeState, films: Films, sourceNodes: SourceNodes) {
    this.state = state;
    this.films = films;
    this.sourceNodes = sourceNodes;
    this.extra = new Float64Array(6 * state.temperature.length);
  }

  /** What passes at both surfaces, and what acts within: into `extra`, and as rates. */
  apply(now: Hour): void {
    const { extra, rate, films, sourceNodes } = this;
    const { temperature, humidity } = this.state;
    const last = temperature.length - 1;
    extra.fill(0);
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
    if (sourceNodes.rain >= 0 && now.rain > 0) {
      const i = sourceNodes.rain;
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
    if (sourceNodes.ventilated >= 0 && now.ventilation > 0) {
      this.exchange(
        sourceNodes.ventilated,
        now.ventilation,
        now.outdoorTemperature,
        now.outdoorPressure,
      );
      rate.ventilation = filmWater;
      rate.heatOther += filmHeat;
    }
    rate.leak = 0;
    if (sourceNodes.leak >= 0 && now.leak > 0) {
      this.exchange(sourceNodes.leak, now.leak, now.indoorTemperature, now.indoorPressure);
      rate.leak = filmWater;
      rate.heatOther += filmHeat;
    } else if (sourceNodes.leakInward >= 0 && now.leak < 0) {
      this.exchange(sourceNodes.leakInward, -now.leak, now.outdoorTemperature, now.outdoorPressure);
      rate.leak = filmWater;
      rate.heatOther += filmHeat;
    }
  }

  /** Heat and vapor through a surface film into node i. */
  private film(i: number, air: number, pressure: number, heat: number, vapor: number): void {
    const t = this.state.temperature[i]!;
    const tm = (air + t) / 2;
    const g = vapor * (pressure - this.state.p[i]!);
    const gt = -vapor * this.state.pT[i]!;
    const gu = -vapor * this.state.pU[i]!;
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
    const t = this.state.temperature[i]!;
    const tk = t + KELVIN;
    const tm = (air + t) / 2;
    const v = volume / VAPOR_CONSTANT;
    const g = v * (pressure / (air + KELVIN) - this.state.p[i]! / tk);
    const gt = (-v * (this.state.pT[i]! - this.state.p[i]! / tk)) / tk;
    const gu = (-v * this.state.pU[i]!) / tk;
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
