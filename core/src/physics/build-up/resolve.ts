import { InputError } from '../../common/errors.ts';
import {
  CLIMATES,
  classVaporPressure,
  saturationPressure,
  siteOf,
  type Outdoor,
  type Site,
} from '../climate/index.ts';
import {
  LIBRARY,
  saysVapor,
  type Material,
  type Materials,
  type SaidMaterial,
  type Vapor,
} from '../materials/index.ts';
import { clearFieldShare, frameOf, mainFrameOf, memberShare, memberWidth } from './shares.ts';
import type {
  AirSpace,
  Brief,
  FramedLayer,
  Layer,
  Member,
  ProjectWall,
  Ventilation,
  WallFile,
} from './types.ts';

export interface ResolvedMember {
  frame: string;
  material: SaidMaterial;
  /** Area share the one-dimensional methods use, 0 to 1. */
  share: number;
  /** Area share of the clear field, 0 to 1. */
  clearShare: number;
  shape: Member;
  /** What the framing beyond the clear field is of in this layer (wall-file rule 10). */
  excess: SaidMaterial;
}

/** A layer with its materials at hand. */
export interface ResolvedLayer {
  id: string;
  index: number;
  thickness: number;
  source: Layer;
  /** What fills it; null is air. */
  fill: SaidMaterial | null;
  fillId: string | null;
  /** Whether nobody has said how its fill lets vapor through: `fill.vapor` only keeps a place then, and decides nothing. */
  vaporUnsaid: boolean;
  /** Only for air. */
  ventilation: Ventilation | null;
  openingArea: number;
  emissivity: readonly [number, number];
  member: ResolvedMember | null;
}

/** What stands at both sides of the wall at one time: °C and Pa. */
export interface Conditions {
  indoorTemperature: number;
  outdoorTemperature: number;
  indoorVaporPressure: number;
  outdoorVaporPressure: number;
}

/** A wall file with everything looked up, as the computation wants it. */
export interface ResolvedWall {
  file: WallFile;
  layers: readonly ResolvedLayer[];
  /** How many layers count: an open air layer and all outside it do not (wall-file rule 2). */
  counted: number;
  mainFrame: string | null;
  innerFilm: number;
  /** R_se, or R_si where the outermost counted layer faces an open air layer. m²K/W */
  outerFilm: number;
  /** Twelve conditions, January first. */
  months: readonly Conditions[];
  design: Conditions;
  coldestMonth: number;
  site: Site;
  /** What `onceFor` keeps. */
  memo: Map<unknown, unknown>;
  /** What `onceForCounted` keeps: walls of one situation with the same counted layers may share it. */
  ofCounted: Map<unknown, unknown>;
}

/**
 * What a computation gives for a wall, computed once in the life of the wall.
 *
 * @param compute a function of the wall alone, the same one each time
 */
export function onceFor<T>(wall: ResolvedWall, compute: (wall: ResolvedWall) => T): T {
  let value = wall.memo.get(compute) as T | undefined;
  if (value === undefined) wall.memo.set(compute, (value = compute(wall)));
  return value;
}

/**
 * The same for what depends on nothing but the situation and the counted layers.
 *
 * @param compute a function of those alone, the same one each time
 */
export function onceForCounted<T>(wall: ResolvedWall, compute: (wall: ResolvedWall) => T): T {
  let value = wall.ofCounted.get(compute) as T | undefined;
  if (value === undefined) wall.ofCounted.set(compute, (value = compute(wall)));
  return value;
}

/** R_si and R_se by convention, m²K/W (EN ISO 6946:2017, Table 7; ASHRAE Handbook, Fundamentals; wall-file rule 1). */
export const FILMS = {
  iso: { inner: 0.13, outer: 0.04 },
  ashrae: { inner: 0.12, outer: 0.03 },
} as const;

/** The name of where a brief stands. */
export function climateName({ outdoor }: Pick<Brief, 'outdoor'>): string {
  return 'climate' in outdoor
    ? (CLIMATES[outdoor.climate]?.name ?? outdoor.climate)
    : (outdoor.name ?? 'Own figures');
}

