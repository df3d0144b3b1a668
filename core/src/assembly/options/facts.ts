import { assess, type Assessment } from '../assessment/index.ts';
import { dynamicOf, yearlyHeatLoss, type DynamicThermal } from '../../physics/steady-heat/index.ts';
import { judge, type Judgment } from '../judgment/index.ts';
import { continuousR } from '../verdicts/index.ts';
import { dryPermeance, type Material, type Materials } from '../../physics/materials/index.ts';
import { measured, PERM, say, type Message } from '../../common/units/index.ts';
import { lower } from '../../physics/build-up/index.ts';
import {
  drainageOf,
  frameEnd,
  frameStart,
  outsideBoards,
  plainName,
  waterLine,
  type ResolvedLayer,
  type ResolvedWall,
  type WallFile,
} from '../../physics/build-up/index.ts';
import { measuresOf, type Measures } from './measures.ts';

/** What an option is, beside the measures: all that several are set side by side by. */
export interface OptionFacts {
  measures: Measures;
  /** Without hours. */
  judgment: Judgment;
  /** Share of the cavity path's R that the framing takes, 0 to 1. */
  framingLoss: number;
  /** Heat lost in a year, kWh/(m²·a). */
  energy: number;
  dynamic: DynamicThermal | null;
  /** Times that the crew goes around the house. */
  passes: number;
  /** Rough time for placing everything, min/m². */
  minutes: number;
  /** Names of what rain is left to, and of what drains what gets behind the cladding. */
  waterBarrier: Message;
  gap: Message;
  /** What burns outside the sheathing, and foam anywhere. */
  fire: Message;
  /** What the option gives up. */
  givesUp: Message[];
}

/** Class II, kg/(s·m²·Pa): what lets less through hardly lets a wall dry. */
const TIGHT = 1 * PERM;

/** Outside insulation from which screws and window boxes are a trade of their own, m. */
const THICK_OUTSIDE = 0.1;

/**
 * All that an option is compared by.
 *
 * @param file a validated wall file
 * @param materials beyond the library and the file's own
 * @throws InputError where a number cannot be computed
 */
export const optionFacts = (file: WallFile, materials: Materials = {}): OptionFacts =>
  factsOf(assess(file, materials));

/** As `optionFacts`, of a wall that is assessed. */
export function factsOf(assessment: Assessment): OptionFacts {
  const { wall, thermal, quantities } = assessment;
  const judgment = judge(assessment);
  return {
    measures: measuresOf(assessment),
    judgment,
    framingLoss: assessment.framingLoss,
    energy: yearlyHeatLoss(wall, thermal.effective.u),
    dynamic: dynamicOf(wall),
    passes: passesOf(wall),
    minutes: quantities.minutes,
    waterBarrier: waterLineOf(wall),
    gap: gapOf(wall),
    fire: fireOf(wall),
    givesUp: givesUp(assessment, judgment),
  };
}

/**
 * How often a crew goes around the house outside the frame: once for each sheet, once for battens, and once more for what
 * is filled between them.
 */
function passesOf(wall: ResolvedWall): number {
  return wall.layers.slice(frameEnd(wall) + 1).reduce((passes, { member, fill }) => {
    if (!member) return passes + (fill ? 1 : 0);
    return passes + (fill ? 2 : 1);
  }, 0);
}

const names = (materials: readonly Material[]): string =>
  [...new Set(materials.map(({ name }) => lower(plainName(name))))].join(', ');

const fillsOf = (layers: readonly ResolvedLayer[]): Material[] =>
  layers.flatMap(({ fill }) => (fill ? [fill] : []));

function waterLineOf(wall: ResolvedWall): Message {
  const line = waterLine(wall);
  return line ? say`${names(fillsOf([line]))}` : say`none`;
}

/** How a space is aired, in a word. */
const AIRED = { open: 'open', slight: 'vented', still: 'closed' } as const;

function gapOf(wall: ResolvedWall): Message {
  const { layer, by } = drainageOf(wall) ?? {};
  if (!layer) return say`nothing`;
  if (by === 'space')
    return say`a gap of ${measured('length', layer.thickness)}, ${AIRED[layer.ventilation ?? 'still']}`;
  return by === 'laps' ? say`the laps of the cladding` : say`${names(fillsOf([layer]))}`;
}

function fireOf(wall: ResolvedWall): Message {
  const fills = fillsOf(wall.layers);
  const foam = fills.filter(({ foamPlastic }) => foamPlastic);
  if (foam.length > 0) return say`${names(foam)}: foam plastic, needs a thermal barrier`;
  const outside = fillsOf(wall.layers.slice(frameEnd(wall) + 1));
  const burning = outside.filter(
    ({ combustible, category }) =>
      combustible && category !== 'wood-panel' && category !== 'membrane',
  );
  return burning.length > 0
    ? say`${names(burning)} can burn outside the frame`
    : say`nothing but wood panels and membranes burns outside the frame`;
}

function givesUp(
  { wall, thermal }: Assessment,
  { moisture, relies, decides }: Judgment,
): Message[] {
  const boards = outsideBoards(wall);
  const outside = boards.reduce((sum, { thickness }) => sum + thickness, 0);
  const counted = wall.layers.slice(0, wall.counted);
  const rows = new Set(
    counted.flatMap(({ member }) =>
      member && member.shape.direction !== 'horizontal' ? [member.frame] : [],
    ),
  );
  const given: Message[] = [];
  if (relies.length > 0 && decides.id !== 'warm-face' && moisture !== 'fail')
    given.push(say`margin: it lives by its air barrier`);
  if (rows.size > 1) given.push(say`room, and two frames to raise`);
  const tight = boards.find(({ fill, thickness }) => dryPermeance(fill!, thickness) < TIGHT);
  if (tight) given.push(say`drying outward: it dries inward only`);
  if (outside > THICK_OUTSIDE)
    given.push(say`${measured('length', outside)} outside: long screws, deep window boxes`);
  if (boards.length > 1) given.push(say`a pass for each of ${boards.length} board layers`);
  if (continuousR(wall) === 0 && rows.size === 1)
    given.push(say`warmth of the sheathing: no insulation outside it`);
  if (counted.slice(0, frameStart(wall)).some(({ member }) => member))
    given.push(say`room inside for the service cavity`);
  if (counted.some(({ member }) => member?.shape.section === 'c'))
    given.push(
      say`R to steel: ${measured('resistance', thermal.cavityPath.r - thermal.effective.r)} of the cavity’s`,
    );
  return given;
}
