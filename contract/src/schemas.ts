import Joi from 'joi';
import { day } from '@eldrun/core/validation';
import { briefSchema, materialSchema } from '@eldrun/core/wall/schema';
import type { EndpointName } from './endpoints.ts';
import { MAX_SAVED_COMMANDS, MAX_SAVED_STEPS, MAX_STEP_LENGTH } from './limits.ts';

/** What an endpoint takes and answers with. A schema that is left out: nothing. */
export interface EndpointSchemas {
  query?: Joi.ObjectSchema;
  body?: Joi.Schema;
  answer?: Joi.Schema;
}

const uuid = Joi.string().guid();
const name = Joi.string().trim().min(1).max(200);
const units = Joi.string().valid('imperial', 'metric');
/** The largest number of a column. */
const MAX_INTEGER = 2 ** 31 - 1;
const revision = Joi.number().integer().min(1).max(MAX_INTEGER);
const time = Joi.string().isoDate();
/** A query carries text. */
const flag = Joi.string().valid('true', 'false');

/** A line of an order, and how much of something. */
const lineKey = Joi.string().min(1).max(300);
const amount = Joi.number().min(0).max(1e7);

/** Ids with commas between them. */
const ids = Joi.string().max(5000).allow('');

/** Ids of all documents that a project may have. */
const longIds = Joi.string().max(40_000);

const paperQuery = {
  wall: uuid,
  walls: ids,
  decision: uuid,
  only: ids,
  hourly: flag,
  paper: Joi.string().valid('letter', 'a4'),
  units,
  date: day,
};

/** Any document: what is in it is checked by its kind. */
const document = Joi.object().unknown();
/** A sentence whose numbers take units when it is read: pieces of text and measured numbers. */
const message = Joi.array().items(Joi.string().allow(''), Joi.object().unknown());

const summary = Joi.object({
  judgment: Joi.string().allow(null).required(),
  basis: Joi.string().allow(null).required(),
  title: message.required(),
  worst: Joi.object({ status: Joi.string().required(), title: message.required() })
    .unknown()
    .allow(null)
    .required(),
  figures: Joi.object().pattern(Joi.string(), Joi.number().allow(null)).required(),
  more: Joi.boolean().required(),
});

const listed = {
  id: uuid.required(),
  projectId: uuid.required(),
  kind: Joi.string().required(),
  name: Joi.string().required(),
  position: Joi.number().integer().min(0).required(),
  revision: revision.required(),
  updatedAt: time.required(),
  deletedAt: time.allow(null).required(),
  summary: summary.allow(null).required(),
  computing: Joi.boolean().required(),
  untouched: Joi.string().allow(null).required(),
  document,
};

const listedDocument = Joi.object(listed);

const worst = Joi.object({ status: Joi.string().required(), title: message.required() })
  .allow(null)
  .required();
const listedWall = Joi.object({ ...listed, worst });

const savedDocument = Joi.object({
  id: uuid.required(),
  projectId: uuid.required(),
  kind: Joi.string().required(),
  name: Joi.string().required(),
  position: Joi.number().integer().min(0).required(),
  revision: revision.required(),
  updatedAt: time.required(),
  document: document.required(),
});

const keptRevision = {
  revision: revision.required(),
  steps: Joi.array().items(Joi.string().allow('')).required(),
  name: Joi.string().allow(null).required(),
  savedBy: Joi.string().required(),
  savedAt: time.required(),
};
const revisions = Joi.array().items(Joi.object(keptRevision));
const openedRevision = Joi.object({ ...keptRevision, document: document.required() });

const weatherFile = Joi.object({
  id: Joi.string().required(),
  climate: Joi.object().unknown().required(),
  notes: Joi.array().items(Joi.string()).required(),
});

