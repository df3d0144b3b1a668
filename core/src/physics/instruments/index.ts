export { blowerDoor, type AirTestInput, type AirTestResult } from './blower-door.ts';
export {
  normalNoise,
  simulatedFan,
  simulatedMeter,
  simulatedSensors,
  TEST_PRESSURES,
  type DoorFan,
  type MoistureMeter,
  type WallSensors,
} from './devices.ts';
export { judgedReading, type JudgedReading } from './moisture-reading.ts';
export { READING_KINDS, type Reading } from './reading.ts';
export {
  emptyBay,
  judgedStrip,
  simulatedCamera,
  simulatedStrip,
  type JudgedBay,
  type ThermalCamera,
  type ThermalStrip,
} from './thermal-strip.ts';
export { backDraft, freshAir, type BackDraft, type FreshAir } from './ventilation.ts';
