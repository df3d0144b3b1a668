import { isLooseWrap, waterLineWord } from '../../physics/build-up/index.ts';
import { INCH, measured, say, type Message } from '../../common/units/index.ts';
import type { Draft } from './draft.ts';
import type { Said } from './fields.ts';
import type { OpeningPlan, OpeningSize } from './opening-plan.ts';
import type { Stack } from './stack.ts';

const length = (value: number) => measured('length', value);

/** A flanged frame stands this far out before its flange anyway, m. */
const FLANGED = INCH;

const slopeOf = (said: Said): number => Math.tan((said.number('sillSlope') * Math.PI) / 180);

/** The lengths that follow from the layers. */
export function measureOpening(
  draft: Draft,
  plan: OpeningPlan,
  said: Said,
  size: OpeningSize,
  kind: 'head' | 'jamb' | 'sill',
): void {
  const { stack } = draft;
  const { flange, inner, outer, carrier } = plan;
  if (carrier === 'box')
    draft.measure('box', 'Box depth', 'length', flange, say`inner face to the flange`);
  else draft.measure('flange', 'Flange plane', 'length', flange, say`from the inner face`);
  if (carrier === 'buck')
    draft.measure(
      'buck',
      'Buck depth',
      'length',
      flange - stack.sheathing,
      say`sheathing to the flange`,
    );
  draft.measure('extension', 'Extension inside', 'length', inner, say`frame to the inner face`);
  draft.measure(
    'trim',
    'Trim outside',
    'length',
    stack.total - flange,
    say`flange to the face of the cladding`,
  );
  draft.measure(
    'reveal',
    'Reveal outside',
    'length',
    stack.total - outer,
    say`frame to the face of the cladding`,
  );
  if (kind === 'sill') {
    const run = stack.total - inner;
    draft.measure(
      'sill-drop',
      'Sill falls by',
      'length',
      slopeOf(said) * run,
      say`over ${length(run)}, ${said.number('sillSlope')}°; at least 1 in 48`,
    );
    draft.measure(
      'pan',
      'Sill pan, depth',
      'length',
      flange - inner + stack.trade('pan-lap'),
      say`back dam to flange, and ${length(stack.trade('pan-lap'))} over the ${waterLineWord(stack.water?.layer)} below`,
    );
    draft.measure('upstand', 'Upstand and end dams', 'length', said.number('upstand'));
  }
  if (kind === 'jamb') {
    const clear = clearOf(stack, plan, said, size);
    draft.measure(
      'clear-width',
      'Clear width',
      'length',
      clear.width,
      say`between the frames, sash open`,
    );
    draft.measure('clear-height', 'Clear height', 'length', clear.height);
    draft.measure(
      'shim',
      'Shims, each side',
      'length',
      said.number('play'),
      say`fasteners through the frame or its clips, not through flanges`,
    );
  }
}

function clearOf(
  { trade }: Stack,
  { sight, inner }: OpeningPlan,
  said: Said,
  { width, height }: OpeningSize,
): { width: number; height: number } {
  const sash = trade('sash-swing');
  const inward = said.text('swing') === 'inward' && inner > sash ? sash : 0;
  const half = said.text('swing') === 'sliding' ? 0.5 : 1;
  return {
    width: Math.max(0, (width - 2 * sight) * half - inward),
    height: Math.max(0, height - 2 * sight),
  };
}