const project = Joi.object({
  id: uuid.required(),
  name: Joi.string().required(),
  units: units.required(),
  brief: briefSchema.required(),
  revision: revision.required(),
  archived: Joi.boolean().required(),
  updatedAt: time.required(),
  materials: Joi.object().pattern(Joi.string(), materialSchema).required(),
  prices: Joi.object({ id: uuid.required(), document: document.required() }).required().allow(null),
  weather: Joi.array().items(weatherFile).required(),
  walls: Joi.array().items(listedWall).required(),
  documents: Joi.array().items(listedDocument).required(),
});

const listedProjects = Joi.object({
  projects: Joi.array()
    .items(
      Joi.object({
        id: uuid.required(),
        name: Joi.string().required(),
        units: units.required(),
        revision: revision.required(),
        archived: Joi.boolean().required(),
        updatedAt: time.required(),
        climate: Joi.string().required(),
        walls: Joi.array()
          .items(
            Joi.object({
              id: uuid.required(),
              name: Joi.string().required(),
              revision: revision.required(),
              updatedAt: time.required(),
              worst,
              computing: Joi.boolean().required(),
              untouched: Joi.string().allow(null).required(),
            }),
          )
          .required(),
        moreWalls: Joi.number().integer().min(0).required(),
      }),
    )
    .required(),
  found: Joi.number().integer().min(0).required(),
  all: Joi.number().integer().min(0).required(),
});

const explorationRun = Joi.object({
  id: uuid.required(),
  projectId: uuid.required(),
  wallId: uuid.required().allow(null),
  exploration: Joi.object().unknown().required(),
  hourly: Joi.boolean().required(),
  combinations: Joi.number().integer().required(),
  partSize: Joi.number().integer().required(),
  parts: Joi.number().integer().required(),
  done: Joi.array().items(Joi.number().integer()).required(),
  createdAt: time.required(),
  finishedAt: time.required().allow(null),
  result: Joi.object().unknown().required().allow(null),
  problem: Joi.string().required().allow(null),
});

const save = Joi.object({
  revision: revision.required(),
  document: document.required(),
  steps: Joi.array().items(Joi.string().max(MAX_STEP_LENGTH)).max(MAX_SAVED_STEPS).required(),
  commands: Joi.array().items(Joi.object().unknown()).max(MAX_SAVED_COMMANDS),
});
const position = Joi.object({ position: Joi.number().integer().min(0).max(10_000).required() });

