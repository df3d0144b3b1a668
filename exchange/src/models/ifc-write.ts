import { createHash } from 'node:crypto';
import { assess } from '@eldrun/core/assessment';
import {
  conductivityAt,
  saysVapor,
  vaporThickness,
  type Material,
  type Materials,
} from '@eldrun/core/materials';
import { asSaid, type ResolvedLayer, type WallFile } from '@eldrun/core/build-up';
import { stepReal, stepText, StepWriter } from './step.ts';
import type { WrittenModel } from './types.ts';

/** Mean temperature at which insulation is rated, °C. */
const RATED_AT = 24;

/** Relative humidities of the dry and the wet cup, mean of both sides (ISO 12572:2016, Table 1). */
const DRY = 0.25;
const WET = 0.715;

/** A text property goes into pieces of so many letters: some readers take no longer ones. */
const PIECE = 200;

/** The property set that carries all that other programs have no place for. */
export const OWN_SET = 'Eldrun_Wall';

const LETTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$';

/** A GlobalId that follows from what it names: the same model is the same file. */
function globalId(...of: string[]): string {
  const bytes = createHash('sha256').update(of.join('\n')).digest().subarray(0, 16);
  let bits = BigInt(`0x${bytes.toString('hex')}`);
  let id = '';
  for (let i = 0; i < 22; i++) {
    id = LETTERS[Number(bits & 63n)]! + id;
    bits >>= 6n;
  }
  return stepText(id);
}

const list = (refs: readonly string[]): string => `(${refs.join(',')})`;

/**
 * Walls as an IFC file (IFC4, ISO 16739-1): a wall type each with its material layer set, first layer indoors, thermal and
 * hygrothermal figures in the property sets of the standard, and the whole wall file in Eldrun's own, so that it reads
 * back as it was.
 *
 * @param walls validated wall files
 * @param project its name
 * @param day `2026-03-12`
 * @throws InputError where a wall cannot be computed
 */
