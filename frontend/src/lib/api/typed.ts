/** What goes to and comes from each address, from the API's own description. */
import type { paths } from './schema';

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';
type Operation<P extends keyof paths, M extends Method> = NonNullable<paths[P][M]>;
/** The addresses that can be asked so. */
export type PathOf<M extends Method> = {
  [P in keyof paths]: paths[P] extends Record<M, object> ? P : never;
}[keyof paths];

type Content<R, Kind extends string> = R extends { content: Record<Kind, infer T> } ? T : never;
type Good<O> = O extends { responses: infer R } ? R[Extract<keyof R, 200 | 201>] : never;
/** What an address answers. */
export type AnswerOf<P extends keyof paths, M extends Method> =
  Content<Good<Operation<P, M>>, 'application/json'> | Content<Good<Operation<P, M>>, 'text/csv'>;

/** The same where numbers may be as they were typed: what is none is refused at its place. */
export type Typed<T> = T extends number
  ? T | string
  : T extends readonly unknown[] | object
    ? { [K in keyof T]: Typed<T[K]> }
    : T;
type Body<O> = O extends { requestBody: infer B } ? Content<B, 'application/json'> : never;
/** What an address is sent. */
export type BodyOf<P extends keyof paths, M extends Method> = Typed<Body<Operation<P, M>>>;

type Parameters<O, In extends string> = O extends { parameters: Partial<Record<In, infer T>> }
  ? Exclude<T, undefined>
  : never;
type WithBody<O> = [Body<O>] extends [never] ? { body?: object } : { body: Typed<Body<O>> };
type WithParams<O> = [Parameters<O, 'path'>] extends [never]
  ? [Parameters<O, 'query'>] extends [never]
    ? object
    : { params?: { query?: Parameters<O, 'query'> } }
  : { params: { path: Parameters<O, 'path'>; query?: Parameters<O, 'query'> } };
type Request<O> = WithBody<O> &
  WithParams<O> & { signal?: AbortSignal; parseAs?: 'text'; bodySerializer?: (body: unknown) => string };
type Requests<O> = object extends Request<O> ? [request?: Request<O>] : [request: Request<O>];

/** What comes back: the answer, or what was refused; without a response it was there already. */
export interface Reply<T> {
  data?: T | undefined;
  error?: unknown;
  response?: Response;
}
type Ask<M extends Method> = <P extends PathOf<M>>(
  path: P,
  ...request: Requests<Operation<P, M>>
) => Promise<Reply<AnswerOf<P, M>> & { response: Response }>;
export interface Api {
  GET: Ask<'get'>;
  POST: Ask<'post'>;
  PUT: Ask<'put'>;
  PATCH: Ask<'patch'>;
  DELETE: Ask<'delete'>;
}

type LinesOf<P extends PathOf<'post'>> = Content<Good<Operation<P, 'post'>>, 'application/x-ndjson'>;
/** The addresses that answer line by line. */
export type StreamPath = {
  [P in PathOf<'post'>]: [LinesOf<P>] extends [never] ? never : P;
}[PathOf<'post'>];
/** One line of such an answer. */
export type LineOf<P extends StreamPath> = LinesOf<P>;
