import { SaxesParser } from 'saxes';
import { InputError } from '@eldrun/core/errors';
import { BTU, FAHRENHEIT_DEGREE, FOOT, INCH, POUND } from '@eldrun/core/units';
import { inOrder } from './ifc-read.ts';
import { checkCounts, type ReadLayer, type ReadWall } from './types.ts';

/** Units of gbXML in SI, by element. */
const UNITS: Record<string, Record<string, number>> = {
  'R-value': {
    SquareMeterKPerW: 1,
    HrSquareFtFPerBTU: (3600 * FOOT ** 2 * FAHRENHEIT_DEGREE) / BTU,
  },
  Thickness: {
    Meters: 1,
    Centimeters: 0.01,
    Millimeters: 0.001,
    Feet: FOOT,
    Inches: INCH,
  },
  Conductivity: {
    WPerMeterK: 1,
    WPerCmC: 100,
    BtuPerHourFtF: BTU / (3600 * FOOT * FAHRENHEIT_DEGREE),
  },
  Density: {
    KgPerCubicM: 1,
    GramsPerCubicCm: 1000,
    LbsPerCubicIn: POUND / INCH ** 3,
    LbsPerCubicFt: POUND / FOOT ** 3,
  },
  'U-value': {
    WPerSquareMeterK: 1,
    BtuPerHourSquareFtF: BTU / (3600 * FOOT ** 2 * FAHRENHEIT_DEGREE),
  },
  SpecificHeat: { JPerKgK: 1, BTUPerLbF: BTU / (POUND * FAHRENHEIT_DEGREE) },
};

type Element = Record<string, unknown>;

const many = (value: unknown): Element[] => (value ?? []) as Element[];

/** The text of the first element of a name. */
const saidIn = (element: Element, name: string): string =>
  wordOf(many(element[name])[0]?.['#text']);

const wordOf = (value: unknown): string => (typeof value === 'string' ? value : '');

/** A measured element in SI; null where it is not there. @throws InputError */
function measured(element: Element, name: string, path: string): number | null {
  const [given] = many(element[name]) as { '@_unit'?: string; '#text'?: string }[];
  if (given === undefined) return null;
  const { '@_unit': unit, '#text': text = '' } = given;
  const allowed = Object.keys(UNITS[name]!).join(', ');
  if (unit === undefined) throw new InputError(`${path}.${name}`, 'has no unit', allowed);
  const factor = Object.hasOwn(UNITS[name]!, unit) ? UNITS[name]![unit] : undefined;
  if (factor === undefined)
    throw new InputError(`${path}.${name}`, `unit “${unit.slice(0, 60)}” is not known`, allowed);
  const value = Number(text);
  if (text === '' || !Number.isFinite(value) || value < 0)
    throw new InputError(
      `${path}.${name}`,
      `“${text.slice(0, 60)}” is no figure`,
      'a number of 0 or more',
    );
  return value * factor;
}

const AIR = /\bair\b|\bgap\b|cavity/i;

/** Elements lie in one another so deep at the most, and so many are kept. */
const MAX_DEPTH = 100;
const MAX_KEPT = 200_000;

/** What is looked for right below the root; everything else, geometry above all, is passed over. */
const KEPT = new Set(['Construction', 'Layer', 'Material']);

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/**
 * The elements of a gbXML file that are looked for, by name: attributes as `@_name`, text as `#text`, what lies in them
 * by its name. Nothing is fetched and no entity but those of XML itself is known.
 *
 * @throws InputError with the line where the XML is broken, and beyond the limits
 */
