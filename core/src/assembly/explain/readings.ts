import { mainMember } from '../../physics/build-up/index.ts';
import type { Assessment, LayerAssessment } from '../assessment/index.ts';
import { MONTHS } from '../../physics/climate/index.ts';
import { framedR, publishedSteel } from '../../physics/steady-heat/index.ts';
import { costBasis } from '../quantities/index.ts';
import { measured, say, type Measured } from '../../common/units/index.ts';
import { layerName } from '../verdicts/index.ts';
import type { Explanation, Input } from './types.ts';

const FILM_SOURCE = {
  iso: 'EN ISO 6946:2017, Table 7',
  ashrae: 'ASHRAE Handbook, Fundamentals',
} as const;

const METHOD = {
  section: {
    name: 'Solved section',
    formula: 'U_eff = U_section + ΔU_fasteners + ΔU_points + ΔU_voids;  R_eff = 1/U_eff',
    source: 'EN ISO 10211:2017, clause 7; EN ISO 6946:2017, Annex F',
  },
  wholeWall: {
    name: 'Solved section and whole wall',
    formula:
      'U = (1 − e)·U_section + e·U_solid, e = (f − f_clear)/(1 − f_clear) solid wood through the frame’s depth (steel: U_cavity + (U_section − U_cavity)·f/f_clear);  U_eff = U + ΔU_fasteners + ΔU_points + ΔU_voids;  R_eff = 1/U_eff',
    source: 'EN ISO 10211:2017, clause 7; EN ISO 6946:2017, Annex F; area-weighted framing factor',
  },
} as const;

const resistance = (value: number): Measured => measured('resistance', value);
const transmittance = (value: number): Measured => measured('transmittance', value);

/** Layer names with a figure each, outdoors first as on the drawing. */
function byLayer(
  assessment: LayerAssessment,
  figure: (index: number) => Measured | string | null,
): Input[] {
  return assessment.wall.layers
    .map((layer, i) => ({ label: layerName(assessment, layer), value: figure(i) ?? 'unknown' }))
    .reverse();
}

/** The effective R: layers through the cavity, the methods, the corrections. */
export function explainEffectiveR(assessment: Assessment): Explanation {
  const { thermal, wall } = assessment;
  const { effective, corrections } = thermal;
  const method = METHOD[effective.method];
  const share = mainMember(wall)?.share;
  return {
    title: `Effective R, by ${method.name.toLowerCase()}`,
    value: resistance(effective.r),
    formula: method.formula,
    inputs: [
      { label: 'Outer film', value: resistance(wall.outerFilm) },
      ...byLayer(assessment, (i) =>
        i < wall.counted
          ? resistance(thermal.layers[i]!.resistance)
          : 'outside an open gap: left out',
      ),
      { label: 'Inner film', value: resistance(wall.innerFilm) },
      { label: 'Through the cavity', value: resistance(thermal.cavityPath.r) },
      { label: 'Through the frame', value: resistance(thermal.framePath.r) },
      ...(share === undefined
        ? []
        : [{ label: 'Framing factor', value: measured('share', share) }]),
      { label: 'Parallel path', value: resistance(thermal.parallelPath.r) },
      { label: 'Isothermal planes', value: resistance(thermal.isothermalPlanes.r) },
      { label: 'Combined', value: resistance(thermal.combined.r) },
      { label: 'Section, clear field', value: resistance(thermal.section.r) },
      {
        label: 'Section: change by the last refinement',
        value: measured('fineShare', thermal.section.change),
      },
      ...thermal.section.linearShares.map(({ frame, perMember }) => ({
        label: `Extra heat for each metre of a member, frame “${frame}”`,
        value: measured('linearTransmittance', perMember),
      })),
      ...(thermal.wholeWall
        ? [{ label: 'Whole wall', value: resistance(thermal.wholeWall.r) }]
        : []),
      ...publishedInputs(assessment),
      { label: 'ΔU of fasteners', value: transmittance(corrections.fasteners) },
      { label: 'ΔU of point bridges, Σ χ·n', value: transmittance(corrections.pointBridges) },
      { label: 'ΔU of air voids', value: transmittance(corrections.voids) },
      { label: 'Effective U', value: transmittance(effective.u) },
    ],
    source: `${method.source}. Films: ${FILM_SOURCE[wall.file.convention]}.`,
    leavesOut: say`Windows, corners, floor edges, brackets without a stated χ, tracks and workmanship. Members run straight and touch their neighbors fully; horizontal members are smeared over their layer.`,
  };
}

/** The published table for steel studs beside the section, where it has a row. */
function publishedInputs({ wall, thermal }: Assessment): Input[] {
  const steel = publishedSteel(wall, thermal);
  return steel
    ? [
        { label: 'Studs and fill, by the section', value: resistance(steel.computed) },
        { label: 'Studs and fill, by the codes’ steel table', value: resistance(steel.published) },
      ]
    : [];
}

