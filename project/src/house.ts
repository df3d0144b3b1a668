import { deepEqual } from 'fast-equals';
import type { WallFile } from '@eldrun/core/build-up';
import {
  houseEdges,
  sectionOf,
  solveEdge,
  type DetailedHouse,
  type Details,
  type EdgeHeat,
  type EdgeSection,
  type HouseEdge,
} from '@eldrun/core/edges';
import { InputError } from '@eldrun/core/errors';
import type { Elevation, ProjectHouse } from '@eldrun/core/house';
import {
  cornerConflicts,
  countedHeat,
  headLine,
  laidParts,
  layoutElevation,
  meanU,
  type AssemblyParts,
  type CountedHeat,
  type ElevationLayout,
  type HeadLine,
  type HouseRules,
} from '@eldrun/core/layout';
import { LIBRARY, type Material, type Materials } from '@eldrun/core/materials';
import { checkServices, type ServiceChecks } from '@eldrun/core/services';
import type { RU } from '@eldrun/core/steady-heat';
import { tradeOf } from '@eldrun/core/trade';
import {
  inOrder,
  ORDER_FORMAT,
  pricedLine,
  type OrderBook,
  type OrderLine,
} from '@eldrun/core/order';
import { takeoffOf, type Takeoff, type TakeoffChoices } from '@eldrun/core/takeoff';
import type { PriceBook } from '@eldrun/core/prices';
import { alike, derivation, type Look } from './derive.ts';
import { documentsOf, onlyDocument } from './documents.ts';
import { materialsAtPrices, priceBook, resolvedWall, wallFile } from './walls.ts';

/** The project's house as it was saved; null without one. */
export const savedHouse = derivation(
  'saved house',
  (project) => [onlyDocument<ProjectHouse>(project, 'house')?.document ?? null],
  (house) => house,
);

/** How the edges of the house are made; null where nobody said it. */
export const savedDetails = derivation(
  'saved details',
  (project) => [onlyDocument<Details>(project, 'details')?.document ?? null],
  (details) => details,
);

/** What is bought beyond what follows from the house; null where nobody said it. */
export const savedOrder = derivation(
  'saved order',
  (project) => [onlyDocument<OrderBook>(project, 'order')?.document ?? null],
  (order) => order,
);

/** The elevations of the house that can be built: those whose wall is there and has layers. */
export const elevations = derivation(
  'elevations',
  (project, look) => [look(savedHouse), look(assemblyWalls)],
  (house, walls): readonly Elevation[] =>
    house?.elevations.filter(({ assembly }) => Object.hasOwn(walls, assembly)) ?? [],
  alike,
);

const sameRecord = (a: Readonly<Record<string, unknown>>, b: Readonly<Record<string, unknown>>) =>
  alike(Object.keys(a), Object.keys(b)) && alike(Object.values(a), Object.values(b));

/** The ids of the walls that the assemblies of the house are built as, by name; those that are gone or empty left out. */
export const assemblyWalls = derivation(
  'assembly walls',
  (project, look) => [look(savedHouse), ...documentsOf<WallFile>(project, 'wall')],
  (house, ...walls): Readonly<Record<string, string>> =>
    Object.fromEntries(
      Object.entries(house?.assemblies ?? {}).filter(([, wall]) =>
        walls.some(({ id, document }) => id === wall && document.layers.length > 0),
      ),
    ),
  sameRecord,
);

/** One value for each assembly of the house, by its name. */
function byAssembly<V>(look: Look, value: (wall: string) => V): V[] {
  return Object.values(look(assemblyWalls)).map(value);
}

/** The house as a file: its walls, and how its edges are made, in it; null without one. */
export const houseFile = derivation(
  'house file',
  (_, look) => [
    look(savedHouse),
    look(savedDetails),
    look(assemblyWalls),
    look(elevations),
    ...byAssembly(look, (wall) => look(wallFile, wall)),
  ],
  (house, details, names, able, ...files): DetailedHouse | null =>
    house && {
      ...house,
      assemblies: Object.fromEntries(Object.keys(names).map((name, n) => [name, files[n]!])),
      elevations: [...able],
      ...(details ? { details } : {}),
    },
);

