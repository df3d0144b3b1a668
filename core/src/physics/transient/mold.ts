import type { MoldClass } from '../materials/index.ts';
import { criticalHumidity } from '../steady-moisture/index.ts';

/** Read once: in some hosts each look at a global costs more than the function. */
const { exp, log, max, min } = Math;

interface Growth {
  /** k₁ below an index of 1, and from 1 on. */
  k1: readonly [number, number];
  w: number;
  a: number;
  b: number;
  c: number;
  /** Lowest critical RH, %. */
  rhMin: number;
}

const GROWTH: Record<MoldClass, Growth> = {
  'very-sensitive': { k1: [1, 2], w: 0, a: 1, b: 7, c: 2, rhMin: 80 },
  sensitive: { k1: [0.578, 0.386], w: 1, a: 0.3, b: 6, c: 1, rhMin: 80 },
  'medium-resistant': { k1: [0.072, 0.097], w: 1, a: 0, b: 5, c: 1.5, rhMin: 85 },
  resistant: { k1: [0.033, 0.014], w: 1, a: 0, b: 3, c: 1, rhMin: 85 },
};

/** Decline of the index in dry hours against that on wood (ASHRAE 160-2016). */
const DECLINE = 0.1;

/** The criterion of ASHRAE 160: growth visible to the eye. */
export const MOLD_LIMIT = 3;

/** The mold index of a surface, hour after hour. */
export class MoldIndex {
  index = 0;
  /** Hours since the last that favored growth. */
  private unfavorable = 0;
  private readonly growth: Growth;
  private readonly decline: number;

  /** @param decline k₃, 0 to 1 */
  constructor(moldClass: MoldClass, decline = DECLINE) {
    this.growth = GROWTH[moldClass];
    this.decline = decline;
  }

  /**
   * One hour more (ASHRAE 160-2016, 6.1; Hukka and Viitanen 1999).
   *
   * @param temperature of the surface, °C
   * @param humidity relative humidity there, 0 to 1
   * @returns the index, 0 to 6
   */
  hour(temperature: number, humidity: number): number {
    const { k1, w, a, b, c, rhMin } = this.growth;
    const rh = 100 * min(1, humidity);
    const critical = 100 * criticalHumidity(temperature, rhMin / 100);
    if (temperature > 0 && rh > critical) {
      this.unfavorable = 0;
      const x = (critical - rh) / (critical - 100);
      const most = a + b * x - c * x * x;
      const k2 = max(1 - exp(2.3 * (this.index - most)), 0);
      const weeks = exp(-0.68 * log(temperature) - 13.9 * log(rh) + 0.14 * w + 66.02);
      this.index += (k1[this.index < 1 ? 0 : 1] * k2) / (168 * weeks);
    } else {
      this.unfavorable++;
      const rate = this.unfavorable <= 6 ? 0.00133 : this.unfavorable <= 24 ? 0 : 0.000667;
      this.index = max(0, this.index - rate * this.decline);
    }
    return this.index;
  }
}
