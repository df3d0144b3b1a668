import type { LayerAssessment } from '../assessment/index.ts';
import { AIR_LAYER_VAPOR_THICKNESS, vaporClass } from '../../physics/materials/index.ts';
import { MONTHS } from '../../physics/climate/index.ts';
import { BLACK_BODY_COEFFICIENT, resistancesAt } from '../../physics/steady-heat/index.ts';
import type { Profile, ProfilePoint } from '../../physics/steady-moisture/index.ts';
import { AIR_PERMEABILITY, INCH, measured, R_VALUE, say } from '../../common/units/index.ts';
import { layerName } from '../verdicts/index.ts';
import type { Explanation, Input } from './types.ts';

/** R of one layer through its fill. */
export function explainLayerResistance(assessment: LayerAssessment, index: number): Explanation {
  const layer = assessment.wall.layers[index]!;
  const value = assessment.paths.layers[index]?.resistance;
  const title = `R of ${layerName(assessment, layer)}`;
  if (value === undefined)
    return {
      title,
      value: 'left out',
      formula: 'an open air layer, and all outside it, counts for nothing',
      inputs: [{ label: 'Thickness', value: measured('length', layer.thickness) }],
      source: 'EN ISO 6946:2017, 6.9.4',
      leavesOut: say`The shelter a cladding gives from sun and wind.`,
    };
  const thickness: Input = { label: 'Thickness d', value: measured('length', layer.thickness) };
  if (!layer.fill)
    return {
      title,
      value: measured('resistance', value),
      formula: 'R = 1 / (h_a + E·h_r0),  h_a = max(1.25, 0.025/d),  E = 1/(1/ε₁ + 1/ε₂ − 1)',
      inputs: [
        thickness,
        { label: 'Emissivities ε', value: layer.emissivity.join(' and ') },
        { label: 'h_r0 at 10 °C', value: `${BLACK_BODY_COEFFICIENT.toFixed(3)} W/(m²K)` },
      ],
      source: 'EN ISO 6946:2017, 6.9 and Annex D',
      leavesOut: say`Air that moves between the space and outdoors.`,
    };
  return {
    title,
    value: measured('resistance', value),
    formula: 'R = d / λ',
    inputs: [
      thickness,
      {
        label: layer.fill.conductivityTable
          ? 'Conductivity λ at its mean temperature on the design day'
          : 'Conductivity λ',
        value: measured('conductivity', layer.thickness / value),
      },
      ...byTemperature(assessment, index),
      ...(layer.fill.source ? [{ label: 'Source of λ', value: layer.fill.source }] : []),
      ...(layer.fill.confidence ? [{ label: 'Confidence', value: layer.fill.confidence }] : []),
    ],
    source: 'EN ISO 6946:2017, 6.7.1',
    leavesOut: say`Members in the layer, gaps and compression. Products differ: use the maker's design value.`,
  };
}

/** Winter and summer conductivity of a layer whose conductivity depends on temperature, and what the label says. */
function byTemperature({ wall }: LayerAssessment, index: number): Input[] {
  const layer = wall.layers[index]!;
  const { labeledRPerInch, agedRPerInch } = layer.fill!;
  const stated: Input[] = [
    ...(labeledRPerInch ? [perInch('Label', labeledRPerInch)] : []),
    ...(agedRPerInch ? [perInch('Aged', agedRPerInch)] : []),
  ];
  if (!layer.fill!.conductivityTable) return stated;
  const warmest = wall.months.reduce(
    (best, month, m) =>
      month.outdoorTemperature > wall.months[best]!.outdoorTemperature ? m : best,
    0,
  );
  const inMonth = (month: number): Input => {
    const { indoorTemperature, outdoorTemperature } = wall.months[month]!;
    const { fill } = resistancesAt(wall, indoorTemperature, outdoorTemperature);
    return {
      label: `Conductivity λ in ${MONTHS[month]!}`,
      value: measured('conductivity', layer.thickness / fill[index]!),
    };
  };
  return [inMonth(wall.coldestMonth), inMonth(warmest), ...stated];
}

/** A stated R for each inch, as conductivity. */
function perInch(label: string, rPerInch: number): Input {
  return {
    label: `${label} value of λ, at 24 °C`,
    value: measured('conductivity', INCH / (rPerInch * R_VALUE)),
  };
}

/** Vapor permeance of one layer in the profile of a month. */
export function explainLayerVapor(
  assessment: LayerAssessment,
  index: number,
  profile: Profile,
): Explanation {
  const layer = assessment.wall.layers[index]!;
  const vaporThickness = profile.vaporThicknesses[index];
  const title = `Vapor permeance of ${layerName(assessment, layer)}`;
  const source = 'EN ISO 13788:2012, 5.2; classes by IRC R702.7, dry cup';
  if (vaporThickness === undefined)
    return {
      title,
      value: 'left out',
      formula: 'an open air layer, and all outside it, counts for nothing',
      inputs: [],
      source,
      leavesOut: say`Nothing more.`,
    };
  return {
    title,
    value: measured('permeance', AIR_PERMEABILITY / vaporThickness),
    formula: layer.fill
      ? 's_d = μ·d,  permeance = δ₀ / s_d'
      : `s_d = max(d, ${AIR_LAYER_VAPOR_THICKNESS} m)`,
    inputs: [
      { label: 'Thickness d', value: measured('length', layer.thickness) },
      { label: 's_d', value: measured('vaporThickness', vaporThickness) },
      ...(layer.fill
        ? [{ label: 'Vapor retarder class', value: vaporClass(layer.fill, layer.thickness) }]
        : []),
    ],
    source,
    leavesOut: say`Seams, holes and air that leaks. Materials that open with humidity are taken at the mean RH of their faces under the conditions shown.`,
  };
}

/** Temperature, dew point and RH at one depth. */
export function explainPoint(profile: Profile, point: ProfilePoint): Explanation {
  const { conditions } = profile;
  return {
    title: `At ${(point.depth * 1000).toFixed(0)} mm from the inner surface`,
    value: measured('temperature', point.temperature),
    formula:
      'θ falls in proportion to R, p in proportion to s_d; dew point from p; RH = p / p_sat(θ)',
    inputs: [
      { label: 'Dew point', value: measured('temperature', point.dewPoint) },
      {
        label: 'Relative humidity',
        value: measured('relativeHumidity', point.vaporPressure / point.saturationPressure),
      },
      { label: 'Vapor pressure', value: measured('vaporPressure', point.vaporPressure) },
      { label: 'Saturation pressure', value: measured('vaporPressure', point.saturationPressure) },
      { label: 'Indoors', value: measured('temperature', conditions.indoorTemperature) },
      { label: 'Outdoors', value: measured('temperature', conditions.outdoorTemperature) },
    ],
    source: 'EN ISO 13788:2012, 6.4 and Annex E',
    leavesOut: say`Condensation and storage: where the dew point lies above the temperature, water would condense and the line would change. Below 0 °C the dew point is the frost point.`,
  };
}