export function ifcOf(
  walls: readonly WallFile[],
  project: string,
  day: string,
  materials: Materials = {},
): WrittenModel {
  const step = new StepWriter();
  const single = (name: string, type: string, value: string): string =>
    step.add('IFCPROPERTYSINGLEVALUE', [stepText(name), '$', `${type}(${value})`, '$']);
  const units = step.add('IFCUNITASSIGNMENT', [
    list(
      [
        ['LENGTHUNIT', '$', 'METRE'],
        ['AREAUNIT', '$', 'SQUARE_METRE'],
        ['VOLUMEUNIT', '$', 'CUBIC_METRE'],
        ['MASSUNIT', '.KILO.', 'GRAM'],
        ['TIMEUNIT', '$', 'SECOND'],
        ['THERMODYNAMICTEMPERATUREUNIT', '$', 'KELVIN'],
      ].map(([kind, prefix, unit]) =>
        step.add('IFCSIUNIT', ['*', `.${kind}.`, prefix!, `.${unit}.`]),
      ),
    ),
  ]);
  const origin = step.add('IFCCARTESIANPOINT', ['(0.,0.,0.)']);
  const place = step.add('IFCAXIS2PLACEMENT3D', [origin, '$', '$']);
  const context = step.add('IFCGEOMETRICREPRESENTATIONCONTEXT', [
    '$',
    "'Model'",
    '3',
    '1.E-05',
    place,
    '$',
  ]);
  const whole = step.add('IFCPROJECT', [
    globalId('project', project),
    '$',
    stepText(project || 'Walls'),
    '$',
    '$',
    '$',
    '$',
    list([context]),
    units,
  ]);

  const known = new Map<string, string>();
  const materialRef = (id: string, material: Material, thickness: number): string => {
    // Figures may hold for a thickness: the same material in another is another one.
    const key = JSON.stringify([id, material, thickness]);
    const before = known.get(key);
    if (before) return before;
    const ref = step.add('IFCMATERIAL', [
      stepText(material.name),
      stepText(id),
      material.category ? stepText(material.category) : '$',
    ]);
    const set = (name: string, values: (string | null)[]): void => {
      const there = values.filter((one) => one !== null);
      if (there.length > 0)
        step.add('IFCMATERIALPROPERTIES', [stepText(name), '$', list(there), ref]);
    };
    const figure = (name: string, type: string, value: number | undefined): string | null =>
      value === undefined ? null : single(name, type, stepReal(value));
    const mu = (humidity: number): number | undefined =>
      saysVapor(material) ? vaporThickness(material, thickness, humidity) / thickness : undefined;
    set('Pset_MaterialThermal', [
      figure(
        'ThermalConductivity',
        'IFCTHERMALCONDUCTIVITYMEASURE',
        conductivityAt(material, RATED_AT),
      ),
      figure('SpecificHeatCapacity', 'IFCSPECIFICHEATCAPACITYMEASURE', material.specificHeat),
    ]);
    set('Pset_MaterialCommon', [figure('MassDensity', 'IFCMASSDENSITYMEASURE', material.density)]);
    set('Pset_MaterialHygroscopic', [
      figure('UpperVaporResistanceFactor', 'IFCPOSITIVERATIOMEASURE', mu(DRY)),
      figure('LowerVaporResistanceFactor', 'IFCPOSITIVERATIOMEASURE', mu(WET)),
    ]);
    known.set(key, ref);
    return ref;
  };
  const layerRef = (layer: ResolvedLayer): string =>
    step.add('IFCMATERIALLAYER', [
      layer.fill ? materialRef(layer.fillId!, asSaid(layer)!, layer.thickness) : '$',
      stepReal(layer.thickness),
      layer.fill ? '.F.' : layer.ventilation === 'open' ? '.T.' : '.F.',
      stepText(layer.fill?.name ?? (layer.ventilation === 'open' ? 'Open air gap' : 'Air space')),
      stepText(layer.id),
      '$',
      '$',
    ]);

  const types = walls.map((file, n) => {
    const { wall, thermal } = assess(file, materials);
    const layers = wall.layers.map(layerRef);
    const layerSet = step.add('IFCMATERIALLAYERSET', [
      list(layers),
      stepText(file.name),
      stepText('First layer indoors'),
    ]);
    const id = (what: string): string => globalId(what, project, String(n), file.name);
    const carried = JSON.stringify(own(file, wall.layers, materials));
    const pieces = Array.from({ length: Math.ceil(carried.length / PIECE) }, (_, i) =>
      carried.slice(i * PIECE, (i + 1) * PIECE),
    );
    const common = step.add('IFCPROPERTYSET', [
      id('common'),
      '$',
      "'Pset_WallCommon'",
      '$',
      list([
        single('IsExternal', 'IFCBOOLEAN', '.T.'),
        single(
          'ThermalTransmittance',
          'IFCTHERMALTRANSMITTANCEMEASURE',
          stepReal(thermal.effective.u),
        ),
      ]),
    ]);
    const ownSet = step.add('IFCPROPERTYSET', [
      id('own'),
      '$',
      stepText(OWN_SET),
      '$',
      list([
        single('EffectiveU', 'IFCTHERMALTRANSMITTANCEMEASURE', stepReal(thermal.effective.u)),
        step.add('IFCPROPERTYLISTVALUE', [
          "'WallFile'",
          '$',
          list(pieces.map((piece) => `IFCTEXT(${stepText(piece)})`)),
          '$',
        ]),
      ]),
    ]);
    const type = step.add('IFCWALLTYPE', [
      id('type'),
      '$',
      stepText(file.name),
      '$',
      '$',
      list([common, ownSet]),
      '$',
      '$',
      '$',
      '.ELEMENTEDWALL.',
    ]);
    step.add('IFCRELASSOCIATESMATERIAL', [id('layers'), '$', '$', '$', list([type]), layerSet]);
    return type;
  });
  if (types.length > 0)
    step.add('IFCRELDECLARES', [globalId('declares', project), '$', '$', '$', whole, list(types)]);
  return {
    text: step.file(project || 'Walls', 'IFC4', day),
    lost: [
      'Frames, fasteners, brackets, the brief and the site travel in the property set “Eldrun_Wall”, which other programs do not read: to them a framed layer is its fill',
    ],
  };
}

/** The wall file with what it takes from a project inside. */
function own(file: WallFile, layers: readonly ResolvedLayer[], materials: Materials): WallFile {
  const used: Record<string, Material> = { ...file.materials };
  const ids = layers.flatMap(({ fillId, source }) => [
    ...(fillId ? [fillId] : []),
    ...(source.kind === 'framed'
      ? [source.member.material, ...(source.excess ? [source.excess] : [])]
      : []),
  ]);
  for (const id of ids)
    if (!Object.hasOwn(used, id) && Object.hasOwn(materials, id)) used[id] = materials[id]!;
  return Object.keys(used).length > 0 ? { ...file, materials: used } : file;
}
