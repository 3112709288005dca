/** What the sign-in package refuses, in our words and as problem details. */
import { ProblemError } from "../base/problem";

const SAID: Record<string, string> = {
  INVALID_EMAIL_OR_PASSWORD: "This address and this password do not belong together.",
  INVALID_PASSWORD: "This is not your password.",
  INVALID_TOKEN: "This link was used, or has run out. Ask for another.",
  INVALID_CODE: "This is not the code that counts now. Codes change twice a minute.",
  USED_CODE: "This code was used already. Sign in again, with the next one.",
  INVALID_BACKUP_CODE: "This is none of your recovery codes, or it was used.",
  INVALID_TWO_FACTOR_COOKIE: "That took too long. Sign in again.",
  TOO_MANY_ATTEMPTS_REQUEST_NEW_CODE: "Too many wrong codes. Sign in again.",
  ACCOUNT_TEMPORARILY_LOCKED:
    "Too many wrong codes for this account. Try again in a quarter of an hour.",
  TWO_FACTOR_NOT_ENABLED: "No second step is set up for this account.",
  TOTP_NOT_ENABLED: "No second step is set up for this account.",
  TOTP_ALREADY_ENABLED: "A second step is set up already. Take it away first.",
  SESSION_NOT_FRESH: "You signed in more than a day ago. Sign out and in again, then do this.",
  PASSKEY_NOT_FOUND: "This passkey belongs to no account here.",
  CHALLENGE_NOT_FOUND: "That took too long. Try again.",
  CREDENTIAL_ACCOUNT_NOT_FOUND: "This account has no password yet.",
  UNAUTHORIZED: "Sign in first.",
};

/** Throws what a response of the package says. */
export async function readable(response: Response): Promise<never> {
  const body = (await response.json().catch(() => null)) as {
    code?: string;
    message?: string;
  } | null;
  const status = response.status as 400;
  if (response.status >= 500) throw new Error(body?.message ?? "The sign-in package failed");
  const said = body?.code ? SAID[body.code] : undefined;
  const plain = body?.message ? `${body.message.replace(/\.$/, "")}.` : "This is not possible.";
  throw new ProblemError(
    [400, 401, 403, 404, 409, 422, 429].includes(status) ? status : 400,
    said ?? (response.status === 401 ? "Sign in first." : plain),
  );
}
