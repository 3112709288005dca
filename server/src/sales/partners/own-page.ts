/** A partner's own page: for whoever has its link, which is told once and sent to them. */
import type { PartnerDetail, PartnerPage } from "@dawngate/contract/partners";
import { USUAL_PARTNER_TERMS } from "@dawngate/contract/partners";
import { writeLetter } from "../../base/letter";
import { notFound } from "../../base/problem";
import { digestOf, newSecret } from "../../base/secret";
import type { SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import type { Context } from "../../school/context";
import { inMail, schoolInMail } from "../../school/in-mail";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { partnerOf, showPartner, standingOf } from "./service";
import { freshen } from "./share";
import {
  readOnSaleTitles,
  readPartner,
  readPartnerTerms,
  readPayouts,
  readShares,
  updatePartner,
} from "./store";

/** So many links, orders and payouts stand on it. */
const MOST = 50;

export async function openPage(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  id: string,
): Promise<{ address: string }> {
  return db.withSchool(context, async (tx) => {
    const { name, email } = await partnerOf(tx, id, true);
    const secret = newSecret();
    await updatePartner(tx, id, { page_hash: digestOf(secret) });
    const address = `${baseUrl}/${context.slug}/partner/${id}?secret=${secret}`;
    const from = await schoolInMail(tx);
    await follow(tx, context.school, "mail", {
      to: email,
      ...writeLetter({
        from,
        subject: `Your page as a partner of ${from.name}`,
        greeting: `Hello ${inMail(name)},`,
        says: [
          `${from.name} has made a page for you: the links you pass on, what they brought, what you have earned, and what is paid out.`,
          "Whoever has this link sees the page: keep it to yourself.",
        ],
        button: { label: "See my page", url: address },
      }),
    });
    return { address };
  });
}

export async function shutPage(
  services: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<PartnerDetail> {
  await services.db.withSchool(context, async (tx) => {
    await partnerOf(tx, id, true);
    await updatePartner(tx, id, { page_hash: null });
  });
  return showPartner(services, context, id);
}

export async function showPage(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  id: string,
  secret: string,
): Promise<PartnerPage> {
  const row = await db.withSchool(context, (tx) => readPartner(tx, id));
  if (!row || row.page_hash === null || row.page_hash !== digestOf(secret))
    throw notFound("This link leads nowhere any more. Ask the school for a new one.");
  await freshen({ db }, context, id);
  return db.withSchool(context, async (tx) => {
    const school = await readSchool(tx);
    const { unfinished: _, ...standing } = await standingOf(tx, context, id);
    return {
      schoolName: school.name,
      name: row.name,
      percent: row.percent,
      terms: (await readPartnerTerms(tx)) ?? USUAL_PARTNER_TERMS,
      ended: row.ended,
      timeZone: school.time_zone,
      links: row.ended
        ? []
        : await linksOf(tx, `${baseUrl}/${context.slug}`, school.name, row.word),
      ...standing,
      shares: (await readShares(tx, id, { after: null, most: MOST })).map(
        ({ order: _o, buyer: _b, ...share }) => share,
      ),
      payouts: (await readPayouts(tx, id, MOST)).flatMap(({ takenBack, at, currency, amount }) =>
        takenBack ? [] : [{ at, currency, amount }],
      ),
    };
  });
}

/** The catalog, and each page of something on sale. */
async function linksOf(tx: SchoolTransaction, at: string, name: string, word: string) {
  const via = `via=${encodeURIComponent(word)}`;
  const sold = await readOnSaleTitles(tx, MOST - 1);
  return [
    { title: `All of ${name}`, address: `${at}?${via}` },
    ...sold.map(({ id, title }) => ({ title, address: `${at}/p/${id}?${via}` })),
  ];
}
