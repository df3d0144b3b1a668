import { XMLBuilder } from 'fast-xml-parser';
import { assessLayers, type LayerAssessment } from '@eldrun/core/assessment';
import { conductivityAt, type Material, type Materials } from '@eldrun/core/materials';
import { layerName } from '@eldrun/core/verdicts';
import type { ResolvedLayer, WallFile } from '@eldrun/core/build-up';
import type { WrittenModel } from './types.ts';

const NAMESPACE = 'http://www.gbxml.org/schema';

/** An id as XML takes it. */
const idOf = (...parts: string[]): string =>
  parts
    .join('-')
    .replace(/[^A-Za-z0-9_.-]+/g, '-')
    .replace(/^(?![A-Za-z_])/, '_');

const measure = (value: number, unit: string) => ({ '@_unit': unit, '#text': String(value) });

/** One material of gbXML, before it has an id. */
interface Written {
  name: string;
  thickness: number;
  resistance: number;
  layer: ResolvedLayer | null;
}

/** A material of gbXML: its R along the cavity, and what it is of. */
function materialOf(id: string, { name, thickness, resistance, layer }: Written) {
  const fill: Partial<Material> | null = layer && layer.fill;
  return {
    '@_id': id,
    Name: name,
    ...(layer?.fillId ? { Description: layer.fillId } : {}),
    'R-value': measure(resistance, 'SquareMeterKPerW'),
    Thickness: measure(thickness, 'Meters'),
    // An air space has its R alone: it is no conductivity times a thickness.
    ...(fill ? { Conductivity: measure(thickness / resistance, 'WPerMeterK') } : {}),
    ...(fill?.density === undefined ? {} : { Density: measure(fill.density, 'KgPerCubicM') }),
    ...(fill?.specificHeat === undefined
      ? {}
      : { SpecificHeat: measure(fill.specificHeat, 'JPerKgK') }),
  };
}

/**
 * The layers that count, indoors first. From a slightly vented gap outward they are one, whose R is what the wall's U
 * leaves for it: the standard counts them together (EN ISO 6946:2017, 6.9.3).
 */
function writtenLayers(assessed: LayerAssessment): Written[] {
  const { wall, paths } = assessed;
  const counted = wall.layers.slice(0, wall.counted);
  const vented = counted.findIndex(({ ventilation }) => ventilation === 'slight');
  const apart = vented < 0 ? counted : counted.slice(0, vented);
  const layers = apart.map((layer, i) => ({
    name: layerName(assessed, layer),
    thickness: layer.thickness,
    resistance: paths.layers[i]!.resistance,
    layer,
  }));
  if (vented < 0) return layers;
  const outer = counted.slice(vented);
  const known = layers.reduce((sum, { resistance }) => sum + resistance, 0);
  return [
    ...layers,
    {
      name: `Slightly vented gap with ${outer
        .slice(1)
        .map((layer) => layerName(assessed, layer))
        .join(', ')}`,
      thickness: outer.reduce((sum, { thickness }) => sum + thickness, 0),
      resistance: paths.cavityPath.r - wall.innerFilm - wall.outerFilm - known,
      layer: null,
    },
  ];
}

/** What gbXML has no place for, of one wall. */
function lostOf(assessed: LayerAssessment): string[] {
  const { wall } = assessed;
  const { file } = wall;
  const framed = wall.layers.slice(0, wall.counted).filter(({ member }) => member);
  const outside = wall.layers.slice(wall.counted);
  const warm = wall.layers.filter(({ fill }) => fill?.conductivityTable);
  const say = (text: string): string => `${file.name}: ${text}`;
  return [
    ...framed.map((layer) =>
      say(
        `the frame in “${layerName(assessed, layer)}”: gbXML has no frames, U is along the cavity`,
      ),
    ),
    ...(wall.layers.some(({ ventilation }) => ventilation === 'slight')
      ? [
          say(
            'what lies from the slightly vented gap outward is one layer: the standard counts it together',
          ),
        ]
      : []),
    ...(file.fasteners?.length ? [say('fasteners through the insulation')] : []),
    ...(file.pointBridges?.length ? [say('brackets and other point bridges')] : []),
    ...(outside.length > 0
      ? [
          say(
            `what lies outside the open gap (${outside.map((layer) => layerName(assessed, layer)).join(', ')}): it counts for nothing`,
          ),
        ]
      : []),
    ...warm.map((layer) =>
      say(
        `how the conductivity of “${layerName(assessed, layer)}” goes with temperature: ${conductivityAt(layer.fill!, 24).toPrecision(4)} W/(m·K) at 24 °C`,
      ),
    ),
  ];
}

/**
 * Walls as gbXML (version 6.01, SI): a construction each with its layers from outside to inside. gbXML has no frames: U is
 * along the cavity, films included.
 *
 * @param walls validated wall files
 * @param day `2026-03-12`
 * @throws InputError where a wall cannot be computed
 */
export function gbxmlOf(
  walls: readonly WallFile[],
  project: string,
  day: string,
  materials: Materials = {},
): WrittenModel {
  const lost = ['All walls: vapor, sorption and rain figures, surface films, brief and climate'];
  const Construction: object[] = [];
  const Layer: object[] = [];
  const Material: object[] = [];
  walls.forEach((file, n) => {
    const assessed = assessLayers(file, materials);
    lost.push(...lostOf(assessed));
    const key = `wall-${n + 1}`;
    // From outside to inside, as the schema has it.
    const refs = writtenLayers(assessed)
      .map((written, i) => {
        const id = idOf(key, 'material', String(i + 1));
        Material.push(materialOf(id, written));
        return { '@_materialIdRef': id };
      })
      .toReversed();
    Layer.push({ '@_id': idOf(key, 'layers'), Name: file.name, MaterialId: refs });
    Construction.push({
      '@_id': idOf(key),
      Name: file.name,
      Description: 'U along the cavity, surface films included; framing is not in it',
      'U-value': measure(assessed.paths.cavityPath.u, 'WPerSquareMeterK'),
      LayerId: { '@_layerIdRef': idOf(key, 'layers') },
    });
  });
  const builder = new XMLBuilder({
    ignoreAttributes: false,
    format: true,
    suppressEmptyNode: true,
    suppressBooleanAttributes: false,
  });
  const root = {
    '@_xmlns': NAMESPACE,
    '@_version': '6.01',
    '@_temperatureUnit': 'C',
    '@_lengthUnit': 'Meters',
    '@_areaUnit': 'SquareMeters',
    '@_volumeUnit': 'CubicMeters',
    '@_useSIUnitsForResults': 'true',
    Construction,
    Layer,
    Material,
    DocumentHistory: {
      ProgramInfo: { '@_id': 'eldrun', CompanyName: 'Eldrun', ProductName: 'Eldrun' },
      PersonInfo: { '@_id': 'nobody', LastName: 'not said' },
      CreatedBy: {
        '@_personId': 'nobody',
        '@_programId': 'eldrun',
        '@_date': day,
        CADModelId: project,
      },
    },
  };
  const body = builder.build({ gbXML: root });
  return { text: `<?xml version="1.0" encoding="UTF-8"?>\n${body}`, lost };
}
