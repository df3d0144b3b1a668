import {
  attachmentOf,
  attachmentSteps,
  connectionName,
  engineerReasons,
  MODE_WORDS,
  type Connection,
} from '@eldrun/core/attachment';
import {
  claddingSystem,
  joiningPairs,
  proofRegister,
  systemStanding,
} from '@eldrun/core/cladding-systems';
import {
  formatText,
  messageText,
  type Message,
  type Quantity,
  type UnitSystem,
} from '@eldrun/core/units';
import type { ResolvedWall } from '@eldrun/core/build-up';
import type { Block } from '../types.ts';
import { right } from './words.ts';

const HOLDS = { no: 'does not hold', ask: 'ask both makers', primer: 'with primer', yes: 'holds' };

const named = (one: Connection): string =>
  connectionName(one).replace(/^./, (first) => first.toUpperCase());

/**
 * How the cladding of a wall is held, for the crew and for the engineer who decides; nothing where the wall does not say.
 *
 * @param on the day for which documents of proof must be valid
 */
export function heldBlocks(wall: ResolvedWall, units: UnitSystem, on: string): Block[] {
  const held = wall.file.attachment === undefined ? null : attachmentOf(wall);
  if (!held) return [];
  const { design } = held;
  const { loads, connections } = design;
  const text = (quantity: Quantity, value: number): string => formatText(quantity, value, units);
  const words = (message: Message): string => messageText(message, units);
  const { engineer } = wall.file.attachment!;
  const reasons = engineerReasons(design).map(words);
  const sized = engineer
    ? ` Sized by ${engineer.name}, ${engineer.on}.`
    : reasons.length > 0
      ? ` An engineer has to size this: ${reasons.join('; ')}.`
      : '';
  const open = held.findings.filter(({ status }) => status !== 'pass');
  const system = claddingSystem(wall);
  const standing = system && systemStanding(wall, system, on);
  const bad = joiningPairs(wall).filter(({ holds }) => holds !== 'yes');
  const missing = proofRegister(wall, on).flatMap(({ name, asked }) =>
    asked
      .filter(({ state }) => state !== 'there')
      .map((one) => `${name}: ${one.name.toLowerCase()} ${one.state}`),
  );
  const { mixedParts } = wall.file;
  return [
    { kind: 'page' },
    { kind: 'heading', text: 'How the cladding is held' },
    {
      kind: 'text',
      text: `Preliminary sizing for a licensed engineer. The adopted code and the makers’ evaluations govern.${sized}`,
      strong: true,
    },
    {
      kind: 'table',
      columns: [
        { label: '', width: '*' },
        { label: 'Fastener', width: '*' },
        right('Length'),
        right('Apart'),
        right('Stack'),
        right('Bite'),
        right('Weight'),
        right('Suction'),
        right('Both'),
      ],
      rows: connections.map((one) => [
        named(one),
        one.fastener.name,
        text('length', one.length),
        text('length', one.spacing.along),
        text('length', one.stack),
        `${text('length', Math.max(0, one.bite))} of ${text('length', one.asked)}`,
        ...(one.result
          ? [one.result.shearUse, one.result.suctionUse, one.result.combinedUse].map((use) =>
              text('share', use),
            )
          : ['holds nothing', '', '']),
      ]),
    },
    {
      kind: 'text',
      text: `Cladding ${text('massPerArea', loads.cladding)}, with furring and boards ${text('massPerArea', loads.hung)}; suction ${text('pressure', loads.suction)}, ${words(loads.basis)}${loads.assumed ? ', taken where nobody said it' : ''}. Weight with load duration 0.9, wind with 1.6; by the general dowel equations with a gap (AWC Technical Report 12, NDS 2018), without friction and strut.${connections
        .map((one) =>
          one.result
            ? ` ${named(one)}: ${MODE_WORDS[one.result.mode]} (mode ${one.result.mode}).`
            : '',
        )
        .join('')}`,
    },
    ...(open.length > 0
      ? ([
          { kind: 'heading', text: 'What to look at in the attachment' },
          {
            kind: 'findings',
            items: open.map(({ status, title, reason }) => ({
              status,
              title: words(title),
              reason: words(reason),
            })),
          },
        ] satisfies Block[])
      : []),
    { kind: 'heading', text: 'At the wall, in order' },
    { kind: 'list', numbered: true, items: attachmentSteps(design).map(words) },
    ...(system && standing
      ? ([
          { kind: 'heading', text: 'Cladding system' },
          {
            kind: 'text',
            text: [
              `${system.name}.`,
              standing.tested
                ? 'A tested system, by the documents recorded.'
                : 'Not shown to be a tested system.',
              system.mixed ? words(system.mixed) : '',
              mixedParts ? `${mixedParts.by} answers for the mix, ${mixedParts.on}.` : '',
            ]
              .filter((part) => part !== '')
              .join(' '),
          },
        ] satisfies Block[])
      : []),
    ...(bad.length > 0
      ? ([
          { kind: 'heading', text: 'What does not simply stick' },
          {
            kind: 'list',
            items: bad.map(
              ({ top, onto, holds }) => `${top.name} on ${onto.name}: ${HOLDS[holds]}`,
            ),
          },
        ] satisfies Block[])
      : []),
    ...(missing.length > 0
      ? ([
          { kind: 'heading', text: 'Papers of proof that are missing' },
          { kind: 'list', items: missing },
        ] satisfies Block[])
      : []),
  ];
}
