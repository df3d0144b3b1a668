import { InputError } from '@eldrun/core/errors';
import { OWN_SET } from './ifc-write.ts';
import { readStep, type StepEntity, type StepValue } from './step.ts';
import { checkCounts, type ReadLayer, type ReadWall } from './types.ts';

const PREFIX: Record<string, number> = {
  EXA: 1e18,
  PETA: 1e15,
  TERA: 1e12,
  GIGA: 1e9,
  MEGA: 1e6,
  KILO: 1e3,
  HECTO: 1e2,
  DECA: 1e1,
  DECI: 1e-1,
  CENTI: 1e-2,
  MILLI: 1e-3,
  MICRO: 1e-6,
  NANO: 1e-9,
};

const DIMENSION: Record<string, number> = { SQUARE_METRE: 2, CUBIC_METRE: 3 };

/** Names of properties that may be wanted of a material. */
interface Figures {
  conductivity?: number;
  density?: number;
  specificHeat?: number;
  upper?: number;
  lower?: number;
}

const FIGURE: Record<string, keyof Figures> = {
  THERMALCONDUCTIVITY: 'conductivity',
  MASSDENSITY: 'density',
  SPECIFICHEATCAPACITY: 'specificHeat',
  UPPERVAPORRESISTANCEFACTOR: 'upper',
  LOWERVAPORRESISTANCEFACTOR: 'lower',
};

/** Where a property of IFC2x3 stands in its entity. */
const OLD_PROPERTIES: Record<string, readonly (readonly [keyof Figures, number])[]> = {
  IFCTHERMALMATERIALPROPERTIES: [
    ['specificHeat', 1],
    ['conductivity', 4],
  ],
  IFCGENERALMATERIALPROPERTIES: [['density', 3]],
  IFCHYGROSCOPICMATERIALPROPERTIES: [
    ['upper', 1],
    ['lower', 2],
  ],
};

/** What is looked for: units, materials and what is known of them, walls and what they are made of. */
const isWanted = (type: string): boolean =>
  /^IFC(?:WALL|MATERIAL|PROPERTY|COMPLEXPROPERTY|REL(?:ASSOCIATESMATERIAL|DEFINESBYPROPERTIES)|UNITASSIGNMENT|SIUNIT|CONVERSIONBASEDUNIT|MEASUREWITHUNIT|DERIVEDUNIT|EXTENDEDMATERIALPROPERTIES)/.test(
    type,
  ) || type in OLD_PROPERTIES;

/**
 * The layered walls of an IFC file (IFC4 or IFC2x3), in SI.
 *
 * @throws InputError for a file that is broken, says no unit of length, or has no layers
 */
