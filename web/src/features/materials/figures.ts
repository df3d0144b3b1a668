import {
  conductivityAt,
  dryPermeance,
  saysVapor,
  type Material,
  type SaidMaterial,
  type Table,
} from '@eldrun/core/materials';
import {
  INCH,
  format,
  formatText,
  PERM,
  R_VALUE,
  type UnitSystem,
  fixed,
} from '@eldrun/core/units';
import { vaporClassText } from '@eldrun/core/explain';
import { usualThickness } from '@eldrun/core/quickline';

export interface MaterialFigure {
  label: string;
  value: string;
}

/** m in an inch over the R-value: R per inch out of a conductivity. */
export function rPerInch(material: Material): number {
  return INCH / conductivityAt(material, 24) / R_VALUE;
}

const pairs = (table: Table, x: (v: number) => string, y: (v: number) => string): string =>
  table.map(([a, b]) => `${x(a)}: ${y(b)}`).join('; ');

/** Every figure of a material with its unit, for a person. Sources stand apart. */
export function figuresOf(material: Material, units: UnitSystem): MaterialFigure[] {
  const text = (quantity: Parameters<typeof formatText>[0], value: number): string =>
    formatText(quantity, value, units);
  const percent = (share: number): string => `${Math.round(share * 100)} % RH`;
  const figures: MaterialFigure[] = [];
  const add = (label: string, value: string | undefined): void => {
    if (value) figures.push({ label, value });
  };
  const { perms, cost, gwp, exposure } = material;
  const thickness = usualThickness(material);
  function addVapor(said: SaidMaterial): void {
    const { vapor } = said;
    if ('mu' in vapor) add('Vapor resistance factor μ', String(vapor.mu));
    if ('muTable' in vapor) add('μ by humidity', pairs(vapor.muTable, percent, String));
    if ('permeance' in vapor)
      add('Vapor permeance of the layer', text('permeance', vapor.permeance));
    if ('permeanceTable' in vapor)
      add(
        'Vapor permeance by humidity',
        pairs(vapor.permeanceTable, percent, (p) => text('permeance', p)),
      );
    add(
      'Vapor retarder class',
      `${vaporClassText(said, thickness)}, ${text('permeance', dryPermeance(said, thickness))} dry cup at ${text('length', thickness)}`,
    );
  }

  if (material.conductivityTable)
    add(
      `Conductivity by mean temperature, ${format('conductivity', 1, units).unit}`,
      pairs(
        material.conductivityTable,
        (t) => text('temperature', t),
        (k) => format('conductivity', k, units).text,
      ),
    );
  else add('Conductivity', text('conductivity', material.conductivity!));
  add('R per inch', `R ${fixed(rPerInch(material), 2)} at ${text('temperature', 24)} mean`);
  if (material.labeledRPerInch) add('R per inch on the label', `R ${material.labeledRPerInch}`);
  if (material.agedRPerInch) add('R per inch, aged', `R ${material.agedRPerInch}`);
  if (!saysVapor(material)) add('Vapor', 'nobody has said it: what follows from it is unknown');
  else addVapor(material);
  if (perms)
    add(
      'Dry and wet cup',
      `${text('permeance', perms.dry * PERM)} and ${text('permeance', perms.wet * PERM)} at ${text('length', perms.thickness)}`,
    );
  if (material.airPermeance !== undefined)
    add('Air permeance', text('airPermeance', material.airPermeance));
  if (material.density !== undefined) add('Density', text('density', material.density));
  if (material.specificHeat !== undefined)
    add('Specific heat', text('specificHeat', material.specificHeat));
  if (material.sorption)
    add(
      'Sorption',
      pairs(material.sorption, percent, (w) => `${w} kg/m³`),
    );
  if (material.emissivity !== undefined) add('Emissivity', String(material.emissivity));
  if (material.solarAbsorptance !== undefined)
    add('Solar absorptance', String(material.solarAbsorptance));
  if (material.thicknesses?.length)
    add('Sold as', material.thicknesses.map((t) => text('length', t)).join(', '));
  if (material.composition)
    add(
      'Composed of',
      material.composition.map((p) => `${p.material} ${text('length', p.thickness)}`).join(', '),
    );
  if (gwp) add('Carbon, A1 to A3, storage not counted', `${gwp.value} kg CO₂e per ${gwp.per}`);
  if (cost)
    add(
      'Demo price',
      cost.per === 'm3'
        ? `$${cost.usd} per m³`
        : `$${cost.usd} per m² at ${text('length', cost.thickness!)}`,
    );
  if (material.installMinutesPerM2 !== undefined)
    add('Installing', `about ${material.installMinutesPerM2} min per m²`);
  if (exposure) {
    const days = exposure.maxUvDays;
    add('Sun on site', days === null ? 'no limit' : days === 0 ? 'none' : `at most ${days} days`);
    add('Wet week on site', exposure.wettingTolerant ? 'survives and dries' : 'keep dry');
  }
  if (material.moldClass) add('Mold sensitivity', material.moldClass.replace('-', ' '));
  if (material.combustible !== undefined)
    add(
      'Fire',
      `${material.combustible ? 'combustible' : 'not combustible'}${material.foamPlastic ? ', foam plastic: needs a thermal barrier' : ''}`,
    );
  return figures;
}
