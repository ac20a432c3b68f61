declare const brand: unique symbol;

/** A primitive that only its own maker hands out, so that two ids of different kinds never mix. */
export type Brand<T, Name extends string> = T & { readonly [brand]: Name };
