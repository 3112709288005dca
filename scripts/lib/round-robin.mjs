// A small round-robin in front of several servers: each connection goes to the next one that takes it.
import { connect, createServer } from "node:net";

/** Answers `{ port, stop() }`. `ports` are looked at anew for each connection, so that servers may come and go. */
export function roundRobin(ports) {
  let next = 0;
  const open = new Set();
  const proxy = createServer((client) => {
    open.add(client);
    client.on("close", () => open.delete(client));
    client.on("error", () => client.destroy());
    const attempt = (left) => {
      const port = ports[next++ % ports.length];
      const server = connect(port, "127.0.0.1");
      server.once("connect", () => {
        server.removeAllListeners("error");
        server.on("error", () => client.destroy());
        client.pipe(server).pipe(client);
        client.on("close", () => server.destroy());
      });
      server.once("error", () => (left > 1 ? attempt(left - 1) : client.destroy()));
    };
    attempt(ports.length);
  });
  return new Promise((resolve) => {
    proxy.listen(0, "127.0.0.1", () =>
      resolve({
        port: proxy.address().port,
        stop: () =>
          new Promise((done) => {
            proxy.close(done);
            for (const one of open) one.destroy();
          }),
      }),
    );
  });
}
