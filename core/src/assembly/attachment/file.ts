import Joi from 'joi';
import { InputError } from '../../common/errors.ts';
import { check, length, parseJson, positive } from '../../common/validation/index.ts';
import { checkConnection } from './connection.ts';
import { leastPenetration } from './limits.ts';
import { FASTENER_RULES, type ConnectionInput, type ConnectionResult } from './types.ts';

const ATTACHMENT_FORMAT = 'eldrun-attachment';

/** An attachment file: connections that are checked one by one. */
export interface AttachmentFile {
  format: typeof ATTACHMENT_FORMAT;
  version: 1;
  connections: ConnectionInput[];
}

export interface AttachmentAnswer {
  format: 'eldrun-attached';
  version: 1;
  /** In the order of the file; `name` where it had one. */
  connections: (ConnectionResult & { name?: string })[];
  /** What makes a result no design value, by the connection's place. */
  problems: string[];
}

const diameter = positive.max(0.05);
const specificGravity = Joi.number().min(0.1).max(1.2);
const tensile = Joi.number().min(1e8).max(1e9);
const pressure = Joi.number().min(0).max(1e5);

/** Wood or steel: exactly one of the two says which. */
const member = (field: 'thickness' | 'penetration') =>
  Joi.object({ [field]: length.required(), specificGravity, tensile })
    .xor('specificGravity', 'tensile')
    .unknown()
    .required();

const connectionSchema = Joi.object({
  name: Joi.string().max(200).allow(''),
  fastener: Joi.object({
    kind: Joi.string()
      .valid(...FASTENER_RULES)
      .required(),
    diameter: diameter.required(),
    nominal: diameter.required(),
    head: positive.max(0.2).required(),
    bendingYield: Joi.number().min(1e7).max(3e9).required(),
  })
    .unknown()
    .required(),
  side: member('thickness'),
  gap: Joi.number().min(0).max(2).required(),
  main: member('penetration'),
  angle: Joi.number().min(0).max(90).required(),
  spacing: Joi.object({ along: length.required(), across: length.required() }).unknown().required(),
  load: Joi.object({ weight: pressure.required(), suction: pressure.required() })
    .unknown()
    .required(),
}).unknown();

const fileSchema = Joi.object({
  format: Joi.string().valid(ATTACHMENT_FORMAT).required(),
  version: Joi.number().valid(1).required(),
  connections: Joi.array().items(connectionSchema).min(1).max(10_000).required(),
}).unknown();

/**
 * Reads an attachment file.
 *
 * @throws InputError for text that is no JSON, or that names the first wrong field and what is allowed there
 */
export function parseAttachment(source: string): AttachmentFile {
  const file = check<AttachmentFile>(
    fileSchema,
    parseJson(source, 'an attachment file in JSON; numbers finite'),
  );
  file.connections.forEach(({ fastener }, i) => {
    if (fastener.diameter > fastener.nominal * (1 + 1e-9))
      throw new InputError(
        `connections[${i}].fastener.diameter`,
        `the root (${fastener.diameter} m) is thicker than the fastener (${fastener.nominal} m)`,
        'at most fastener.nominal',
      );
    if (fastener.head < fastener.nominal * (1 - 1e-9))
      throw new InputError(
        `connections[${i}].fastener.head`,
        `the head (${fastener.head} m) is smaller than the fastener (${fastener.nominal} m)`,
        'at least fastener.nominal',
      );
  });
  return file;
}

/** Checks every connection of a file. */
export function attachmentAnswer({ connections }: AttachmentFile): AttachmentAnswer {
  const problems = connections.flatMap((connection, i) => {
    const least = leastPenetration(connection);
    return connection.main.penetration < least - 1e-9
      ? [
          `connections[${i}].main.penetration: ${connection.main.penetration} m is less than the ${least.toFixed(4)} m that a design value asks for`,
        ]
      : [];
  });
  return {
    format: 'eldrun-attached',
    version: 1,
    connections: connections.map((connection) => ({
      ...(connection.name === undefined ? {} : { name: connection.name }),
      ...checkConnection(connection),
    })),
    problems,
  };
}
