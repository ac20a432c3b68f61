import type { Request, Response } from 'express';
import type { Static, TSchema } from 'typebox';

/** What describes an operation of the API, whoever may use it: its schemas serve validation, types and OpenAPI alike. */
export interface EndpointShape {
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
  /** Its body is a form with files, each within the usual bounds; `large` where they may be scans and recordings. */
  readonly uploads?: 'usual' | 'large';
}

/** What a handler is given: what it works with, who asks, and the parts of the request, each already validated. */
export interface Call<Services, Who, Params, Query, Body> {
  readonly services: Services;
  readonly scope: Who;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly request: Request;
  readonly response: Response;
}

export type Part<S> = S extends TSchema ? Static<S> : Record<string, never>;
export type Answer<A> = A extends TSchema ? Static<A> : undefined;
