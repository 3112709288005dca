/**
 * A page asked for by a partner's link (`?via=` with their word): the browser is given a cookie that says so, and counted
 * once. Whatever goes wrong there, the page comes.
 */
import { USUAL_PARTNER_TERMS } from "@dawngate/contract/partners";
import { formatDate, localDateAt, zoneOf } from "@dawngate/core/time";
import type { MiddlewareHandler } from "hono";
import { getCookie, setCookie } from "hono/cookie";
import { findContext } from "../../school/context";
import type { Env, Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import { countVisit, readByWord, readPartnerTerms } from "./store";
import { withTouch } from "./touches";

const DAY = 86_400_000;

/** What the cookie of a school is called. */
export const viaCookie = (slug: string) => `dawngate-via-${slug}`;

/** Words and schools as they are written: nothing else is asked for in the database. */
const WORD = /^[a-z0-9][a-z0-9-]{1,39}$/;

export const followsLinks =
  (
    services: Pick<Services, "db" | "identity" | "baseUrl" | "now" | "touches" | "log">,
  ): MiddlewareHandler<Env> =>
  async (c, next) => {
    const word = c.req.query("via")?.trim().toLowerCase();
    const slug = c.req.path.split("/")[1] ?? "";
    if (word === undefined || !WORD.test(word) || !WORD.test(slug) || slug === "api") return next();
    const said = await followed(services, slug, word, getCookie(c, viaCookie(slug))).catch(
      (error: unknown) => {
        services.log(`A partner's link: ${error instanceof Error ? error.message : error}`);
        return null;
      },
    );
    if (said !== null)
      setCookie(c, viaCookie(slug), said.kept, {
        path: "/",
        httpOnly: true,
        sameSite: "Lax",
        secure: services.baseUrl.startsWith("https:"),
        maxAge: said.days * 86_400,
      });
    await next();
    // Kept by nobody in between: the cookie is this browser's.
    c.header("cache-control", "private, no-store");
  };

/** What the browser keeps from now on, and for how long; null: the word is nobody's. */
async function followed(
  { db, identity, now, touches }: Parameters<typeof followsLinks>[0],
  slug: string,
  word: string,
  kept: string | undefined,
): Promise<{ kept: string; days: number } | null> {
  const context = await findContext({ db, identity }, slug, new Headers(), now());
  return db.withSchool(context, async (tx) => {
    const partner = await readByWord(tx, word);
    if (!partner || partner.ended) return null;
    const { days } = (await readPartnerTerms(tx)) ?? USUAL_PARTNER_TERMS;
    const before = touches.read(context.school, kept);
    const last = before.find((one) => one.partner === partner.id);
    if (last === undefined || context.now - last.at > days * DAY) {
      const { time_zone } = await readSchool(tx);
      const today = formatDate(localDateAt(zoneOf(time_zone), context.now));
      await countVisit(tx, context.school, partner.id, today);
    }
    const touch = { partner: partner.id, at: context.now };
    return { kept: touches.write(context.school, withTouch(before, touch)), days };
  });
}
