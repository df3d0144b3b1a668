import type { Trade } from '../../assembly/trade/index.ts';
import type { ElevationLayout } from '../layout/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { Stack } from './stack.ts';
import type { Details, Penetration } from './types.ts';

/** What is found of one thing that goes through the wall. */
export interface PenetrationFinding {
  id: string;
  status: 'pass' | 'info' | 'caution' | 'fail';
  /** Whether it has to be done yet. */
  open: boolean;
  title: Message;
  reason: Message;
}

/** Things that go through the wall, one hole each. */
const ONE_EACH: ReadonlySet<Penetration['kind']> = new Set(['cable', 'conduit', 'pipe']);

/**
 * What is wrong, or yet to be done, at what goes through the walls.
 *
 * @param stackFor the planes of an assembly
 */
export function checkPenetrations(
  { penetrations = [] }: Partial<Details>,
  layouts: readonly ElevationLayout[],
  stackFor: (layout: ElevationLayout) => Stack,
  trade: Trade,
): PenetrationFinding[] {
  return penetrations.flatMap((one) => {
    const { id } = one;
    const layout = layouts.find(({ elevation }) => elevation.id === one.elevation);
    const found: PenetrationFinding[] = [];
    const find = (
      status: PenetrationFinding['status'],
      open: boolean,
      title: Message,
      reason: Message,
    ): void => void found.push({ id, status, open, title, reason });
    if (!layout) {
      find(
        'fail',
        true,
        say`${id} is in a wall that is gone`,
        say`There is no elevation “${one.elevation}” any more. Give it another, or take it out.`,
      );
      return found;
    }
    const { length } = layout.elevation;
    if (one.x !== undefined && one.x > length)
      find(
        'fail',
        true,
        say`${id} lies beyond the end of its wall`,
        say`At ${measured('length', one.x)}; the wall is ${measured('elevation', length)} long.`,
      );
    sealing(one, stackFor(layout), find);
    if (ONE_EACH.has(one.kind) && (one.count ?? 1) > 1)
      find(
        'caution',
        !one.sealedOn,
        say`${id}: ${String(one.count)} in one hole`,
        say`Sealant does not get between them. One hole each, with a gasket or a sleeve.`,
      );
    if (one.air === 'exhaust') {
      const away = trade('intake-away');
      for (const intake of penetrations) {
        const apart = apartOf(one, intake);
        if (intake.air !== 'intake' || apart === null || apart >= away) continue;
        find(
          'fail',
          true,
          say`${id} blows out ${measured('length', apart)} from the intake ${intake.id}`,
          say`At least ${measured('length', away)} apart, or as the adopted code and the maker say.`,
        );
      }
    }
    if (found.length === 0)
      find(
        'pass',
        false,
        say`${id} is sealed`,
        say`At layer “${one.layer ?? ''}”: ${one.how ?? ''}.`,
      );
    return found;
  });
}

function apartOf(a: Penetration, b: Penetration): number | null {
  if (a.elevation !== b.elevation) return null;
  if (a.x === undefined || b.x === undefined) return null;
  return Math.hypot(a.x - b.x, (a.z ?? 0) - (b.z ?? 0));
}

function sealing(
  { id, kind, layer, how, sealedOn, filled }: Penetration,
  { bands, air, water }: Stack,
  find: (
    status: PenetrationFinding['status'],
    open: boolean,
    title: Message,
    reason: Message,
  ) => void,
): void {
  if (kind === 'fastener' && !filled)
    find(
      'caution',
      true,
      say`${id}: a pulled fastener left a hole`,
      say`It stays open until it is filled: sealant or a patch on the barrier, before it is covered.`,
    );
  if (layer === undefined) {
    if (kind !== 'fastener')
      find(
        'caution',
        true,
        say`${id}: nobody said where it is sealed`,
        say`At the air barrier${air ? ` (${air.layer.id})` : ''}, and at the water barrier if that is another layer.`,
      );
    return;
  }
  if (!bands.some((band) => band.layer.id === layer)) {
    find(
      'fail',
      true,
      say`${id} was sealed at layer “${layer}”, which is gone`,
      say`The wall was changed. Say at which layer it is sealed now.`,
    );
    return;
  }
  if (layer !== air?.layer.id && layer !== water?.layer.id)
    find(
      'caution',
      true,
      say`${id} is sealed at layer “${layer}”, which is no barrier`,
      say`The air barrier is layer “${air?.layer.id ?? 'none'}”, the water barrier “${water?.layer.id ?? 'none'}”.`,
    );
  if (!how || !sealedOn)
    find(
      'info',
      true,
      say`${id} is not sealed yet`,
      say`How, by whom and on which day is written down when it is done, with a photo before it is covered.`,
    );
}
