import type { AddressInfo } from "node:net";
import { SMTPServer } from "smtp-server";
import { smtpMailer } from "../../src/stand-ins/mail/smtp";

test("with a mail server set, a mail goes to it, as it was written (RFC 5321)", async () => {
  const received: { to: string[]; text: string }[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ["STARTTLS"],
    onData(stream, session, done) {
      let text = "";
      stream.on("data", (chunk) => {
        text += chunk;
      });
      stream.on("end", () => {
        received.push({ to: session.envelope.rcptTo.map(({ address }) => address), text });
        done();
      });
    },
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.server.address() as AddressInfo;
  const mailer = smtpMailer(
    `smtp://127.0.0.1:${port}`,
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
    await new Promise<void>((resolve) => server.close(() => resolve()));
  }
  expect(received).toHaveLength(1);
  expect(received[0]?.to).toEqual(["noa@example.org"]);
  // The same at another try, so that whoever gets it twice has it once (RFC 5322, 3.6.4).
  expect(received[0]?.text).toContain("Message-ID: <key-1@dawn.example.org>");
  // Both forms of it, as alternatives (RFC 2046, 5.1.4); and nothing answers it by itself (RFC 3834).
  expect(received[0]?.text).toMatch(/Content-Type: multipart\/alternative;/);
  expect(received[0]?.text).toContain("Auto-Submitted: auto-generated");
  expect(received[0]?.text).toContain("From: Dawn Gate <school@example.org>");
});
