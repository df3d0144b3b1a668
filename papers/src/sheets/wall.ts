import { costBasis, pricesWord } from '@eldrun/core/quantities';
import { format, formatText, type Quantity, type UnitSystem } from '@eldrun/core/units';
import { framedR } from '@eldrun/core/steady-heat';
import { MONTHS, saturationPressure } from '@eldrun/core/climate';
import { drawnWall } from '@eldrun/drawing';
import type { LookedAt } from '../looked-at.ts';
import type { Block, Fact, Sheet } from '../types.ts';
import { heldBlocks } from './attachment.ts';
import {
  basisText,
  CAUTIONS,
  climateText,
  judgedBlocks,
  layerTable,
  placedBlocks,
  right,
  sourcesOf,
  titleOf,
} from './words.ts';

/** The six readings of a wall. */
export function readingsOf({ assessment }: LookedAt, units: UnitSystem): Fact[] {
  const { thermal, framingLoss, quantities, worstMonth, moisture, wall } = assessment;
  const text = (quantity: Quantity, value: number): string => formatText(quantity, value, units);
  const { r, u, method } = thermal.effective;
  const shown = format('resistance', r, units);
  const { targets } = wall.file;
  const taken = thermal.cavityPath.r - framedR(thermal);
  const missing = quantities.incomplete.length;
  const partly = missing > 0 ? `, ${missing} without a figure` : '';
  return [
    {
      label: 'Effective R',
      value: units === 'imperial' ? `R ${shown.text}` : `${shown.text} ${shown.unit}`,
      about: `U ${text('transmittance', u)}, ${method === 'wholeWall' ? 'whole wall' : 'clear field'}${targets?.r === undefined ? '' : `; asked ${text('resistance', targets.r)}`}`,
    },
    {
      label: 'Lost to framing',
      value: text('share', framingLoss),
      about:
        taken < 0 ? `adds ${text('resistance', -taken)}` : `takes ${text('resistance', taken)}`,
    },
    {
      label: 'Sheathing margin',
      value:
        worstMonth === null
          ? 'none'
          : text('temperatureDifference', moisture.condensingPlane!.margin[worstMonth]!),
      about:
        worstMonth === null
          ? 'no condensing plane'
          : `${MONTHS[worstMonth]!}, over the indoor dew point`,
    },
    {
      label: 'Thickness',
      value: text('length', quantities.thickness),
      about: targets?.thickness === undefined ? '' : `limit ${text('length', targets.thickness)}`,
    },
    {
      label: 'Cost',
      value: `$${text('costPerArea', quantities.cost).replace(/^\$/, '')}`,
      about: `${pricesWord(costBasis(wall))}${partly}`,
    },
    {
      label: 'Carbon',
      value: text('carbonPerArea', quantities.carbon),
      about: `cradle to gate${partly}`,
    },
  ];
}

/** The year of a wall, month by month: outdoors, indoors, and the plane where water would condense. */
export function yearTable({ assessment }: LookedAt, units: UnitSystem): Block {
  const { wall, moisture } = assessment;
  const { condensingPlane, indoorDewPoint } = moisture;
  const temperature = (value: number): string => formatText('temperature', value, units);
  const humidity = (pressure: number, at: number): string =>
    formatText('relativeHumidity', pressure / saturationPressure(at), units);
  return {
    kind: 'table',
    whole: true,
    columns: [
      { label: '', width: '*' },
      right('Outdoors'),
      right('RH'),
      right('Indoors'),
      right('RH'),
      right('Indoor dew point'),
      right('Condensing plane'),
      right('Margin'),
    ],
    rows: MONTHS.map((name, m) => {
      const month = wall.months[m]!;
      return [
        name,
        temperature(month.outdoorTemperature),
        humidity(month.outdoorVaporPressure, month.outdoorTemperature),
        temperature(month.indoorTemperature),
        humidity(month.indoorVaporPressure, month.indoorTemperature),
        temperature(indoorDewPoint[m]!),
        condensingPlane ? temperature(condensingPlane.temperature[m]!) : 'none',
        condensingPlane
          ? formatText('temperatureDifference', condensingPlane.margin[m]!, units)
          : '',
      ];
    }),
  };
}

/** The wall on paper: what to build and whether it holds, the figures behind it, how its cladding is held. */
export function wallSheet(looked: LookedAt, units: UnitSystem, on: string): Sheet {
  const { assessment, judgment, findings } = looked;
  const { wall, thermal } = assessment;
  const { file } = wall;
  const open = findings.filter(({ status }) => status === 'fail' || status === 'caution');
  const passed = findings.filter(({ status }) => status === 'pass').length;
  const { effective } = thermal;
  const prices = costBasis(wall);
  return {
    title: 'Wall sheet',
    subject: file.name,
    blocks: [
      {
        kind: 'drawing',
        drawn: drawnWall(wall, units, titleOf(looked, units)),
        caption: 'Plan section',
      },
      { kind: 'facts', items: readingsOf(looked, units) },
      ...judgedBlocks(looked, units),
      { kind: 'heading', text: 'What to look at' },
      open.length > 0
        ? { kind: 'findings', items: open }
        : { kind: 'text', text: 'Nothing fails and nothing asks for caution.' },
      { kind: 'text', text: `${passed} checks pass.` },
      { kind: 'heading', text: 'Layers and resistance' },
      layerTable(looked, units),
      {
        kind: 'text',
        strong: true,
        text: `Effective, ${effective.method === 'wholeWall' ? 'all framing counted' : 'clear field'}: ${formatText('resistance', effective.r, units)}, U ${formatText('transmittance', effective.u, units)}.`,
      },
      ...placedBlocks(looked, units),
      { kind: 'heading', text: `The year: ${climateText(file.outdoor)}` },
      yearTable(looked, units),
      { kind: 'heading', text: 'Assumptions' },
      {
        kind: 'text',
        text: `${file.convention === 'iso' ? 'Surface films by ISO 6946' : 'Surface films by the ASHRAE handbook'}. Effective R by the two-dimensional section of the wall with its framing, at the design temperatures. Dew points and margins by monthly means (EN ISO 13788). ${basisText(judgment)}${judgment.basis === 'hourly' ? ' (ASHRAE 160, EN 15026)' : ''}. Costs are of materials${prices.labor ? ' and labor' : ''}, ${pricesWord(prices)}; carbon is cradle to gate.`,
      },
      { kind: 'heading', text: 'Sources' },
      {
        kind: 'list',
        items: [...sourcesOf(looked, units), `Climate: ${climateText(file.outdoor)}`],
      },
      { kind: 'heading', text: 'Cautions' },
      { kind: 'list', items: CAUTIONS },
      ...heldBlocks(wall, units, on),
    ],
  };
}
