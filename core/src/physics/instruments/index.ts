export { blowerDoor, judgedAirTest, type AirTestInput, type AirTestResult } from './blower-door.ts';
export { simulatedFan, simulatedMeter, simulatedSensors, TEST_PRESSURES } from './devices.ts';
export { judgedReading } from './moisture-reading.ts';
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
export { backDraft, freshAir, weatherFactor } from './ventilation.ts';
