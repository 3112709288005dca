import { smtpMailer } from "../../src/stand-ins/mail/smtp";
import { mailServer } from "../helpers/mail-server";

test("with a mail server set, a mail goes to it, as it was written (RFC 5321)", async () => {
  const server = await mailServer();
  const mailer = smtpMailer(
    server.url,
    "Dawn Gate <school@example.org>",
    "https://dawn.example.org",
  );
  try {
    await mailer.send(
      {
        to: "noa@example.org",
        subject: "Pão às sete",
        text: "Abre às 07:00.",
        html: "<p>Abre às 07:00.</p>",
      },
      "key-1",
    );
  } finally {
    mailer.close();
    await server.close();
  }
  expect(server.arrived).toHaveLength(1);
  expect(server.arrived[0]?.to).toEqual(["noa@example.org"]);
  // The same at another try, so that whoever gets it twice has it once (RFC 5322, 3.6.4).
  expect(server.arrived[0]?.text).toContain("Message-ID: <key-1@dawn.example.org>");
  // Both forms of it, as alternatives (RFC 2046, 5.1.4); and nothing answers it by itself (RFC 3834).
  expect(server.arrived[0]?.text).toMatch(/Content-Type: multipart\/alternative;/);
  expect(server.arrived[0]?.text).toContain("Auto-Submitted: auto-generated");
  expect(server.arrived[0]?.text).toContain("From: Dawn Gate <school@example.org>");
});
