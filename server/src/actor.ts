import type { RequestHandler } from 'express';
import type { EndpointName } from '@eldrun/contract';

/** Who asks. */
export interface Actor {
  /** Kept with what they save. */
  id: string;
}

declare module 'express-serve-static-core' {
  interface Request {
    actor: Actor;
  }
}

/** Eldrun has no log-in yet: whoever reaches this machine is the one builder who works at it. */
const LOCAL: Actor = { id: 'local' };

/** Says who asks, for every request. */
export const identify: RequestHandler = (request, _response, next) => {
  request.actor = LOCAL;
  next();
};

/**
 * Whether somebody may do what an endpoint does: the one place where rights are asked. All is allowed for now.
 *
 * @param subject ids from the address
 */
export function mayDo(
  _actor: Actor,
  _endpoint: EndpointName,
  _subject: Readonly<Record<string, string>>,
): boolean {
  return true;
}
