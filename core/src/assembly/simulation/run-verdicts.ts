import { isWood, type Materials, type MoldClass } from '../../physics/materials/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { findMaterial, lower, plainName } from '../../physics/build-up/index.ts';
import {
  MOLD_LIMIT,
  type SimulationFile,
  type SimulationResult,
  type WallFace,
} from '../../physics/transient/index.ts';

/** The longest a layer may be above 20 % moisture, h. */
const DAMP_SPELL = 30 * 24;
const YEAR = 8760;

/** As wet as metal outdoors is, hours in a year: category τ₄ of ISO 9223:1992 begins here. */
const WET_YEAR = 2500;

export interface RunVerdict {
  id: 'mold' | 'mold-elsewhere' | 'damp' | 'drying' | 'frost' | 'fasteners';
  status: 'pass' | 'caution' | 'fail' | 'info';
  title: Message;
  reason: Message;
}

const CLASS_WORDS: Record<MoldClass, string> = {
  'very-sensitive': 'very sensitive',
  sensitive: 'sensitive',
  'medium-resistant': 'medium resistant',
  resistant: 'resistant',
};

/** A face in words: between which layers it lies, without what stands behind commas and in brackets. */
export function faceWords({ inner, outer }: WallFace, name: (layer: string) => string): string {
  if (inner === null) return 'the surface indoors';
  if (outer === null) return 'the surface outdoors';
  return `between ${plainName(name(inner))} and ${plainName(name(outer))}`;
}

const moldStatus = (index: number): RunVerdict['status'] =>
  index >= MOLD_LIMIT ? 'fail' : index >= 1 ? 'caution' : 'pass';

/**
 * What a run says of the wall: mold after ASHRAE 160 at the watched layer and at every other face, moisture of the
 * watched wood, drying where it started wet, frost in masonry, wet hours at fasteners.
 *
 * @param name of a layer by its id
 * @param materials beyond the library and the file's own
 */
export function runVerdicts(
  result: SimulationResult,
  file: Pick<SimulationFile, 'wall' | 'transient'>,
  name: (layer: string) => string,
  materials: Materials = {},
): RunVerdict[] {
  const { transient } = file;
  const { peak, dryTo16, hours } = result;
  const layer = file.wall.layers.find(({ id }) => id === transient.watch);
  const material = layer?.kind === 'sheet' ? layer.material : null;
  const found = material === null ? undefined : findMaterial(material, file.wall, materials);
  const isWooden = found === undefined || isWood(material!, found);
  const watched = name(transient.watch);
  const verdicts = [watchedMold(result, watched)];
  const elsewhere = otherMold(result, file, name);
  if (elsewhere) verdicts.push(elsewhere);
  const wetStart = transient.initial.layers?.[transient.watch]?.moistureContent;
  if (peak.mc.value > 0) verdicts.push(damp(result, watched, isWooden, wetStart !== undefined));
  if (wetStart !== undefined)
    verdicts.push({
      id: 'drying',
      status:
        dryTo16 === null ? (hours >= YEAR ? 'fail' : 'info') : dryTo16 > YEAR ? 'fail' : 'pass',
      title:
        dryTo16 === null
          ? say`${watched} does not dry to 16 % in ${days(hours)}`
          : say`${watched} dries to 16 % in ${days(dryTo16)}`,
      reason: say`From ${measured('share', wetStart)} at the start; within a year is the least to ask.`,
    });
  const all = [...verdicts, ...frost(result, name), ...fasteners(result, name)];
  // A run that did not come to its end, or does not balance, can show a failure but no pass.
  return result.problem === null
    ? all
    : all.map((verdict) => (verdict.status === 'pass' ? { ...verdict, status: 'info' } : verdict));
}

/** Moisture of the watched layer: 20 % is the limit of wood; others are told by figure. */
function damp(
  { peak, above20, end }: SimulationResult,
  watched: string,
  isWooden: boolean,
  wetAtFirst: boolean,
): RunVerdict {
  const figures = say`At most ${measured('share', peak.mc.value)}, in its inner third ${measured('share', peak.mcInner.value)}, at the end ${measured('share', end.mc)}.`;
  if (!isWooden)
    return {
      id: 'damp',
      status: 'info',
      title: say`${watched} holds ${measured('share', peak.mc.value)} of water at the most`,
      reason: say`${figures} 20 % is a limit of wood; ask the maker what this one bears.`,
    };
  return {
    id: 'damp',
    // A layer that is shut in wet is judged by how it dries.
    status: wetAtFirst
      ? 'info'
      : above20.longest > DAMP_SPELL
        ? 'fail'
        : above20.hours > 0
          ? 'caution'
          : 'pass',
    title:
      above20.hours > 0
        ? say`${watched} is above 20 % moisture for ${days(above20.longest)} at a stretch`
        : say`${watched} stays at ${measured('share', peak.mc.value)} moisture or less`,
    reason: say`${figures} 30 days above 20 % are too many${wetAtFirst ? '; it started wet, and its drying is judged' : ''}.`,
  };
}

