/** Signing in, and one's own account: what the sign-in routes take, what one reads of oneself. */
import { z } from "zod";
import { chosenPassword, mailAddress, personName } from "./text";

const password = z.string().min(1, "A password is needed").max(200, "At most 200 characters");
const token = z.string().min(1).max(200);
const code = z.string().trim().min(6, "A code has at least six characters").max(20);
const credential = z.record(z.string().max(100), z.unknown());
/** A place within the application. */
const place = z
  .string()
  .max(500)
  .regex(/^\/(?![/\\])[^\\\t\r\n]*$/, "A place within Dawn Gate");

/**
 * What the sign-in package may be asked, and with what: everything else it could do is not there. Addresses are below
 * /api/auth.
 */
export const SIGN_IN_ROUTES = {
  "POST /sign-in/email": z.strictObject({ email: mailAddress, password }),
  "POST /sign-in/magic-link": z.strictObject({
    email: mailAddress,
    name: personName.optional(),
    to: place.optional(),
  }),
  "GET /magic-link/verify": z.strictObject({ token }),
  "POST /sign-out": z.strictObject({}),
  "POST /request-password-reset": z.strictObject({ email: mailAddress }),
  "POST /reset-password": z.strictObject({ token, newPassword: chosenPassword }),
  "POST /change-password": z.strictObject({
    currentPassword: password,
    newPassword: chosenPassword,
  }),
  "POST /update-user": z.strictObject({ name: personName }),
  "POST /two-factor/enable": z.strictObject({ password: password.optional() }),
  "POST /two-factor/disable": z.strictObject({ password: password.optional() }),
  "POST /two-factor/generate-backup-codes": z.strictObject({ password: password.optional() }),
  "POST /two-factor/verify-totp": z.strictObject({ code }),
  "POST /two-factor/verify-backup-code": z.strictObject({ code }),
  "GET /passkey/generate-register-options": z.strictObject({}),
  "POST /passkey/verify-registration": z.strictObject({
    response: credential,
    name: personName.optional(),
  }),
  "GET /passkey/generate-authenticate-options": z.strictObject({}),
  "POST /passkey/verify-authentication": z.strictObject({ response: credential }),
  "GET /passkey/list-user-passkeys": z.strictObject({}),
  "POST /passkey/delete-passkey": z.strictObject({ id: z.string().min(1).max(200) }),
} as const satisfies Record<string, z.ZodType>;

export type SignInRoute = keyof typeof SIGN_IN_ROUTES;

/** What is answered to whoever came by a link. */
export const entered = z
  .object({
    isNew: z.boolean().describe("The account was made by it."),
    hasPassword: z.boolean(),
    askedBefore: z
      .int()
      .describe(
        "How often somebody asked for an account of this address before its owner proved it.",
      ),
  })
  .meta({ id: "Entered" });

export const security = z
  .object({
    hasPassword: z.boolean(),
    twoFactor: z.boolean().describe("One-time codes are set up."),
    strong: z.boolean().describe("A second step was taken in this session."),
    passkeys: z.array(
      z.object({ id: z.string(), name: z.string().nullable(), createdAt: z.string().nullable() }),
    ),
    sessions: z
      .array(
        z.object({
          id: z.string(),
          current: z.boolean(),
          since: z.string(),
          seen: z.string(),
          agent: z.string().describe("What the browser calls itself."),
          address: z.string(),
        }),
      )
      .describe("Where one is signed in, the latest first; at most a hundred."),
    asksForSecondStep: z
      .array(z.string())
      .describe("Schools that ask their staff for a second step."),
  })
  .meta({ id: "Security" });

export const newPassword = z.strictObject({ password: chosenPassword }).meta({ id: "NewPassword" });

export const newName = z.strictObject({ name: personName }).meta({ id: "NewName" });

export const joinRequest = z.strictObject({ email: mailAddress }).meta({ id: "JoinRequest" });
export const joinAcceptance = z.strictObject({ token }).meta({ id: "JoinAcceptance" });

export type Entered = z.infer<typeof entered>;
export type Security = z.infer<typeof security>;
