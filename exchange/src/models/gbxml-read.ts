import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { InputError } from '@eldrun/core/errors';
import { BTU, FAHRENHEIT_DEGREE, FOOT, INCH, POUND } from '@eldrun/core/units';
import { inOrder } from './ifc-read.ts';
import type { ReadLayer, ReadWall } from './types.ts';

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

const many = (value: unknown): Element[] =>
  (Array.isArray(value) ? value : value === undefined ? [] : [value]) as Element[];

const wordOf = (value: unknown): string =>
  typeof value === 'string' ? value : typeof value === 'number' ? String(value) : '';

/** A measured element in SI; null where it is not there. @throws InputError */
function measured(element: Element, name: string, path: string): number | null {
  const given = element[name];
  if (given === undefined) return null;
  const { '@_unit': unit, '#text': text } = (
    typeof given === 'object' && given !== null ? given : { '#text': given }
  ) as { '@_unit'?: string; '#text'?: unknown };
  const allowed = Object.keys(UNITS[name]!).join(', ');
  if (unit === undefined) throw new InputError(`${path}.${name}`, 'has no unit', allowed);
  const factor = UNITS[name]![unit];
  if (factor === undefined)
    throw new InputError(`${path}.${name}`, `unit “${unit}” is not known`, allowed);
  const value = Number(text);
  if (text === '' || !Number.isFinite(value) || value < 0)
    throw new InputError(
      `${path}.${name}`,
      `“${wordOf(text)}” is no figure`,
      'a number of 0 or more',
    );
  return value * factor;
}

const AIR = /\bair\b|\bgap\b|cavity/i;

/**
 * The constructions of a gbXML file that have layers, in SI, indoors first.
 *
 * @throws InputError for a file that is no gbXML, misses a unit or has no layers
 */
export function readGbxml(text: string): ReadWall[] {
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    throw new InputError(
      `line ${valid.err.line}`,
      `the XML is broken: ${valid.err.msg.replace(/\.$/, '')}`,
      'a gbXML file',
    );
  const parsed = new XMLParser({
    ignoreAttributes: false,
    parseTagValue: false,
    parseAttributeValue: false,
    removeNSPrefix: true,
    // No entity but those of XML itself: nothing is expanded, nothing fetched.
    processEntities: true,
    htmlEntities: false,
  }).parse(text) as Element;
  const root = parsed['gbXML'] as Element | undefined;
  if (!root || typeof root !== 'object')
    throw new InputError('file', 'is no gbXML', 'a file whose root is gbXML');
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
    const name = wordOf(material['Name']) || id;
    const figure = (element: string): number | null => measured(material, element, path);
    const conductivity = figure('Conductivity');
    return {
      name,
      id: wordOf(material['Description']) || null,
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

  const walls = many(root['Construction']).flatMap((construction): ReadWall[] => {
    const ids = many(construction['LayerId']).flatMap((ref) => {
      const layer = layers.get(wordOf(ref['@_layerIdRef']));
      return many(layer?.['MaterialId']).map((one) => wordOf(one['@_materialIdRef']));
    });
    if (ids.length === 0) return [];
    // The schema has them from outside to inside.
    const read = ids.map(layerOf).toReversed();
    const name = wordOf(construction['Name']) || wordOf(construction['@_id']);
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
