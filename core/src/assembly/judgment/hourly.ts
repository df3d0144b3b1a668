import { facesInside, MOLD_LIMIT, type JudgedRun } from '../../physics/transient/index.ts';
import { faceWords } from '../simulation/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import { MONTHS } from '../../physics/climate/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import {
  isPlaster,
  massMasonry,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import { layerName } from '../verdicts/index.ts';
import { MOISTURE_ORDER, type Decision, type MoistureStatus } from './types.ts';

/**
 * Mold indices from which to be cautious: 2 at faces inside a wall, which nobody breathes from, 1 at the surface of the room
 * (Viitanen, Krus, Ojanen, Eitner and Zirkelbach 2015).
 */
const GROWTH = 2;
const GROWTH_INDOORS = 1;
/** From here on it is said when it grew. */
const TRACES = 0.5;
/** An index that reads 0.0. */
const NONE = 0.05;
/** Times that masonry may freeze wet in a year before somebody has to ask, with an indicator of this kind. */
const WET_FROST = 10;
/** Days above 20 % moisture that wood bears at a stretch. */
const DAMP_DAYS = 30;
/** Liquid water at a face that takes none up from which it runs, kg/m². */
const RUNS = 0.5;

interface Finding {
  moisture: MoistureStatus;
  id: string;
  /** How far it has gone: to tell findings of one kind apart. */
  amount: number;
  text: Message;
}

/** What one run shows of the faces and the wood inside the gap or the water barrier, worst first. */
function findingsOf(assessment: LayerAssessment, run: JudgedRun): Finding[] {
  const { wall } = assessment;
  const inside = facesInside(wall);
  const name = (id: string): string =>
    layerName(
      assessment,
      wall.layers.find((layer) => layer.id === id)!,
    );
  const faces = judgedFaces(wall, run);
  const at = (face: JudgedRun['faces'][number]): string => faceWords(face, name);
  // From what on a face is looked at: that of the room, the first, sooner than those inside.
  const from = (face: (typeof faces)[number]): number =>
    face === run.faces[0] ? GROWTH_INDOORS : GROWTH;
  const worst = faces.reduce((a, b) => (b.mold / from(b) > a.mold / from(a) ? b : a));
  const rising = faces.reduce((a, b) => (b.later > a.later ? b : a));
  const grows = worst.mold >= from(worst);
  const findings: Finding[] = [
    {
      moisture: worst.mold >= MOLD_LIMIT ? 'fail' : grows ? 'caution' : 'pass',
      id: 'mold',
      amount: worst.mold,
      text:
        worst.mold < NONE
          ? say`Simulated for two years, the wall stays free of mold and damp.`
          : say`Mold index ${worst.mold.toFixed(1)} in the second year, ${at(worst)}${worst.mold >= TRACES ? say`, mostly in ${MONTHS[worst.grows]!}` : ''}${worst.mold >= MOLD_LIMIT ? ': it grows visibly' : grows ? ': it begins to grow' : say`; it is a caution from ${from(worst).toFixed(0)} on`}.`,
    },
  ];
  if (worst.mold < MOLD_LIMIT && rising.later >= MOLD_LIMIT)
    findings.push({
      moisture: 'caution',
      id: 'keeps-rising',
      amount: rising.later,
      text: say`The mold index keeps rising: ${rising.mold.toFixed(1)} in the second year, ${rising.later.toFixed(1)} after ten like it, ${at(rising)}, mostly in ${MONTHS[rising.grows]!}.`,
    });
  for (const face of faces)
    if (face.water > RUNS)
      findings.push({
        moisture: 'fail',
        id: 'free-water',
        amount: face.water,
        text: say`Up to ${measured('waterPerArea', face.water)} of water stand ${at(face)} in ${MONTHS[face.wettest]!}, where nothing takes it up.`,
      });
  for (const wood of run.woods) {
    const layer = wall.layers.findIndex(({ id }) => id === wood.layer);
    if (layer < inside && wood.damp >= DAMP_DAYS)
      findings.push({
        moisture: 'fail',
        id: 'damp',
        amount: wood.damp,
        text: say`${name(wood.layer)} is above 20 % moisture for ${String(wood.damp)} days at a stretch, ${measured('share', wood.peak)} at the most, in ${MONTHS[wood.month]!}.`,
      });
  }
  const mass = massMasonry(wall);
  const frost = run.frost.find(({ layer }) => layer === mass?.id);
  if (frost && frost.wetCycles >= WET_FROST)
    findings.push({
      moisture: 'caution',
      id: 'frost',
      amount: frost.wetCycles,
      text: say`${name(frost.layer)} froze wet ${String(frost.wetCycles)} times in the second year: whether it bears that is for a test of it to tell.`,
    });
  return findings;
}

/** Sheets that are put on wet, and stick to masonry all over. */
const PUT_ON_WET = new Set(['masonry', 'plaster', 'spray-foam']);

/**
 * Faces at which mold and water are looked for: those inside the gap or the water line, but for those between masonry and
 * what is bonded to it, where there is neither air nor anything to live on.
 */
function judgedFaces(wall: ResolvedWall, { faces }: JudgedRun): JudgedRun['faces'] {
  const bonded = (a: ResolvedLayer | undefined, b: ResolvedLayer | undefined): boolean =>
    a?.fill?.category === 'masonry' &&
    b !== undefined &&
    (PUT_ON_WET.has(b.fill?.category ?? '') || isPlaster(b));
  return faces
    .slice(0, facesInside(wall))
    .filter(
      (_, i) =>
        !bonded(wall.layers[i - 1], wall.layers[i]) && !bonded(wall.layers[i], wall.layers[i - 1]),
    );
}

const worse = (a: Finding, b: Finding): Finding => {
  const order = MOISTURE_ORDER.indexOf(a.moisture) - MOISTURE_ORDER.indexOf(b.moisture);
  return order < 0 || (order === 0 && (a.id !== b.id || a.amount >= b.amount)) ? a : b;
};

/**
 * What the runs of the standard exposure say: the worst of their second years (EN 15026; ASHRAE 160-2016).
 *
 * @returns null where a run does not count
 */
export function judgeRuns(
  assessment: LayerAssessment,
  runs: readonly JudgedRun[],
): Decision | null {
  if (runs.length === 0 || runs.some(({ problem }) => problem !== null)) return null;
  const worst = runs.flatMap((run) => findingsOf(assessment, run)).reduce(worse);
  return { moisture: worst.moisture, decides: { id: worst.id, text: worst.text }, relies: [] };
}

/** How far a run went, 1 where it fails: the worst of mold, damp wood and free water over their limits. */
export function damageOf(assessment: LayerAssessment, run: JudgedRun): number {
  const inside = facesInside(assessment.wall);
  const at = (id: string): number => assessment.wall.layers.findIndex((layer) => layer.id === id);
  return Math.max(
    ...judgedFaces(assessment.wall, run).flatMap(({ mold, water }) => [
      mold / MOLD_LIMIT,
      water / RUNS,
    ]),
    ...run.woods.filter(({ layer }) => at(layer) < inside).map(({ damp }) => damp / DAMP_DAYS),
  );
}

/** Whether wood that was shut in wet dries within a year, and stays free of mold and damp in the next. @param run that counts */
export function driesShutIn(assessment: LayerAssessment, run: JudgedRun): boolean {
  return (
    run.dryTo16 !== null &&
    run.dryTo16 <= 8760 &&
    findingsOf(assessment, run).every(({ moisture }) => moisture === 'pass')
  );
}
