import type { ElevationLayout } from '../layout/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { Said } from './fields.ts';
import type { Stack } from './stack.ts';

/** How a gap breathes, and what stops fire in it. */
export interface GapVent {
  /** Depth of the gap, m. */
  depth: number;
  /** Free area of its inlet for each metre of wall, m². */
  free: number;
  /** Its longest run upward and along, m. */
  height: number;
  findings: { status: 'pass' | 'info' | 'caution'; title: Message; reason: Message }[];
}

/**
 * The drained gap of a wall: how free its inlet is behind furring and screens, and where fire blocking is asked for.
 *
 * @param base settings of the base
 * @returns null where the wall has no gap
 */
export function gapVent(stack: Stack, base: Said, layout: ElevationLayout): GapVent | null {
  const { trade, boards, sheathing, gap, parts } = stack;
  const depth = gap - Math.max(boards.to, sheathing);
  if (!parts.furring || !(depth > 1e-6)) return null;
  const shape = parts.furring.member?.shape;
  const strip =
    shape?.section === 'solid' && shape.direction !== 'horizontal'
      ? shape.width / shape.spacing
      : 0;
  const kind = base.text('vent');
  const share = kind === 'mesh' ? trade('vent-mesh') : kind === 'strip' ? trade('vent-strip') : 1;
  const free = depth * (1 - strip) * share;
  const height = Math.max(...layout.framing.outline.top.map(([, z]) => z));
  const least = trade('vent-least');
  const findings: GapVent['findings'] = [];
  const figures = say`${measured('length', depth)} of gap, ${measured('share', strip)} of it taken by furring, ${measured('share', share)} of the rest free: ${measured('openingPerLength', free)} at the inlet.`;
  findings.push(
    free >= least
      ? {
          status: 'pass',
          title: say`The gap is ventilated: ${measured('openingPerLength', free)}`,
          reason: figures,
        }
      : {
          status: 'caution',
          title: say`The gap’s inlet is narrow: ${measured('openingPerLength', free)}`,
          reason: say`${figures} Below ${measured('openingPerLength', least)} it drains but is no ventilated gap (EN ISO 6946, 6.9). A deeper gap, or another screen.`,
        },
  );
  const longest = trade('fire-block');
  if (height > longest || layout.elevation.length > longest)
    findings.push({
      status: 'info',
      title: say`The gap runs ${measured('length', height)} up and ${measured('elevation', layout.elevation.length)} along`,
      reason: say`Codes may ask for fire blocking or cavity barriers every ${measured('length', longest)}, at floors and around openings. They oppose venting: barriers that stay open until they are hot do both. The adopted code decides.`,
    });
  if (kind === 'none')
    findings.push({
      status: 'info',
      title: say`The gap is open to insects`,
      reason: say`Some leave it open so that nothing clogs; others screen it. Both are built.`,
    });
  return { depth, free, height, findings };
}
