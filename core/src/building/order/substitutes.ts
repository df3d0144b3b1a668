import { assess, type Assessment } from '../../assembly/assessment/index.ts';
import { judge, MOISTURE_ORDER, type MoistureStatus } from '../../assembly/judgment/index.ts';
import { claddingKind, membraneKind } from '../layout/index.ts';
import {
  conductivityAt,
  isInsulation,
  LIBRARY,
  rolesOf,
  saysVapor,
  soldStep,
  type Material,
  type Materials,
} from '../../physics/materials/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import { applyCommands, type Command } from '../../assembly/wall/index.ts';
import { findMaterial, type Layer, type WallFile } from '../../physics/build-up/index.ts';

/** What a wall comes to. */
export interface Judged {
  moisture: MoistureStatus;
  /** Effective R, m²K/W. */
  r: number;
  /** m */
  thickness: number;
  /** USD/m²; null where a layer has no price. */
  cost: number | null;
}

/** Another material in the place of one that cannot be had, and what the walls come to with it. */
export interface Substitute {
  material: string;
  name: string;
  walls: { wall: string; commands: Command[]; before: Judged; after: Judged }[];
  /** Whether any wall is judged worse than it was. */
  worse: boolean;
  /** Whether it is of the same category. */
  alike: boolean;
  /** What else changes with it. */
  notes: Message[];
}

/** Mean temperature at which insulation is compared, °C. */
const COMPARED_AT = 24;

/** A size as sold is the same within this, m: lumber dries, batts are cut to fit. */
const SAME_SIZE = 0.006;

/** The most that are shown. */
const MOST = 6;

/**
 * What can stand in for a material: of the same first role, a cladding laid the same way, as thick as it is sold for at least the same R (insulation) or
 * the same thickness; each wall judged again with it. Best first: none judged worse, none with less R, then of the same category, then with less to be warned of, then at less cost.
 *
 * @param material id of what cannot be had
 * @param walls that it is in, by id
 * @param projectMaterials materials beyond the library
 * @returns in steps, which share of the candidates is judged
 */
export function* substituteSteps(
  material: string,
  walls: Readonly<Record<string, WallFile>>,
  projectMaterials: Materials = {},
): Generator<number, Substitute[]> {
  const files = Object.entries(walls).filter(([, file]) =>
    file.layers.some((l) => holds(l, material)),
  );
  const first = files[0];
  if (!first) return [];
  const now = findMaterial(material, first[1], projectMaterials);
  if (!now) return [];
  const before = files.map(([, file]) => assess(file, projectMaterials));
  const all: Record<string, Material> = { ...LIBRARY, ...projectMaterials };
  const candidates = Object.entries(all).filter(
    ([id, one]) =>
      id !== material &&
      saysVapor(one) &&
      rolesOf(id, one)[0] === rolesOf(material, now)[0] &&
      laidAlike({ fillId: id, fill: one }, { fillId: material, fill: now }),
  );
  const found: Substitute[] = [];
  for (const [n, [id, one]] of candidates.entries()) {
    yield n / candidates.length;
    const changed = files.map(([wall, file], i) => {
      const commands = swapped(file, material, now, id, one);
      if (!commands) return null;
      const after = assess(applyCommands(file, commands), projectMaterials);
      return { wall, commands, before: judged(before[i]!), after: judged(after) };
    });
    if (changed.some((wall) => wall === null)) continue;
    const done = changed as Substitute['walls'];
    found.push({
      material: id,
      name: one.name,
      walls: done,
      worse: done.some(isWorse),
      alike: isAlike({ fillId: id, fill: one }, { fillId: material, fill: now }),
      notes: notesOf(now, one),
    });
  }
  return found.sort(better).slice(0, MOST);
}

type Stands = { fillId: string; fill: Material };

/** A cladding so many times as heavy hangs on other screws. */
const HEAVIER = 1.5;

/** Whether a cladding is laid as another, courses for courses and panels for panels, and hangs on what holds that. */
function laidAlike(a: Stands, b: Stands): boolean {
  if (rolesOf(b.fillId, b.fill)[0] !== 'cladding') return true;
  const [laid, now] = [claddingKind(a), claddingKind(b)];
  const heavy = (laid.needs?.weight ?? 0) > HEAVIER * (now.needs?.weight ?? Infinity);
  return laid.kind === now.kind && !heavy;
}

/** Whether it is of the same category, and as a membrane put on the same way. */
const isAlike = (a: Stands, b: Stands): boolean =>
  a.fill.category === b.fill.category &&
  (b.fill.category !== 'membrane' ||
    membraneKind({ ...a, thickness: thicknessOf(a) }) ===
      membraneKind({ ...b, thickness: thicknessOf(b) }));

const thicknessOf = ({ fill }: Stands): number => fill.thicknesses?.[0] ?? 0;

