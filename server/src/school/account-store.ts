/** What the sign-in package does not ask of its own tables: sessions, first passwords, who asked for an address. */
import { createHash, randomUUID } from "node:crypto";
import type pg from "pg";
import { digestOf, newSecret } from "../base/secret";
import { followOutside, OUTBOX_CHANNEL } from "../jobs/outbox";

/** What the sign-in package puts before the token of a link to a new password; it keeps the digest of both. */
export const RESET = "reset-password:";

export interface SessionRow {
  id: string;
  since: string;
  seen: string;
  agent: string;
  address: string;
}

export interface PasskeyRow {
  id: string;
  name: string | null;
  createdAt: string | null;
}

export interface Accounts {
  /** Somebody asked for a link to an address: kept until its owner has proven it, for a month at most. */
  asked(email: string): Promise<void>;
  /** The address is proven: who asked before is forgotten. */
  proven(email: string): Promise<void>;
  /** What a link that signs in leads to, by the hash of its token; null where it was used or has run out. */
  behindLink(
    hashed: string,
  ): Promise<{ email: string; account: string | null; twoFactor: boolean; asked: number } | null>;
  /** Whose password a link to a new one changes. */
  ownerOfReset(token: string): Promise<{ name: string; email: string } | null>;
  hasPassword(account: string): Promise<boolean>;
  setFirstPassword(account: string, password: string): Promise<void>;
  twoFactor(account: string): Promise<boolean>;
  passkeys(account: string): Promise<PasskeyRow[]>;
  sessions(account: string): Promise<SessionRow[]>;
  /** Ends one of an account's sessions, or all but the one that is kept. */
  endSession(account: string, session: string): Promise<boolean>;
  endOthers(account: string, kept: string): Promise<number>;
  /** A token by which the owner of another address can have their account joined to this one, for a day. */
  askToJoin(account: string, email: string): Promise<string>;
  /** Uses such a token up; null where it is none. */
  takeJoin(token: string): Promise<{ into: string; email: string } | null>;
  /** The account of an address. */
  ofAddress(email: string): Promise<{ id: string; name: string } | null>;
  find(account: string): Promise<{ id: string; name: string; email: string } | null>;
  /** Calls them otherwise, and has every school follow, in one statement. */
  rename(account: string, name: string): Promise<void>;
  remove(account: string): Promise<void>;
  /** A mail that belongs to no school. */
  send(mail: { to: string; subject: string; text: string }): Promise<void>;
  /** Has two accounts made one, soon. */
  followJoin(into: string, from: string): Promise<void>;
}

export function openAccounts(
  pool: pg.Pool,
  { hash }: { hash(password: string): Promise<string> },
): Accounts {
  const rows = async <T>(text: string, values: unknown[]) =>
    (await pool.query(text, values)).rows as T[];
  const first = async <T>(text: string, values: unknown[]) =>
    (await rows<T>(text, values))[0] ?? null;
  return {
    async asked(email) {
      await pool.query(
        `with old as (delete from asking where at < now() - interval '30 days')
         insert into asking (email) values ($1)`,
        [email.toLowerCase()],
      );
    },
    async proven(email) {
      await pool.query("delete from asking where email = $1", [email.toLowerCase()]);
    },
    behindLink: (hashed) =>
      first(
        `select l.email, u.id as account, coalesce(u."twoFactorEnabled", false) as "twoFactor",
           (select count(*)::integer from asking a where a.email = l.email) as asked
         from (select lower(value::jsonb ->> 'email') as email from "verification"
           where identifier = $1 and "expiresAt" > now()) l
         left join "user" u on u.email = l.email`,
        [`magic-link:${hashed}`],
      ),
    ownerOfReset: (token) =>
      first(
        `select u.name, u.email from "verification" v join "user" u on u.id = v.value
         where v.identifier = $1 and v."expiresAt" > now()`,
        [createHash("sha256").update(`${RESET}${token}`).digest("base64url")],
      ),
    async hasPassword(account) {
      const found = await first(
        `select 1 from "account" where "userId" = $1 and "providerId" = 'credential'
           and "password" is not null`,
        [account],
      );
      return found !== null;
    },
    async setFirstPassword(account, password) {
      await pool.query(
        `insert into "account" ("id", "accountId", "providerId", "userId", "password", "updatedAt")
         select $1, $2, 'credential', $2, $3, now()
         where not exists (select 1 from "account" where "userId" = $2 and "providerId" = 'credential')`,
        [randomUUID(), account, await hash(password)],
      );
    },
    async twoFactor(account) {
      const found = await first<{ on: boolean }>(
        `select coalesce("twoFactorEnabled", false) as on from "user" where id = $1`,
        [account],
      );
      return found?.on ?? false;
    },
    passkeys: (account) =>
      rows(
        `select id, name, to_char("createdAt" at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "createdAt"
         from "passkey" where "userId" = $1 order by "createdAt" limit 50`,
        [account],
      ),
    sessions: (account) =>
      rows(
        `select id, coalesce("userAgent", '') as agent, coalesce("ipAddress", '') as address,
           to_char("createdAt" at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as since,
           to_char("updatedAt" at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as seen
         from "session" where "userId" = $1 and "expiresAt" > now()
         order by "updatedAt" desc limit 100`,
        [account],
      ),
    async endSession(account, session) {
      const { rowCount } = await pool.query(
        `delete from "session" where "userId" = $1 and id = $2`,
        [account, session],
      );
      return rowCount === 1;
    },
    async endOthers(account, kept) {
      const { rowCount } = await pool.query(
        `delete from "session" where "userId" = $1 and id <> $2`,
        [account, kept],
      );
      return rowCount ?? 0;
    },
    async askToJoin(account, email) {
      const token = newSecret();
      await pool.query(
        `with old as (delete from joining where expires_at < now() or (into_user = $2 and email = $3))
         insert into joining (token_hash, into_user, email, expires_at)
         values ($1, $2, $3, now() + interval '1 day')`,
        [digestOf(token), account, email.toLowerCase()],
      );
      return token;
    },
    takeJoin: (token) =>
      first(
        `delete from joining where token_hash = $1 and expires_at > now()
         returning into_user as into, email`,
        [digestOf(token)],
      ),
    ofAddress: (email) =>
      first(`select id, name from "user" where email = $1`, [email.toLowerCase()]),
    find: (account) =>
      first(`select id, name, lower(email) as email from "user" where id = $1`, [account]),
    async rename(account, name) {
      await pool.query(
        `with called as (update "user" set name = $2, "updatedAt" = now() where id = $1 returning id),
         put as (insert into public.outbox (kind, payload)
           select 'rename-account', jsonb_build_object('account', id) from called)
         select pg_notify($3, '')`,
        [account, name, OUTBOX_CHANNEL],
      );
    },
    async remove(account) {
      await pool.query(`delete from "user" where id = $1`, [account]);
    },
    send: (mail) => followOutside(pool, "mail", mail),
    followJoin: (into, from) => followOutside(pool, "join-accounts", { into, from }),
  };
}
