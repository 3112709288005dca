/** A mail on its way: into the tray once, or to the mail server, under an identifier that stays the same. */
import { z } from "zod";
import { jobKind } from "../kind";

export const mail = jobKind({
  name: "mail",
  payload: z.strictObject({
    to: z.string().max(320),
    subject: z.string().max(500),
    text: z.string().max(200_000),
    html: z.string().max(400_000).optional(),
  }),
  tries: 8,
  atOnce: 4,
  about: ({ to, subject }) => `A mail to ${to}: “${subject}”`,
  work: ({ mailer }, payload, id) => mailer.send(payload, id),
});
