// A mail server that takes everything, and tells of each mail to whom it was.
import { createRequire } from "node:module";
import { join } from "node:path";

/** @returns its address, and how it is stopped */
export async function mailSink(root, taken) {
  const { SMTPServer } = createRequire(join(root, "server/package.json"))("smtp-server");
  const mails = new SMTPServer({
    authOptional: true,
    disabledCommands: ["STARTTLS"],
    onData(stream, session, done) {
      stream.resume();
      stream.on("end", () => {
        taken(session.envelope.rcptTo.map(({ address }) => address));
        done();
      });
    },
  });
  await new Promise((listening) => mails.listen(0, "127.0.0.1", listening));
  return {
    url: `smtp://127.0.0.1:${mails.server.address().port}`,
    stop: () => new Promise((closed) => mails.close(closed)),
  };
}
