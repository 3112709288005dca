/** The practice till's payments and messages, in tables of its own. */
import { randomBytes } from "node:crypto";
import type { DatabaseAddress } from "../../db/address";
import { type Pool, REQUEST, sturdyPool } from "../../db/pool";
import { countryOf, endOf, expiryOf } from "./cards";

export interface Payment {
  id: string;
  key: string;
  /** 0: a card is kept, and nothing is charged. */
  amount: number;
  currency: string;
  reference: string;
  tellAt: string;
  /** Null: its holder is not there. */
  returnTo: string | null;
  state: "open" | "second-step" | "late" | "paid" | "refused";
  /** The token of the card that was tried last. */
  card: string | null;
  /** How a dispute about it stands; null: there was none. */
  dispute: "opened" | "won" | "lost" | null;
}

const COLUMNS = `id, key, amount::float8 as amount, currency, reference, told_at as "tellAt",
  return_to as "returnTo", state, card, dispute`;

interface CardRow {
  token: string;
  number: string;
  expires: string | null;
}

/** What is told of a card. */
const tellCard = (card: CardRow | null) => ({
  card: card?.token ?? null,
  cardCountry: card && countryOf(card.number),
  cardEnds: card && endOf(card.number),
  cardExpires: card?.expires ?? null,
});

export const newId = (what: string) => `${what}_${randomBytes(12).toString("hex")}`;

export type TillStore = ReturnType<typeof openTillStore>;

