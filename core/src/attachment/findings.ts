import { measured, say, type Message } from '../units/index.ts';
import type { Attachment, Change, Command } from '../wall/index.ts';
import type { Connection, ConnectionPlace, Design } from './design.ts';
import { FASTENERS } from './fasteners.ts';
import type { YieldMode } from './types.ts';

/** Worst first. */
export const FINDING_ORDER = ['fail', 'caution', 'info', 'pass'] as const;

/** What is said of how a wall's cladding is held. */
export interface AttachmentFinding {
  id: string;
  status: (typeof FINDING_ORDER)[number];
  place: ConnectionPlace | null;
  title: Message;
  reason: Message;
  /** Smallest first: tried by whoever offers them. */
  changes: Change[];
}

/** How a dowel gives way, in words. */
export const MODE_WORDS: Record<YieldMode, string> = {
  Im: 'what holds it crushes along the fastener',
  Is: 'what it holds crushes along the fastener',
  II: 'the fastener tilts and crushes both',
  IIIm: 'the fastener bends once, in what it holds, and crushes what holds it',
  IIIs: 'the fastener bends once, in what holds it, and crushes what it holds',
  IV: 'the fastener bends twice, across the gap',
};

const NAMES: Record<ConnectionPlace, string> = {
  cladding: 'cladding',
  furring: 'furring',
};

/** What the connection is called in a sentence. */
export const connectionName = ({ place, into }: Pick<Connection, 'place' | 'into'>): string =>
  `${NAMES[place]} to ${into}`;

/** Changes one of the choices of a wall's attachment. */
export const setAttachment = (design: Design, patch: Partial<Attachment>): Command[] => [
  {
    type: 'setRecord',
    field: 'attachment',
    value: { ...design.hung.wall.file.attachment, ...patch },
  },
];

/** The choice of a connection with parts of it changed. */
export const choose = (
  design: Design,
  { place, fastener, chosen }: Connection,
  patch: { fastener?: string; length?: number; spacing?: number },
): Command[] => {
  const { length, spacing } = { ...chosen, ...patch };
  // Another fastener comes in its own lengths.
  const kept = patch.fastener !== undefined && patch.length === undefined ? undefined : length;
  return setAttachment(design, {
    [place]: {
      fastener: patch.fastener ?? fastener.id,
      ...(kept === undefined ? {} : { length: kept }),
      ...(spacing === undefined ? {} : { spacing }),
    },
  });
};