/** The schemas of `ENDPOINTS`, by the same names. */
export const SCHEMAS: Record<EndpointName, EndpointSchemas> = {
  health: { answer: Joi.object({ status: Joi.string(), database: Joi.string() }) },
  describe: { answer: Joi.object().unknown() },
  events: {},

  listProjects: {
    query: Joi.object({
      archived: flag,
      walls: Joi.string().valid('pass', 'caution', 'fail'),
      find: Joi.string().max(200).allow(''),
      order: Joi.string().valid('changed', 'worst', 'name'),
      count: Joi.string().pattern(/^(?:[1-9]\d?|1\d\d|200)$/, 'a whole number from 1 to 200'),
    }),
    answer: listedProjects,
  },
  createProject: {
    body: Joi.object({ name: name.required(), units, brief: briefSchema }),
    answer: project,
  },
  readProject: { answer: project },
  changeProject: {
    body: Joi.object({
      revision: revision.required(),
      name,
      units,
      brief: briefSchema,
      archived: Joi.boolean(),
    }),
    answer: project,
  },
  duplicateProject: { answer: project },
  deleteProject: {},

  listDocuments: {
    query: Joi.object({ kind: Joi.string().max(60), bin: flag, ids: longIds, contents: flag }),
    answer: Joi.array().items(listedDocument),
  },
  createDocument: {
    body: Joi.object({ kind: Joi.string().max(60).required(), document: document.required() }),
    answer: savedDocument,
  },
  emptyBin: {},
  readDocument: { answer: savedDocument },
  saveDocument: { body: save, answer: savedDocument },
  moveDocument: { body: position },
  duplicateDocument: { answer: savedDocument },
  binDocument: {},
  restoreDocument: { answer: savedDocument },
  exportDocument: { answer: document },
  listRevisions: { answer: revisions },
  readRevision: { answer: openedRevision },
  nameRevision: {
    body: Joi.object({ name: name.allow(null).required() }),
    answer: Joi.object(keptRevision),
  },

  createWall: { body: Joi.object({ document: document.required() }), answer: savedDocument },
  readWall: { answer: savedDocument },
  saveWall: { body: save, answer: savedDocument },
  moveWall: { body: position },
  duplicateWall: { answer: savedDocument },
  binWall: {},
  listWallRevisions: { answer: revisions },
  readWallRevision: { answer: openedRevision },

  putMaterial: {
    body: materialSchema,
    answer: Joi.object({ id: Joi.string().required(), material: materialSchema.required() }),
  },
  deleteMaterial: {},

  importWeather: { body: Joi.binary(), answer: weatherFile },
  readWeatherHours: { answer: Joi.object().unknown() },
  deleteWeather: {},

  listPhotos: {
    answer: Joi.array().items(
      Joi.object({
        id: Joi.string().required(),
        type: Joi.string().required(),
        size: Joi.number().integer().required(),
      }),
    ),
  },
  putPhoto: { body: Joi.binary() },
  readPhoto: {},
  readThumbnail: {},
  deletePhoto: {},

  startExploration: {
    body: Joi.object({
      wall: uuid,
      exploration: Joi.object().unknown().required(),
      hourly: Joi.boolean().required(),
    }),
    answer: explorationRun,
  },
  listExplorations: { answer: Joi.array().items(explorationRun) },
  readExploration: { answer: explorationRun },
  readExplorationPart: {},
  deleteExploration: {},

  printPaper: { query: Joi.object(paperQuery) },
  drawProject: {
    query: Joi.object({
      ...paperQuery,
      format: Joi.string().valid('svg', 'dxf', 'png').required(),
    }),
  },
  tabulate: {
    query: Joi.object({
      units,
      format: Joi.string().valid('xlsx', 'csv'),
      table: Joi.string().max(100),
    }),
  },
  writeModel: {
    query: Joi.object({ format: Joi.string().valid('ifc', 'gbxml').required(), walls: ids }),
    answer: Joi.object({
      name: Joi.string().required(),
      type: Joi.string().required(),
      text: Joi.string().required(),
      lost: Joi.array().items(Joi.string()).required(),
    }),
  },
  readModel: {
    body: Joi.binary(),
    answer: Joi.object({
      walls: Joi.array()
        .items(
          Joi.object({
            id: uuid.required(),
            name: Joi.string().required(),
            lost: Joi.array().items(Joi.string()).required(),
          }),
        )
        .required(),
    }),
  },
  packProject: {},
  restoreProject: { body: Joi.binary(), answer: project },

  listSuppliers: {
    answer: Joi.array().items(
      Joi.object({
        id: Joi.string().required(),
        name: Joi.string().required(),
        about: Joi.string().required(),
      }),
    ),
  },
  requestQuotation: {
    body: Joi.object({
      seed: Joi.number().integer().min(0).max(MAX_INTEGER).required(),
      lines: Joi.array()
        .items(
          Joi.object({
            key: lineKey.required(),
            material: Joi.string().max(200).required(),
            what: Joi.string().max(300).allow('').required(),
            unit: Joi.string().max(20).required(),
            asked: amount.required(),
            area: amount.allow(null).required(),
            volume: amount.allow(null).required(),
          }),
        )
        .min(1)
        .max(1000)
        .required(),
    }),
    answer: Joi.object({
      supplier: Joi.string().required(),
      validDays: Joi.number().integer().required(),
      lines: Joi.array().items(
        Joi.object({
          key: lineKey.required(),
          usd: Joi.number().min(0).allow(null).required(),
          leadDays: Joi.number().integer().min(0).allow(null).required(),
          available: amount.required(),
        }),
      ),
    }),
  },
};
