import { conductivityAt, dryPermeance } from '@eldrun/core/materials';
import { MONTHS, saturationPressure } from '@eldrun/core/climate';
import type { ResolvedLayer } from '@eldrun/core/build-up';
import type { UnitSystem } from '@eldrun/core/units';
import type { WrittenTable } from '@eldrun/core/csv';
import type { LookedAt } from '../looked-at.ts';
import { climateText, titleOf } from '../sheets/words.ts';
import { tableOf, type ColumnOf } from './columns.ts';

/** Mean temperature at which insulation is rated, °C. */
const RATED_AT = 24;

const nameOf = ({ assessment }: LookedAt): string => assessment.wall.file.name;

/** One layer of one wall. */
interface LayerRow {
  looked: LookedAt;
  layer: ResolvedLayer;
  n: number;
}

/** The tables of walls: what each is worth, its layers, its year, its checks. */
export function wallTables(walls: readonly LookedAt[], units: UnitSystem): WrittenTable[] {
  const layers = walls.flatMap((looked) =>
    looked.assessment.wall.layers.map((layer, n): LayerRow => ({ looked, layer, n })),
  );
  const months = walls.flatMap((looked) => MONTHS.map((month, m) => ({ looked, month, m })));
  const checks = walls.flatMap((looked) => looked.findings.map((finding) => ({ looked, finding })));
  const wall: ColumnOf<LookedAt>[] = [
    { label: 'Wall', of: nameOf },
    { label: 'Climate', of: ({ assessment }) => climateText(assessment.wall.file.outdoor) },
    {
      label: 'Effective R',
      quantity: 'resistance',
      of: ({ assessment }) => assessment.thermal.effective.r,
    },
    {
      label: 'Effective U',
      quantity: 'transmittance',
      of: ({ assessment }) => assessment.thermal.effective.u,
    },
    {
      label: 'R through the cavity',
      quantity: 'resistance',
      of: ({ assessment }) => assessment.thermal.cavityPath.r,
    },
    {
      label: 'Lost to framing',
      quantity: 'share',
      of: ({ assessment }) => assessment.framingLoss,
    },
    {
      label: 'Sheathing margin',
      quantity: 'temperatureDifference',
      of: ({ assessment: { worstMonth, moisture } }) =>
        worstMonth === null ? null : moisture.condensingPlane!.margin[worstMonth]!,
    },
    {
      label: 'Thickness',
      quantity: 'length',
      of: ({ assessment }) => assessment.quantities.thickness,
    },
    { label: 'Cost', quantity: 'costPerArea', of: ({ assessment }) => assessment.quantities.cost },
    {
      label: 'Carbon',
      quantity: 'carbonPerArea',
      of: ({ assessment }) => assessment.quantities.carbon,
    },
    { label: 'Moisture', of: ({ judgment }) => judgment.moisture },
    {
      label: 'Judged by',
      of: ({ judgment }) => (judgment.basis === 'hourly' ? 'hourly simulation' : 'monthly means'),
    },
  ];
  return [
    tableOf('Walls', wall, walls, units),
    tableOf<LayerRow>(
      'Layers',
      [
        { label: 'Wall', of: ({ looked }) => nameOf(looked) },
        { label: 'Layer, indoors first', of: ({ n }) => n + 1 },
        { label: 'Name', of: ({ looked, layer }) => titleOf(looked, units)(layer) },
        { label: 'Material', of: ({ layer }) => layer.fillId ?? 'air' },
        { label: 'Thickness', quantity: 'length', of: ({ layer }) => layer.thickness },
        {
          label: 'Conductivity at 24 °C',
          quantity: 'conductivity',
          of: ({ layer }) => layer.fill && conductivityAt(layer.fill, RATED_AT),
        },
        {
          label: 'R through the fill',
          quantity: 'resistance',
          of: ({ looked: { assessment }, n }) =>
            n < assessment.wall.counted ? assessment.paths.layers[n]!.resistance : null,
        },
        {
          label: 'Vapor permeance, dry cup',
          quantity: 'permeance',
          of: ({ layer }) =>
            layer.fill && !layer.vaporUnsaid ? dryPermeance(layer.fill, layer.thickness) : null,
        },
        { label: 'Density', quantity: 'density', of: ({ layer }) => layer.fill?.density },
        {
          label: 'Specific heat',
          quantity: 'specificHeat',
          of: ({ layer }) => layer.fill?.specificHeat,
        },
        {
          label: 'Cost',
          quantity: 'costPerArea',
          of: ({ looked, n }) => looked.assessment.quantities.layers[n]!.cost,
        },
        {
          label: 'Carbon',
          quantity: 'carbonPerArea',
          of: ({ looked, n }) => looked.assessment.quantities.layers[n]!.carbon,
        },
        { label: 'Member', of: ({ layer }) => layer.member?.material.name },
        {
          label: 'Members apart',
          quantity: 'length',
          of: ({ layer }) => layer.member?.shape.spacing,
        },
        { label: 'Source', of: ({ layer }) => layer.fill?.source },
        { label: 'Confidence', of: ({ layer }) => layer.fill?.confidence },
      ],
      layers,
      units,
    ),
    tableOf<(typeof months)[number]>(
      'Year',
      [
        { label: 'Wall', of: ({ looked }) => nameOf(looked) },
        { label: 'Month', of: ({ month }) => month },
        {
          label: 'Outdoors',
          quantity: 'temperature',
          of: ({ looked, m }) => looked.assessment.wall.months[m]!.outdoorTemperature,
        },
        {
          label: 'RH outdoors',
          quantity: 'relativeHumidity',
          of: ({ looked, m }) => {
            const { outdoorVaporPressure, outdoorTemperature } = looked.assessment.wall.months[m]!;
            return outdoorVaporPressure / saturationPressure(outdoorTemperature);
          },
        },
        {
          label: 'Indoors',
          quantity: 'temperature',
          of: ({ looked, m }) => looked.assessment.wall.months[m]!.indoorTemperature,
        },
        {
          label: 'RH indoors',
          quantity: 'relativeHumidity',
          of: ({ looked, m }) => {
            const { indoorVaporPressure, indoorTemperature } = looked.assessment.wall.months[m]!;
            return indoorVaporPressure / saturationPressure(indoorTemperature);
          },
        },
        {
          label: 'Indoor dew point',
          quantity: 'temperature',
          of: ({ looked, m }) => looked.assessment.moisture.indoorDewPoint[m]!,
        },
        {
          label: 'Condensing plane',
          quantity: 'temperature',
          of: ({ looked, m }) => looked.assessment.moisture.condensingPlane?.temperature[m],
        },
        {
          label: 'Margin',
          quantity: 'temperatureDifference',
          of: ({ looked, m }) => looked.assessment.moisture.condensingPlane?.margin[m],
        },
      ],
      months,
      units,
    ),
    tableOf<(typeof checks)[number]>(
      'Checks',
      [
        { label: 'Wall', of: ({ looked }) => nameOf(looked) },
        { label: 'Says', of: ({ finding }) => finding.status },
        { label: 'What', of: ({ finding }) => finding.title },
        { label: 'Why', of: ({ finding }) => finding.reason },
        { label: 'Smallest change', of: ({ finding }) => finding.fix },
      ],
      checks,
      units,
    ),
  ];
}
