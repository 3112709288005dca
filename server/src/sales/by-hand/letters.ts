/** The mails of an order by hand: what is asked for, how it is paid, and the one reminder. */
import { sayMoney } from "@dawngate/core/sales";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import type { SchoolTransaction } from "../../db/connection";
import { inMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { invoicingOf } from "../documents/parties";
import type { Doing } from "../doing";
import { letterSecret } from "../letter-link";
import { mailBuyer, quoteInMail } from "../mail-buyer";
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
  const { slug, ...about } = await readSchool(tx);
  const page = `${slug}/orders/${order.id}`;
  await mailBuyer(tx, school, order, {
    subject,
    says: [says],
    lines: [
      ...quoteInMail(order),
      `In all: ${sum(order)}`,
      ...invoicingOf(about).payTo.split("\n").filter(Boolean).map(inMail),
      `Say with it: ${order.id}`,
    ],
    button: { label: "See the order", url: `${baseUrl}/${page}?secret=${secret}` },
    small: [`The request as a file: ${baseUrl}/api/schools/${page}/request?secret=${secret}`],
  });
}
