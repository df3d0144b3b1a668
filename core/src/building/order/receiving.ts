import { conductivityAt, isInsulation, type Material } from '../../physics/materials/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { TakeoffLine } from '../takeoff/index.ts';
import type { Delivery } from './types.ts';

/** What is looked at when something comes in. */
export interface Expected {
  stamp: boolean;
  exposure: boolean;
  /** m */
  thickness: number | null;
  /** m²K/W */
  labelR: number | null;
  batch: boolean;
}

/** What a delivery comes to: what of it can be built in, and why the rest cannot. */
export interface Received {
  available: number;
  wrong: Message[];
  /** What nobody looked at yet. */
  open: Message[];
}

/** Whether what came in can be built in: wrong, still to be looked at, or right. */
export const receivedStatus = ({ wrong, open }: Received): 'pass' | 'caution' | 'fail' =>
  wrong.length > 0 ? 'fail' : open.length > 0 ? 'caution' : 'pass';

/** A sheet may be so much thinner or thicker than it should be: a share, and at least so much, m. */
const THICKNESS = { share: 0.05, least: 0.0008 };

/** A label may say so much less than the wall was designed with, share: labels are rounded. */
const LABEL = 0.05;

/** Mean temperature of a label's R, °C (75 °F). */
const LABEL_AT = 24;

/** Kinds of goods that carry the stamp of an agency. */
const STAMPED = ['lumber', 'engineered-lumber', 'wood-panel'];

/** What of a line is looked at when it comes in. @param material null of goods */
export function expectedOf({ area, volume }: TakeoffLine, material: Material | null): Expected {
  const thickness = area && volume ? volume / area : null;
  const sheet = thickness !== null && thickness > 0.003;
  const category = material?.category ?? '';
  return {
    stamp: STAMPED.includes(category),
    exposure: category === 'wood-panel',
    thickness: sheet && material && !/batt|loose-fill|spray-foam/.test(category) ? thickness : null,
    labelR:
      sheet && material && isInsulation('', material)
        ? thickness / conductivityAt(material, LABEL_AT)
        : null,
    batch: /membrane|coating|rigid-foam|spray-foam/.test(category) || material === null,
  };
}

/**
 * What of a delivery can be built in. What fails is not available; what nobody looked at is not either.
 *
 * @param expected of its line
 */
export function receivedOf(delivery: Delivery, expected: Expected): Received {
  const { count, damaged = 0, stamp, exposure, thickness, labelR, batch } = delivery;
  const wrong: Message[] = [];
  const open: Message[] = [];
  if (damaged > 0) wrong.push(say`${damaged} of ${count} are damaged`);
  let usable = true;
  const judge = (asked: boolean, is: boolean | undefined, missing: Message, bad: Message): void => {
    if (!asked || is === true) return;
    usable = false;
    if (is === undefined) open.push(missing);
    else wrong.push(bad);
  };
  judge(expected.stamp, stamp, say`the stamp`, say`the stamp is missing or says something else`);
  judge(
    expected.exposure,
    exposure,
    say`the exposure class`,
    say`the stamp says neither exposure 1 nor exterior`,
  );
  if (expected.thickness !== null) {
    const slack = Math.max(THICKNESS.least, expected.thickness * THICKNESS.share);
    judge(
      true,
      thickness === undefined ? undefined : Math.abs(thickness - expected.thickness) <= slack,
      say`the thickness`,
      say`it is ${measured('length', thickness ?? 0)} thick and should be ${measured('length', expected.thickness)}`,
    );
  }
  if (expected.labelR !== null)
    judge(
      true,
      labelR === undefined ? undefined : labelR >= expected.labelR * (1 - LABEL),
      say`the label’s R`,
      say`its label says ${measured('resistance', labelR ?? 0)} and the wall counts on ${measured('resistance', expected.labelR)}`,
    );
  judge(expected.batch, batch ? true : undefined, say`the batch`, say`the batch`);
  return { available: usable ? count - damaged : 0, wrong, open };
}
