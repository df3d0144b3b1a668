import type {
  Brief,
  Material,
  Message,
  OwnClimate,
  ProjectWall,
  Status,
  UnitSystem,
} from '@eldrun/core';

export interface WallSummary {
  id: string;
  projectId: string;
  name: string;
  position: number;
  revision: number;
  updatedAt: string;
  worst: { status: Status; title: Message };
}

export interface Project {
  id: string;
  name: string;
  units: UnitSystem;
  brief: Brief;
  revision: number;
  archived: boolean;
  updatedAt: string;
  materials: Record<string, Material>;
  weather: WeatherFile[];
  walls: WallSummary[];
}

/** An imported weather file: the monthly figures it came to. */
export interface WeatherFile {
  id: string;
  climate: OwnClimate;
  notes: string[];
}

export interface SavedWall {
  id: string;
  projectId: string;
  name: string;
  revision: number;
  updatedAt: string;
  document: ProjectWall;
}

/** One saved state of a wall, and the steps that led to it. */
export interface WallRevision {
  revision: number;
  steps: string[];
  savedAt: string;
}

/** What the server, or its absence, answered. `status` 0: no answer at all. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly code: string;
  readonly path: string;
  readonly current: unknown;

  constructor(status: number, code: string, message: string, path = '', current?: unknown) {
    super(message);
    this.status = status;
    this.code = code;
    this.path = path;
    this.current = current;
  }

  /** Whether trying again later may help. */
  get away(): boolean {
    return this.status === 0 || this.status >= 500;
  }
}

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  return send<T>(
    path,
    body === undefined
      ? { method }
      : {
          method,
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        },
  );
}

async function send<T>(path: string, init: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch {
    throw new ApiProblem(0, 'no_answer', 'Eldrun does not answer. Is it still running?');
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => null)) as {
    error?: { code: string; message: string; path: string };
    current?: unknown;
  } | null;
  if (!response.ok || answer === null)
    throw new ApiProblem(
      response.status,
      answer?.error?.code ?? 'unreadable',
      answer?.error?.message ?? `The server answered with status ${response.status}.`,
      answer?.error?.path,
      answer?.current,
    );
  return answer as T;
}

export const api = {
  projects: (archived: boolean) => request<Project[]>('GET', `/projects?archived=${archived}`),
  project: (id: string) => request<Project>('GET', `/projects/${id}`),
  createProject: (body: { name: string; units: UnitSystem; brief?: Brief }) =>
    request<Project>('POST', '/projects', body),
  changeProject: (
    id: string,
    body: {
      revision: number;
      name?: string;
      units?: UnitSystem;
      brief?: Brief;
      archived?: boolean;
    },
  ) => request<Project>('PATCH', `/projects/${id}`, body),
  duplicateProject: (id: string) => request<Project>('POST', `/projects/${id}/duplicate`, {}),
  deleteProject: (id: string) => request<void>('DELETE', `/projects/${id}`),

  createWall: (project: string, document: ProjectWall) =>
    request<SavedWall>('POST', `/projects/${project}/walls`, { document }),
  wall: (id: string) => request<SavedWall>('GET', `/walls/${id}`),
  saveWall: (id: string, body: { revision: number; document: ProjectWall; steps: string[] }) =>
    request<SavedWall>('PATCH', `/walls/${id}`, body),
  revisions: (id: string) => request<WallRevision[]>('GET', `/walls/${id}/revisions`),
  revision: (id: string, revision: number) =>
    request<WallRevision & { document: ProjectWall }>('GET', `/walls/${id}/revisions/${revision}`),
  duplicateWall: (id: string) => request<SavedWall>('POST', `/walls/${id}/duplicate`, {}),
  deleteWall: (id: string) => request<void>('DELETE', `/walls/${id}`),

  /** Imports a weather file: its text, as it is. */
  importWeather: (project: string, file: Blob, signal: AbortSignal) =>
    send<WeatherFile>(`/projects/${project}/weather`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body: file,
      signal,
    }),
  weatherHours: (project: string, id: string) =>
    request<Record<string, unknown>>('GET', `/projects/${project}/weather/${id}/hours`),
  deleteWeather: (project: string, id: string) =>
    request<void>('DELETE', `/projects/${project}/weather/${id}`),

  putMaterial: (project: string, id: string, material: Material) =>
    request<{ id: string }>('PUT', `/projects/${project}/materials/${id}`, material),
  deleteMaterial: (project: string, id: string) =>
    request<void>('DELETE', `/projects/${project}/materials/${id}`),
};
