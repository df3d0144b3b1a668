import { random } from '../climate/index.ts';
import type { Reading } from './reading.ts';

/** A fan in a door: what it moves at a pressure difference, Pa, m³/s. A real one can stand in for the simulated. */
export interface DoorFan {
  name: string;
  hold: (pressure: number) => Promise<{ pressure: number; flow: number }>;
  /** The difference with the fan off, Pa. */
  zero: () => Promise<number>;
}

/** What reads wood moisture at a place, kg/kg. */
export interface MoistureMeter {
  name: string;
  read: (where: string) => Promise<number>;
}

/** Sensors in a wall: what they send from a time on. */
export interface WallSensors {
  name: string;
  /** @param hear told each reading; @returns stops them */
  stream: (hear: (reading: Reading) => void) => () => void;
}

/** Normal noise around 0 with a deviation of 1. */
export function normalNoise(seed: number): () => number {
  const next = random(seed);
  return () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
}

/** Pressures that a test steps through, Pa. */
export const TEST_PRESSURES = [60, 55, 50, 45, 40, 35, 30, 25, 20, 15] as const;

/**
 * A simulated fan in the door of a house that leaks so much: the same house and seed give the same test.
 *
 * @param house C, m³/(s·Paⁿ), and n
 * @param seed a whole number
 * @param wind scatter of the pressure, Pa
 */
export function simulatedFan(
  house: { coefficient: number; exponent: number },
  seed: number,
  wind = 0.4,
): DoorFan {
  const noise = normalNoise(seed);
  const zero = 0.6 * noise();
  return {
    name: 'Simulated blower door',
    zero: () => Promise.resolve(zero + 0.1 * noise()),
    hold: (pressure) => {
      const real = pressure + 0.3 * wind * noise();
      const flow = house.coefficient * real ** house.exponent * (1 + 0.008 * noise());
      return Promise.resolve({ pressure: real + zero, flow });
    },
  };
}

/** A simulated pin meter: what is there, with the scatter of wood and of the meter, kg/kg. */
export function simulatedMeter(
  predicted: (where: string) => number,
  seed: number,
  scatter = 0.008,
): MoistureMeter {
  const noise = normalNoise(seed);
  return {
    name: 'Simulated moisture meter',
    read: (where) =>
      Promise.resolve(
        Math.max(0.05, Math.round((predicted(where) + scatter * noise()) * 1000) / 1000),
      ),
  };
}

/**
 * Simulated sensors in a wall: send what the hourly run says of each day, with their scatter, one after the other.
 *
 * @param days moisture of the wood by day, kg/kg
 * @param tick calls what it is given again and again until that says it is done; @returns stops it
 */
export function simulatedSensors(
  where: string,
  days: readonly { day: string; moisture: number }[],
  seed: number,
  tick: (next: () => boolean) => () => void,
): WallSensors {
  return {
    name: 'Simulated sensors',
    stream: (hear) => {
      const noise = normalNoise(seed);
      let at = 0;
      return tick(() => {
        const one = days[at++];
        if (!one) return false;
        const value = Math.max(0.05, one.moisture + 0.003 * noise());
        hear({ kind: 'wood-moisture', where, value: Math.round(value * 1000) / 1000, at: one.day });
        return at < days.length;
      });
    },
  };
}
