import type { Trade } from '../../assembly/trade/index.ts';
import { isUpright, type ElevationLayout, type FrameMember } from '../layout/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { word, type Crossing } from './crossings.ts';
import type { ServiceChecks } from './types.ts';

const length = (value: number) => measured('length', value);
const SAME = 1e-6;

/** Uprights so near to each other stand as one doubled stud, m. */
const TOUCHING = 0.002;

/**
 * Holds holes and notches against what the wood stands: one by one, and where several meet in one section.
 *
 * @param checks of the elevation, with its crossings; what is found goes into it
 * @see IRC R602.6 (studs), R602.6.1 (top plates), E3802 (steel plates)
 */
export function checkHoles(checks: ServiceChecks, layout: ElevationLayout, trade: Trade): void {
  const { elevation, framing } = layout;
  /** What wood may lose: a cripple below a sill bears nothing, whatever the wall does. */
  const limitsOf = (member: FrameMember) => {
    const sill = framing.openings.find(({ id }) => id === member.opening)?.sill ?? 0;
    const idle = member.kind === 'cripple' && member.z + member.height <= sill + SAME;
    const bears = (elevation.bearing ?? true) && !idle;
    return {
      stud: bears ? 'a bearing stud' : 'a stud that bears nothing',
      bored: trade(bears ? 'bore-bearing' : 'bore-other'),
      notched: trade(bears ? 'notch-bearing' : 'notch-other'),
    };
  };
  const most = trade('bore-other');
  const index = new Map((elevation.services ?? []).map(({ id }, n) => [id, n]));
  const wrong = (service: string, message: Message): void =>
    void checks.conflicts.push({ at: `services[${index.get(service)!}]`, message });
  const note = (service: string, message: Message): void =>
    void checks.notes.push({ at: `services[${index.get(service)!}]`, message });

  const byMember = new Map<FrameMember, Crossing[]>();
  for (const one of checks.crossings)
    byMember.set(one.member, [...(byMember.get(one.member) ?? []), one]);

  const wide: Crossing[] = [];
  const strapped = new Set<string>();
  for (const [member, all] of byMember) {
    const { kind } = member;
    for (const one of all) {
      const { depth } = one;
      const share = one.size / depth;
      const here = measured('length', isUpright(kind) ? one.z : one.x);
      const shielded =
        Number(one.inner < trade('plate-cover') - SAME) +
        Number(!one.notched && one.outer < trade('plate-cover') - SAME);
      checks.plates += shielded;
      if (kind === 'header') {
        wrong(one.service, say`${one.service} passes a header: it is not cut without its engineer`);
      } else if (kind === 'topPlate') {
        if (share > trade('top-plate-cut') + SAME && !strapped.has(`${one.service} ${one.x}`)) {
          // One strap over all plies.
          strapped.add(`${one.service} ${one.x}`);
          checks.straps++;
          note(
            one.service,
            say`${one.service} cuts ${measured('share', share)} of the top plate at ${here}: a steel strap across it, 16 ga, 1 1/2 in. wide and 6 in. past the cut on both sides`,
          );
        }
      } else if (isUpright(kind)) upright(one, share, here);
    }
    meeting(member, all);
  }
  doubled(wide);

  function upright(one: Crossing, share: number, here: ReturnType<typeof length>): void {
    const { service, member, depth } = one;
    const limit = limitsOf(member);
    if (one.notched) {
      if (share > limit.notched + SAME)
        wrong(
          service,
          say`${service}: a notch of ${length(one.size)} in the ${word(member)} at ${length(member.x)}, ${here} up, takes ${measured('share', share)} of its depth; ${limit.stud} may lose ${measured('share', limit.notched)}, ${length(limit.notched * depth)}: bore it, or run it in battens`,
        );
      return;
    }
    if (share > most + SAME)
      wrong(
        service,
        say`${service}: a hole of ${length(one.size)} through the ${word(member)} at ${length(member.x)}, ${here} up, takes ${measured('share', share)} of its depth; at most ${measured('share', most)}, ${length(most * depth)}`,
      );
    else if (share > limit.bored + SAME) wide.push(one);
    const edge = Math.min(one.inner, one.outer);
    if (edge < trade('bore-edge') - SAME)
      wrong(
        service,
        say`${service}: its hole in the ${word(member)} at ${length(member.x)} lies ${length(Math.max(0, edge))} from an edge; at least ${length(trade('bore-edge'))}: run it nearer to the middle`,
      );
  }

  /** Holes wider than a single bearing stud stands: only through doubled ones, and not through too many in a row. */
  function doubled(holes: readonly Crossing[]): void {
    const uprights = framing.members.filter(({ kind }) => isUpright(kind));
    const isDoubled = ({ member, z }: Crossing): boolean =>
      uprights.some(
        (other) =>
          other !== member &&
          (Math.abs(other.x - (member.x + member.width)) < TOUCHING ||
            Math.abs(other.x + other.width - member.x) < TOUCHING) &&
          other.z < z &&
          other.z + other.height > z,
      );
    for (const one of holes.filter((hole) => !isDoubled(hole))) {
      const { bored } = limitsOf(one.member);
      wrong(
        one.service,
        say`${one.service}: a hole of ${length(one.size)} through the ${word(one.member)} at ${length(one.member.x)} takes ${measured('share', one.size / one.depth)} of its depth; a single bearing stud may lose ${measured('share', bored)}, ${length(bored * one.depth)}: double the stud, or a smaller run`,
      );
    }
    // Pairs, by what run bores them, in their order along the wall.
    for (const service of new Set(holes.map((one) => one.service))) {
      const places = holes
        .filter((one) => one.service === service && isDoubled(one))
        .sort((a, b) => a.member.x - b.member.x);
      const pairs = places.filter(
        ({ member }, i) =>
          i === 0 || member.x - places[i - 1]!.member.x > framing.sizes.width + TOUCHING,
      );
      let inRow = 1;
      pairs.forEach(({ member, z }, i) => {
        const before = pairs[i - 1]?.member.x ?? member.x;
        const whole = uprights.some(
          (one) =>
            one.x > before + 2 * one.width &&
            one.x + one.width < member.x - SAME &&
            one.z < z &&
            one.z + one.height > z &&
            !byMember.has(one),
        );
        inRow = i > 0 && !whole ? inRow + 1 : 1;
        if (inRow === trade('bore-doubled') + 1)
          wrong(
            service,
            say`${service} bores more than ${String(trade('bore-doubled'))} doubled studs in a row beyond ${measured('share', trade('bore-bearing'))}`,
          );
      });
    }
  }

  /** Cuts that meet in one section of one piece. */
  function meeting(member: FrameMember, all: readonly Crossing[]): void {
    if (!isUpright(member.kind)) return;
    const limit = limitsOf(member);
    all.forEach((one, i) => {
      for (const other of all.slice(i + 1)) {
        if (Math.abs(one.z - other.z) >= (one.size + other.size) / 2) continue;
        if (one.notched !== other.notched)
          wrong(
            one.service,
            say`a hole and a notch meet in one section of the ${word(member)} at ${length(member.x)}, ${length(one.z)} up: ${one.service} and ${other.service} lie apart in height`,
          );
        else if (
          (one.size + other.size) / one.depth >
          (one.notched ? limit.notched : limit.bored) + SAME
        )
          wrong(
            one.service,
            say`${one.service} and ${other.service} pass the ${word(member)} at ${length(member.x)} at one height, and together take ${measured('share', (one.size + other.size) / one.depth)} of its depth: one higher than the other`,
          );
      }
    });
  }
}
