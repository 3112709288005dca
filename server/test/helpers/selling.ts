/** A school that sells, its practice till, and what a buyer does. */
import type { bought, Order, OwnOrder } from "@dawngate/contract/sales";
import type { Instant } from "@dawngate/core/time";
import type { z } from "zod";
import { type Owned, ownedSchool } from "./owned";
import { testTill } from "./till";

export type Bought = z.infer<typeof bought>;

export const TAX = { rate: 2300, included: true };
export const ONCE = { id: "once", kind: "once", amount: 19_900, default: true };
/** Terms of a listing that is paid in three parts. */
export const IN_THREE = {
  options: [
    { id: "three", kind: "installments", amount: 20_100, count: 3, every: "P1M", default: true },
  ],
};
export const somebody = (name: string) => ({ name, email: `${name.toLowerCase()}@example.org` });

type Till = ReturnType<typeof testTill>;

export interface Selling {
  owned: Owned;
  till: Till;
  /** A listing on sale, with these terms. */
  onSale(title: string, terms?: object): Promise<string>;
  /** A press on the button, as somebody who sees the price of ONCE. */
  press<T = Bought>(
    who: string | null,
    listing: string,
    wanted: object,
    status?: number,
    headers?: Record<string, string>,
  ): Promise<T>;
  /** The till tells of an order; the status of the answer. */
  tell(
    order: string,
    type: Parameters<Till["says"]>[1],
    charge: string,
    when?: Date,
  ): Promise<number>;
  own(order: Bought): Promise<OwnOrder>;
  /** Somebody presses, and the till tells that it is paid, by charge `ch-` and the order. */
  bought(name: string, listing: string, wanted?: object): Promise<Bought>;
  /** The order as those see it who sell. */
  order(bought: Pick<Bought, "order">): Promise<Order>;
}

export async function sellingSchool(now: () => Instant): Promise<Selling> {
  const till = testTill();
  const owned = await ownedSchool(now, 0, { payments: till.payments });
  let presses = 0;
  const school: Selling = {
    owned,
    till,
    async onSale(title, terms = {}) {
      const { id } = await owned.ask<{ id: string }>("POST", "/schools/one/listings", {
        title,
        courses: ["c"],
      });
      const offer = { title, courses: [{ id: "c" }], options: [ONCE], tax: TAX, ...terms };
      await owned.ask("PUT", `/schools/one/listings/${id}`, { number: 1, offer, state: "on-sale" });
      return id;
    },
    async press<T = Bought>(
      who: string | null,
      listing: string,
      wanted: object,
      status = 200,
      headers: Record<string, string> = {},
    ) {
      presses += 1;
      const press = {
        key: `press-${presses}-of-the-test`,
        option: "once",
        seen: { total: 19_900, dueNow: 19_900 },
        timeZone: "Europe/Lisbon",
        ...wanted,
      };
      const path = `/schools/one/offers/${listing}/orders`;
      const response = await owned.app.ask(who, "POST", path, press, headers);
      const text = await response.text();
      if (response.status !== status)
        throw new Error(`${response.status}: ${text}\n${owned.app.logged}`);
      return JSON.parse(text) as T;
    },
    async tell(order, type, charge, when = new Date()) {
      const payment = till.made.find(({ reference }) => reference.includes(order));
      if (!payment) throw new Error(`Nothing was made for ${order}`);
      const { body, headers } = till.says(payment, type, charge, when);
      return (await owned.app.ask(null, "POST", "/payments/heard", body, headers)).status;
    },
    async own({ order, secret }) {
      const response = await owned.app.ask(
        null,
        "GET",
        `/schools/one/orders/${order}/own?secret=${secret}`,
      );
      return (await response.json()) as OwnOrder;
    },
    async bought(name, listing, wanted = {}) {
      const made = await school.press(null, listing, { ...somebody(name), ...wanted });
      await school.tell(made.order, "paid", `ch-${made.order}`);
      return made;
    },
    order: ({ order }) => owned.ask<Order>("GET", `/schools/one/orders/${order}`),
  };
  return school;
}

/** Access for so many days, from its start or from another anchor. */
export const forDays = (days: number, from = "access") => ({
  from,
  add: `P${days}D`,
  edge: "end" as const,
});

/** Access through a day. */
export const through = (date: string) => ({ from: "date" as const, date, edge: "end" as const });
