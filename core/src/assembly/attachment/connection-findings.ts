import { INCH, measured, say, type Message } from '../../common/units/index.ts';
import { lower } from '../../physics/build-up/index.ts';
import { withoutMembers } from '../framing/index.ts';
import type { Change } from '../wall/index.ts';
import { choose } from './choices.ts';
import { BRACKETS, nextLength } from './fasteners.ts';
import { fastenersFor, type Connection, type Design } from './design.ts';
import { HAIR, type AttachmentFinding, type Retry } from './finding.ts';
import { connectionName, MODE_WORDS } from './words.ts';

/** The length to buy, where it is another than the one chosen. */
const lengthChange = (
  design: Design,
  connection: Connection,
  better: (next: number) => boolean,
): Change[] =>
  connection.next !== null && better(connection.next)
    ? [
        {
          label: say`Take ${measured('length', connection.next)}`,
          commands: choose(design, connection, { length: connection.next }),
        },
      ]
    : [];

/** Up a rail from one bracket to the next, m. */
const BRACKETS_APART = 24 * INCH;

/**
 * What reaches where the fastener is not sold long enough: another that is, else brackets with rails in place of strips, of
 * the kind that carries least heat.
 */
function reachesFarther(design: Design, connection: Connection): Change[] {
  const { place, stack, asked, into, fastener, main } = connection;
  const needed = stack + asked + (into === 'stud' ? design.trade('screw-tolerance') : 0);
  const longer = fastenersFor(connection)
    .filter((one) => one.rated && one.id !== fastener.id && nextLength(one, needed) !== null)
    .sort((a, b) => a.nominal - b.nominal)[0];
  if (longer)
    return [
      {
        label: say`${longer.name}, ${measured('length', nextLength(longer, needed)!)}`,
        commands: choose(design, connection, { fastener: longer.id }),
      },
    ];
  const { strips, stud, wall } = design.hung;
  const framed = strips.flatMap(({ source }) => (source.kind === 'framed' ? [source] : []));
  if (place !== 'furring' || !stud || 'tensile' in main) return [];
  const { name, chi } = BRACKETS.reduce((a, b) => (b.chi < a.chi ? b : a));
  const perArea = 1 / (stud.spacing * BRACKETS_APART);
  return [
    {
      label: say`Rails on brackets in place of strips: ${lower(name)} at every stud, ${measured('length', BRACKETS_APART)} apart`,
      commands: [
        ...framed.flatMap((strip) => withoutMembers(wall.file, strip)),
        {
          type: 'setPointBridges',
          pointBridges: [...(wall.file.pointBridges ?? []), { name, chi, perArea }],
        },
      ],
    },
  ];
}

/** Thicker strips, where there are thinner ones. */
function thickerStrips({ hung }: Design): Change[] {
  const strip = hung.strips.at(-1)!;
  return strip.thickness < THICK_STRIP - HAIR
    ? [
        {
          label: say`Strips of ${measured('length', THICK_STRIP)}`,
          commands: [{ type: 'setThickness', id: strip.id, thickness: THICK_STRIP }],
        },
      ]
    : [];
}

/** Strips that take a usual nail whole, m. */
const THICK_STRIP = 0.0381;

function biteOf(design: Design, connection: Connection): AttachmentFinding {
  const { place, length, stack, bite, asked, wanted, next, into, fastener, input } = connection;
  const name = connectionName(connection);
  const found = (
    status: AttachmentFinding['status'],
    title: Message,
    reason: Message,
    changes: Change[] = [],
  ): AttachmentFinding => ({ id: `bite-${place}`, status, place, title, reason, changes });
  const longer =
    next === null
      ? reachesFarther(design, connection)
      : lengthChange(design, connection, (one) => one > length);
  const ends =
    next === null
      ? say` None of this kind is sold that long.${place === 'furring' ? ' Brackets reach farther; so do strips in two parts, an inner one between the boards, on the studs, that holds the outer one.' : ''}`
      : '';
  const at = say`${measured('length', length)} through ${measured('length', stack)} of stack leaves ${measured('length', Math.max(0, bite))}`;
  const beyond = into === 'stud' ? ' in the stud, sheathing not counted' : ` in the ${into}`;
  if (bite <= HAIR)
    return found(
      'fail',
      say`The fastener ends before the ${into}, ${name}`,
      say`${measured('length', length)} is used up by ${measured('length', stack)} of layers: it ends in them and holds nothing.${ends}`,
      longer,
    );
  if (bite < asked - HAIR)
    return found(
      'fail',
      say`Too little bite, ${name}: ${measured('length', bite)} of ${measured('length', asked)}`,
      say`${at}${beyond}.${ends}`,
      longer,
    );
  if (asked < wanted - HAIR && into === 'strip')
    return found(
      'info',
      say`Strips of ${measured('length', asked)} hold the cladding’s ${fastener.kind === 'nail' ? 'nail' : 'screw'}`,
      say`${at} in wood of ${measured('length', asked)}. Makers usually ask for ${measured('length', wanted)}: ask for a schedule for strips, or take thicker ones.`,
      thickerStrips(design),
    );
  return found(
    'pass',
    input && 'tensile' in input.main
      ? say`Reaches through the steel, ${name}`
      : say`Bites ${measured('length', bite)}, ${name}`,
    say`${at}; ${measured('length', asked)} is asked for${beyond}.`,
  );
}