function elementsOf(text: string): Element {
  const root = Object.create(null) as Element;
  const open: { element: Element; name: string }[] = [];
  let depth = 0;
  let kept = 0;
  let rootName = '';
  const parser = new SaxesParser();
  const refuse = (problem: string, allowed: string): never => {
    throw new InputError(`line ${parser.line}`, problem, allowed);
  };
  parser.on('error', (error) =>
    refuse(`the XML is broken: ${error.message.replace(/^\d+:\d+: |\.$/g, '')}`, 'a gbXML file'),
  );
  parser.on('doctype', () => refuse('has a document type of its own', 'a gbXML file without one'));
  parser.on('opentag', ({ name: full, attributes }) => {
    const name = local(full);
    if (++depth > MAX_DEPTH) refuse('is nested too deep', `at most ${MAX_DEPTH} levels`);
    if (depth === 1) rootName = name;
    const above = open.at(-1);
    if (!above && !(depth === 2 && KEPT.has(name))) return;
    if (++kept > MAX_KEPT)
      refuse('holds more constructions than are read', `at most ${MAX_KEPT} elements of them`);
    const element = Object.create(null) as Element;
    for (const [key, value] of Object.entries(attributes)) element[`@_${local(key)}`] = value;
    const place = above?.element ?? root;
    const there = place[name] as Element[] | undefined;
    if (there) there.push(element);
    else place[name] = [element];
    open.push({ element, name });
  });
  parser.on('text', (piece) => {
    const { element } = open.at(-1) ?? {};
    if (element) element['#text'] = `${wordOf(element['#text'])}${piece}`;
  });
  parser.on('closetag', () => {
    if (open.length > 0 && open.length === depth - 1) {
      const { element } = open.pop()!;
      element['#text'] = wordOf(element['#text']).trim();
    }
    depth--;
  });
  parser.write(text).close();
  if (rootName !== 'gbXML')
    throw new InputError('file', 'is no gbXML', 'a file whose root is gbXML');
  return root;
}

/**
 * The constructions of a gbXML file that have layers, in SI, indoors first.
 *
 * @throws InputError for a file that is no gbXML, misses a unit or has no layers
 */
export function readGbxml(text: string): ReadWall[] {
  const root = elementsOf(text);
  const byId = (name: string): Map<string, Element> =>
    new Map(many(root[name]).map((one) => [wordOf(one['@_id']), one]));
  const layers = byId('Layer');
  const materials = byId('Material');

  const layerOf = (id: string): ReadLayer => {
    const material = materials.get(id);
    if (!material)
      throw new InputError(
        `Material ${id}`,
        'is named by a layer and is not there',
        'its Material',
      );
    const path = `Material ${id}`;
    const name = saidIn(material, 'Name') || id;
    const figure = (element: string): number | null => measured(material, element, path);
    const conductivity = figure('Conductivity');
    return {
      name,
      id: saidIn(material, 'Description') || null,
      thickness: figure('Thickness'),
      resistance: figure('R-value'),
      conductivity,
      density: figure('Density'),
      specificHeat: figure('SpecificHeat'),
      mu: null,
      air: conductivity === null && AIR.test(name),
      ventilated: false,
    };
  };

  let count = 0;
  const walls = many(root['Construction']).flatMap((construction): ReadWall[] => {
    const name = saidIn(construction, 'Name') || wordOf(construction['@_id']);
    const ids: string[] = [];
    for (const ref of many(construction['LayerId']))
      for (const one of many(layers.get(wordOf(ref['@_layerIdRef']))?.['MaterialId'])) {
        ids.push(wordOf(one['@_materialIdRef']));
        checkCounts(count + 1, ids.length, `Construction ${name}`);
      }
    if (ids.length === 0) return [];
    count++;
    // The schema has them from outside to inside.
    const read = ids.map(layerOf).toReversed();
    const { layers: ordered, notes } = inOrder(read, 'first layer indoors');
    const u = measured(construction, 'U-value', `Construction ${name}`);
    return [{ name, layers: ordered, u, own: null, notes }];
  });
  if (walls.length === 0)
    throw new InputError(
      'Construction',
      'the model has no construction with layers',
      'constructions with LayerId, Layer and Material',
    );
  return walls;
}