function days(hours: number): string {
  const count = Math.round(hours / 24);
  return count === 1 ? '1 day' : `${count} days`;
}

function watchedMold({ mold }: SimulationResult, watched: string): RunVerdict {
  const index = mold.sensitive;
  return {
    id: 'mold',
    status: moldStatus(index),
    title: say`Mold index ${index.toFixed(1)} on the inner face of ${lower(watched)}${index >= MOLD_LIMIT ? ': mold grows visibly' : ''}`,
    reason: say`ASHRAE 160 asks for less than 3, class sensitive (wood panels). Very sensitive ${mold['very-sensitive'].toFixed(1)}, medium resistant ${mold['medium-resistant'].toFixed(1)}. Mold is a matter of health.`,
  };
}

/** The worst of the other faces from the room to the ventilated gap; the gap's own face meets outdoor air and is only cautioned. */
function otherMold(
  { faces }: SimulationResult,
  { wall, transient }: Pick<SimulationFile, 'wall' | 'transient'>,
  name: (layer: string) => string,
): RunVerdict | null {
  const watched = wall.layers.findIndex(({ id }) => id === transient.watch);
  const gap = transient.cavity
    ? wall.layers.findIndex(({ id }) => id === transient.cavity!.layer)
    : wall.layers.length;
  const others = faces
    .map((face, i) => ({ face, i, index: face.mold[face.moldClass] }))
    .filter(({ i }) => i !== watched && i <= gap);
  const worst = others.toSorted((a, b) => b.index - a.index)[0];
  if (!worst || worst.index < 1) return null;
  const { face, index } = worst;
  return {
    id: 'mold-elsewhere',
    status: worst.i === gap ? 'caution' : moldStatus(index),
    title: say`Mold index ${index.toFixed(1)} ${faceWords(face, name)}`,
    reason: say`The worst of the other faces, by the more sensitive of both materials: ${CLASS_WORDS[face.moldClass]}. ${worst.i === gap ? 'Outdoor air passes there.' : 'ASHRAE 160 asks for less than 3.'}`,
  };
}

function frost({ frost: layers, hours }: SimulationResult, name: (layer: string) => string) {
  return layers.map(({ layer, cycles, wetCycles }): RunVerdict => {
    const yearly = (count: number): string => ((count * YEAR) / Math.max(hours, 1)).toFixed(0);
    return {
      id: 'frost',
      status: wetCycles > 0 ? 'caution' : 'pass',
      title: say`${name(layer)} freezes ${yearly(cycles)} times a year, ${yearly(wetCycles)} of them wet`,
      reason: say`5 mm under its face, wet from 80 % of what it takes up freely. An indicator: ask for units and mortar tested for frost.`,
    };
  });
}

function fasteners(
  { fasteners: rows, hours }: SimulationResult,
  name: (layer: string) => string,
): RunVerdict[] {
  const worst = rows.toSorted((a, b) => b.wetHours - a.wetHours)[0];
  if (!worst) return [];
  const yearly = (worst.wetHours * YEAR) / Math.max(hours, 1);
  const [from, to] = [plainName(name(worst.from)), plainName(name(worst.to))];
  const way = from === to ? `through ${from}` : `from ${from} to ${to}`;
  return [
    {
      id: 'fasteners',
      status: yearly >= WET_YEAR ? 'caution' : 'pass',
      title: say`Fasteners ${way} are wet ${yearly.toFixed(0)} hours a year`,
      reason: say`Above 80 % RH and above freezing, at the wettest face they pass (time of wetness, ISO 9223). From 2,500 hours, as outdoors, take hot-dip galvanized or stainless steel; treated wood asks for it always.`,
    },
  ];
}

const ORDER: readonly RunVerdict['status'][] = ['fail', 'caution', 'info', 'pass'];

/** The worst of a run's verdicts. */
export function worstStatus(verdicts: readonly RunVerdict[]): RunVerdict['status'] {
  return ORDER.find((status) => verdicts.some((verdict) => verdict.status === status)) ?? 'pass';
}
