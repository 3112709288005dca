declare const brand: unique symbol;

/** The identifier of a school that exists. */
export type SchoolId = string & { readonly [brand]: "SchoolId" };
