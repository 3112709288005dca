/** Whoever has come into something is told by mail; who has no account yet is invited by it. */
import type { EnrolledByHand } from "@dawngate/contract/enrollment";
import { type SpokenLetters, spokenIn } from "@dawngate/core/notices";
import { writeLetter } from "../base/letter";
import type { SchoolTransaction } from "../db/connection";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import { inMail, schoolInMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { type CameInto, inviteWithin } from "../school/staff";
import { sayEnrolled } from "./say-enrolled";
import { noteTold } from "./store";

export type First = (letters: SpokenLetters) => readonly string[];

/** Who is told, and who they are here already. */
export interface Told {
  email: string;
  known: { name: string; user_id: string | null } | undefined;
  /** Said before anything else, in their language. */
  first?: First;
  /** It is worded like this, by whoever does it. */
  words?: { subject: string; text: string };
}

/** What they have come into, and where it is. */
interface Into {
  about: CameInto;
  subject: string;
  button: { label: string; path: string };
}

export async function tellIn(
  tx: SchoolTransaction,
  { baseUrl }: Pick<Services, "baseUrl">,
  context: Pick<Context, "school" | "who" | "now" | "slug">,
  { email, known, first = () => [] }: Told,
  { about, subject, button }: Into,
): Promise<void> {
  const { hello, letters } = spokenIn(about.language ?? "en");
  const said = { ...about, says: [...first(letters), ...about.says] };
  if (!known?.user_id) await inviteWithin(tx, { baseUrl }, context, email, "enrollee", said);
  else
    await follow(tx, context.school, "mail", {
      to: email,
      ...writeLetter({
        ...said,
        subject,
        from: await schoolInMail(tx),
        greeting: hello(inMail(known.name)),
        button: { label: button.label, url: `${baseUrl}/${context.slug}/${button.path}` },
      }),
    });
}

const paragraphsOf = (text: string): string[] =>
  text
    .split(/\n\s*\n/)
    .map((one) => one.trim())
    .filter(Boolean);

/** Tells somebody in what they are, and what opens when; answers what it says. */
export async function tellEnrolled(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  context: Pick<Context, "school" | "who" | "now" | "slug">,
  enrollment: string,
  told: Told,
): Promise<NonNullable<EnrolledByHand["mail"]>> {
  const usual = await sayEnrolled(tx, context, enrollment);
  const { entering, presses } = spokenIn(usual.language);
  const { words } = told;
  // As it is typed: what it says of them is known to whoever types it.
  const about = words ? { ...usual, says: paragraphsOf(words.text) } : usual;
  const subject = words?.subject ?? entering.subject(about.title);
  // This stands in for the welcome.
  await noteTold(tx, enrollment, context.now);
  await tellIn(tx, services, context, told, {
    about: { ...about, subject },
    subject,
    button: { label: presses.course, path: `shelf/${enrollment}` },
  });
  const { says, dates, small } = about;
  return { subject, says, dates, small };
}
