import { facesInside, MOLD_LIMIT, type JudgedRun } from '../../physics/transient/index.ts';
import { faceWords } from '../simulation/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import { MONTHS } from '../../physics/climate/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
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
  const faces = run.faces.slice(0, inside);
  const at = (face: JudgedRun['faces'][number]): string => faceWords(face, name);
  // From what on a face is looked at: that of the room, the first, sooner than those inside.
  const from = (face: (typeof faces)[number]): number =>
    face === faces[0] ? GROWTH_INDOORS : GROWTH;
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
  return findings;
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
    ...run.faces.slice(0, inside).flatMap(({ mold, water }) => [mold / MOLD_LIMIT, water / RUNS]),
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
