/** The server's settings, from its environment, parsed once. */
import { z } from "zod";
import type { Cluster } from "./db/prepare";

export interface Settings {
  cluster: Cluster;
  database: string;
  /** Password of the two roles. */
  secret: string;
  /** The folder of the exported application; null: the API alone. */
  web: string | null;
  /** The demo school's folder; null: no demo. */
  demo: string | null;
  /** Drop the database first. */
  startOver: boolean;
  /** A mail server's URL; null: the mail tray. */
  smtp: string | null;
  mailFrom: string;
  /** Where the application is reached, where that is not the port on loopback. */
  baseUrl: string | null;
  /** Attempts to sign in are limited. */
  limitAttempts: boolean;
  /** Null: make everything ready and end. */
  port: number | null;
}

const environment = z.object({
  DAWNGATE_DB_HOST: z.string().default("127.0.0.1"),
  DAWNGATE_DB_PORT: z.coerce.number().int().positive(),
  DAWNGATE_DB_PASSWORD: z.string().min(1),
  DAWNGATE_DB_NAME: z.string().default("dawngate"),
  DAWNGATE_SECRET: z.string().min(1),
  DAWNGATE_WEB: z.string().optional(),
  DAWNGATE_DEMO: z.string().optional(),
  DAWNGATE_SMTP: z.url({ protocol: /^smtps?$/ }).optional(),
  DAWNGATE_MAIL_FROM: z.string().default("Dawn Gate <dawn-gate@localhost>"),
  DAWNGATE_URL_BASE: z.url({ protocol: /^https?$/ }).optional(),
  DAWNGATE_LIMIT_ATTEMPTS: z.enum(["yes", "no"]).default("yes"),
  DAWNGATE_START_OVER: z.literal("yes").optional(),
  DAWNGATE_PORT: z.coerce.number().int().min(0).max(65535).optional(),
});

/** Reads the settings. Throws with each name that is missing or off. */
export function readSettings(env: Record<string, string | undefined>): Settings {
  const parsed = environment.safeParse(env);
  if (!parsed.success)
    throw new Error(
      parsed.error.issues.map(({ path, message }) => `${path.join(".")}: ${message}`).join("\n"),
    );
  const { data } = parsed;
  return {
    cluster: {
      host: data.DAWNGATE_DB_HOST,
      port: data.DAWNGATE_DB_PORT,
      password: data.DAWNGATE_DB_PASSWORD,
    },
    database: data.DAWNGATE_DB_NAME,
    secret: data.DAWNGATE_SECRET,
    web: data.DAWNGATE_WEB ?? null,
    demo: data.DAWNGATE_DEMO ?? null,
    smtp: data.DAWNGATE_SMTP ?? null,
    mailFrom: data.DAWNGATE_MAIL_FROM,
    baseUrl: data.DAWNGATE_URL_BASE ?? null,
    limitAttempts: data.DAWNGATE_LIMIT_ATTEMPTS === "yes",
    startOver: data.DAWNGATE_START_OVER === "yes",
    port: data.DAWNGATE_PORT ?? null,
  };
}
