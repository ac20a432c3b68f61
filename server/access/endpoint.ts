import type { TSchema } from 'typebox';
import type { Answer, Call, EndpointShape, Part } from '../http/endpoint.ts';
import type { Right } from './rights.ts';
import type { PersonScope } from './scope.ts';

/** One operation of the API, and the right that whoever uses it must have. */
export interface Endpoint<Services> extends EndpointShape {
  /** `open` asks nobody who they are: signing in, and secret addresses. `self` is anybody’s, of themselves alone. */
  readonly right: Right | 'open' | 'self';
  readonly handle: (
    call: Call<Services, PersonScope | undefined, unknown, unknown, unknown>,
  ) => Promise<unknown>;
}

type Definition<Services, Who, R, P, Q, B, A> = Omit<
  EndpointShape,
  'params' | 'query' | 'body' | 'answers'
> & {
  readonly right: R;
  readonly params?: P;
  readonly query?: Q;
  readonly body?: B;
  readonly answers: A;
  readonly handle: (call: Call<Services, Who, Part<P>, Part<Q>, Part<B>>) => Promise<Answer<A>>;
};

type Schema = TSchema | undefined;

/**
 * Ties handlers' types to their schemas, for the routes of one capability and what its use cases work with. The server
 * validates before it calls, and knows who asks, which is what makes the border checked.
 */
export const endpointsFor = <Services>() => ({
  endpoint: <
    P extends Schema = undefined,
    Q extends Schema = undefined,
    B extends Schema = undefined,
    A extends TSchema | string = TSchema,
  >(
    definition: Definition<Services, PersonScope, Right | 'self', P, Q, B, A>,
  ): Endpoint<Services> => definition as unknown as Endpoint<Services>,
  openEndpoint: <
    P extends Schema = undefined,
    Q extends Schema = undefined,
    B extends Schema = undefined,
    A extends TSchema | string = TSchema,
  >(
    definition: Definition<Services, PersonScope | undefined, 'open', P, Q, B, A>,
  ): Endpoint<Services> => definition as unknown as Endpoint<Services>,
});
