/** Names in a path's template: `/walls/:wall/revisions/:revision` gives `wall` and `revision`. */
type PathParams<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? { [K in Name]: string } & PathParams<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? { [K in Name]: string }
    : unknown;

export type Method = 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE';

/** One address of the API: what is sent there and what is answered. The types stand for nothing at run time. */
export interface Endpoint<
  P extends string = string,
  Query = unknown,
  Body = unknown,
  Answer = unknown,
> {
  method: Method;
  /** Below `/api`, with `:names` for what the address carries. */
  path: P;
  /** What it does, in a line. */
  about: string;
  status: 200 | 201 | 204;
  /** The media type of its body, where that is not JSON. */
  takes?: 'text/csv' | 'application/octet-stream' | 'application/zip' | 'image/*';
  /** The media type of its answer, where that is not JSON. */
  gives?:
    | 'text/event-stream'
    | 'application/octet-stream'
    | 'application/pdf'
    | 'application/zip'
    | 'image/*';
  readonly types?: { params: PathParams<P>; query: Query; body: Body; answer: Answer };
}

type Types<E> = NonNullable<E extends { types?: infer T } ? T : never>;
export type ParamsOf<E> = Types<E> extends { params: infer T } ? T : never;
export type QueryOf<E> = Types<E> extends { query: infer T } ? T : never;
export type BodyOf<E> = Types<E> extends { body: infer T } ? T : never;
export type AnswerOf<E> = Types<E> extends { answer: infer T } ? T : never;

/** Nothing is sent or answered. */
export type Nothing = undefined;

/** Declares an endpoint: `endpoint<Query, Body, Answer>()('GET', '/projects', …)`. */
export const endpoint =
  <Query, Body, Answer>() =>
  <P extends string>(
    method: Method,
    path: P,
    about: string,
    { status = 200, ...types }: Partial<Pick<Endpoint, 'status' | 'takes' | 'gives'>> = {},
  ): Endpoint<P, Query, Body, Answer> => ({ method, path, about, status, ...types });
