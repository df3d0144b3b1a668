import Joi from 'joi';
import { InputError } from '../../common/errors.ts';
import { validateHouse } from '../house/files.ts';
import { READING_KINDS } from '../../physics/instruments/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import {
  check,
  day,
  id,
  parseJson,
  positive,
  text,
  within,
} from '../../common/validation/index.ts';
import {
  AIRTIGHTNESS,
  CHECK_RESULTS,
  EXISTING,
  LOG_KINDS,
  RACKING,
  SITE_FORMAT,
  WINDOWS,
  type ProjectSite,
  type SiteBase,
  type SiteFile,
} from './types.ts';

/** The most of anything in a site. */
const MANY = 5000;

const oneOf = (values: readonly string[]) => Joi.string().valid(...values);
const list = (item: Joi.Schema, most = MANY) => Joi.array().items(item).max(most);

const step = Joi.string().min(1).max(200);
const by = Joi.string().max(200).allow('');
const photos = list(Joi.string().max(100), 50);
const words = Joi.string().max(2000).allow('');

const fields = {
  format: Joi.string().valid(SITE_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  name: text.max(200).required(),
  start: day.required(),
  calendar: Joi.object({
    workdays: list(Joi.number().integer().min(1).max(7), 7).min(1).unique().required(),
    holidays: list(day, 400),
    hours: positive.max(24).required(),
  })
    .unknown()
    .required(),
  crews: Joi.object().pattern(id, positive.max(200)).max(30),
  choices: Joi.object({
    racking: oneOf(RACKING),
    windows: oneOf(WINDOWS),
    airtightness: oneOf(AIRTIGHTNESS),
  }).unknown(),
  leadTimes: list(
    Joi.object({
      item: text.max(200).required(),
      ordered: day.required(),
      days: Joi.number().integer().min(0).max(1000).required(),
    }).unknown(),
    200,
  ),
  progress: list(
    Joi.object({
      step: step.required(),
      started: day.required(),
      finished: day.allow(null),
      by,
    }).unknown(),
  ),
  checks: list(
    Joi.object({
      check: step.required(),
      result: oneOf(CHECK_RESULTS).required(),
      at: day.required(),
      by,
      reason: words.allow(null),
      measured: Joi.number().min(-1e6).max(1e6),
      note: words,
      photos,
    }).unknown(),
  ),
  readings: list(
    Joi.object({
      kind: oneOf(READING_KINDS).required(),
      where: step.required(),
      value: Joi.number().min(-100).max(1e4).required(),
      at: day.required(),
      by,
    }).unknown(),
  ),
  moves: list(
    Joi.object({ step: step.required(), before: step.required(), by, reason: words }).unknown(),
    500,
  ),
  elevations: list(id, 200).unique(),
  closedForNow: Joi.boolean(),
  existing: oneOf(EXISTING),
  log: list(
    Joi.object({
      id: id.required(),
      day: day.required(),
      time: Joi.string().max(5).allow(''),
      kind: oneOf(LOG_KINDS).required(),
      text: words.required(),
      elevation: step,
      step,
      crew: by,
      people: Joi.number().integer().min(0).max(500),
      photos,
      by,
    }).unknown(),
  ).unique('id'),
  airTests: list(
    Joi.object({
      id: id.required(),
      at: day.required(),
      by,
      direction: oneOf(['depressurized', 'pressurized']).required(),
      simulated: Joi.boolean(),
      points: list(
        Joi.object({
          pressure: positive.max(500).required(),
          flow: positive.max(50).required(),
          example: Joi.boolean(),
        }).unknown(),
        100,
      )
        .min(2)
        .required(),
      zero: list(Joi.number().min(-50).max(50), 2).length(2),
      indoor: Joi.number().min(-60).max(60).required(),
      outdoor: Joi.number().min(-60).max(60).required(),
      volume: positive.max(1e6).required(),
      envelope: positive.max(1e6).required(),
      floor: positive.max(1e6),
      bedrooms: Joi.number().integer().min(0).max(100),
    }).unknown(),
    200,
  ).unique('id'),
  today: day,
};

const fileSchema = Joi.object({ ...fields, house: Joi.object().required() }).unknown();
const projectSchema = Joi.object(fields).unknown();

/** What no single field shows: progress in order, each step once, overriding with a name and a reason. */
function checkWhole({ progress = [], checks = [] }: SiteBase): void {
  const seen = new Set<string>();
  progress.forEach(({ step: id, started, finished }, n) => {
    if (finished && finished < started)
      throw new InputError(
        `progress[${n}].finished`,
        `${finished} lies before its start`,
        `${started} or later`,
      );
    if (seen.has(id))
      throw new InputError(`progress[${n}].step`, `“${id}” is there twice`, 'each step once');
    seen.add(id);
  });
  checks.forEach(({ result, reason, by: name }, n) => {
    if (result !== 'overridden') return;
    if (!reason?.trim())
      throw new InputError(`checks[${n}].reason`, 'is missing', 'why it is let pass all the same');
    if (!name?.trim())
      throw new InputError(`checks[${n}].by`, 'is missing', 'the name of who lets it pass');
  });
}

/**
 * Validates a site file: its days, its crews, and the house in it.
 *
 * @param projectMaterials materials beyond the library that its walls may name
 * @throws InputError that names the first wrong field and what is allowed there
 */
function validateSite(value: unknown, projectMaterials: Materials = {}): SiteFile {
  const site = check<SiteFile>(fileSchema, value);
  checkWhole(site);
  within('house', () => validateHouse(site.house, projectMaterials));
  return site;
}

/** As `validateSite` for a site in a project, whose house is the project's own. */
export function validateProjectSite(value: unknown): ProjectSite {
  const site = check<ProjectSite>(projectSchema, value);
  checkWhole(site);
  return site;
}

/** Reads a site file's text. @throws InputError */
export const parseSite = (text: string, projectMaterials: Materials = {}): SiteFile =>
  validateSite(parseJson(text, 'a site file in JSON; numbers finite'), projectMaterials);