/** As `houseFile`, for what cannot be without one. @throws InputError */
export const theHouse = derivation(
  'the house',
  (_, look) => [look(houseFile)],
  (house): DetailedHouse => {
    if (house && house.elevations.length > 0) return house;
    throw new InputError('house', 'the project has no elevation yet', 'a house with elevations');
  },
);

/** What of an assembly is laid out, by the id of its wall. */
export const partsOfWall = derivation(
  'parts of wall',
  (_, look, wall) => [look(resolvedWall, wall)],
  (resolved): AssemblyParts => laidParts(resolved),
);

const RULES = [
  'practice',
  'sheets',
  'nailing',
  'rolls',
  'furring',
  'cladding',
  'trade',
] as const satisfies readonly (keyof HouseRules)[];

/** What the house says of all its elevations. */
export const houseRules = derivation(
  'house rules',
  (_, look) => [look(savedHouse)],
  (house): HouseRules =>
    Object.fromEntries(
      RULES.flatMap((field) => (house?.[field] === undefined ? [] : [[field, house[field]]])),
    ) as HouseRules,
  deepEqual,
);

/** The wall that an elevation is built as. */
const wallOf = (look: Look, { assembly }: Elevation): string => look(assemblyWalls)[assembly]!;

const elevationOf = (look: Look, id: string): Elevation => {
  const found = look(elevations).find((one) => one.id === id);
  if (!found) throw new InputError('elevation', `there is no “${id}”`, 'an elevation of the house');
  return found;
};

/** An elevation laid out from stud to cladding, by its id: what it says itself, its corners aside. */
export const layout = derivation(
  'layout',
  (_, look, id) => {
    const elevation = elevationOf(look, id);
    return [elevation, look(partsOfWall, wallOf(look, elevation)), look(houseRules)];
  },
  (elevation, parts, rules): ElevationLayout => layoutElevation(elevation, parts, rules),
);

/** All elevations laid out, each with where it and the one around its corner say different things. */
export const layouts = derivation(
  'layouts',
  (_, look) => [look(elevations), ...look(elevations).map(({ id }) => look(layout, id))],
  (all, ...laid): readonly ElevationLayout[] =>
    laid.map((one) => {
      const beside = cornerConflicts(one.elevation, all);
      return beside.length > 0 ? { ...one, conflicts: [...one.conflicts, ...beside] } : one;
    }),
);

/** Heads of all openings of the house against one line. */
export const heads = derivation(
  'heads',
  (_, look) => [look(layouts)],
  (all): HeadLine => headLine(all),
);

/** Counts the heat of elevations with the materials of the project. */
export const heatCounter = derivation(
  'heat counter',
  (_, look) => [look(materialsAtPrices)],
  (materials) => countedHeat(materials),
);

/** Heat through an elevation with its studs counted, by its id. */
export const elevationHeat = derivation(
  'elevation heat',
  (_, look, id) => [look(heatCounter), look(layout, id)],
  (count, { parts, framing, share }): CountedHeat | null => count(parts, framing, share),
);

/** An elevation as it is built: laid out, its heat, and what sits in it checked; by its id. */
export interface LaidElevation {
  layout: ElevationLayout;
  heat: CountedHeat | null;
  services: ServiceChecks;
}

export const laidElevation = derivation(
  'laid elevation',
  (_, look, id) => [look(layout, id), look(elevationHeat, id), look(houseRules)],
  (laid, heat, rules): LaidElevation => ({
    layout: laid,
    heat,
    services: checkServices(laid, tradeOf(rules)),
  }),
);

/** The mean U of all elevations, without their openings and with them; null where nobody said what openings let through. */
export const meanOfHouse = derivation(
  'mean of house',
  (_, look) => [
    look(savedHouse)?.openingU ?? null,
    ...look(elevations).map(({ id }) => look(laidElevation, id)),
  ],
  (openingU, ...laid): { walls: RU | null; withOpenings: RU | null } => {
    const all = laid.map(({ layout: { share }, heat }) => ({ share, heat }));
    return {
      walls: meanU(all),
      withOpenings: openingU === null ? null : meanU(all, openingU),
    };
  },
);

