/** Two accounts of one person: asked for by the one, agreed to by the owner of the other's address, made one. */
import { conflict, notFound } from "../base/problem";
import { inMail } from "./in-mail";
import type { Identity, Services, SignedIn } from "./kit";

/** Asks the owner of another address, by mail, whether their account is to become part of this one. */
export async function askToJoin(
  { identity, baseUrl }: Pick<Services, "identity" | "baseUrl">,
  { account }: SignedIn,
  email: string,
): Promise<void> {
  if (email.toLowerCase() === account.email) throw conflict("This is the account you are in.");
  // Asked whether or not there is such an account: nobody learns of it here.
  const token = await identity.accounts.askToJoin(account.id, email);
  await identity.accounts.send({
    to: email,
    subject: "Make two accounts one?",
    text: `${inMail(account.name)} (${account.email}) says that this address is theirs too, and asks to have both accounts made one: what this one holds would go over to ${account.email}, and this one would end.\n\nIf that is you, sign in as ${account.email} and open this within a day:\n${baseUrl}/join?token=${token}\n\nIf it is not, nothing has to be done.\n`,
  });
}

/** Agrees: whoever has the mailed link owns the other address, and must be signed in as the account that asked. */
export async function join(
  { identity }: { identity: Identity },
  { account }: SignedIn,
  token: string,
): Promise<void> {
  const { accounts } = identity;
  const asked = await accounts.takeJoin(token);
  if (!asked) throw notFound("This link was used, or has run out. Ask for another.");
  if (asked.into !== account.id)
    throw conflict("Another account has asked for this. Sign in as that one, and ask again.");
  const other = await accounts.ofAddress(asked.email);
  if (!other)
    throw notFound(`No account has the address ${asked.email}, so there is nothing to join.`);
  await accounts.followJoin(account.id, other.id);
}
