/** Typed questions to the server, made of the endpoints that the contract defines. */
import { ADDRESSES } from "@dawngate/contract/addresses";
import type { Files } from "@dawngate/contract/endpoint";
import type { ROOMS } from "@dawngate/contract/endpoints/index";
import { type Held, keptAs, reachedBy } from "@dawngate/contract/held";
import type { EndpointBuilder } from "@reduxjs/toolkit/query";
import type { z } from "zod";
import type { FromServer } from "./api";

type Both<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer A) => void
  ? A
  : never;
type Endpoints = Both<(typeof ROOMS)[keyof typeof ROOMS]>;
export type EndpointName = keyof Endpoints & keyof typeof ADDRESSES;

type Part<E, P extends string> = E extends { [K in P]: infer S extends z.ZodType }
  ? z.input<S>
  : unknown;
type Body<E> = E extends { body: infer B }
  ? { body: B extends z.ZodType ? z.input<B> : Blob }
  : unknown;
/** What is null or empty narrows nothing, and is left out of the address. */
type Narrowing<T> = { [K in keyof T]: T[K] | null };
type Flat<T> = { [K in keyof T]: T[K] };

/** What one says to ask an endpoint: the parts of its address, what narrows it, and its body. */
export type Asked<N extends EndpointName> = Flat<
  Part<Endpoints[N], "params"> & Narrowing<Part<Endpoints[N], "query">> & Body<Endpoints[N]>
>;
/** The same, or nothing where there is nothing to say. */
// biome-ignore lint/suspicious/noConfusingVoidType: the hooks of RTK Query take it for "no argument"
type OrNothing<T> = keyof T extends never ? void : T;
type Said<N extends EndpointName> = OrNothing<Asked<N>>;

/** What an endpoint answers. */
export type Answered<N extends EndpointName> =
  | (Endpoints[N]["answer"] extends infer A
      ? A extends Files
        ? Blob
        : A extends z.ZodType
          ? z.output<A>
          : never
      : never)
  | (Endpoints[N] extends { meanwhile: infer M extends z.ZodType } ? z.output<M> : never);

/** What an answer says of where its next page begins. */
type NextOf<A> = A extends { next: infer S } ? NonNullable<S> : never;

type Words = Readonly<Record<string, unknown>>;
type Build = EndpointBuilder<FromServer, Held, "api">;
interface Kept {
  /** Seconds that an answer nobody looks at any more is kept. */
  keepUnusedDataFor?: number;
}

/** Where an endpoint is asked, what narrows the question, and what is sent. */
function requestOf(name: EndpointName, words: Words) {
  const [method, address] = ADDRESSES[name];
  const { body, ...rest }: Record<string, unknown> = words;
  const url = address.replace("~", "/schools/{school}").replace(/\{(\w+)\}/g, (_, part: string) => {
    const value = rest[part];
    delete rest[part];
    return encodeURIComponent(String(value));
  });
  const said = Object.entries(rest).filter(([, value]) => value != null && value !== "");
  return {
    url,
    method,
    ...(said.length > 0 && { params: Object.fromEntries(said) }),
    ...(body !== undefined && { body }),
    ...(typeof Blob !== "undefined" &&
      body instanceof Blob && { headers: { "content-type": body.type } }),
  };
}

/**
 * The address of an endpoint, for a link or a picture.
 *
 * @example addressOf("getOwnData") // "/api/me/data"
 */
export function addressOf<N extends EndpointName>(name: N, words?: Omit<Asked<N>, "body">): string {
  const { url, params } = requestOf(name, (words ?? {}) as Words);
  return `/api${url}${params ? `?${new URLSearchParams(params as Record<string, string>)}` : ""}`;
}

const holdsOf = (name: EndpointName, words: unknown) =>
  keptAs(ADDRESSES[name][2], (words ?? {}) as Words);

/** What is asked to be shown; the answer is kept until something it holds is changed, where it lies. */
export function reads<N extends EndpointName>(build: Build, name: N, kept: Kept = {}) {
  return build.query<Answered<N>, Said<N>>({
    query: (words) => requestOf(name, (words ?? {}) as Words),
    providesTags: (_, __, words) => holdsOf(name, words),
    ...kept,
  });
}

/** The same for a list that comes page by page; `from` names what says where a page begins. */
export function readsPages<N extends EndpointName, From extends keyof Asked<N> & string>(
  build: Build,
  name: N,
  from: From,
  kept: Kept = {},
) {
  type Narrowed = Flat<Omit<Asked<N>, From>>;
  type Start = NextOf<Answered<N>>;
  return build.infiniteQuery<Answered<N>, OrNothing<Narrowed>, Start | null>({
    infiniteQueryOptions: {
      initialPageParam: null,
      getNextPageParam: (page) => (page as { next: Start | null }).next ?? undefined,
    },
    query: ({ queryArg, pageParam }) =>
      requestOf(name, { ...(queryArg as Words | undefined), [from]: pageParam }),
    providesTags: (_, __, words) => holdsOf(name, words),
    ...kept,
  });
}

/** What is asked to be done; what it changes is asked for again. */
export function does<N extends EndpointName>(build: Build, name: N) {
  return build.mutation<Answered<N>, Said<N>>({
    query: (words) => requestOf(name, (words ?? {}) as Words),
    invalidatesTags: (_, __, words) => reachedBy(ADDRESSES[name][3], (words ?? {}) as Words),
  });
}

/** A question of an endpoint that is asked in a way of its own. */
export function asking<N extends EndpointName>(name: N, words: Said<N>) {
  return requestOf(name, (words ?? {}) as Words);
}
