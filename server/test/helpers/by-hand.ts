/** Orders that staff write by hand, and what is mailed about them. */
import type { Order } from "@dawngate/contract/sales";
import { OWNER } from "./owned";
import { type Selling, somebody } from "./selling";

let presses = 0;

export function byHandIn(school: () => Selling) {
  /** Asked as the owner; an answer of another status throws what it says. */
  async function ask<T = Order>(path: string, body: object, status = 200): Promise<T> {
    const response = await school().owned.app.ask(OWNER, "POST", `/schools/one${path}`, body);
    const text = await response.text();
    if (response.status !== status) throw new Error(`${response.status}: ${text}`);
    return JSON.parse(text) as T;
  }
  return {
    ask,
    /** For somebody of that name, to be paid by a day; each a press of its own. */
    wanted: (name: string, more: object) => {
      presses += 1;
      return {
        key: `press-by-hand-${presses}`,
        ...somebody(name),
        timeZone: "Europe/Lisbon",
        payBy: "2027-03-20",
        ...more,
      };
    },
    mark: (id: string, more: object = {}) =>
      ask(`/orders/${id}/paid`, { on: "2027-03-06", ...more }),
    orderOf: (id: string) => school().order({ order: id }),
    /** Once all that waits is done. */
    async mailsTo(name: string) {
      await school().owned.app.workOff();
      return school().owned.app.mails.filter(
        ({ to }) => to === `${name.toLowerCase()}@example.org`,
      );
    },
  };
}

/** What opens an order, in the link of a mail about it. */
export const secretIn = (text = "") => /secret=([\w-]+)/.exec(text)?.[1] ?? "";
