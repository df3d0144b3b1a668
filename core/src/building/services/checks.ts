import { isRun, type BoxService, type RunService } from '../house/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import { isUpright, type ElevationLayout, type FrameMember } from '../layout/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { crossingsOf, word } from './crossings.ts';
import { checkHoles } from './holes.ts';
import { roomOf, type ServiceRoom } from './room.ts';
import type { ServiceChecks } from './types.ts';

const length = (value: number) => measured('length', value);
const SAME = 1e-6;

/**
 * Checks boxes, cabinets, cables and pipes against the wood and the room that they meet.
 *
 * @param layout of the elevation
 * @param trade limits of holes and notches (IRC R602.6 and R602.6.1, E3802)
 */
export function checkServices(layout: ElevationLayout, trade: Trade): ServiceChecks {
  const { elevation, framing } = layout;
  const checks: ServiceChecks = {
    crossings: [],
    plates: 0,
    straps: 0,
    sealed: 0,
    conflicts: [],
    notes: [],
  };
  (elevation.services ?? []).forEach((service, n) => {
    const at = `services[${n}]`;
    const wrong = (message: Message): void => void checks.conflicts.push({ at, message });
    const note = (message: Message): void => void checks.notes.push({ at, message });
    const room = roomOf(service, layout);
    if (!room)
      return wrong(
        service.in === 'battens'
          ? say`${service.id}: this wall has no battens to sit between`
          : say`${service.id}: this wall has no studs to sit between`,
      );
    if (room.in === 'frame') checks.sealed++;
    if (isRun(service)) checkRun(service, room, wrong, note);
    else checkBox(service, room, layout, wrong, note);
  });
  checkHoles(checks, layout, trade);
  return checks;

  function checkRun(
    run: RunService,
    room: ServiceRoom,
    wrong: (message: Message) => void,
    note: (message: Message) => void,
  ): void {
    const { outline } = framing;
    if (run.path.some(([x, z]) => !inside(x, z))) wrong(say`${run.id} leaves the wall`);
    if (run.diameter > room.depth + SAME)
      return wrong(
        say`${run.id} is ${length(run.diameter)} thick, and the room is ${length(room.depth)} deep`,
      );
    if (room.in === 'battens') {
      const middle = run.from ?? room.depth / 2;
      if (middle - run.diameter / 2 < trade('plate-cover') - SAME)
        note(
          say`${run.id} lies ${length(middle - run.diameter / 2)} behind the face of the battens, nearer than ${length(trade('plate-cover'))}: a steel sleeve, or plates where a screw can reach it`,
        );
      return;
    }
    if (layout.parts.frame!.steel || layout.parts.frame!.special)
      return note(
        layout.parts.frame!.steel
          ? say`${run.id} passes steel studs through their punched holes, with grommets: other holes by the maker`
          : say`${run.id}: where such studs may be bored their maker says`,
      );
    const { crossings, along } = crossingsOf(
      run,
      framing.members,
      room.wood,
      trade('run-clearance'),
    );
    checks.crossings.push(...crossings);
    for (const { member } of along)
      wrong(
        say`${run.id} runs in the ${word(member)} at ${length(member.x)} along its length: beside it`,
      );

    function inside(x: number, z: number): boolean {
      return (
        x >= -SAME &&
        x <= elevation.length + SAME &&
        z >= outline.baseAt(x) - SAME &&
        z <= outline.topAt(x) + SAME
      );
    }
  }
}

function checkBox(
  box: BoxService,
  room: ServiceRoom,
  { framing, elevation }: ElevationLayout,
  wrong: (message: Message) => void,
  note: (message: Message) => void,
): void {
  const { x, z, width, height, depth, id } = box;
  const { outline, members, openings } = framing;
  const right = x + width;
  const top = z + height;
  const meets = (one: { x: number; z: number; width: number; height: number }): boolean =>
    x < one.x + one.width - SAME &&
    right > one.x + SAME &&
    z < one.z + one.height - SAME &&
    top > one.z + SAME;
  if (
    x < -SAME ||
    right > elevation.length + SAME ||
    z < outline.baseAt(x) - SAME ||
    top > Math.min(outline.topAt(x), outline.topAt(right)) + SAME
  )
    return wrong(say`${id} lies outside the wall`);
  const opening = openings.find((one) => meets({ ...one, z: one.sill }));
  if (opening) return wrong(say`${id} lies in the opening ${opening.id}`);
  // Its face is flush with the finish, which is room as well.
  const deep = room.depth + room.start;
  if (depth > deep + SAME)
    wrong(
      say`${id} is ${length(depth)} deep, and the cavity ends ${length(deep)} behind the finish: ${length(depth - deep)} too deep`,
    );
  if (room.in === 'battens') return;
  const hit = members.filter(meets);
  if (hit.length === 0) {
    const left = deep - depth;
    if (left > SAME)
      note(say`${id} leaves ${length(left)} for insulation behind it; it is sealed on its own`);
    return;
  }
  const free = freeBay(box, members, elevation.length);
  if (free === null)
    return wrong(
      say`${id} is wider than the bay it is in: studs would be cut, and it is framed like an opening`,
    );
  wrong(
    say`${id} meets the ${word(hit[0]!)} at ${length(hit[0]!.x)}: ${length(Math.abs(free - x))} farther ${free < x ? 'left' : 'right'} it is clear`,
  );
}

/** The nearest x at which a box stands clear of uprights at its height; null where no bay beside it is wide enough. */
function freeBay(
  { x, z, width, height }: BoxService,
  members: readonly FrameMember[],
  wall: number,
): number | null {
  const beside = members
    .filter(
      (one) => isUpright(one.kind) && one.z < z + height - SAME && one.z + one.height > z + SAME,
    )
    .sort((a, b) => a.x - b.x);
  const bays = [0, ...beside.map((one) => one.x + one.width)].map((from, i) => ({
    from,
    to: beside[i]?.x ?? wall,
  }));
  const places = bays
    .filter(({ from, to }) => to - from >= width - SAME)
    .map(({ from, to }) => Math.min(Math.max(x, from), to - width))
    // Not past the next bay: farther off it is another place.
    .filter((at) => Math.abs(at - x) <= 0.45);
  return places.length === 0
    ? null
    : places.reduce((best, at) => (Math.abs(at - x) < Math.abs(best - x) ? at : best));
}
