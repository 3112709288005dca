/** The mail tray: a simulated mailbox in the database, for the demo and the tests. */

import type { DatabaseAddress } from "../../db/address";
import { REQUEST, sturdyPool } from "../../db/pool";
import type { Mailer } from "./mail";

export interface TrayMail {
  id: string;
  to: string;
  subject: string;
  text: string;
  sentAt: string;
}

export interface MailTray extends Mailer {
  /** A page, the newest first, below one, and below which the next begins. */
  list(before?: string): Promise<{ mails: TrayMail[]; next: string | null }>;
  close(): Promise<void>;
}

const PAGE = 50;

export function openMailTray(address: DatabaseAddress): MailTray {
  const pool = sturdyPool({ ...address, max: 2 }, REQUEST);
  return {
    async send({ to, subject, text }, key) {
      await pool.query(
        `insert into tray.mail (to_address, subject, body, key) values ($1, $2, $3, $4)
         on conflict (key) do nothing`,
        [to, subject, text, key],
      );
    },
    async list(before) {
      const { rows } = await pool.query(
        `select id::text, to_address as "to", subject, body as "text",
                to_char(sent_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "sentAt"
         from tray.mail where $1::bigint is null or tray.mail.id < $1::bigint
         order by tray.mail.id desc limit ${PAGE + 1}`,
        [before ?? null],
      );
      const mails: TrayMail[] = rows.slice(0, PAGE);
      return { mails, next: rows.length > PAGE ? (mails.at(-1)?.id ?? null) : null };
    },
    close: () => pool.end(),
  };
}