/** The next stronger screw that holds at the same spacing. */
function stronger(
  design: Design,
  connection: Connection,
  holds: (fastener: string) => boolean,
): Change[] {
  const { fastener } = connection;
  const found = fastenersFor(connection).find(
    ({ id, rated, nominal }) => rated && nominal > fastener.nominal && holds(id),
  );
  return found
    ? [
        {
          label: say`${found.name}`,
          commands: choose(design, connection, { fastener: found.id }),
        },
      ]
    : [];
}

function strengthOf(
  design: Design,
  connection: Connection,
  retry: Retry,
): AttachmentFinding | null {
  const { place, result, use, widest, spacing, free, input } = connection;
  if (!result || !input) return null;
  const name = connectionName(connection);
  const { mode, shearUse, suctionUse, combinedUse } = result;
  const percent = (share: number) => measured('share', share);
  const uses = say`Weight takes ${percent(shearUse)} of what it carries, suction ${percent(suctionUse)}, both at once ${percent(combinedUse)}; ${result.suctionUse >= use ? (result.pullThrough < result.withdrawal ? 'the head pulls through first' : 'it pulls out first') : say`${MODE_WORDS[mode]} (mode ${mode})`}.`;
  if (use <= 1 + 1e-9)
    return {
      id: `strength-${place}`,
      status: 'pass',
      place,
      title: say`Holds, ${name}: ${percent(use)} of what it carries`,
      reason: uses,
      changes: [],
    };
  const beyond = input.gap > design.trade('theory-reach') + HAIR && shearUse >= suctionUse;
  const light = design.loads.cladding < design.trade('heavy-cladding');
  const closer: Change[] =
    free && widest !== null && widest < spacing.along
      ? [
          {
            label: say`Every ${measured('length', widest)}`,
            commands: choose(design, connection, { spacing: widest }),
          },
        ]
      : [];
  return {
    id: `strength-${place}`,
    // Beyond what the equations were tried on they say too little for a light cladding: a caution, not a verdict.
    status: beyond && light ? 'caution' : 'fail',
    place,
    title: say`${beyond && light ? 'Not shown to hold' : 'Does not hold'}, ${name}: ${percent(use)} of what it carries`,
    reason: say`${uses}${beyond ? say` Through ${measured('length', input.gap)} the equations leave out friction and the strut of the fastener: tests carry more.` : ''}`,
    changes: [
      ...closer,
      ...stronger(design, connection, (fastener) =>
        retry({ [place]: { ...connection.chosen, fastener, length: undefined } }, place),
      ),
    ],
  };
}

/** Fasteners that are made for something else, or that nobody rates. */
function unfitOf(design: Design, connection: Connection): AttachmentFinding | null {
  const { fastener, place, main } = connection;
  const fits = fastenersFor(connection);
  const wrong = !fits.includes(fastener);
  if (fastener.rated && !wrong) return null;
  const other = fits.find(({ rated, kind }) => rated && kind === 'wood-screw')!;
  const found = (title: Message, reason: Message): AttachmentFinding => ({
    id: `unfit-${place}`,
    status: 'fail',
    place,
    title,
    reason,
    changes: [
      { label: say`${other.name}`, commands: choose(design, connection, { fastener: other.id }) },
    ],
  });
  const purpose = !fastener.holds.includes(place) ? place : 'tensile' in main ? 'steel' : 'wood';
  return wrong
    ? found(
        say`${fastener.name}: not made for ${purpose}`,
        say`The figures shown are no more than its size: take one that is made for it.`,
      )
    : found(
        say`${fastener.name}: no rating to rely on`,
        say`Hardened and brittle: heads snap under sideways load, and nobody publishes what they carry. The figures here are only those of its size.`,
      );
}

/** Wires and pipes that a long tip may meet. */
function tipOf(design: Design, connection: Connection): AttachmentFinding | null {
  const { into, bite, place, length } = connection;
  const { stud } = design.hung;
  if (into !== 'stud' || !stud || 'tensile' in stud.substance) return null;
  const changes = lengthChange(design, connection, (one) => one < length);
  const found = (title: Message, reason: Message): AttachmentFinding => ({
    id: `tip-${place}`,
    // Where no shorter one is sold there is nothing to do but to mark what runs there.
    status: changes.length > 0 ? 'caution' : 'info',
    place,
    title,
    reason,
    changes,
  });
  if (bite > stud.depth + HAIR)
    return found(
      say`The tip comes ${measured('length', bite - stud.depth)} out of the stud, indoors`,
      say`A shorter one holds as well and spares the wires, the pipes and the membrane inside.`,
    );
  const clear = design.trade('wire-clear');
  return bite > clear + HAIR
    ? found(
        say`The tip may meet wires and pipes`,
        say`It stands ${measured('length', bite)} in the stud; what is bored through its middle is met from ${measured('length', clear)} on. Mark what runs in the studs.`,
      )
    : null;
}

/** What there is to say of one connection. */
export const connectionFindings = (
  design: Design,
  connection: Connection,
  retry: Retry,
): (AttachmentFinding | null)[] => [
  biteOf(design, connection),
  strengthOf(design, connection, retry),
  unfitOf(design, connection),
  tipOf(design, connection),
];