/** What is wrong with how an opening is made. */
export function checkOpening(
  draft: Draft,
  plan: OpeningPlan,
  said: Said,
  size: OpeningSize,
  kind: 'head' | 'jamb' | 'sill',
): void {
  const { stack } = draft;
  const { inner, outer, flange, carrier, position } = plan;
  const reveal = stack.total - outer;
  if (inner < 0)
    draft.find(
      'deeper-than-wall',
      'fail',
      say`The window stands ${length(-inner)} into the room`,
      say`Its frame is ${length(outer - inner)} deep and the wall inside its flange ${length(flange)}. A shallower frame, or a position farther out, ends it.`,
      draft.at(0, 0),
    );
  if (reveal < 0)
    draft.find(
      'stands-proud',
      -reveal > FLANGED ? 'caution' : 'info',
      say`The window stands ${length(-reveal)} proud of the cladding`,
      say`The reveal is negative: head flashing and trim have to reach around the frame. Farther in, or a cladding that is thicker, ends it.`,
      draft.at(plan.sight, outer),
    );
  if (carrier === 'none' && flange - stack.sheathing > 0.02)
    draft.find(
      'not-carried',
      'fail',
      say`Nothing carries the window ${length(flange - stack.sheathing)} outside the sheathing`,
      say`A box of plywood or a buck of lumber reaches out to its flange; angles of the maker may.`,
      draft.at(0, flange),
    );
  if (
    position === 'sheathing' &&
    said.text('order') === 'after' &&
    stack.boards.to > stack.boards.from
  )
    draft.find(
      'flange-behind-boards',
      'fail',
      say`The flange lies behind boards that are already up`,
      say`At the sheathing a window goes in before the outside boards, or they are cut back around it to lap and tape its flange.`,
    );
  if (kind === 'sill') {
    const slope = slopeOf(said);
    if (slope < stack.trade('sill-slope-least'))
      draft.find(
        'sill-slope',
        'fail',
        say`The sill falls too little: ${said.number('sillSlope')}°`,
        say`At least 1 in 48 (1/4 in. per ft), which is 1.2°; 5 to 10° is customary.`,
      );
    else if (said.number('sillSlope') < stack.trade('sill-slope-usual'))
      draft.find(
        'sill-slope',
        'info',
        say`The sill falls by ${said.number('sillSlope')}°; 5 to 10° is customary`,
        say`It drains from 1 in 48 on, but a sill that is out of level by little then stands in water.`,
      );
    if (said.number('upstand') < stack.trade('sill-upstand') - 1e-9)
      draft.find(
        'upstand',
        'caution',
        say`Upstands of ${length(said.number('upstand'))} at the pan`,
        say`${length(stack.trade('sill-upstand'))} at the back and at both ends keep wind from driving water over them.`,
      );
  }
  if (kind === 'jamb') {
    const clear = clearOf(stack, plan, said, size);
    const least = {
      area: stack.trade('escape-area'),
      height: stack.trade('escape-height'),
      width: stack.trade('escape-width'),
    };
    const short =
      clear.width < least.width ||
      clear.height < least.height ||
      clear.width * clear.height < least.area;
    if (size.kind === 'window' && said.text('swing') !== 'fixed' && short)
      draft.find(
        'escape',
        'info',
        say`Too small to escape through: ${length(clear.width)} by ${length(clear.height)} clear`,
        say`Where a bedroom counts on it, model codes ask for ${length(least.width)} of width, ${length(least.height)} of height and ${measured('area', least.area)} together. A deep jamb extension counts against a sash that opens inward. The adopted code decides.`,
      );
    if (inner > stack.trade('lining-deep'))
      draft.find(
        'deep-lining',
        'info',
        say`The jamb extension is ${length(inner)} deep`,
        say`Flared, it lets in more light and leaves the sash its swing; air moves less before the glass, so it is colder and wetter there.`,
      );
  }
}

/** In which order a window is fitted, lap by lap. */
export function openingSteps(stack: Stack, plan: OpeningPlan, said: Said): Message[] {
  const { carrier, position } = plan;
  const boards = stack.boards.to > stack.boards.from;
  const upstand = length(said.number('upstand'));
  const after = said.text('order') === 'after' && boards;
  const carried =
    carrier === 'box'
      ? [say`Box set plumb and square, sealed to the wall’s air barrier all around`]
      : carrier === 'buck'
        ? [say`Buck bedded in sealant and fastened through the sheathing`]
        : [];
  const line = stack.water?.layer ?? null;
  const word = waterLineWord(line);
  const flap = line !== null && isLooseWrap(line);
  const membrane = flap
    ? say`Membrane cut: sides and sill folded in, the head flap turned up and held`
    : line?.fill?.category === 'membrane'
      ? say`Membrane carried into the opening, its corners patched`
      : say`Joints and edges of the ${word} taped into the opening`;
  const outside = after
    ? [say`Outside boards to the ${carrier === 'none' ? 'opening' : carrier}, joints tight`]
    : [];
  return [
    ...carried,
    membrane,
    ...outside,
    say`Sill sloped; pan over the ${word} below, end dams and back dam up ${upstand}`,
    ...(said.flag('twoStage') ? [say`Second drained stage under the sill, its outlet open`] : []),
    say`Window shimmed at its bearing points, fastened beside the flanges’ nail slots only as its maker says; the sill flange left open to drain`,
    say`Jamb flanges taped, from below the pan’s ends to above the head`,
    flap
      ? say`Head flashing over the flange, ends past the jambs; the head flap down over it, its corners taped`
      : say`Head flashing over the flange, ends past the jambs; its upper edge taped to the ${word}`,
    ...(position !== 'sheathing' && carrier !== 'none'
      ? [say`Flexible flashing over the ${carrier} out to the flange, lapped like shingles`]
      : []),
    ...(boards && !after
      ? [say`Outside boards to the ${carrier === 'none' ? 'frame' : carrier}, furring, trim`]
      : [say`Furring, trim`]),
    say`Indoors: foam in the shim space, sealant on a backer rod all around`,
  ];
}
