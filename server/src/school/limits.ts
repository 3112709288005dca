/**
 * How often something may be done, by address and by account, apart: who shares an address with an attacker still
 * comes in, and an account that is guessed at from everywhere waits. Counted in PostgreSQL by the usual package, so that
 * several servers count together; where the database is away, each for itself.
 */
import type { Context } from "hono";
import { RateLimiterMemory, RateLimiterPostgres, type RateLimiterRes } from "rate-limiter-flexible";
import { tooOften } from "../base/problem";
import type { Pool } from "../db/pool";

interface Rule {
  /** So many of an address, and of an account, within so many seconds. */
  address: [points: number, seconds: number];
  account: [points: number, seconds: number] | null;
  what: string;
}

/** One line a thing that is limited. An address may be that of a whole classroom. */
const RULES = {
  "sign-in": { address: [100, 300], account: null, what: "Too many attempts to sign in" },
  mail: { address: [60, 600], account: [20, 3600], what: "Too many mails were asked for" },
  invite: { address: [300, 3600], account: [60, 3600], what: "Too many invitations" },
  upload: { address: [120, 600], account: [30, 600], what: "Too many files at once" },
  bring: { address: [2400, 3600], account: [600, 3600], what: "Too many files" },
  ask: { address: [600, 3600], account: [60, 3600], what: "Too many questions" },
  search: { address: [1200, 60], account: [240, 60], what: "Too many searches" },
  export: { address: [60, 3600], account: [20, 3600], what: "Too many exports" },
  account: { address: [120, 600], account: [60, 600], what: "Too many changes to an account" },
  "new-school": { address: [30, 3600], account: [10, 3600], what: "Too many new schools" },
  buy: { address: [120, 600], account: [40, 600], what: "Too many purchases at once" },
  join: { address: [600, 600], account: [60, 600], what: "Too many join codes were tried" },
  public: { address: [900, 60], account: null, what: "Too many pages were asked for" },
} as const satisfies Record<string, Rule>;

export type LimitName = keyof typeof RULES;

export interface Limits {
  /** Counts one; throws a problem with Retry-After where it was too often. */
  count(name: LimitName, by: { address: string; account: string | null }): Promise<void>;
  /** A wrong password for an address of mail: the waits grow from the fifth on, and end with a right one. */
  guessing: {
    /** Throws where one has to wait still. */
    check(mail: string): Promise<void>;
    failed(mail: string): Promise<void>;
    right(mail: string): Promise<void>;
  };
}

/** Nothing is limited: for tests that do many things. */
export const NO_LIMITS: Limits = {
  count: async () => undefined,
  guessing: {
    check: async () => undefined,
    failed: async () => undefined,
    right: async () => undefined,
  },
};

/** So many wrong passwords are free; then one waits 2, 4, 8 … seconds, a quarter of an hour at most. */
const FREE_GUESSES = 5;
const LONGEST_WAIT = 900;
/** After so long without an attempt nothing is remembered. */
const FORGOTTEN = 86_400;

/** Limits kept in the database. */
export function openLimits(pool: Pool): Limits {
  const open = (keyPrefix: string, points: number, duration: number) =>
    new RateLimiterPostgres({
      storeClient: pool,
      storeType: "pool",
      schemaName: "auth",
      tableName: "hits",
      tableCreated: true,
      clearExpiredByTimeout: true,
      keyPrefix,
      points,
      duration,
      // Whoever has used theirs up is refused without asking the database again.
      inMemoryBlockOnConsumed: points + 1,
      insuranceLimiter: new RateLimiterMemory({ keyPrefix, points, duration }),
    });
  const limiters = Object.fromEntries(
    Object.entries(RULES).map(([name, rule]) => [
      name,
      {
        what: rule.what,
        address:
          name === "public"
            ? // Asked for at every page: counted by each server for itself.
              new RateLimiterMemory({ points: rule.address[0], duration: rule.address[1] })
            : open(`${name}:ip`, rule.address[0], rule.address[1]),
        account: rule.account && open(`${name}:id`, rule.account[0], rule.account[1]),
      },
    ]),
  ) as unknown as Record<LimitName, Limiters>;
  const guesses = open("guess", 1_000_000, FORGOTTEN);
  const waits = open("wait", 1, LONGEST_WAIT);
  return {
    async count(name, { address, account }) {
      const { what, ...by } = limiters[name];
      await consume(by.address, address, what);
      if (by.account && account !== null) await consume(by.account, account, what);
    },
    guessing: {
      async check(mail) {
        const held = await waits.get(mail.toLowerCase());
        if (held && held.msBeforeNext > 0 && held.consumedPoints > 0)
          throw tooOften(held.msBeforeNext / 1000, "Too many wrong passwords for this address");
      },
      async failed(mail) {
        const key = mail.toLowerCase();
        const { consumedPoints } = await guesses.consume(key).catch((held: RateLimiterRes) => held);
        const over = consumedPoints - FREE_GUESSES;
        if (over >= 0) await waits.block(key, Math.min(LONGEST_WAIT, 2 ** (over + 1)));
      },
      async right(mail) {
        const key = mail.toLowerCase();
        await Promise.all([guesses.delete(key), waits.delete(key)]);
      },
    },
  };
}

interface Limiters {
  what: string;
  address: Counting;
  account: Counting | null;
}

interface Counting {
  consume(key: string): Promise<unknown>;
}

async function consume(limiter: Counting, key: string, what: string): Promise<void> {
  try {
    await limiter.consume(key);
  } catch (held) {
    if (held instanceof Error) throw held;
    throw tooOften((held as RateLimiterRes).msBeforeNext / 1000, what);
  }
}

/**
 * The address a request really came from. What a header says counts only where it was written by a proxy that a
 * setting names; of several the last that is not itself such a proxy.
 */
export function whereFrom(c: Context, proxies: readonly string[]): string {
  const { incoming } = (c.env ?? {}) as { incoming?: { socket?: { remoteAddress?: string } } };
  const plain = (address: string) => address.trim().replace(/^::ffff:/, "");
  let address = plain(incoming?.socket?.remoteAddress ?? "127.0.0.1");
  if (!proxies.includes(address)) return address;
  const said = (c.req.header("x-forwarded-for") ?? "").split(",").map(plain).filter(Boolean);
  for (const one of said.reverse()) {
    address = one.slice(0, 64);
    if (!proxies.includes(address)) break;
  }
  return address;
}
