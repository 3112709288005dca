/** The mails of an order by hand: what is asked for, how it is paid, and the one reminder. */
import { sayLine, sayMoney } from "@dawngate/core/sales";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { writeLetter } from "../../base/letter";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import { inMail, schoolInMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import type { Doing } from "../doing";
import { letterSecret } from "../letter-link";
import type { OrderRow } from "../order-store";

type Urls = Pick<Services, "baseUrl">;

/** Asks for the money. `secret`: opens the order's page. */
export async function askToPay(
  tx: SchoolTransaction,
  services: Urls,
  doing: Doing,
  order: OrderRow,
  secret: string,
): Promise<void> {
  const day = sayWrittenDate(order.pay_by ?? "");
  await write(tx, services, doing, order, secret, {
    subject: `To be paid by ${day}: ${inMail(order.title)}`,
    says: `“${inMail(order.title)}” was ordered for you. ${sum(order)} is to be paid by transfer by ${day}. Once it has come you are told, with the invoice and the way in.`,
  });
}

/** Once, when its day is over. The link of the mail before stays good. */
export async function remindToPay(
  tx: SchoolTransaction,
  services: Urls,
  doing: Doing,
  order: OrderRow,
): Promise<void> {
  await write(tx, services, doing, order, await letterSecret(tx, doing, order.id), {
    subject: `Not paid yet: ${inMail(order.title)}`,
    says: `${sum(order)} for “${inMail(order.title)}” was to be paid by ${sayWrittenDate(order.pay_by ?? "")} and has not come. If it is on its way, nothing is to be done. The place is held for some days more.`,
  });
}

const sum = ({ quote, currency }: OrderRow) => sayMoney(quote.dueNow, currency);

async function write(
  tx: SchoolTransaction,
  { baseUrl }: Urls,
  { school }: Doing,
  order: OrderRow,
  secret: string,
  { subject, says }: { subject: string; says: string },
): Promise<void> {
  const { slug, invoicing } = await readSchool(tx);
  const { quote, currency } = order;
  const payTo = invoicing?.payTo ?? "";
  await follow(tx, school, "mail", {
    to: order.email,
    ...writeLetter({
      subject,
      from: await schoolInMail(tx),
      greeting: `Hello ${inMail(order.name)},`,
      says: [says],
      lines: [
        ...quote.lines.map(
          (line) => `${inMail(sayLine(line))}: ${sayMoney(line.amount, currency)}`,
        ),
        `In all: ${sum(order)}`,
        ...(payTo === "" ? [] : payTo.split("\n").map(inMail)),
        `Say with it: ${order.id}`,
      ],
      button: {
        label: "See the order",
        url: `${baseUrl}/${slug}/orders/${order.id}?secret=${secret}`,
      },
      small: [
        `The request as a file: ${baseUrl}/api/schools/${slug}/orders/${order.id}/request?secret=${secret}`,
      ],
    }),
  });
}