/** The share of R that the framing takes. */
export function explainFramingLoss({ thermal, framingLoss }: Assessment): Explanation {
  const method = METHOD[thermal.effective.method];
  return {
    title: 'Lost to framing',
    value: measured('share', framingLoss),
    formula: 'loss = 1 − R_with framing / R_through the cavity',
    inputs: [
      { label: 'R through the cavity, films included', value: resistance(thermal.cavityPath.r) },
      {
        label: `R with framing, ${method.name.toLowerCase()}`,
        value: resistance(framedR(thermal)),
      },
      { label: 'Difference', value: resistance(thermal.cavityPath.r - framedR(thermal)) },
    ],
    source: method.source,
    leavesOut: say`Fasteners, point bridges and voids, which stand apart as corrections to the effective R.`,
  };
}

/** The margin of the condensing plane above the indoor dew point, month by month. */
export function explainMargin(assessment: LayerAssessment): Explanation {
  const { moisture, wall, worstMonth } = assessment;
  const plane = moisture.condensingPlane;
  if (!plane || worstMonth === null)
    return {
      title: 'Sheathing margin',
      value: 'none',
      formula: 'margin = θ_plane − θ_dew, indoors',
      inputs: [],
      source: 'EN ISO 13788:2012',
      leavesOut: say`There is no frame, or nothing outside it slows vapor: no condensing plane.`,
    };
  const layer = wall.layers.find(({ id }) => id === plane.layer)!;
  return {
    title: `Margin of ${layerName(assessment, layer)}, inner face`,
    value: measured('temperatureDifference', plane.margin[worstMonth]!),
    formula: 'θ_plane = θ_i − (θ_i − θ_e)·R_inside / R_T;  margin = θ_plane − θ_dew,i',
    inputs: MONTHS.flatMap((month, m): Input[] => [
      { label: `${month}: plane`, value: measured('temperature', plane.temperature[m]!) },
      {
        label: `${month}: indoor dew point`,
        value: measured('temperature', moisture.indoorDewPoint[m]!),
      },
    ]),
    source: 'EN ISO 13788:2012, 4.4 and Annex E; plane as the wall-file format defines it',
    leavesOut: say`Cold spells within the month, storage, sun and wetting from outside. It is what leaking indoor air meets, through the cavity; it does not say how much leaks.`,
  };
}

/** The whole thickness. */
export function explainThickness(assessment: LayerAssessment): Explanation {
  return {
    title: 'Thickness, finish to cladding',
    value: measured('length', assessment.quantities.thickness),
    formula: 'sum of all layers',
    inputs: byLayer(assessment, (i) => measured('length', assessment.wall.layers[i]!.thickness)),
    source: 'The layers as entered',
    leavesOut: say`Laps, uneven courses and tolerances on site.`,
  };
}

/** Cost per area. */
export function explainCost(assessment: LayerAssessment): Explanation {
  const { quantities } = assessment;
  const { own, demo, labor } = costBasis(assessment.wall);
  return {
    title: `Cost of materials${labor ? ' and labor' : ''}${own === 0 ? ', demo prices' : ''}`,
    value: measured('costPerArea', quantities.cost),
    formula: `Σ price · (1 + waste)${labor ? ' + minutes · labor rate' : ''}; by volume, or by area in proportion to thickness; frame and fill by their shares`,
    inputs: byLayer(assessment, (i) => {
      const { cost } = quantities.layers[i]!;
      return cost === null ? null : measured('costPerArea', cost);
    }),
    source:
      own === 0
        ? 'Demo prices of the material library: invented for a first comparison'
        : `The price book of the project: ${own} of ${own + demo} materials; the others at demo prices`,
    leavesOut: say`${labor ? '' : 'Labor, '}fasteners, tapes, freight, equipment, tax and profit. Layers without a price count as zero.`,
  };
}

/** Carbon per area. */
export function explainCarbon(assessment: LayerAssessment): Explanation {
  const { quantities } = assessment;
  return {
    title: 'Carbon of materials, cradle to gate',
    value: measured('carbonPerArea', quantities.carbon),
    formula: 'Σ gwp · density · thickness · share',
    inputs: byLayer(assessment, (i) => {
      const { carbon } = quantities.layers[i]!;
      return carbon === null ? null : measured('carbonPerArea', carbon);
    }),
    source: 'Generic figures of the material library, modules A1 to A3, within a factor of two',
    leavesOut: say`Carbon stored in wood and straw, transport, site work, replacement and end of life. Layers without a figure count as zero.`,
  };
}
