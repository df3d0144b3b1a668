import Joi from 'joi';
import type { Materials } from '../../physics/materials/index.ts';
import { check, parseJson, within } from '../../common/validation/index.ts';
import { validateWall } from '../wall/schema.ts';
import { MAX_RUN_HOURS, type SimulationFile } from '../../physics/transient/index.ts';

const SIMULATION_FORMAT = 'eldrun-simulation';

const number = Joi.number();
const share = number.min(0).max(1);
const id = Joi.string().min(1).max(100);
const face = Joi.string().valid('inner', 'outer');
const film = Joi.object({
  heat: number.min(0).max(1e6).required(),
  vapor: number.min(0).max(1).required(),
}).unknown();

const FORMULA = [
  'Tmean',
  'Tyear',
  'Tday',
  'Tweather',
  'rh',
  'rhYear',
  'rhDay',
  'rhWeather',
  'southBase',
  'southSeason',
  'northBase',
  'northSeason',
  'rain',
];

const climate = Joi.alternatives()
  .conditional(Joi.object({ Tmean: Joi.exist() }).unknown(), {
    then: Joi.object(
      Object.fromEntries(FORMULA.map((name) => [name, number.min(-1e4).max(1e4).required()])),
    ).unknown(),
  })
  .conditional(Joi.object({ epw: Joi.exist() }).unknown(), {
    then: Joi.object({ epw: Joi.string().min(1).max(4096).required() }).unknown(),
    otherwise: Joi.object({
      climate: id.required(),
      seed: number.integer().min(0).max(4294967295),
    }).unknown(),
  });

const transient = Joi.object({
  climate: climate.required(),
  side: Joi.alternatives()
    .conditional(Joi.number(), {
      then: number.min(0).max(360),
      otherwise: Joi.string().valid('north', 'east', 'south', 'west', 'rain'),
    })
    .required(),
  start: number.integer().min(0).max(87_600).required(),
  hours: number.integer().min(1).max(MAX_RUN_HOURS).required(),
  watch: id.required(),
  initial: Joi.object({
    temperature: number.min(-60).max(80).required(),
    relativeHumidity: share.greater(0).required(),
    layers: Joi.object().pattern(
      id,
      Joi.object({ relativeHumidity: share.greater(0), moistureContent: number.min(0).max(10) })
        .or('relativeHumidity', 'moistureContent')
        .unknown(),
    ),
  })
    .unknown()
    .required(),
  films: Joi.object({ indoor: film.required(), outdoor: film.required() }).unknown(),
  solarAbsorptance: share,
  cavity: Joi.object({
    layer: id.required(),
    airChangesPerHour: number.min(0).max(10_000),
    height: number.greater(0).max(100),
    opening: number.min(0).max(1e6),
    screened: Joi.boolean(),
  }).unknown(),
  rain: Joi.object({
    layer: id.required(),
    face: face.required(),
    share: share.required(),
    exposure: number.min(0).max(10),
    overhang: share,
  }).unknown(),
  panelLiquid: Joi.boolean(),
  laps: Joi.object({ layer: id.required(), flow: number.min(0).max(1).required() }).unknown(),
  path: Joi.string().valid('cavity', 'member'),
  facade: Joi.object({
    wetting: share.required(),
    exposure: number.min(0).max(10),
    overhang: share,
  }).unknown(),
  indoorHumidity: number.min(-1).max(1),
  leak: Joi.object({
    layer: id.required(),
    face: face.required(),
    flow: number.min(0).max(0.1),
    q50: number.min(0).max(1000),
    inward: Joi.object({ layer: id.required(), face: face.required() }).unknown(),
    pressure: number.min(-50).max(50),
  })
    .xor('flow', 'q50')
    .unknown(),
}).unknown();

const simulationSchema = Joi.object({
  format: Joi.string().valid(SIMULATION_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  wall: Joi.object().required(),
  transient: transient.required(),
}).unknown();

/**
 * Validates a simulation file: its wall as a wall file, and how it is run.
 *
 * @returns the same, known to be a simulation file; a climate that is only a text is the path of a weather file
 * @throws InputError that names the first wrong field and what is allowed there
 */
export function validateSimulation(value: unknown, materials: Materials = {}): SimulationFile {
  const file = check<SimulationFile>(simulationSchema, withPath(value));
  within('wall', () => validateWall(file.wall, materials));
  return file;
}

/** `"climate": "year.epw"` is short for `{ "epw": "year.epw" }`. */
function withPath(value: unknown): unknown {
  const file = value as { transient?: { climate?: unknown } } | null;
  if (typeof file?.transient?.climate !== 'string') return value;
  return { ...file, transient: { ...file.transient, climate: { epw: file.transient.climate } } };
}

/** Reads a simulation file's text. @throws InputError */
export function parseSimulation(text: string, materials: Materials = {}): SimulationFile {
  return validateSimulation(
    parseJson(text, 'a simulation file in JSON; numbers finite'),
    materials,
  );
}
