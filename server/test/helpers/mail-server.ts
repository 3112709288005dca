/** A real mail server on loopback, which says what it is told to. */
import type { AddressInfo } from "node:net";
import { SMTPServer } from "smtp-server";

export interface Arrived {
  to: string[];
  /** Of its Message-ID, without the angle brackets. */
  id: string;
  text: string;
}

export interface MailServer {
  port: number;
  url: string;
  /** What it has taken, the newest last. */
  arrived: Arrived[];
  /** Addresses it was asked about. */
  asked: string[];
  close(): Promise<void>;
}

/** What it answers about an address; nothing: it takes it. */
interface Says {
  responseCode: number;
  message: string;
}

/** `slow`: so many milliseconds pass before it has taken a mail. */
export async function mailServer({
  says = () => undefined,
  slow = 0,
}: {
  says?(address: string): Says | undefined;
  slow?: number;
} = {}): Promise<MailServer> {
  const arrived: Arrived[] = [];
  const asked: string[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ["STARTTLS"],
    onRcptTo({ address }, _, done) {
      asked.push(address);
      const said = says(address);
      done(said && Object.assign(new Error(said.message), { responseCode: said.responseCode }));
    },
    onData(stream, session, done) {
      let text = "";
      stream.on("data", (chunk) => {
        text += chunk;
      });
      stream.on("end", () =>
        setTimeout(() => {
          const id = /^Message-ID: <(.*)>/im.exec(text)?.[1] ?? "";
          arrived.push({ to: session.envelope.rcptTo.map(({ address }) => address), id, text });
          done();
        }, slow),
      );
    },
  });
  // Whoever was killed in the middle of a mail hangs up as it can.
  server.on("error", () => undefined);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.server.address() as AddressInfo;
  const close = () => new Promise<void>((resolve) => server.close(() => resolve()));
  return { port, url: `smtp://127.0.0.1:${port}`, arrived, asked, close };
}
