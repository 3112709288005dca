/** A letter that was kept, as the mail that carries it. */
import { spokenIn } from "@dawngate/core/notices";
import { type Letter, writeLetter } from "../base/letter";
import type { KeptLetter } from "../db/tables/notices";
import { inMail } from "../school/in-mail";

/** From a school, to whoever has this name; greeted in the language of the letter. */
export function asMail({ button, ...says }: KeptLetter, from: Letter["from"], name: string) {
  return writeLetter({
    ...says,
    from,
    greeting: says.greeting ?? spokenIn(says.language ?? "en").hello(inMail(name)),
    ...(button && { button }),
  });
}