export function readIfc(text: string): ReadWall[] {
  const entities = readStep(text, isWanted);
  const of = (value: StepValue | undefined): StepEntity | undefined =>
    value && typeof value === 'object' && 'ref' in value ? entities.get(value.ref) : undefined;
  const refOf = (value: StepValue | undefined): number | null =>
    value && typeof value === 'object' && 'ref' in value ? value.ref : null;
  const all = (type: string): [number, StepEntity][] =>
    [...entities].filter(([, entity]) => entity.type === type);
  const listOf = (value: StepValue | undefined): StepValue[] => (Array.isArray(value) ? value : []);
  const textOf = (value: StepValue | undefined): string => (typeof value === 'string' ? value : '');
  const bare = (value: StepValue | undefined): StepValue =>
    value && typeof value === 'object' && 'type' in value ? value.value : (value ?? null);
  const numberOf = (value: StepValue | undefined): number | undefined => {
    const inner = bare(value);
    return typeof inner === 'number' ? inner : undefined;
  };
  const wordOf = (value: StepValue | undefined): string =>
    value && typeof value === 'object' && 'word' in value ? value.word.toUpperCase() : '';

  /** What one of a named unit is in SI. */
  const factorOf = (unit: StepEntity | undefined): number | null => {
    if (unit?.type === 'IFCSIUNIT') {
      const name = wordOf(unit.values[3]);
      const prefix = (PREFIX[wordOf(unit.values[2])] ?? 1) ** (DIMENSION[name] ?? 1);
      // The unit of mass in SI is the kilogram.
      return name === 'GRAM' ? prefix / 1000 : prefix;
    }
    if (unit?.type !== 'IFCCONVERSIONBASEDUNIT') return null;
    const measure = of(unit.values[3]);
    const value = numberOf(measure?.values[0]);
    const base = factorOf(of(measure?.values[1]));
    return value === undefined || base === null ? null : value * base;
  };
  const units = all('IFCUNITASSIGNMENT').flatMap(([, { values }]) => listOf(values[0]).map(of));
  const named = (kind: string): number | null => {
    const unit = units.find((one) => one && wordOf(one.values[1]) === kind);
    return unit ? factorOf(unit) : null;
  };
  const derived = (kind: string): number => {
    const unit = units.find(
      (one) => one?.type === 'IFCDERIVEDUNIT' && wordOf(one.values[1]) === kind,
    );
    if (!unit) return 1;
    return listOf(unit.values[0]).reduce<number>((product, element) => {
      const entity = of(element);
      const factor = factorOf(of(entity?.values[0])) ?? 1;
      return product * factor ** (numberOf(entity?.values[1]) ?? 1);
    }, 1);
  };
  const metre = named('LENGTHUNIT');
  if (metre === null)
    throw new InputError(
      'IFCUNITASSIGNMENT',
      'the model does not say in which unit its lengths are',
      'a LENGTHUNIT',
    );
  const scale: Record<keyof Figures, number> = {
    conductivity: derived('THERMALCONDUCTANCEUNIT'),
    density: derived('MASSDENSITYUNIT'),
    specificHeat: derived('SPECIFICHEATCAPACITYUNIT'),
    upper: 1,
    lower: 1,
  };

  const figures = new Map<number, Figures>();
  const take = (material: number | null, name: keyof Figures, value: number | undefined): void => {
    if (material === null || value === undefined) return;
    figures.set(material, { ...figures.get(material), [name]: value * scale[name] });
  };
  for (const type of ['IFCMATERIALPROPERTIES', 'IFCEXTENDEDMATERIALPROPERTIES'])
    for (const [, { values }] of all(type)) {
      // IFC2x3 has the material first, IFC4 last.
      const old = type === 'IFCEXTENDEDMATERIALPROPERTIES';
      const material = refOf(values[old ? 0 : 3]);
      for (const property of listOf(values[old ? 1 : 2]).map(of)) {
        const figure = FIGURE[textOf(property?.values[0]).toUpperCase()];
        if (figure) take(material, figure, numberOf(property?.values[2]));
      }
    }
  for (const [type, properties] of Object.entries(OLD_PROPERTIES))
    for (const [, { values }] of all(type))
      for (const [figure, index] of properties)
        take(refOf(values[0]), figure, numberOf(values[index]));

  const layerOf = (value: StepValue): ReadLayer | null => {
    const layer = of(value);
    if (!layer) return null;
    const materialRef = refOf(layer.values[0]);
    const material = of(layer.values[0]);
    const name = textOf(material?.values[0]) || textOf(layer.values[3]) || 'Air space';
    const known = (materialRef !== null && figures.get(materialRef)) || {};
    const thickness = numberOf(layer.values[1]);
    const ventilated = wordOf(layer.values[2]) === 'T';
    const { upper, lower } = known;
    return {
      name,
      id: textOf(material?.values[1]) || null,
      thickness: thickness === undefined ? null : thickness * metre,
      resistance: null,
      conductivity: known.conductivity ?? null,
      density: known.density ?? null,
      specificHeat: known.specificHeat ?? null,
      mu:
        upper === undefined && lower === undefined
          ? null
          : { dry: upper ?? lower!, wet: lower ?? upper! },
      air: ventilated || material === undefined,
      ventilated,
    };
  };

  const sets = new Map<number, { name: string; properties: (StepEntity | undefined)[] }>();
  for (const [ref, { values }] of all('IFCPROPERTYSET'))
    sets.set(ref, { name: textOf(values[2]), properties: listOf(values[4]).map(of) });
  const setsOf = new Map<number, number[]>();
  for (const [, { values }] of all('IFCRELDEFINESBYPROPERTIES'))
    for (const object of listOf(values[4])) {
      const ref = refOf(object);
      const set = refOf(values[5]);
      if (ref === null || set === null) continue;
      const known = setsOf.get(ref);
      if (known) known.push(set);
      else setsOf.set(ref, [set]);
    }

  /** The wall file in a set of properties, each read once; null where it is none. */
  const ownOfSet = new Map<number, unknown>();
  const fileIn = (ref: number): unknown => {
    if (ownOfSet.has(ref)) return ownOfSet.get(ref);
    const file = sets.get(ref)!.properties.find((one) => textOf(one?.values[0]) === 'WallFile');
    const text = listOf(file?.values[2])
      .map((piece) => textOf(bare(piece)))
      .join('');
    let own: unknown = null;
    try {
      own = JSON.parse(text);
    } catch {
      // What cannot be read is none.
    }
    ownOfSet.set(ref, own);
    return own;
  };
  const ownOf = (element: number): unknown => {
    const { type, values } = entities.get(element)!;
    const held = type.endsWith('TYPE') ? listOf(values[5]).map(refOf) : [];
    const set = [...held, ...(setsOf.get(element) ?? [])].find(
      (ref) => ref !== null && sets.get(ref)?.name === OWN_SET,
    );
    return typeof set === 'number' ? fileIn(set) : null;
  };

  /** The layer set that a material association leads to. */
  const setOf = (value: StepValue | undefined): number | null => {
    const entity = of(value);
    if (entity?.type === 'IFCMATERIALLAYERSET') return refOf(value);
    return entity?.type === 'IFCMATERIALLAYERSETUSAGE' ? refOf(entity.values[0]) : null;
  };
  const walls = new Map<number, ReadWall>();
  for (const [, { values }] of all('IFCRELASSOCIATESMATERIAL')) {
    const set = setOf(values[5]);
    if (set === null) continue;
    const elements = listOf(values[4]).flatMap((one) => refOf(one) ?? []);
    const wall = elements.find((ref) => /^IFCWALL/.test(entities.get(ref)?.type ?? ''));
    if (wall === undefined) continue;
    // A wall and its type share their layers; the type says more.
    if (walls.get(set)?.own) continue;
    const own = ownOf(wall);
    if (walls.has(set) && own === null) continue;
    const [layers, name, about] = entities.get(set)!.values;
    checkCounts(walls.size + 1, listOf(layers).length, `#${set}`);
    const read = listOf(layers).flatMap((one) => layerOf(one) ?? []);
    walls.set(set, {
      name: textOf(name) || textOf(entities.get(wall)!.values[2]) || `Wall #${wall}`,
      own,
      u: null,
      ...inOrder(read, textOf(about)),
    });
  }
  const found = [...walls.values()].filter(({ layers }) => layers.length > 0);
  if (found.length === 0)
    throw new InputError(
      'IFCMATERIALLAYERSET',
      'the model has no wall with layers',
      'walls or wall types with a material layer set',
    );
  return found;
}

const INSIDE = /gypsum|plaster|drywall|interior|paint/i;
const OUTSIDE = /siding|cladding|brick|stucco|render|rain ?screen|exterior/i;

/** Layers indoors first: as the set says, else as their names suggest; which is told. */
export function inOrder(layers: ReadLayer[], about: string): Pick<ReadWall, 'layers' | 'notes'> {
  if (/first layer indoors/i.test(about)) return { layers, notes: [] };
  const first = layers[0]?.name ?? '';
  const last = layers.at(-1)?.name ?? '';
  const turned =
    (OUTSIDE.test(first) && !OUTSIDE.test(last)) || (INSIDE.test(last) && !INSIDE.test(first));
  return {
    layers: turned ? layers.toReversed() : layers,
    notes: [
      `The model does not say which side is indoors: “${turned ? last : first}” is taken as the innermost layer`,
    ],
  };
}