/** The wall file that a project's wall stands for: what it leaves out comes from the brief. */
export function withBrief(wall: ProjectWall, brief: Brief): WallFile {
  const { targets, airtightness, pressure, exposure, code, loads } = { ...brief, ...wall };
  return {
    ...wall,
    convention: wall.convention ?? brief.convention,
    indoor: wall.indoor ?? brief.indoor,
    outdoor: wall.outdoor ?? brief.outdoor,
    ...(targets ? { targets } : {}),
    ...(airtightness ? { airtightness } : {}),
    ...(pressure === undefined ? {} : { pressure }),
    ...(exposure ? { exposure } : {}),
    ...(code ? { code } : {}),
    ...(loads ? { loads } : {}),
  };
}

/** The material of that id: the file's own, else the project's, else the library's. */
export function findMaterial(
  id: string,
  file: Pick<WallFile, 'materials'>,
  projectMaterials: Materials,
): Material | undefined {
  if (file.materials && Object.hasOwn(file.materials, id)) return file.materials[id];
  if (Object.hasOwn(projectMaterials, id)) return projectMaterials[id];
  return Object.hasOwn(LIBRARY, id) ? LIBRARY[id] : undefined;
}

/**
 * Looks up everything a wall file names.
 *
 * @param file a validated wall file
 * @param projectMaterials materials beyond the library and the file's own
 * @throws InputError for a material or climate that does not exist
 */
export function resolveWall(file: WallFile, projectMaterials: Materials = {}): ResolvedWall {
  const material = (id: string, path: string): Material => {
    const found = findMaterial(id, file, projectMaterials);
    if (!found)
      throw new InputError(
        path,
        `there is no material “${id}”`,
        'a material of the library, the project or this file',
      );
    return found;
  };
  const layers = file.layers.map((layer, index) =>
    resolveLayer(layer, index, material, file.layers),
  );

  const open = layers.findIndex((layer) => layer.ventilation === 'open');
  const counted = open < 0 ? layers.length : open;
  const films = FILMS[file.convention];
  const site = resolveSite(file.outdoor);
  const months = site.temperature.map((temperature, m) =>
    conditions(file, m, temperature, site.relativeHumidity[m]!),
  );
  const coldestMonth = site.temperature.indexOf(Math.min(...site.temperature));
  return {
    file,
    layers,
    counted,
    mainFrame: mainFrameOf(file.layers.slice(0, counted)),
    innerFilm: films.inner,
    outerFilm: open < 0 ? films.outer : films.inner,
    months,
    design: conditions(
      file,
      coldestMonth,
      site.designTemperature,
      site.relativeHumidity[coldestMonth]!,
    ),
    coldestMonth,
    site,
    memo: new Map(),
    ofCounted: new Map(),
  };
}

type FindOrThrow = (id: string, path: string) => Material;

/** What keeps the place of a vapor figure that nobody has said: as open as air. */
const PLACE_HOLDER: Vapor = { mu: 1 };

const placed = (material: Material): SaidMaterial =>
  saysVapor(material) ? material : { ...material, vapor: PLACE_HOLDER };

const DEFAULT_EMISSIVITY = [0.9, 0.9] as const;

function resolveLayer(
  layer: Layer,
  index: number,
  material: FindOrThrow,
  all: readonly Layer[],
): ResolvedLayer {
  const path = `layers[${index}]`;
  const fillId =
    layer.kind === 'sheet'
      ? layer.material
      : layer.kind === 'framed' && typeof layer.fill === 'string'
        ? layer.fill
        : null;
  const air = airOf(layer);
  const fill = fillId === null ? null : material(fillId, `${path}.${fillField(layer)}`);
  return {
    id: layer.id,
    index,
    thickness: layer.thickness,
    source: layer,
    fillId,
    fill: fill && placed(fill),
    vaporUnsaid: fill !== null && !saysVapor(fill),
    ventilation: air && (air.ventilation ?? 'still'),
    openingArea: air?.openingArea ?? 0,
    emissivity: air?.emissivity ?? DEFAULT_EMISSIVITY,
    member:
      layer.kind === 'framed'
        ? {
            frame: frameOf(layer),
            material: placed(material(layer.member.material, `${path}.member.material`)),
            share: memberShare(layer),
            clearShare: clearFieldShare(layer.member),
            shape: layer.member,
            excess: placed(material(layer.excess ?? usualExcess(layer, all), `${path}.excess`)),
          }
        : null,
  };
}