const isWorse = ({ before, after }: Substitute['walls'][number]): boolean =>
  MOISTURE_ORDER.indexOf(after.moisture) < MOISTURE_ORDER.indexOf(before.moisture);

/** So much less R counts as the same, share. */
const SAME_R = 0.02;

/** What has no price comes behind what has one, USD/m². */
const UNPRICED = 1e6;

/** What a wall costs more, USD/m²; null where one of the two has no price. */
export const costMore = (before: Judged, after: Judged): number | null =>
  before.cost === null || after.cost === null ? null : after.cost - before.cost;

function better(a: Substitute, b: Substitute): number {
  const less = ({ walls }: Substitute): boolean =>
    walls.some(({ before, after }) => after.r < before.r * (1 - SAME_R));
  const cost = ({ walls }: Substitute): number =>
    walls.reduce((sum, { before, after }) => sum + (costMore(before, after) ?? UNPRICED), 0);
  return (
    Number(a.worse) - Number(b.worse) ||
    Number(less(a)) - Number(less(b)) ||
    Number(b.alike) - Number(a.alike) ||
    a.notes.length - b.notes.length ||
    cost(a) - cost(b)
  );
}

/** What of safety changes where one stands for the other. */
function notesOf(now: Material, one: Material): Message[] {
  return [
    ...(now.category === 'lumber' ? [say`another species: its sizes are the engineer’s`] : []),
    ...(one.foamPlastic && !now.foamPlastic
      ? [say`foam plastic: it burns, and needs a thermal barrier`]
      : one.combustible && !now.combustible
        ? [say`it burns, and what it stands for does not`]
        : []),
    ...(now.roles?.includes('structure') && !one.roles?.includes('structure')
      ? [say`it does not brace the wall: the engineer decides`]
      : []),
    ...(now.roles?.includes('wrb') && !one.roles?.includes('wrb')
      ? [say`it is no water barrier`]
      : []),
    ...(now.roles?.includes('air-barrier') && !one.roles?.includes('air-barrier')
      ? [say`it is no air barrier`]
      : []),
  ];
}

const isMember = (layer: Layer, material: string): boolean =>
  layer.kind === 'framed' && layer.member.section === 'solid' && layer.member.material === material;

const holds = (layer: Layer, material: string): boolean =>
  isMember(layer, material) ||
  (layer.kind === 'sheet'
    ? layer.material === material
    : layer.kind === 'framed' && layer.fill === material);

/** What changes a material of a wall for another; null where that is not sold so thick. */
function swapped(
  file: WallFile,
  material: string,
  now: Material,
  id: string,
  one: Material,
): Command[] | null {
  const commands: Command[] = [];
  for (const layer of file.layers) {
    if (!holds(layer, material)) continue;
    if (layer.kind === 'framed') {
      if (isMember(layer, material)) {
        // Lumber for lumber, of the same size.
        if (one.category !== now.category || !isSold(one, layer.thickness)) return null;
        commands.push({
          type: 'setMember',
          id: layer.id,
          member: { ...layer.member, material: id },
        });
      }
      if (layer.fill !== material) continue;
      if (!/loose-fill|spray-foam/.test(one.category ?? '') && !isSold(one, layer.thickness))
        return null;
      commands.push({ type: 'setFill', id: layer.id, fill: id });
      continue;
    }
    const thickness = soldThickness(id, one, layer.thickness, now, isInsulation(material, now));
    if (thickness === null) return null;
    commands.push(
      { type: 'setFill', id: layer.id, fill: id },
      { type: 'setThickness', id: layer.id, thickness },
    );
  }
  return commands;
}

const isSold = ({ thicknesses }: Material, thickness: number): boolean =>
  !thicknesses || thicknesses.some((t) => Math.abs(t - thickness) <= SAME_SIZE);

/** As thick as it is sold: for the same R at least, else as near as it comes; m. */
function soldThickness(
  id: string,
  one: Material,
  thickness: number,
  now: Material,
  insulates: boolean,
): number | null {
  if (!insulates) {
    const sold = one.thicknesses ?? [thickness];
    return sold.reduce((best, t) =>
      Math.abs(t - thickness) < Math.abs(best - thickness) - 1e-9 ? t : best,
    );
  }
  const r = thickness / conductivityAt(now, COMPARED_AT);
  const step = soldStep(id, one, r * conductivityAt(one, COMPARED_AT) * (1 - SAME_R));
  return step && step.boards.length === 1 ? step.boards[0]! : null;
}

const judged = (assessment: Assessment): Judged => ({
  moisture: judge(assessment).moisture,
  r: assessment.thermal.effective.r,
  thickness: assessment.quantities.thickness,
  cost: assessment.quantities.layers.some(({ cost }) => cost === null)
    ? null
    : assessment.quantities.cost,
});
