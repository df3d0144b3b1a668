import { measured, say, type Message } from '../../common/units/index.ts';
import type { Change } from '../wall/index.ts';
import { connectionFindings } from './connection-findings.ts';
import type { Design } from './design.ts';
import { FINDING_ORDER, HAIR, type AttachmentFinding, type Retry } from './finding.ts';

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
    ...design.connections.flatMap((connection) => connectionFindings(design, connection, retry)),
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
