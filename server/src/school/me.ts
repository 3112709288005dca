/** Oneself: who is signed in, in which schools, how, and where. */

import type { Security } from "@dawngate/contract/account";
import type { Me } from "@dawngate/contract/school";
import type { Account } from "./account";
import type { Services, SignedIn } from "./kit";
import { readSchool } from "./store";

export async function showMe(
  { db, tray }: Pick<Services, "db" | "tray">,
  account: Account | null,
): Promise<Me> {
  return {
    account: account && { id: account.id, name: account.name, email: account.email },
    schools: account ? await db.schoolsOf(account.id, account.email) : [],
    mailTray: tray !== null,
  };
}

export async function showSecurity(
  { db, identity }: Pick<Services, "db" | "identity">,
  { account }: SignedIn,
): Promise<Security> {
  const { accounts } = identity;
  const asking: string[] = [];
  for (const school of await db.schoolsWith(account.id)) {
    const row = await db.readSchool(school, readSchool);
    if (row.two_factor) asking.push(row.name);
  }
  return {
    hasPassword: await accounts.hasPassword(account.id),
    twoFactor: await accounts.twoFactor(account.id),
    strong: account.strong,
    passkeys: await accounts.passkeys(account.id),
    sessions: (await accounts.sessions(account.id)).map((one) => ({
      ...one,
      current: one.id === account.session,
    })),
    asksForSecondStep: asking,
  };
}