/** Every edge of the house, and what is wrong with what was said of them. */
export const edges = derivation(
  'edges',
  (_, look) => [look(theHouse), look(layouts), look(savedDetails)],
  (house, all, details): ReturnType<typeof houseEdges> => houseEdges(house, all, details ?? {}),
);

/** An edge of the house by its id, as it is built. @throws InputError for one that is not there */
export const edge = derivation(
  'edge',
  (_, look, id) => [look(edges).edges.find((one) => one.id === id) ?? null],
  (found): { edge: HouseEdge; section: EdgeSection } => {
    if (!found) throw new InputError('edge', 'there is no such edge', 'an edge of the house');
    return { edge: found, section: sectionOf(found) };
  },
);

/** Heat of a section, by its text: edges that are built alike are solved once. */
const sectionHeat = derivation(
  'section heat',
  (_, __, section) => [section],
  (section): EdgeHeat | null =>
    solveEdge(JSON.parse(section) as Pick<EdgeSection, 'thermal' | 'pieces'>)?.heat ?? null,
);

/** What an edge does to heat, by its id; null where its section is not solved. */
export const edgeHeat = derivation(
  'edge heat',
  (_, look, id) => {
    const { thermal, pieces } = look(edge, id).section;
    return [look(sectionHeat, JSON.stringify({ thermal, pieces }))];
  },
  (heat) => heat,
);

/** By what a house is taken off: packs, and how its openings are made; the lengths of all walls planned together. */
export const takeoffChoices = derivation(
  'takeoff choices',
  (_, look) => [look(savedDetails), look(savedOrder)?.packs ?? null],
  (details, packs): TakeoffChoices => ({
    planned: true,
    ...(packs ? { packs } : {}),
    // Boxes and returns follow once somebody has said how the openings are made.
    ...(details ? { details } : {}),
  }),
);

/** What a house takes, as it is bought. */
const takeoff = derivation(
  'takeoff',
  (_, look) => [look(theHouse), look(layouts), look(takeoffChoices)],
  (house, all, choices): Takeoff => takeoffOf(all, house, choices),
);

/** The lines that are bought for a house with their prices, of the whole house and by elevation; what no stock covers. */
export interface OrderedHouse {
  lines: OrderLine[];
  byElevation: OrderLine[];
  problems: string[];
  /** Looks a material of the lines up; goods are none. */
  find: (id: string) => Material | undefined;
}

const NO_ORDER: OrderBook = { format: ORDER_FORMAT, version: 1, name: 'Order' };

/** The lines of a takeoff at the prices of a book, with what an order says of them. */
export function orderOf(
  { lines, problems }: Takeoff,
  house: Pick<DetailedHouse, 'assemblies'>,
  materials: Materials,
  book: PriceBook | null,
  order: OrderBook | null,
): OrderedHouse {
  const own = Object.values(house.assemblies).reduce<Materials>(
    (all, wall) => ({ ...wall.materials, ...all }),
    materials,
  );
  const find = (id: string): Material | undefined =>
    Object.hasOwn(own, id) ? own[id] : Object.hasOwn(LIBRARY, id) ? LIBRARY[id] : undefined;
  const priced = lines.map((line) => pricedLine(line, { find, book, order: order ?? NO_ORDER }));
  return {
    lines: inOrder(priced.filter(({ elevation }) => elevation === null)),
    byElevation: inOrder(priced.filter(({ elevation }) => elevation !== null)),
    problems,
    find,
  };
}

/** The order of the house. */
export const orderedHouse = derivation(
  'ordered house',
  (_, look) => [
    look(takeoff),
    look(theHouse),
    look(materialsAtPrices),
    look(priceBook),
    look(savedOrder),
  ],
  orderOf,
);

/** The elevations that are built as a wall, by its id. */
export const elevationsOfWall = derivation(
  'elevations of wall',
  (_, look, wall) => [look(elevations), look(assemblyWalls), wall],
  (all, names, wall): readonly Elevation[] =>
    all.filter(({ assembly }) => names[assembly] === wall),
  alike,
);
