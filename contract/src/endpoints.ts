import type { Document } from '@eldrun/core/document';
import type { Exploration } from '@eldrun/core/exploration';
import type { Material } from '@eldrun/core/materials';
import type { ProjectWall } from '@eldrun/core/build-up';
import { endpoint, type Nothing } from './endpoint.ts';
import type {
  ExplorationRun,
  ListedDocument,
  ListedPhoto,
  ListedProjects,
  ModelFile,
  ModelQuery,
  ModelWalls,
  NewProject,
  Offer,
  PaperQuery,
  Project,
  ProjectChange,
  ProjectsQuery,
  QuotationRequest,
  Revision,
  Save,
  SavedDocument,
  SavedWall,
  Supplier,
  WeatherFile,
} from './types.ts';

/**
 * Every address of the API, once for the server that answers, the page that asks, the description that is served, and
 * the tests. `schemas.ts` has the Joi schemas of the same names.
 */
export const ENDPOINTS = {
  health: endpoint<Nothing, Nothing, { status: 'ok'; database: 'ok' }>()(
    'GET',
    '/health',
    'Whether the database answers.',
  ),
  describe: endpoint<Nothing, Nothing, object>()(
    'GET',
    '/openapi.json',
    'This table as an OpenAPI document.',
  ),
  events: endpoint<Nothing, Nothing, Nothing>()(
    'GET',
    '/events',
    'A stream that tells what was saved: server-sent events, each a change.',
    { gives: 'text/event-stream' },
  ),

  listProjects: endpoint<ProjectsQuery, Nothing, ListedProjects>()(
    'GET',
    '/projects',
    'The first projects, the latest changed first, each with the first of its walls.',
  ),
  createProject: endpoint<Nothing, NewProject, Project>()('POST', '/projects', 'A new project.', {
    status: 201,
  }),
  readProject: endpoint<Nothing, Nothing, Project>()('GET', '/projects/:project', 'One project.'),
  changeProject: endpoint<Nothing, ProjectChange, Project>()(
    'PATCH',
    '/projects/:project',
    'Saves what a project says once for all its documents.',
  ),
  duplicateProject: endpoint<Nothing, Nothing, Project>()(
    'POST',
    '/projects/:project/duplicate',
    'A copy with all documents, materials and weather files.',
    { status: 201 },
  ),
  deleteProject: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/projects/:project',
    'Deletes an archived project for good.',
    { status: 204 },
  ),

  listDocuments: endpoint<
    { kind?: string; bin?: boolean; ids?: string; contents?: boolean },
    Nothing,
    ListedDocument[]
  >()(
    'GET',
    '/projects/:project/documents',
    'The documents of a project, or those in its bin; of a kind or with ids (commas between them); with their contents where asked for.',
  ),
  createDocument: endpoint<Nothing, { kind: string; document: Document }, SavedDocument>()(
    'POST',
    '/projects/:project/documents',
    'A new document at the end of its kind.',
    { status: 201 },
  ),
  emptyBin: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/projects/:project/bin',
    'Deletes for good what lies in the bin of a project.',
    { status: 204 },
  ),
  readDocument: endpoint<Nothing, Nothing, SavedDocument>()(
    'GET',
    '/documents/:document',
    'One document, as it was saved last.',
  ),
  saveDocument: endpoint<Nothing, Save, SavedDocument>()(
    'PATCH',
    '/documents/:document',
    'Saves a document, where nobody saved since the revision that it grew from.',
  ),
  moveDocument: endpoint<Nothing, { position: number }, Nothing>()(
    'PUT',
    '/documents/:document/position',
    'Moves a document within its kind.',
    { status: 204 },
  ),
  duplicateDocument: endpoint<Nothing, Nothing, SavedDocument>()(
    'POST',
    '/documents/:document/duplicate',
    'A copy at the end of its kind.',
    { status: 201 },
  ),
  binDocument: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/documents/:document',
    'Moves a document to the bin, its history with it.',
    { status: 204 },
  ),
  restoreDocument: endpoint<Nothing, Nothing, SavedDocument>()(
    'POST',
    '/documents/:document/restore',
    'Takes a document out of the bin.',
  ),
  exportDocument: endpoint<Nothing, Nothing, Document>()(
    'GET',
    '/documents/:document/file',
    'A document as a file that stands alone.',
  ),
  listRevisions: endpoint<Nothing, Nothing, Revision[]>()(
    'GET',
    '/documents/:document/revisions',
    'The saved states that are kept, the newest first.',
  ),
  readRevision: endpoint<Nothing, Nothing, Revision & { document: Document }>()(
    'GET',
    '/documents/:document/revisions/:revision',
    'One saved state.',
  ),
  nameRevision: endpoint<Nothing, { name: string | null }, Revision>()(
    'PATCH',
    '/documents/:document/revisions/:revision',
    'Names a saved state, which keeps it for good.',
  ),

  createWall: endpoint<Nothing, { document: ProjectWall }, SavedWall>()(
    'POST',
    '/projects/:project/walls',
    'A new wall. The same as a document of the kind `wall`, as are all addresses below `/walls`.',
    { status: 201 },
  ),
  readWall: endpoint<Nothing, Nothing, SavedWall>()('GET', '/walls/:wall', 'One wall.'),
  saveWall: endpoint<Nothing, Save<ProjectWall>, SavedWall>()(
    'PATCH',
    '/walls/:wall',
    'Saves a wall.',
  ),
  moveWall: endpoint<Nothing, { position: number }, Nothing>()(
    'PUT',
    '/walls/:wall/position',
    'Moves a wall within its project.',
    { status: 204 },
  ),
  duplicateWall: endpoint<Nothing, Nothing, SavedWall>()(
    'POST',
    '/walls/:wall/duplicate',
    'A copy of a wall.',
    { status: 201 },
  ),
  binWall: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/walls/:wall',
    'Moves a wall to the bin.',
    { status: 204 },
  ),
  listWallRevisions: endpoint<Nothing, Nothing, Revision[]>()(
    'GET',
    '/walls/:wall/revisions',
    'The saved states of a wall.',
  ),
  readWallRevision: endpoint<Nothing, Nothing, Revision & { document: ProjectWall }>()(
    'GET',
    '/walls/:wall/revisions/:revision',
    'One saved state of a wall.',
  ),

  putMaterial: endpoint<Nothing, Material, { id: string; material: Material }>()(
    'PUT',
    '/projects/:project/materials/:material',
    'Puts a material into a project.',
  ),
  deleteMaterial: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/projects/:project/materials/:material',
    'Takes a material out of a project, where nothing needs it.',
    { status: 204 },
  ),

  importWeather: endpoint<Nothing, Uint8Array, WeatherFile>()(
    'POST',
    '/projects/:project/weather',
    'Imports hourly weather: the text of an EPW file.',
    { status: 201, takes: 'text/csv' },
  ),
  readWeatherHours: endpoint<Nothing, Nothing, Record<string, unknown>>()(
    'GET',
    '/projects/:project/weather/:weather/hours',
    'The hours of a weather file, a list for each quantity.',
  ),
  deleteWeather: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/projects/:project/weather/:weather',
    'Deletes a weather file, where nothing stands on it.',
    { status: 204 },
  ),

  listPhotos: endpoint<Nothing, Nothing, ListedPhoto[]>()(
    'GET',
    '/projects/:project/photos',
    'The photos of a project’s site.',
  ),
  putPhoto: endpoint<Nothing, Uint8Array, Nothing>()(
    'PUT',
    '/projects/:project/photos/:photo',
    'Keeps a photo (JPEG, PNG, WebP; at most 12 MiB) under an id of the sender’s. One that is there already stays.',
    { status: 204, takes: 'image/*' },
  ),
  readPhoto: endpoint<Nothing, Nothing, Nothing>()(
    'GET',
    '/projects/:project/photos/:photo',
    'One photo.',
    { gives: 'image/*' },
  ),
  readThumbnail: endpoint<Nothing, Nothing, Nothing>()(
    'GET',
    '/projects/:project/photos/:photo/thumbnail',
    'A small picture of it.',
    { gives: 'image/*' },
  ),
  deletePhoto: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/projects/:project/photos/:photo',
    'Deletes a photo for good.',
    { status: 204 },
  ),

  startExploration: endpoint<
    Nothing,
    { wall?: string; exploration: Exploration; hourly: boolean },
    ExplorationRun
  >()(
    'POST',
    '/projects/:project/explorations',
    'Gives an exploration to the workers, by the materials and prices of the project as they are.',
    { status: 201 },
  ),
  listExplorations: endpoint<Nothing, Nothing, ExplorationRun[]>()(
    'GET',
    '/projects/:project/explorations',
    'The explorations that workers evaluate or have evaluated, the newest first.',
  ),
  readExploration: endpoint<Nothing, Nothing, ExplorationRun>()(
    'GET',
    '/explorations/:exploration',
    'One of them, how far it is, and what it came to.',
  ),
  readExplorationPart: endpoint<Nothing, Nothing, Nothing>()(
    'GET',
    '/explorations/:exploration/parts/:part',
    'The figures of a part: for each quantity float64 little-endian, in the order u, error, cost, carbon, thickness, margin; then the judgment, a byte each.',
    { gives: 'application/octet-stream' },
  ),
  deleteExploration: endpoint<Nothing, Nothing, Nothing>()(
    'DELETE',
    '/explorations/:exploration',
    'Stops and forgets an exploration.',
    { status: 204 },
  ),

  printPaper: endpoint<PaperQuery, Nothing, Nothing>()(
    'GET',
    '/projects/:project/papers/:sheet',
    'A paper as a PDF. Sheets: wall, submittal, crew (of a wall), comparison, elevation, plates, edges, order.',
    { gives: 'application/pdf' },
  ),
  drawProject: endpoint<PaperQuery & { format: 'svg' | 'dxf' | 'png' }, Nothing, Nothing>()(
    'GET',
    '/projects/:project/drawings/:drawing',
    'Drawings to scale: section (of a wall), elevation, plates, edges. One is a file of its format, several are a zip.',
    { gives: 'application/octet-stream' },
  ),
  tabulate: endpoint<
    Pick<PaperQuery, 'units'> & { format?: 'xlsx' | 'csv'; table?: string },
    Nothing,
    Nothing
  >()(
    'GET',
    '/projects/:project/tables',
    'Every table of the project as one workbook, or as CSV: the table that is named, or a zip of all.',
    { gives: 'application/octet-stream' },
  ),
  writeModel: endpoint<ModelQuery, Nothing, ModelFile>()(
    'GET',
    '/projects/:project/model',
    'Walls as a building model, IFC or gbXML, and what it does not carry.',
  ),
  readModel: endpoint<Nothing, Uint8Array, ModelWalls>()(
    'POST',
    '/projects/:project/model',
    'Adds the walls of a building model, IFC or gbXML: all of them, or none.',
    { status: 201, takes: 'application/octet-stream' },
  ),
  packProject: endpoint<Nothing, Nothing, Nothing>()(
    'GET',
    '/projects/:project/bundle',
    'The project with all it has as one zip, proven by restoring it. Who accepts application/x-ndjson gets lines that tell how far it is, then the zip.',
    { gives: 'application/zip' },
  ),
  restoreProject: endpoint<Nothing, Uint8Array, Project>()(
    'POST',
    '/bundles',
    'Restores a project from its bundle: under its own ids where they are free, else as a copy. Who accepts application/x-ndjson gets lines that tell how far it is, then the project.',
    { status: 201, takes: 'application/zip' },
  ),

  listSuppliers: endpoint<Nothing, Nothing, Supplier[]>()(
    'GET',
    '/suppliers',
    'The simulated yards that answer a request for quotation.',
  ),
  requestQuotation: endpoint<Nothing, QuotationRequest, Offer>()(
    'POST',
    '/suppliers/:supplier/quotations',
    'What a yard offers for lines of an order: the same for the same seed. Nothing is kept.',
  ),
} as const;

export type EndpointName = keyof typeof ENDPOINTS;
