import { computed, type ComputedRef } from 'vue';
import { costBasis, pricesWord } from '@eldrun/core/quantities';
import {
  explainCarbon,
  explainCost,
  explainEffectiveR,
  explainFramingLoss,
  explainMargin,
  explainThickness,
  type Explanation,
} from '@eldrun/core/explain';
import { format, formatText, type Formatted, type Quantity } from '@eldrun/core/units';
import { framedR } from '@eldrun/core/steady-heat';
import { MONTHS } from '@eldrun/core/climate';
import type { LayerAssessment } from '@eldrun/core/assessment';
import { vaporUnsaidIn } from '@eldrun/core/build-up';
import { useBaseline } from './baseline.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';

/** One of the six readings of a wall. */
export interface Reading {
  name: string;
  /** As it is shown; an imperial R-value has no unit, as builders write it. */
  shown: Formatted;
  /** Whether it is an estimate until the section is solved. */
  settling: boolean;
  about: string;
  fails: boolean;
  /** The value after the fix under the pointer, where it differs. */
  after: string;
  /** The baseline's value and how far this one is from it, where it is laid over. */
  was: string;
  /** What stands behind it; null until it is there. */
  open: (() => Explanation) | null;
}

const R = 'Effective R';

const METHOD = { section: 'clear field', wholeWall: 'whole wall' } as const;

/** The six readings of the open wall, with the fix under the pointer and the baseline laid over them. */
export function useReadings(): ComputedRef<Reading[]> {
  const project = useProject();
  const wall = useWall();
  const baseline = useBaseline();

  /** The effective R at once: while the section is solved, the last one in proportion to the combined method. */
  const effective = computed(() => {
    const { assessment, whole, computing } = wall;
    if (!assessment || !whole) return null;
    const settled = whole.thermal.effective.r;
    return computing
      ? { r: (settled * assessment.paths.combined.r) / whole.paths.combined.r, about: true }
      : { r: settled, about: false };
  });

  const readings = computed<Reading[]>(() => {
    const { assessment, whole, preview } = wall;
    if (!assessment) return [];
    const { units } = project;
    const { wall: resolved, quantities, worstMonth, paths } = assessment;
    const targets = resolved.file.targets;
    const text = (quantity: Quantity, value: number): string => formatText(quantity, value, units);
    const unsaid = vaporUnsaidIn(assessment.wall).length > 0;
    const reading = (
      name: string,
      quantity: Quantity,
      now: number | null,
      then: number | null | undefined,
      about: string,
      open: (() => Explanation) | null,
      fails = false,
      was: number | null = null,
      none = 'none',
    ): Reading => {
      const shown = now === null ? { text: none, unit: '' } : format(quantity, now, units);
      const changed =
        then !== null && then !== undefined && (now === null || Math.abs(then - now) > 1e-9);
      return {
        name,
        shown: name === R && units === 'imperial' ? { ...shown, unit: '' } : shown,
        settling: name === R && (effective.value?.about ?? false),
        about,
        fails,
        open,
        after: changed ? format(quantity, then, units).text : '',
        was: was === null ? '' : wasText(quantity, was, now),
      };
    };
    const takenText = (taken: number): string =>
      taken < 0 ? `adds ${text('resistance', -taken)}` : `takes ${text('resistance', taken)}`;
    const margin = worstMargin(assessment);
    const now = effective.value;
    const before = baseline.assessment;
    const method = whole ? METHOD[whole.thermal.effective.method] : '';
    const missing = quantities.incomplete.length;
    const partly = missing > 0 ? `, ${missing} without a figure` : '';
    return [
      reading(
        R,
        'resistance',
        now && now.r,
        preview?.effectiveR,
        now === null
          ? 'solving the section…'
          : units === 'metric'
            ? `U ${format('transmittance', 1 / now.r, units).text}, ${method}`
            : `${method}, ${text('resistance', paths.cavityPath.r)} in the cavity`,
        whole && (() => explainEffectiveR(whole)),
        targets?.r !== undefined && now !== null && now.r < targets.r,
        before && before.thermal.effective.r,
      ),
      reading(
        'Lost to framing',
        'share',
        whole && whole.framingLoss,
        preview?.framingLoss,
        whole ? takenText(whole.thermal.cavityPath.r - framedR(whole.thermal)) : '',
        whole && (() => explainFramingLoss(whole)),
        false,
        before && before.framingLoss,
      ),
      reading(
        'Sheathing margin',
        'temperatureDifference',
        margin,
        preview?.worstMargin,
        worstMonth === null
          ? unsaid
            ? 'a vapor figure is missing'
            : 'no condensing plane'
          : `${MONTHS[worstMonth]!}, over the indoor dew point`,
        () => explainMargin(assessment),
        false,
        before && worstMargin(before),
        unsaid ? 'unknown' : 'none',
      ),
      reading(
        'Thickness',
        'length',
        quantities.thickness,
        preview?.thickness,
        targets?.thickness === undefined
          ? 'no limit set'
          : `limit ${text('length', targets.thickness)}`,
        () => explainThickness(assessment),
        targets?.thickness !== undefined && quantities.thickness > targets.thickness + 1e-9,
        before && before.quantities.thickness,
      ),
      reading(
        'Cost',
        'costPerArea',
        quantities.cost,
        preview?.cost,
        `${pricesWord(costBasis(assessment.wall))}${partly}`,
        () => explainCost(assessment),
        false,
        before && before.quantities.cost,
      ),
      reading(
        'Carbon',
        'carbonPerArea',
        quantities.carbon,
        preview?.carbon,
        `cradle to gate${partly}`,
        () => explainCarbon(assessment),
        false,
        before && before.quantities.carbon,
      ),
    ];
  });

  /** `was 16.4, +1.9`. */
  function wasText(quantity: Quantity, was: number, now: number | null): string {
    const { units } = project;
    const text = `was ${format(quantity, was, units).text}`;
    if (now === null) return text;
    const apart = format(quantity, Math.abs(now - was), units).text;
    const sign = now > was ? '+' : '−';
    return Math.abs(now - was) < 1e-9 ? `${text}, the same` : `${text}, ${sign}${apart}`;
  }

  return readings;
}

function worstMargin({ moisture, worstMonth }: LayerAssessment): number | null {
  return worstMonth === null ? null : moisture.condensingPlane!.margin[worstMonth]!;
}
