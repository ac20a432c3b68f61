import type { Request, Response } from 'express';
import type { Static, TSchema } from 'typebox';
import type { Account } from '../access/peopleQueries.ts';
import type { Office } from '../app/services.ts';

/** What a handler is given: the office, who asks, and the parts of the request, each already validated. */
export interface Call<Params, Query, Body> {
  readonly office: Office;
  readonly person: Account;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly request: Request;
  readonly response: Response;
}

/** One operation of the API: its schemas serve validation, types and OpenAPI alike. */
export interface Endpoint {
  readonly method: 'get' | 'post' | 'patch' | 'delete';
  /** Under `/api/v1`, in Express's notation. */
  readonly path: string;
  readonly summary: string;
  readonly params?: TSchema;
  readonly query?: TSchema;
  readonly body?: TSchema;
  readonly status: number;
  /** The schema of a JSON answer, or the media type of another. */
  readonly answers: TSchema | string;
  /** Whether somebody must be signed in; only signing in itself is open. */
  readonly open?: boolean;
  /** Changes nothing of the practice, whatever its method: readers may use it. */
  readonly reading?: true;
  /** Whether its body is a form with files. */
  readonly uploads?: true;
  readonly handle: (call: Call<unknown, unknown, unknown>) => Promise<unknown>;
}

type Part<S> = S extends TSchema ? Static<S> : Record<string, never>;

interface Definition<P, Q, B, A> extends Omit<Endpoint, 'params' | 'query' | 'body' | 'answers' | 'handle'> {
  readonly params?: P;
  readonly query?: Q;
  readonly body?: B;
  readonly answers: A;
  readonly handle: (
    call: Call<Part<P>, Part<Q>, Part<B>>,
  ) => Promise<A extends TSchema ? Static<A> : undefined>;
}

/** Ties a handler's types to its schemas. The server validates before it calls, which is what makes the border checked. */
export const endpoint = <
  P extends TSchema | undefined = undefined,
  Q extends TSchema | undefined = undefined,
  B extends TSchema | undefined = undefined,
  A extends TSchema | string = TSchema,
>(
  definition: Definition<P, Q, B, A>,
): Endpoint => definition as unknown as Endpoint;
