import { attachmentOf } from '../attachment/index.ts';
import { isInsulation, rolesOf } from '../../physics/materials/index.ts';
import type { ProofDocument, ResolvedLayer, ResolvedWall } from '../../physics/build-up/index.ts';
import { frameEnd } from '../../physics/build-up/index.ts';
import { PROOF_KINDS, type ProofKind } from './proof-kinds.ts';
import { claddingSystem, type CladdingSystem } from './systems.ts';

type ProofState = 'there' | 'missing' | 'expired';

/** One document that is asked for. */
interface AskedProof {
  kind: ProofKind;
  name: string;
  why: string;
  state: ProofState;
  document: ProofDocument | null;
}

/** What is asked for of one material, fastener or the system. */
export interface ProofRow {
  of: string;
  name: string;
  asked: AskedProof[];
}

/** Whether a document still holds on a day. @param today YYYY-MM-DD */
const holds = ({ expires }: ProofDocument, today: string): boolean =>
  expires === undefined || expires >= today;

function asked(
  { file }: ResolvedWall,
  of: string,
  kinds: readonly ProofKind[],
  today: string,
): AskedProof[] {
  return PROOF_KINDS.filter(({ id }) => kinds.includes(id)).map(({ id, name, why }) => {
    const all = (file.proof ?? []).filter((one) => one.of === of && one.kind === id);
    const document = all.find((one) => holds(one, today)) ?? all.at(-1) ?? null;
    const state = document === null ? 'missing' : holds(document, today) ? 'there' : 'expired';
    return { kind: id, name, why, state, document };
  });
}

/** What a reviewer asks for of a layer. */
function kindsOf(layer: ResolvedLayer, outside: boolean): ProofKind[] {
  const { fill, fillId } = layer;
  if (!fill) return [];
  const roles = rolesOf(fillId!, fill);
  if (fill.category === 'spray-foam') return ['evaluation', 'fire-test', 'applicator'];
  if (fill.foamPlastic) return ['evaluation', 'fire-test', 'instructions'];
  if (outside && isInsulation(fillId!, fill)) return ['instructions'];
  if (roles[0] === 'cladding') return ['instructions'];
  if (fill.category === 'membrane' || roles[0] === 'wrb')
    return roles.includes('air-barrier')
      ? ['evaluation', 'instructions', 'air-test']
      : ['evaluation', 'instructions'];
  return [];
}

/**
 * The documents that a reviewer asks for, layer by layer and of the system, with what is there.
 *
 * @param wall a resolved wall, with its documents
 * @param today YYYY-MM-DD
 */
export function proofRegister(wall: ResolvedWall, today: string): ProofRow[] {
  const rows: ProofRow[] = [];
  const system = claddingSystem(wall);
  if (system) {
    const kinds = system.needs.flatMap(({ proof }) => (proof ? [proof] : []));
    rows.push({
      of: 'system',
      name: `The system: ${system.name}`,
      asked: asked(wall, 'system', kinds, today),
    });
  }
  const end = frameEnd(wall);
  for (const layer of wall.layers) {
    const kinds = kindsOf(layer, layer.index > end);
    const of = layer.fillId!;
    if (kinds.length === 0 || rows.some((row) => row.of === of)) continue;
    rows.push({ of, name: layer.fill!.name, asked: asked(wall, of, kinds, today) });
  }
  for (const { fastener } of attachmentOf(wall)?.design.connections ?? [])
    if (/^structural/.test(fastener.id) && !rows.some(({ of }) => of === fastener.id))
      rows.push({
        of: fastener.id,
        name: fastener.name,
        asked: asked(wall, fastener.id, ['evaluation'], today),
      });
  return rows;
}

/** Documents of what the wall no longer has, or that nobody asks for: kept, and said. */
export function otherProof(wall: ResolvedWall, rows: readonly ProofRow[]): ProofDocument[] {
  return (wall.file.proof ?? []).filter(
    ({ of, kind }) =>
      !rows.some((row) => row.of === of && row.asked.some((one) => one.kind === kind)),
  );
}

/** What a plastered system may be called: tested only where its documents are there and its parts are one system’s. */
export interface Standing {
  tested: boolean;
  missing: AskedProof[];
  /** Parts of several systems fail; what only lacks documents is a caution. */
  status: 'pass' | 'caution' | 'fail';
}

/** Whether what a system needs is there: built, or shown by a document. */
export function needStatus(
  { built, proof }: CladdingSystem['needs'][number],
  { missing }: Pick<Standing, 'missing'>,
): 'pass' | 'caution' | 'fail' {
  if (built !== null) return built ? 'pass' : 'fail';
  return missing.some(({ kind }) => kind === proof) ? 'caution' : 'pass';
}

/** @param today YYYY-MM-DD */
export function systemStanding(
  wall: ResolvedWall,
  system: CladdingSystem,
  today: string,
): Standing {
  const kinds = system.needs.flatMap(({ proof }) => (proof ? [proof] : []));
  const missing = asked(wall, 'system', kinds, today).filter(({ state }) => state !== 'there');
  const built = system.needs.every((need) => need.built !== false);
  const tested =
    missing.length === 0 &&
    built &&
    system.mixed === null &&
    wall.file.mixedParts === undefined &&
    system.kind !== 'acrylic-over-cement';
  return { tested, missing, status: tested ? 'pass' : system.mixed ? 'fail' : 'caution' };
}
