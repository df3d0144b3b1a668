import { createHmac, randomBytes, scryptSync, timingSafeEqual } from 'node:crypto';
import { parse as parseCookies } from 'cookie';
import express, { Router, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { notIn, tooMany } from './errors.ts';

/** A session ends with the browser, and after so long in any case, s. */
const LASTS = 30 * 24 * 3600;

const COOKIE = 'eldrun-session';

/** Wrong passwords from one address within so long, ms. */
const WINDOW = 15 * 60_000;
const MAX_TRIES = 10;

const ENTER = '/enter';

/** Whether two texts are the same, in a time that tells nothing about where they differ. */
function same(a: string, b: string): boolean {
  const key = randomBytes(32);
  const digest = (text: string): Buffer => createHmac('sha256', key).update(text).digest();
  return timingSafeEqual(digest(a), digest(b));
}

const page = (problem: string): string => `<!doctype html>
<html lang="en">
  <meta charset="utf-8" />
  <meta name="viewport" content="width=device-width" />
  <title>Eldrun</title>
  <style>
    body { font: 16px/1.5 system-ui, sans-serif; max-width: 24rem; margin: 20vh auto 0; padding: 0 1rem;
      background: #eff2f0; color: #16211e }
    label, input, button { display: block; width: 100%; box-sizing: border-box; font: inherit }
    input, button { margin: 0.4rem 0 1rem; padding: 0.6rem; border: 1px solid #16211e; border-radius: 0 }
    button { background: #16211e; color: #fff; font-weight: 700 }
  </style>
  <main>
    <h1>Eldrun</h1>
    <form method="post" action="${ENTER}">
      <label for="password">Password</label>
      <input id="password" name="password" type="password" autocomplete="current-password" required autofocus />
      ${problem ? `<p role="alert">${problem}</p>` : ''}
      <button>Enter</button>
    </form>
  </main>
</html>
`;

/**
 * Lets in who knows the password: a page of one field, then a cookie. The cookie says until when, signed with a key that
 * comes from the password, so that every server with this password knows it and a new password ends all sessions.
 */
export function passwordGate(password: string): RequestHandler {
  const key = scryptSync(password, 'eldrun session', 32);
  const sign = (until: string): string =>
    createHmac('sha256', key).update(until).digest('base64url');

  const knows = (request: Request): boolean => {
    const session = parseCookies(request.headers.cookie ?? '')[COOKIE] ?? '';
    const [until = '', signature = ''] = session.split('.');
    return same(signature, sign(until)) && Number(until) * 1000 > Date.now();
  };
  const show = (response: Response, status: number, problem: string): void => {
    response
      .status(status)
      .set({
        'Cache-Control': 'no-store',
        'Content-Type': 'text/html; charset=utf-8',
        // Without it the form would come from nowhere.
        'Referrer-Policy': 'same-origin',
      })
      .send(page(problem));
  };

  const router = Router();
  router.get(ENTER, (_request, response) => show(response, 200, ''));
  router.post(
    ENTER,
    rateLimit({
      windowMs: WINDOW,
      limit: MAX_TRIES,
      skipSuccessfulRequests: true,
      requestWasSuccessful: (_request, response) => response.statusCode < 400,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: (_request, response) => show(response, 429, tooMany('wrong passwords').message),
    }),
    express.urlencoded({ extended: false, limit: '4kb', parameterLimit: 4 }),
    (request, response) => {
      const given = (request.body as { password?: unknown } | undefined)?.password;
      if (typeof given !== 'string' || !same(given, password))
        return show(response, 401, 'This is not the password.');
      const until = String(Math.floor(Date.now() / 1000) + LASTS);
      response
        .cookie(COOKIE, `${until}.${sign(until)}`, {
          httpOnly: true,
          sameSite: 'strict',
          secure: request.secure,
        })
        .redirect(303, '/');
    },
  );
  router.use((request, response, next) => {
    if (request.path === '/api/health' || knows(request)) return next();
    if (request.path.startsWith('/api') || !request.accepts('html')) throw notIn();
    response.redirect(303, ENTER);
  });
  return router;
}