/** What fills a layer as its file says it: without a vapor figure where nobody has said one. */
export const asSaid = ({ fill, vaporUnsaid }: ResolvedLayer): Material | null =>
  fill && vaporUnsaid ? { ...fill, vapor: null } : fill;

/** The layers whose fill nobody has said a vapor figure of, indoors first. */
export const vaporUnsaidIn = ({ layers }: ResolvedWall): ResolvedLayer[] =>
  layers.filter(({ vaporUnsaid }) => vaporUnsaid);

/**
 * A wall as if vapor figures had been said.
 *
 * @param figures by material id
 */
export function withVapor(
  wall: ResolvedWall,
  figures: Readonly<Record<string, Vapor>>,
): ResolvedWall {
  const layers = wall.layers.map((layer): ResolvedLayer => {
    const vapor = layer.vaporUnsaid ? figures[layer.fillId!] : undefined;
    if (!vapor) return layer;
    // What cups measured would outrank the figure that is tried.
    const { perms: _, ...fill } = layer.fill!;
    return { ...layer, fill: { ...fill, vapor }, vaporUnsaid: false };
  });
  return { ...wall, layers, memo: new Map(), ofCounted: new Map() };
}

/** The air that a layer is, or that is between its members. */
export function airOf(layer: Layer): AirSpace | null {
  if (layer.kind === 'air') return layer;
  return layer.kind === 'framed' && typeof layer.fill !== 'string' ? layer.fill.air : null;
}

function fillField(layer: Layer): string {
  return layer.kind === 'sheet' ? 'material' : 'fill';
}

/** Plates and corners are of the studs' own material where its members are one piece through the frame, else lumber. */
function usualExcess(layer: FramedLayer, all: readonly Layer[]): string {
  const { material, section } = layer.member;
  const onePiece = all.every(
    (other) =>
      other.kind !== 'framed' ||
      frameOf(other) !== frameOf(layer) ||
      (other.member.material === material &&
        memberWidth(other.member) === memberWidth(layer.member)),
  );
  return onePiece || section === 'c' ? material : 'softwood';
}

/** The place a wall file or brief names. @throws InputError for an unknown climate */
export function resolveSite(outdoor: Outdoor): Site {
  const site = siteOf(outdoor);
  if (!site)
    throw new InputError(
      'outdoor.climate',
      `the climate library has no “${'climate' in outdoor ? outdoor.climate : ''}”`,
      Object.keys(CLIMATES).join(', '),
    );
  return site;
}

/** Both sides of the wall in a month, or on the design day with that month's humidities. */
function conditions(
  file: WallFile,
  month: number,
  outdoorTemperature: number,
  outdoorRelativeHumidity: number,
): Conditions {
  const { temperature, humidity } = file.indoor;
  const indoorTemperature = typeof temperature === 'number' ? temperature : temperature[month]!;
  const outdoorVaporPressure = outdoorRelativeHumidity * saturationPressure(outdoorTemperature);
  const indoorVaporPressure =
    humidity.kind === 'class'
      ? classVaporPressure(
          humidity.class,
          outdoorVaporPressure,
          outdoorTemperature,
          indoorTemperature,
        )
      : (humidity.kind === 'fixed'
          ? humidity.relativeHumidity
          : humidity.relativeHumidity[month]!) * saturationPressure(indoorTemperature);
  return { indoorTemperature, outdoorTemperature, indoorVaporPressure, outdoorVaporPressure };
}