export function openTillStore(address: DatabaseAddress) {
  const pool: Pool = sturdyPool({ ...address, max: 3 }, REQUEST);
  const one = async (where: string, value: string): Promise<Payment | null> =>
    (await pool.query<Payment>(`select ${COLUMNS} from till.payment where ${where} = $1`, [value]))
      .rows[0] ?? null;
  /** Says what became of an attempt, and puts its message on its way, at once or later; `quiet`: nobody is told. */
  const settle = async (
    payment: Payment,
    outcome: "paid" | "refused",
    { times = 1, after = 0, quiet = false } = {},
  ): Promise<void> => {
    const client = await pool.connect();
    try {
      await client.query("begin");
      const charge = newId("ch");
      const { rowCount } = await client.query(
        `update till.payment set state = $2 where id = $1 and state <> 'paid'`,
        [payment.id, outcome],
      );
      if (rowCount === 1) {
        await client.query(`insert into till.attempt (id, payment_id, state) values ($1, $2, $3)`, [
          charge,
          payment.id,
          outcome,
        ]);
        const used = await client.query<CardRow>(
          `select c.token, c.number, c.expires from till.payment p join till.card c on c.token = p.card
           where p.id = $1`,
          [payment.id],
        );
        const isPaid = outcome === "paid";
        const isKept = payment.amount === 0;
        const body = JSON.stringify({
          type: isKept ? "card.kept" : `payment.${outcome}`,
          payment: payment.id,
          reference: payment.reference,
          charge,
          amount: payment.amount,
          currency: payment.currency,
          ...tellCard(isPaid ? (used.rows[0] ?? null) : null),
        });
        // Of a card that is refused when it is to be kept nobody hears but its holder.
        const isQuiet = quiet || (isKept && !isPaid);
        for (let i = 0; i < (isQuiet ? 0 : times); i++)
          await client.query(
            `insert into till.message (id, payment_id, body, due)
             values ($1, $2, $3, now() + make_interval(secs => $4))`,
            [newId("msg"), payment.id, body, after],
          );
      }
      await client.query("commit");
    } catch (error) {
      await client.query("rollback");
      throw error;
    } finally {
      client.release();
    }
  };
  return {
    byId: (id: string) => one("id", id),
    byKey: (key: string) => one("key", key),
    settle,
    async create(wanted: Omit<Payment, "id" | "state" | "card" | "dispute">): Promise<Payment> {
      await pool.query(
        `insert into till.payment (id, key, amount, currency, reference, told_at, return_to)
         values ($1, $2, $3, $4, $5, $6, $7) on conflict (key) do nothing`,
        [
          newId("pay"),
          wanted.key,
          wanted.amount,
          wanted.currency,
          wanted.reference,
          wanted.tellAt,
          wanted.returnTo,
        ],
      );
      return (await one("key", wanted.key)) as Payment;
    },
    async put(id: string, state: Payment["state"], settlesIn: number | null = null) {
      await pool.query(
        `update till.payment set state = $2, settles_at = now() + make_interval(secs => $3) where id = $1`,
        [id, state, settlesIn],
      );
    },
    /** A card that was entered for a payment, kept: its token. */
    async useCard(payment: string, number: string): Promise<void> {
      const token = newId("card");
      await pool.query(`insert into till.card (token, number, expires) values ($1, $2, $3)`, [
        token,
        number,
        expiryOf(number, new Date()),
      ]);
      await pool.query(`update till.payment set card = $2 where id = $1`, [payment, token]);
    },
    /** What is told of a kept card: nothing where there is none of this token. */
    async tellOf(token: string | null) {
      const { rows } = await pool.query<CardRow>(
        `select token, number, expires from till.card where token = $1`,
        [token],
      );
      return tellCard(rows[0] ?? null);
    },
    /** A kept card, used for a payment whose holder is not there; null: there is none of this token. */
    async useToken(
      payment: string,
      token: string,
    ): Promise<Pick<CardRow, "number" | "expires"> | null> {
      const { rows } = await pool.query<CardRow>(
        `update till.payment p set card = c.token from till.card c
         where p.id = $1 and c.token = $2 returning c.number, c.expires`,
        [payment, token],
      );
      return rows[0] ?? null;
    },
    /** The charge by which a payment was paid, or the last that was refused. */
    async chargeOf(id: string): Promise<string | null> {
      const { rows } = await pool.query<{ id: string }>(
        `select id from till.attempt where payment_id = $1 order by state = 'paid' desc, at desc limit 1`,
        [id],
      );
      return rows[0]?.id ?? null;
    },
    /** Gives back out of a charge that was paid; null: so much is not left of it. */
    async refund({
      key,
      charge,
      amount,
      currency,
    }: {
      key: string;
      charge: string;
      amount: number;
      currency: string;
    }): Promise<string | null> {
      const client = await pool.connect();
      try {
        await client.query("begin");
        const paid = await client.query<{ amount: number }>(
          `select p.amount::float8 as amount from till.attempt a
           join till.payment p on p.id = a.payment_id
           where a.id = $1 and a.state = 'paid' and p.currency = $2 for update of p`,
          [charge, currency],
        );
        const before = await client.query<{ id: string; key: string; amount: number }>(
          `select id, key, amount::float8 as amount from till.refund where charge = $1`,
          [charge],
        );
        const same = before.rows.find((one) => one.key === key);
        const given = before.rows.reduce((all, one) => all + one.amount, 0);
        const isLeft = paid.rows[0] !== undefined && given + amount <= paid.rows[0].amount;
        const id = same?.id ?? (isLeft ? newId("re") : null);
        if (id !== null && !same)
          await client.query(
            `insert into till.refund (id, key, charge, amount) values ($1, $2, $3, $4)`,
            [id, key, charge, amount],
          );
        await client.query("commit");
        return id;
      } catch (error) {
        await client.query("rollback");
        throw error;
      } finally {
        client.release();
      }
    },
    /** A dispute about a payment that was paid, opened or settled; it is told. One that cannot be is nothing. */
    async dispute(payment: Payment, what: "opened" | "won" | "lost"): Promise<void> {
      const client = await pool.connect();
      try {
        await client.query("begin");
        const { rowCount } = await client.query(
          `update till.payment set dispute = $2 where id = $1 and state = 'paid' and amount > 0 and
             ($2 = 'opened' and dispute is null or $2 <> 'opened' and dispute = 'opened')`,
          [payment.id, what],
        );
        const { rows } = await client.query<{ id: string }>(
          `select id from till.attempt where payment_id = $1 and state = 'paid'`,
          [payment.id],
        );
        if (rowCount === 1 && rows[0]) {
          const { id, reference, amount, currency } = payment;
          const body = { payment: id, reference, charge: rows[0].id, amount, currency };
          await client.query(
            `insert into till.message (id, payment_id, body) values ($1, $2, $3)`,
            [newId("msg"), id, JSON.stringify({ type: `dispute.${what}`, ...body })],
          );
        }
        await client.query("commit");
      } catch (error) {
        await client.query("rollback");
        throw error;
      } finally {
        client.release();
      }
    },
    /** Payments whose late answer is due. */
    async lateDue(): Promise<Payment[]> {
      const { rows } = await pool.query<Payment>(
        `select ${COLUMNS} from till.payment where state = 'late' and settles_at <= now() limit 20`,
      );
      return rows;
    },
    /** Takes the messages that are due, one try each; those that nobody takes wait longer and longer. */
    async takeDue(): Promise<{ id: string; body: string; tellAt: string }[]> {
      const { rows } = await pool.query<{ id: string; body: string; tellAt: string }>(
        `update till.message m set tries = tries + 1,
           due = now() + make_interval(secs => least(3600, 2 ^ least(tries, 11)))
         from till.payment p
         where p.id = m.payment_id and m.id in (
           select id from till.message where sent_at is null and due <= now() and tries < 60
           order by due limit 20 for update skip locked)
         returning m.id, m.body, p.told_at as "tellAt"`,
      );
      return rows;
    },
    async sent(message: string): Promise<void> {
      await pool.query(`update till.message set sent_at = now() where id = $1`, [message]);
    },
    /** What it did lately, for its own page. */
    async lately() {
      const { rows } = await pool.query<Payment & { messages: number; unsent: number }>(
        `select ${COLUMNS},
           (select count(*)::integer from till.message m where m.payment_id = p.id) as messages,
           (select count(*)::integer from till.message m where m.payment_id = p.id and sent_at is null) as unsent
         from till.payment p order by made_at desc limit 50`,
      );
      return rows;
    },
    close: () => pool.end(),
  };
}
