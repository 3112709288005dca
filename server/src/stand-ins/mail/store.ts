/** The mail tray: a simulated mailbox in the database, for the demo and the tests. */
import { REQUEST, sturdyPool } from "../../db/pool";
import type { DatabaseAddress } from "../../db/prepare";
import type { Mailer } from "./mail";

export interface TrayMail {
  id: string;
  to: string;
  subject: string;
  text: string;
  sentAt: string;
}

export interface MailTray extends Mailer {
  /** The newest first; at most a hundred. */
  list(): Promise<TrayMail[]>;
  close(): Promise<void>;
}

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
    async list() {
      const { rows } = await pool.query(
        `select id::text, to_address as "to", subject, body as "text",
                to_char(sent_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "sentAt"
         from tray.mail order by tray.mail.id desc limit 100`,
      );
      return rows;
    },
    close: () => pool.end(),
  };
}
