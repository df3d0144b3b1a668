import { conductivityAt } from '@eldrun/core/materials';
import {
  dryCupText,
  explainEffectiveR,
  explainLayerResistance,
  explainMargin,
  type Explanation,
} from '@eldrun/core/explain';
import {
  format,
  formatText,
  messageText,
  type Quantity,
  type UnitSystem,
} from '@eldrun/core/units';
import type { ResolvedLayer } from '@eldrun/core/build-up';
import { drawnWall } from '@eldrun/drawing';
import type { LookedAt } from '../looked-at.ts';
import type { Block, Cell, Sheet } from '../types.ts';
import { heldBlocks } from './attachment.ts';
import { readingsOf, yearTable } from './wall.ts';
import {
  climateText,
  judgedBlocks,
  placedBlocks,
  right,
  sourcesOf,
  titleOf,
  valueText,
} from './words.ts';

/** Mean temperature at which insulation is rated, °C (16 CFR 460). */
const RATED_AT = 24;

/** How a number came about, in full: formula, what went in, source, what it leaves out. */
function explained(of: Explanation, units: UnitSystem): Block[] {
  return [
    { kind: 'heading', text: `${of.title}: ${valueText(of.value, units)}` },
    { kind: 'text', text: of.formula, strong: true },
    {
      kind: 'table',
      columns: [{ label: 'What goes in', width: '*' }, right('Value')],
      rows: of.inputs.map(({ label, value }) => [label, valueText(value, units)]),
    },
    { kind: 'text', text: `Source: ${of.source}` },
    { kind: 'text', text: `Leaves out: ${messageText(of.leavesOut, units)}` },
  ];
}

/** Every material with the figures that were computed with. */
function materialsTable(looked: LookedAt, units: UnitSystem): Block {
  const { assessment } = looked;
  const title = titleOf(looked, units);
  const text = (quantity: Quantity, value: number | undefined): string =>
    value === undefined ? 'not known' : formatText(quantity, value, units);
  const row = (
    n: string,
    name: string,
    material: NonNullable<ResolvedLayer['fill']>,
    thickness: number,
    formula: string,
  ): Cell[] => [
    n,
    name,
    text('length', thickness),
    format('conductivity', conductivityAt(material, RATED_AT), units).text,
    formula,
    dryCupText(material, thickness, units),
    text('density', material.density),
    `${material.source ?? 'entered by hand'}${material.confidence ? ` (${material.confidence})` : ''}`,
  ];
  return {
    kind: 'table',
    columns: [
      { label: '' },
      { label: 'Material', width: 92 },
      right('Thick'),
      right(`λ at 24 °C, ${format('conductivity', 1, units).unit}`),
      { label: 'R', width: 62 },
      right('Vapor'),
      right('Density'),
      { label: 'Source (confidence)', width: '*' },
    ],
    rows: assessment.wall.layers.flatMap((layer, i) => {
      const n = String(i + 1);
      const explanation = explainLayerResistance(assessment, i);
      const counts = i < assessment.wall.counted;
      const rows = [
        layer.fill
          ? row(
              n,
              title(layer),
              layer.fill,
              layer.thickness,
              // Where λ goes with temperature, R is that of its mean on the design day.
              counts
                ? `d/λ${layer.fill.conductivityTable ? ' cold' : ''} = ${valueText(explanation.value, units)}`
                : 'left out',
            )
          : [
              n,
              title(layer),
              text('length', layer.thickness),
              '',
              counts ? valueText(explanation.value, units) : 'left out',
              '',
              '',
              explanation.source,
            ],
      ];
      if (layer.member)
        rows.push(
          row(
            '',
            `with ${layer.member.material.name}`,
            layer.member.material,
            layer.thickness,
            'in the section',
          ),
        );
      return rows;
    }),
  };
}