/** Bite to a hair is none to argue about, m. */
const HAIR = 1e-6;

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
  const longer = lengthChange(design, connection, (one) => one > length);
  const at = say`${measured('length', length)} through ${measured('length', stack)} of stack leaves ${measured('length', Math.max(0, bite))}`;
  const beyond = into === 'stud' ? ' in the stud, sheathing not counted' : ` in the ${into}`;
  if (bite <= HAIR)
    return found(
      'fail',
      say`The fastener ends before the ${into}, ${name}`,
      say`${measured('length', length)} is used up by ${measured('length', stack)} of layers: it ends in them and holds nothing.`,
      longer,
    );
  if (bite < asked - HAIR)
    return found(
      'fail',
      say`Too little bite, ${name}: ${measured('length', bite)} of ${measured('length', asked)}`,
      say`${at}${beyond}.${next === null ? say` None of this kind is sold that long.` : ''}`,
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
  const { fastener, place } = connection;
  const found = FASTENERS.find(
    ({ id, holds: places, rated, nominal }) =>
      rated && places.includes(place) && nominal > fastener.nominal && holds(id),
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

/** Whether a connection holds with other choices. */
export type Retry = (patch: Partial<Attachment>, place: ConnectionPlace) => boolean;

function unrated(design: Design, connection: Connection): AttachmentFinding | null {
  const { fastener, place } = connection;
  if (fastener.rated) return null;
  const other = FASTENERS.find(
    ({ rated, holds, kind }) => rated && holds.includes(place) && kind === 'wood-screw',
  )!;
  return {
    id: `unrated-${place}`,
    status: 'fail',
    place,
    title: say`${fastener.name}: no rating to rely on`,
    reason: say`Hardened and brittle: heads snap under sideways load, and nobody publishes what they carry. The figures here are only those of its size.`,
    changes: [
      { label: say`${other.name}`, commands: choose(design, connection, { fastener: other.id }) },
    ],
  };
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

/** Strips that stand off the studs: their screws end in foam. */
function offStud({ hung, spacers }: Design): AttachmentFinding | null {
  const { strips, stud } = hung;
  const strip = strips[0];
  if (!strip || !stud || spacers) return null;
  const { shape } = strip.member!;
  if (shape.direction === 'horizontal' || !stud.upright) return null;
  const times = shape.spacing / stud.spacing;
  const aligned =
    Math.abs(times - Math.round(times)) < 1e-3 && Math.round(times) >= 1
      ? Math.abs(remainder((shape.offset ?? 0) - stud.offset, stud.spacing)) < 0.01
      : false;
  if (aligned) return null;
  const { source } = strip;
  const fix: Change[] =
    source.kind === 'framed'
      ? [
          {
            label: say`Strips on the studs, every ${measured('length', stud.spacing)}`,
            commands: [
              {
                type: 'setMember',
                id: strip.id,
                member: { ...source.member, spacing: stud.spacing, offset: stud.offset },
              },
            ],
          },
        ]
      : [];
  return {
    id: 'off-stud',
    status: 'fail',
    place: 'furring',
    title: say`No stud behind some strips`,
    reason: say`Strips stand every ${measured('length', shape.spacing)}, studs every ${measured('length', stud.spacing)}: screws between studs end in foam and hold nothing.`,
    changes: fix,
  };
}

const remainder = (x: number, step: number): number => x - Math.round(x / step) * step;

function spacerOf({ hung, spacers, trade }: Design): AttachmentFinding | null {
  const strip = hung.strips.at(-1);
  if (!spacers || !strip) return null;
  return {
    id: 'spacer',
    status: 'info',
    place: 'cladding',
    title: say`Strips of ${measured('length', strip.thickness)} are spacers`,
    reason: say`Wood under ${measured('length', trade('strip-holds'))} holds no fastener: the cladding’s own must reach the stud, through everything before it.`,
    changes: [],
  };
}

/** Whether the wall's heat counts the screws that hold it. */
function heatOf(design: Design): AttachmentFinding | null {
  const { boards, wall } = design.hung;
  const through = design.connections.find(({ into }) => into === 'stud');
  if (!through || boards.length === 0) return null;
  const from = boards[0]!.id;
  const to = boards.at(-1)!.id;
  const { fastener, perArea } = through;
  const counted = (wall.file.fasteners ?? []).filter((one) => one.from === from && one.to === to);
  const section = ({
    diameter,
    conductivity,
  }: {
    diameter: number;
    conductivity: number;
  }): number => conductivity * diameter ** 2;
  const has = counted.reduce((sum, one) => sum + section(one) * one.perArea, 0);
  const asks = section(fastener) * perArea;
  if (Math.abs(has - asks) <= 0.1 * asks) return null;
  const others = (wall.file.fasteners ?? []).filter((one) => !counted.includes(one));
  return {
    id: 'heat-counts',
    status: 'info',
    place: null,
    title:
      has === 0
        ? say`The wall’s R does not count these screws`
        : say`The wall’s R counts other screws`,
    reason: say`${measured('perArea', perArea)} go through the boards.`,
    changes: [
      {
        label: say`Count them in the R`,
        commands: [
          {
            type: 'setFasteners',
            fasteners: [
              ...others,
              {
                conductivity: fastener.conductivity,
                diameter: fastener.diameter,
                perArea,
                from,
                to,
              },
            ],
          },
        ],
      },
    ],
  };
}

/** What holds that is no dowel: said, not computed. */
function otherWays({ hung }: Design): AttachmentFinding | null {
  const said: Partial<Record<typeof hung.heldBy, [Message, Message]>> = {
    ties: [
      say`Ties hold it against the wind; the foundation carries it`,
      say`At most ${measured('area', 0.25)} for each tie into the studs, closer in seismic and high-wind areas and at openings. Gaps beyond ${measured('length', 0.1143)} ask for engineered ties.`,
    ],
    'panel-anchors': [
      say`Anchors of heavy panels are engineered`,
      say`Bearing and tie-back connections with slots for drift and shrinkage: not computed here.`,
    ],
    adhesive: [
      say`Glue or anchors of its own system hold it`,
      say`Not computed here: the system’s tests give the share of glue, the anchors and the wind they bear.`,
    ],
    brackets: [
      say`Brackets and rails hold it`,
      say`Their maker sizes them by the wind and the weight. Their heat is in the wall’s U as point bridges.`,
    ],
  };
  const words = said[hung.heldBy];
  return words
    ? {
        id: 'other-way',
        status: 'info',
        place: null,
        title: words[0],
        reason: words[1],
        changes: [],
      }
    : null;
}

/** Only this much of a strip holds the outer of two rows, m. */
function doubleStrips({ hung, spacers }: Design): AttachmentFinding | null {
  const [inner, outer] = hung.strips;
  if (!inner || !outer || spacers) return null;
  return {
    id: 'double-strips',
    status: 'caution',
    place: null,
    title: say`Two rows of strips: a third connection`,
    reason: say`The outer strip is held only by the ${measured('length', inner.thickness)} of the inner one, at each crossing: two screws there, and none that reaches into the boards.`,
    changes: [],
  };
}

/** Why a licensed engineer has to size it, beyond that one always decides. */
export function engineerReasons({ loads, hung, connections, trade }: Design): Message[] {
  const reasons: Message[] = [];
  const thick = connections.some(
    ({ input, into }) =>
      into === 'stud' && (input?.gap ?? hung.gap) >= trade('thick-insulation') - HAIR,
  );
  if (loads.cladding >= trade('heavy-cladding') - HAIR && thick)
    reasons.push(
      say`${measured('massPerArea', loads.cladding)} of cladding stands ${measured('length', hung.gap)} off the studs`,
    );
  const { seismic } = hung.wall.file.loads ?? {};
  if (seismic !== undefined && /^[DE]/.test(seismic))
    reasons.push(say`seismic design category ${seismic}`);
  if (connections.some(({ fastener }) => !fastener.rated))
    reasons.push(say`fasteners without a rating`);
  return reasons;
}

function engineerOf(design: Design): AttachmentFinding | null {
  const reasons = engineerReasons(design).slice(0, 2);
  if (reasons.length === 0) return null;
  const { engineer } = design.hung.wall.file.attachment ?? {};
  const list = reasons.flatMap((reason, i) => [...(i > 0 ? ['; '] : []), ...reason]);
  return {
    id: 'engineer',
    status: engineer ? 'info' : 'caution',
    place: null,
    title: engineer
      ? say`Sized by ${engineer.name}, ${engineer.on}`
      : say`A licensed engineer has to size this`,
    reason: say`Here: ${list}. What is computed is preliminary sizing.`,
    changes: [],
  };
}

function noStud({ hung }: Design): AttachmentFinding | null {
  if (hung.stud || (hung.heldBy !== 'furring' && hung.heldBy !== 'stud')) return null;
  return {
    id: 'no-stud',
    status: 'fail',
    place: null,
    title: say`No stud behind`,
    reason: say`The wall has no frame of wood or steel that a fastener could end in.`,
    changes: [],
  };
}

/**
 * What there is to say of how a wall's cladding is held, worst first.
 *
 * @param retry computes the wall with other choices
 */
export function attachmentFindings(design: Design, retry: Retry): AttachmentFinding[] {
  const found: (AttachmentFinding | null)[] = [
    noStud(design),
    offStud(design),
    ...design.connections.flatMap((connection) => [
      biteOf(design, connection),
      strengthOf(design, connection, retry),
      unrated(design, connection),
      tipOf(design, connection),
    ]),
    doubleStrips(design),
    spacerOf(design),
    otherWays(design),
    engineerOf(design),
    heatOf(design),
  ];
  return found
    .filter((one) => one !== null)
    .sort((a, b) => FINDING_ORDER.indexOf(a.status) - FINDING_ORDER.indexOf(b.status));
}
