/** Mails that wait in the outbox, of no school or of one. */
import pg from "pg";
import { SECRETS, type TestDatabase } from "./database";

/** What waits to be sent, the newest last. */
export async function mailsIn({
  address,
}: TestDatabase): Promise<{ to: string; subject: string; text: string }[]> {
  const client = new pg.Client({ ...address, user: "dawngate_owner", password: SECRETS.owner });
  await client.connect();
  try {
    const { rows } = await client.query(
      "select payload from outbox where kind = 'mail' order by at, id",
    );
    return rows.map(({ payload }) => payload);
  } finally {
    await client.end();
  }
}

/** The token in the newest mail to an address. */
export async function tokenIn(test: TestDatabase, to: string): Promise<string> {
  const mail = (await mailsIn(test)).findLast((one) => one.to === to);
  const token = /token=([\w-]+)/.exec(mail?.text ?? "")?.[1];
  if (!token) throw new Error(`No mail with a token went to ${to}`);
  return token;
}