/** The calculation in full for whoever reviews it: every layer, formula, source and judgment, and what is left out. */
export function submittalSheet(looked: LookedAt, units: UnitSystem, on: string): Sheet {
  const { assessment, judgment, findings } = looked;
  const { wall } = assessment;
  const { file } = wall;
  const { design } = wall;
  const temperature = (value: number): string => formatText('temperature', value, units);
  const effective = explainEffectiveR(assessment);
  const margin = explainMargin(assessment);
  const codes = findings.filter(({ title, reason }) => /\b(IRC|IECC)\b/.test(`${title} ${reason}`));
  const others = findings.filter((one) => !codes.includes(one));
  return {
    title: 'Code submittal',
    subject: file.name,
    blocks: [
      {
        kind: 'text',
        text: `Thermal and moisture calculation of a framed wall in ${climateText(file.outdoor)}${wall.site.zone ? `, climate zone ${wall.site.zone}` : ''}. Prepared by a builder with Eldrun; for review by the authority having jurisdiction.`,
      },
      {
        kind: 'drawing',
        drawn: drawnWall(wall, units, titleOf(looked, units)),
        caption: 'Plan section',
      },
      { kind: 'facts', items: readingsOf(looked, units) },
      { kind: 'heading', text: '1  Against the code' },
      codes.length > 0
        ? { kind: 'findings', items: codes.map((one) => ({ ...one, fix: null })) }
        : { kind: 'text', text: 'No row of a model code is known for this wall where it stands.' },
      { kind: 'heading', text: '2  Moisture, judged' },
      ...judgedBlocks(looked, units),
      {
        kind: 'text',
        text: `Rule “${judgment.decides.id}” decides.${judgment.basis === 'hourly' ? ' The years are simulated by EN 15026:2007 in the exposure of ASHRAE 160-2016, mold by its index.' : ''} The rules are those of Eldrun’s judgment: what fails alone, the standard runs, and the static checks where nothing is simulated.`,
      },
      { kind: 'heading', text: '3  Materials and layers, indoors first' },
      materialsTable(looked, units),
      {
        kind: 'text',
        text: `Films: ${formatText('resistance', wall.innerFilm, units)} inside, ${formatText('resistance', wall.outerFilm, units)} outside. Design temperatures: ${temperature(design.indoorTemperature)} indoors, ${temperature(design.outdoorTemperature)} outdoors.`,
      },
      ...numbered('4', explained(effective, units)),
      { kind: 'heading', text: `5  The year by month: ${climateText(file.outdoor)}` },
      yearTable(looked, units),
      { kind: 'text', text: `${margin.title}: ${margin.formula}`, strong: true },
      { kind: 'text', text: `Source: ${margin.source}` },
      { kind: 'text', text: `Leaves out: ${messageText(margin.leavesOut, units)}` },
      { kind: 'heading', text: '6  All other checks' },
      { kind: 'findings', items: others },
      { kind: 'heading', text: '7  Sources' },
      {
        kind: 'list',
        items: [...sourcesOf(looked, units), `Climate: ${climateText(file.outdoor)}`],
      },
      { kind: 'heading', text: '8  What this calculation leaves out' },
      {
        kind: 'list',
        items: [
          messageText(effective.leavesOut, units),
          messageText(margin.leavesOut, units),
          'Structure, bracing, fire resistance and the surface burning of what is built in.',
          'Windows, edges and penetrations: their own sheets have them.',
          'Workmanship: air that goes around or through insulation that is not fitted.',
        ],
      },
      ...numbered('9', placedBlocks(looked, units)),
      ...heldBlocks(wall, units, on),
      { kind: 'blanks', labels: ['Prepared by', 'Date', 'Reviewed by', 'Date'] },
    ],
  };
}

/** Blocks whose first heading has a number. */
const numbered = (n: string, blocks: Block[]): Block[] =>
  blocks.map((block, i) =>
    i === 0 && block.kind === 'heading' ? { ...block, text: `${n}  ${block.text}` } : block,
  );
