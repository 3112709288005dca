/** The address at which it is told that mails came back: whoever they were for is written to no more. */
import { formatInstant } from "@dawngate/core/time";
import { Hono } from "hono";
import { ProblemError } from "../base/problem";
import type { SchoolId } from "../db/connection";
import { system } from "../db/who";
import type { Services } from "../school/kit";
import { putRefusal } from "./refused-store";
import { readToSend, setSent } from "./sent-store";

/** The identifier that send.ts gives a notice's mail. */
const OURS = /^<?notice-([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})-(\d{1,18})(?:-\d+)?@/;

export function bouncedRoutes({ db, bounces, now }: Pick<Services, "db" | "bounces" | "now">) {
  return new Hono().post("/mail/bounced", async (c) => {
    const told = bounces?.read(await c.req.text(), c.req.raw.headers);
    if (!told) throw new ProblemError(401, "This message is not signed by the mail service.");
    const [, school, notice] = OURS.exec(told.data.messageId) ?? [];
    // Of another mail, or of what is no end of it, nothing follows, and telling it again would not help.
    if (told.type !== "mail.bounced" || !school || !notice) return c.json({ heard: true });
    const who = system("mail");
    await db.withSchool({ school: school as SchoolId, who }, async (tx) => {
      const found = (await readToSend(tx, [notice]))[0];
      if (!found) return;
      const fault = told.data.says || "It came back.";
      await setSent(tx, notice, { state: "refused", at: null, fault });
      const at = formatInstant(now());
      await putRefusal(tx, school as SchoolId, { address: found.email, says: fault, at });
    });
    return c.json({ heard: true });
  });
}
