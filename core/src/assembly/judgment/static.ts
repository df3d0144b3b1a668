import type { LayerAssessment } from '../assessment/index.ts';
import { CLASS_EXCESS, dewPoint, saturationPressure } from '../../physics/climate/index.ts';
import { cavityFaceTemperature, resistancesAt } from '../../physics/steady-heat/index.ts';
import { dryPermeance } from '../../physics/materials/index.ts';
import {
  dampVaporThickness,
  isWooden,
  DAMP_WOOD,
  judgedLayer,
  leakAtFifty,
  sheathingMoisture,
  threeColdestMonths,
} from '../../physics/steady-moisture/index.ts';
import { AIR_PERMEABILITY, measured, PERM, say, type Message } from '../../common/units/index.ts';
import {
  frameEnd,
  isAirBarrier,
  onceForCounted,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import {
  bearable,
  claddingGap,
  codeSituation,
  humidAir,
  innerRetarder,
  layerName,
  massMasonryRule,
  retarderRow,
  retarderSide,
  sunDriven,
  undrained,
  vaporTrap,
  type LayerRule,
} from '../verdicts/index.ts';
import { lower } from '../../physics/build-up/index.ts';
import type { CodePath } from '../../common/prescriptive/index.ts';
import { findingOf, type Found } from './decisive.ts';
import { moistureOf } from './in-parts.ts';
import type { Decision, MoistureStatus } from './types.ts';

/** A mean margin over the three coldest months from which on the judged face is warm enough, K. */
const WARM_ENOUGH = -0.5;
/** Indoor dew point in winter above which leaks and diffusion wet any cold layer, °C. */
const WET_HOUSE = 15;
/** Retarder class II by dry cup, and what a wall must let out to dry, kg/(s·m²·Pa). */
const CLASS_II = 1 * PERM;
/** Class I. */
const CLASS_I = 0.1 * PERM;
/** s_d inside against outside from which the sheathing side counts as open. */
const OPEN_RATIO = 6;
/** q50 above which an air barrier is not relied on, m³/(h·m²). */
const LEAKY = 3;
/**
 * Excess of indoor vapor at the cold side above which an air barrier alone is not relied on, and not at all, Pa: those by
 * which rooms of humidity classes 3 and 4 exceed frosty outdoor air (EN ISO 13788:2012, Annex A).
 */
const HARD = CLASS_EXCESS[2];
const TOO_HARD = CLASS_EXCESS[3];
/** R inside wood panels above which they are so cold that nothing but diffusion dries them, m²K/W. */
const DEEP = 6.5;

/** The edition whose rows stand in for experience where the wall's own are not known. */
const EXPERIENCE = '2018';

/** The judged face through the year: its margin above the indoor dew point, K. */
export interface JudgedMargin {
  layer: ResolvedLayer;
  /** January first. */
  margin: number[];
  /** Mean over the three months that are coldest outdoors. */
  coldest: number;
}

/** The judged face of a wall. @returns null without one */
export function judgedMarginOf(wall: ResolvedWall): JudgedMargin | null {
  return onceForCounted(wall, computeMargin).margin;
}

function computeMargin(wall: ResolvedWall): { margin: JudgedMargin | null } {
  const layer = judgedLayer(wall);
  if (!layer) return { margin: null };
  const margins = (months: ResolvedWall['months']): number[] =>
    months.map(
      (month) =>
        cavityFaceTemperature(wall, layer.index, month) - dewPoint(month.indoorVaporPressure),
    );
  const coldest = mean(margins(threeColdestMonths(wall)));
  return { margin: { layer, margin: margins(wall.months), coldest } };
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** The code whose rows stand in for experience: the wall's own where its retarder rows are known, else that of 2018. */
function experience(wall: ResolvedWall): ReturnType<typeof codeSituation> {
  const { code } = wall.file;
  const own = code && code.edition !== 'none' ? codeSituation(wall) : null;
  if (own?.kind === 'rows' && own.answer.rows.retarderRequired !== undefined) return own;
  const path: CodePath = { edition: EXPERIENCE, ...(code?.zone ? { zone: code.zone } : {}) };
  return codeSituation(wall, path);
}

/** s_d of some layers, m, each at its dry-cup value or while damp. */
function vaporThickness(layers: readonly ResolvedLayer[], damp: boolean): number {
  return layers.reduce(
    (sum, layer) =>
      sum +
      (damp || !layer.fill
        ? dampVaporThickness(layer)
        : AIR_PERMEABILITY / dryPermeance(layer.fill, layer.thickness)),
    0,
  );
}

/** Whether water that gets to a face can leave outward: by permeance, or by far more easily than it came. */
function opensOutward({ layers, counted }: ResolvedWall, face: number): boolean {
  const outside = vaporThickness(layers.slice(face, counted), true);
  return (
    outside <= AIR_PERMEABILITY / CLASS_II ||
    vaporThickness(layers.slice(0, face), false) >= OPEN_RATIO * outside
  );
}

/** R between the room and the first wood panel outside the frame, m²K/W; 0 without one. */
function insideOfPanels(wall: ResolvedWall): number {
  const end = frameEnd(wall);
  const panel = wall.layers
    .slice(end + 1, wall.counted)
    .find(({ fill }) => fill?.category === 'wood-panel');
  if (!panel) return 0;
  const { indoorTemperature, outdoorTemperature } = wall.design;
  return resistancesAt(wall, indoorTemperature, outdoorTemperature)
    .fill.slice(0, panel.index)
    .reduce((sum, r) => sum + r, 0);
}

/** Whether a layer from a face outward, short of an open gap, is class I while the retarder inside is not. */
function tightOutside({ layers, counted }: ResolvedWall, face: number): ResolvedLayer | null {
  return (
    layers
      .slice(face, counted)
      .find(({ fill, thickness }) => fill && dryPermeance(fill, thickness) < CLASS_I) ?? null
  );
}

/** By how much the vapor of the room exceeds what a face can hold as vapor, a mean over the three coldest months, Pa. */
function excessAt(wall: ResolvedWall, face: number): number {
  return mean(
    threeColdestMonths(wall).map(
      (month) =>
        month.indoorVaporPressure - saturationPressure(cavityFaceTemperature(wall, face, month)),
    ),
  );
}

/** What stands behind every wall that leaking air could wet. */
export const airBarrierRelied = say`its air barrier, sealed at joints, edges and penetrations and tested`;

/**
 * What a competent person says of a wall without a simulation, where nothing decides alone: by the face that leaking
 * indoor air meets, else by retarder and drying, else by the rows of the code that stand in for experience.
 *
 * @param found what rules have found of it already
 */
export function judgeStatically(assessment: LayerAssessment, found?: Found): Decision {
  const inside = moistureOf(assessment);
  const { wall } = inside;
  const face = judgedMarginOf(wall);
  const name = face && layerName(inside, face.layer);
  const decide = (
    moisture: MoistureStatus,
    id: string,
    text: Message,
    relies: Message[] = [],
  ): Decision => ({ moisture, decides: { id, text }, relies });

  if (face) {
    const at = measured('temperatureDifference', Math.abs(face.coldest));
    if (face.coldest >= WARM_ENOUGH)
      return lowered(
        assessment,
        decide(
          'pass',
          'warm-face',
          say`${name!} stays ${at} ${face.coldest < 0 ? 'short of' : 'above'} the indoor dew point in the three coldest months: leaking air leaves little there.`,
        ),
        LOWERING,
        found,
      );
    const dampest = Math.max(
      ...threeColdestMonths(wall).map((month) => dewPoint(month.indoorVaporPressure)),
    );
    if (dampest > WET_HOUSE)
      return decide(
        'fail',
        'wet-house',
        say`Indoor air has its dew point at ${measured('temperature', dampest)} in winter, and ${lower(name!)} is ${at} colder: more than an air barrier and a retarder of this kind hold back.`,
      );
  }

  const holds = bearable(inside);
  if (wall.mainFrame === null && holds && !wall.layers.some(isWooden))
    return lowered(
      assessment,
      decide(
        'pass',
        'masonry',
        say`No frame and no wood to be harmed: what condenses dries again within the year.`,
      ),
      LOWERING,
      found,
    );

  const end = frameEnd(wall);
  const outward = face ? face.layer.index : end + 1;
  const inner = innerRetarder(inside);
  const retarded =
    inner.layer?.fill != null &&
    dryPermeance(inner.layer.fill, inner.layer.thickness) <= CLASS_II * (1 + 1e-9);
  const damp = Math.max(0, ...sheathingMoisture(wall).flatMap(({ content }) => content));
  if (
    retarded &&
    opensOutward(wall, outward) &&
    holds &&
    damp <= DAMP_WOOD &&
    wall.layers.some(isAirBarrier)
  ) {
    const leak = leakAtFifty(wall.file.airtightness);
    const deep = insideOfPanels(wall);
    const excess = excessAt(wall, outward);
    const because = say`${layerName(inside, inner.layer!)} holds vapor back and the outer side lets it out`;
    if (leak > LEAKY)
      return decide(
        'caution',
        'leaky',
        say`${because}, but the stated leak of ${measured('leakAtFifty', leak)} is more than such a wall bears.`,
        [airBarrierRelied],
      );
    if (excess > HARD)
      return decide(
        excess > TOO_HARD ? 'fail' : 'caution',
        'humid-and-cold',
        say`${because}, but indoor vapor exceeds what the cold side can hold by ${measured('vaporPressure', excess)} in the three coldest months: the least flaw of the air barrier wets it.`,
        [airBarrierRelied],
      );
    if (deep > DEEP)
      return decide(
        'caution',
        'deep-and-cold',
        say`${because}, but behind ${measured('resistance', deep)} the panel outside is so cold that it hardly dries in winter.`,
        [airBarrierRelied],
      );
    return lowered(
      assessment,
      decide('pass', 'retarder-and-air-barrier', say`${because}: it relies on its air barrier.`, [
        airBarrierRelied,
      ]),
      LOWERING,
      found,
    );
  }

  const row = retarderRow(assessment, experience(assessment.wall));
  if (row?.status === 'meets') {
    const open = row.class === 'III' || row.class === 'open';
    const tight = open && !row.enoughOutside ? tightOutside(wall, outward) : null;
    if (tight)
      return decide(
        'fail',
        'tight-and-cold',
        say`${layerName(inside, tight)} lets nothing out, nothing inside holds vapor back, and too little insulation outside keeps it warm.`,
      );
    return decide(
      'caution',
      'code-row',
      say`${row.title}: experience stands behind such walls, no margin.`,
      [airBarrierRelied],
    );
  }
  const missed = row ? say`${row.title}.` : say`No row of a code covers it.`;
  if (!holds)
    return decide(
      'fail',
      'condensation',
      say`More vapor condenses than the material should take up. ${missed}`,
    );
  if (row?.status === 'misses')
    return decide(
      'fail',
      'cold-and-open',
      say`${missed}${face ? say` ${name!} is ${measured('temperatureDifference', -face.coldest)} below the indoor dew point in the three coldest months.` : ''}`,
    );
  return decide(
    'caution',
    'no-row',
    say`Neither warm enough nor covered by experience. ${missed}`,
    [airBarrierRelied],
  );
}

/**
 * What lowers a pass to a caution: the trap, a retarder on the wrong side, humid air from outdoors, sun-driven vapor, rain
 * that nothing drains, frost in masonry that is insulated inside.
 */
const LOWERING: readonly LayerRule[] = [
  vaporTrap,
  retarderSide,
  humidAir,
  sunDriven,
  claddingGap,
  massMasonryRule,
];

/** A decision, lowered to a caution where one of some rules has more than a note. */
export function lowered(
  assessment: LayerAssessment,
  decision: Decision,
  rules: readonly LayerRule[] = LOWERING,
  found?: Found,
): Decision {
  for (const rule of rules) {
    if (rule === claddingGap && undrained(assessment) === null) continue;
    const known = found?.get(rule.id);
    const finding = known === undefined ? findingOf(rule, assessment) : known;
    if (finding && (finding.status === 'caution' || finding.status === 'fail'))
      return {
        ...decision,
        moisture: 'caution',
        decides: { id: rule.id, text: say`${finding.title}.` },
      };
  }
  return decision;
}
